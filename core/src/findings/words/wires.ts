import { BUNDLE_LENGTH_MM } from '../../wiring/contacts.ts';
import type { Said } from '../../quantity/said.ts';
import { capital } from '../../quantity/capital.ts';
import { wireSizeText, type WireSize } from '../../quantity/wire-size.ts';
import { fixed } from '../../quantity/format.ts';
import { areaMm2, AWG_SIZES, MM2_SIZES } from '../../wiring/conductor.ts';
import type { WordTable } from './table.ts';

export const wiresWords = {
  'bundle-not-derated': {
    told: ({ longCount }: { longCount: number }, said: Said) => ({
      short: `${2 * longCount} long wires, none bundled?`,
      title: `${2 * longCount} loaded wires run far, reckoned as if each lay alone`,
      why: `Touching for more than ${said.mm(BUNDLE_LENGTH_MM)} they trap each other’s heat. Lay them apart, or let the bundle count.`
    })
  },
  'cca-wire': {
    told: () => ({
      short: 'Copper-clad aluminium wire',
      title: 'The wire is copper-clad aluminium',
      why: 'It has 58 % more resistance than copper of its size, breaks sooner and corrodes at crimps.'
    })
  },
  'conductor-overload': {
    told: ({
      branch,
      wire,
      feeds,
      loadA,
      carriesA,
      draws,
      stop,
      hot,
      takes
    }: {
      branch: string;
      wire: WireSize;
      feeds: string;
      loadA: number;
      carriesA: number;
      draws: string;
      stop: boolean;
      hot: boolean;
      takes: string;
    }) => ({
      short: `${capital(branch)} ${wireSizeText(wire)} carries ${draws} A`,
      title: `${capital(branch)}: the wire is ${stop ? 'overloaded' : 'near its limit'}`,
      why: `${hot ? `The air alone is as hot as its insulation bears: nothing is left for a current;` : `${wireSizeText(wire)} takes ${takes} A here;`} ${feeds}${carriesA > loadA ? ' and what hangs behind it' : ''} draw${carriesA > loadA ? '' : 's'} ${draws} A.`
    })
  },
  'connector-overload': {
    told: ({ tag, bears, runs, stop }: { tag: string; bears: string; runs: string; stop: boolean }) => ({
      short: `${tag} ${bears} A carries ${runs} A`,
      title: `${tag} carries ${runs} A of ${bears} A`,
      why: stop
        ? 'Its plastic softens and the contact burns.'
        : 'Contacts age; a connector should carry 80 % of its rating at most.'
    })
  },
  'contact-heat': {
    told: ({
      tag,
      heatW,
      currentA,
      milliOhm,
      limitW
    }: {
      tag: string;
      heatW: number;
      currentA: number;
      milliOhm: number;
      limitW: number;
    }) => ({
      short: `${tag} contacts give off ${heatW.toFixed(1)} W`,
      title: `The contacts of ${tag} get hot`,
      why: `${currentA.toFixed(1)} A, as it heats, through ${milliOhm} mohm give off ${heatW.toFixed(1)} W; ${limitW} W is the most. Clean them or take a part with firmer contacts.`
    })
  },
  'element-overload': {
    told: ({
      isPart,
      id,
      label,
      runs,
      bears,
      charging,
      name,
      isWire,
      stop
    }: {
      isPart: boolean;
      id: string;
      label: string;
      runs: string;
      bears: string;
      charging: boolean;
      name: string;
      isWire: boolean;
      stop: boolean;
    }) => ({
      short: `${isPart ? id : label}: ${runs} of ${bears} A`,
      title: charging ? `Charging sends ${runs} A through ${name}` : `${capital(name)} carries ${runs} A`,
      why: `It bears ${bears} A${isWire ? ' here' : ''}${charging ? '; the charger’s current comes in over it' : '; everything its switches allow runs over it'}. ${stop ? 'It burns or opens in normal use.' : 'A fuse should carry 80 % of its rating at most.'}`
    })
  },
  'gauge-too-thin': {
    told: ({ branch, isReturn, size }: { branch: string; isReturn: boolean; size: WireSize }) => ({
      short: `${capital(branch)} ${isReturn ? 'return of ' : ''}${wireSizeText(size)} breaks easily`,
      title: `${capital(branch)}: ${isReturn ? 'a ' : ''}${isReturn ? 'return of ' : ''}${wireSizeText(size)} is thin for a power lead`,
      why: 'Under 18 AWG the strands break at the crimp when the lid opens and closes.'
    })
  },
  'insulation-class-low': {
    told: ({ classC, ambientC }: { classC: 80 | 60 | 200 | 90 | 75 | 105 | 125; ambientC: number }, said: Said) => ({
      short: `Wire of the ${classC} °C class`,
      title: `The insulation is only of the ${classC} °C class`,
      why: `In a box at ${said.degC(ambientC, 0)} little room is left for the wire’s own heat. 90 to 105 °C wire costs hardly more.`
    })
  },
  'joint-unsound': {
    pushIn: ({ label }: { label: string }) => ({
      short: `${label}: push-in on stranded wire`,
      title: 'Push-in connectors are made for solid wire',
      why: 'Fine strands bend away instead of pushing the spring open: they hold by chance and heat. Lever connectors, or ferrules and a bus bar.'
    }),
    thick: ({
      label,
      thickest,
      ends,
      mostMm2
    }: {
      label: string;
      thickest: WireSize;
      ends: 'splice' | 'fuse-block' | 'chain' | 'bus-bar' | 'stud' | 'lever' | 'push-in' | 'terminal';
      mostMm2: number;
    }) => ({
      short: `${label}: ${wireSizeText(thickest)} does not go in`,
      title: `${wireSizeText(thickest)} does not go into a ${ends} connector`,
      why: `It takes ${mostMm2} mm² at most, this wire has ${fixed(areaMm2(thickest), 1)} mm²: cutting strands off makes a weak place. A bus bar with rings takes any.`
    }),
    screw: ({ wireCount, mostCount }: { wireCount: number; mostCount: number }) => ({
      short: `${wireCount} wires under one screw`,
      title: `${wireCount} wires sit under one screw`,
      why: `${mostCount} are the most that stay tight on the terminal of a breaker or switch; the others belong on a stud or bus bar behind it.`
    })
  },
  'lead-too-long': {
    told: (
      { tag, tooLongMm, portTag, neededMm }: { tag: string; tooLongMm: number; portTag: string; neededMm: number },
      said: Said
    ) => ({
      short: `${tag} is ${said.run(tooLongMm)} too long`,
      title: `The lead to ${portTag} is ${said.run(tooLongMm)} too long`,
      why: `The way is ${said.run(neededMm)} with a service loop. What is over lies under the lid, is pinched when it shuts, and costs voltage.`
    })
  },
  'lead-too-short': {
    told: (
      {
        tag,
        neededMm,
        lengthMm,
        portTag,
        toSwitchMm,
        switchesTags,
        lid,
        never
      }: {
        tag: string;
        neededMm: number;
        lengthMm: number;
        portTag: string;
        toSwitchMm: number | undefined;
        switchesTags: string[];
        lid: boolean;
        never: boolean;
      },
      said: Said
    ) => ({
      short: `${tag} is ${said.run(neededMm - lengthMm)} short`,
      title: `The lead to ${portTag} is ${said.run(neededMm - lengthMm)} short`,
      why: `${said.run(lengthMm, neededMm)} are set; along the walls${toSwitchMm === undefined ? '' : ` over ${switchesTags.join(', ')}`}${lid ? ', with the lid open,' : ''} with a service loop it wants ${said.run(neededMm, lengthMm)}.${never ? (lid ? ' Opening the lid pulls it off.' : ' It does not reach.') : ''}`
    })
  },
  'parallel-wires': {
    main: ({
      fuseA,
      wireCount,
      ampacityA,
      oneAmpacityA
    }: {
      fuseA: number;
      wireCount: number;
      ampacityA: number | undefined;
      oneAmpacityA: number;
    }) => ({
      short: `One main wire must bear ${fuseA} A`,
      title: 'One of the main wires alone burns before its fuse opens',
      why: `${wireCount} side by side carry ${ampacityA!.toFixed(0)} A; if one joint comes off, the other has ${oneAmpacityA.toFixed(0)} A to set against ${fuseA} A.`
    }),
    branch: ({
      tag,
      fuseA,
      opensFirstTag,
      wireCount,
      oneAmpacityA
    }: {
      tag: string;
      fuseA: number;
      opensFirstTag: string;
      wireCount: number;
      oneAmpacityA: number;
    }) => ({
      short: `${tag}: one wire must bear ${fuseA} A`,
      title: `One wire of ${tag} alone burns before ${opensFirstTag} opens`,
      why: `${wireCount} share the current; if one joint comes off, the other has ${oneAmpacityA.toFixed(1)} A to set against ${fuseA} A.`
    })
  },
  'return-shared-overload': {
    told: ({ tag, sumA, portTag, ampacityA }: { tag: string; sumA: number; portTag: string; ampacityA: number }) => ({
      short: `${tag} return carries ${sumA.toFixed(1)} A`,
      title: `The shared return at ${portTag} is overloaded`,
      why: `${sumA.toFixed(1)} A of several circuits run back over it; it takes ${ampacityA.toFixed(1)} A. Fuses stand in the positives only.`
    })
  },
  'socket-overcurrent': {
    told: ({ portTag, loadA }: { portTag: string; loadA: number }) => ({
      short: `${portTag} socket carries ${loadA.toFixed(1)} A`,
      title: `A 12 V socket is no place for ${loadA.toFixed(1)} A`,
      why: 'Its spring contact drops and heats; bolt or a genderless connector carries that.'
    })
  },
  'terminal-stack': {
    onStud: ({ ringCount, mostCount }: { ringCount: number; mostCount: number }) => ({
      short: `${ringCount} rings on the central stud`,
      title: `${ringCount} rings sit on one stud`,
      why: `${mostCount} are the most that stay tight under one nut; the rest belongs on a bus bar.`
    }),
    onPost: ({ ringCount, terminal, mostCount }: { ringCount: number; terminal: string; mostCount: number }) => ({
      short: `${ringCount} rings on the battery’s ${terminal === '+' ? '+' : '−'}`,
      title: `${ringCount} rings sit on the battery’s ${terminal === '+' ? '+' : '−'} post`,
      why: `${mostCount} are the most that stay tight; bring the others to a fused bus.`
    })
  },
  'terminal-too-hot': {
    told: (
      {
        label,
        conductorC,
        end,
        currentA,
        terminalC
      }: { label: string; conductorC: number; end: string; currentA: number; terminalC: number },
      said: Said
    ) => ({
      short: `${label} tabs reach ${said.degC(conductorC, 0)}`,
      title: `The tabs of ${end} get ${said.degC(conductorC, 0)} warm`,
      why: `${currentA.toFixed(1)} A warm its wire to that; plastic terminals soften above ${said.degC(terminalC)}, whatever the insulation bears.`
    })
  },
  'wire-unlisted': {
    told: ({
      label,
      name,
      AWG_SIZESAt,
      MM2_SIZESAt
    }: {
      label: string;
      name: string;
      AWG_SIZESAt:
        | '1'
        | '2'
        | '4'
        | '6'
        | '8'
        | '10'
        | '12'
        | '14'
        | '16'
        | '18'
        | '20'
        | '22'
        | '28'
        | '26'
        | '24'
        | '1/0'
        | undefined;
      MM2_SIZESAt:
        | '1'
        | '4'
        | '6'
        | '10'
        | '16'
        | '0.14'
        | '0.25'
        | '0.34'
        | '0.5'
        | '0.75'
        | '1.5'
        | '2.5'
        | '25'
        | undefined;
    }) => ({
      short: `${label}: ${name} is unlisted`,
      title: `${label}: no figures for ${name}`,
      why: `The tables hold ${AWG_SIZES[0]} to ${AWG_SIZESAt} AWG and ${MM2_SIZES[0]} to ${MM2_SIZESAt} mm². Enter the nearest size below the real one.`
    })
  }
} satisfies WordTable;
