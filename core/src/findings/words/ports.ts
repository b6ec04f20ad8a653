import type { Said } from '../../quantity/said.ts';
import { GROUND_CLEAR_MM } from '../../panel/spacing.ts';
import type { SealWord } from '../../box/schema.ts';
import type { CordFault, SealHow } from '../../sealing/as-built.ts';
import { SEAL_HOW_WORDS, SEAL_WORDS } from '../../sealing/sealing.ts';
import { clockText } from '../../quantity/format.ts';
import { ZONE_WORDS } from '../../panel/zones.ts';
import { capital } from '../../quantity/capital.ts';
import { listOf } from '../../quantity/list-of.ts';
import { SUPPLY_WORDS } from '../../demand/edit-draw.ts';
import type { WordTable } from './table.ts';

const MEASURE = 'Set a meter on its end before the device is plugged in: red on the middle or + must read positive.';

/** Cases that hold the weather, where there are any. */
const otherCaseWords = (wanted: SealWord, names: readonly string[]): string =>
  names.length > 0
    ? `A case that holds ${SEAL_WORDS[wanted].toLowerCase()}: ${names.join(', ')}.`
    : `No case of the library holds ${SEAL_WORDS[wanted].toLowerCase()} and takes everything in.`;

export const portsWords = {
  'adapter-reverses': {
    told: ({ name }: { name: string }) => ({
      short: `${name}: swapped adapter`,
      title: `${name} is wired the other way round, and its adapter swaps the poles back`,
      why: 'It works with this adapter only: the adapter kills every other device, and the device dies on every other lead. Mark both halves in words and colour, or rewire the device and throw the adapter away.'
    }),
    swapped: ({ name, swaps }: { name: string; swaps: boolean }) => ({
      short: `${name} gets + on −`,
      title: swaps
        ? `The adapter of ${name} swaps + and −`
        : `${name} is wired the other way round and nothing swaps it back`,
      why: MEASURE
    }),
    notKnown: ({ ofAdapter, name }: { ofAdapter: boolean; name: string }) => ({
      short: ofAdapter ? 'Does the adapter swap + and −?' : `${name}: which pole is +?`,
      title: ofAdapter
        ? `Whether the adapter of ${name} swaps the poles is unknown`
        : `Which way round ${name} is wired is unknown`,
      why: MEASURE
    })
  },
  'converter-overload': {
    told: ({ tag, ratedW, wantedW, name }: { tag: string; ratedW: number; wantedW: number; name: string }) => ({
      short: `${tag} gives ${ratedW} W, not ${wantedW.toFixed(0)}`,
      title: `${tag} cannot give ${wantedW.toFixed(0)} W`,
      why: `Its module is rated ${ratedW} W (${name}).`
    })
  },
  'cord-armour': {
    told: ({ name, armoured }: { name: string; armoured: 'unknown' | 'yes' }) => ({
      short: `${name}: armour conducts`,
      title:
        armoured === 'unknown'
          ? `Whether the cord of ${name} has a metal braid is unknown`
          : `The armour of ${name}’s cord is a conductor`,
      why: 'A braid or metal hose carries a short from a pinched core, from a stud or from the case to whatever it touches outside. End it in the gland, sleeve its cut end, and join it to − at one end only, or to nothing at all.'
    })
  },
  'cord-loose': {
    told: ({ name, pinched }: { name: string; pinched: boolean }) => ({
      short: pinched ? 'A cord is pinched by the lid' : 'A cord in a bare hole',
      title: `${name || 'A cord'} ${pinched ? 'is squeezed under the lid' : 'goes through a plain hole'}`,
      why: pinched
        ? 'The rim cuts into its insulation each time the lid is shut, down to a short; the lid does not close on its gasket, and a pull on the cord reaches what is inside.'
        : 'The edge chafes its insulation, and nothing holds it: a pull on the cord reaches its terminals. A gland holds and seals; a grommet with a tie inside is the least.'
    })
  },
  'device-without-port': {
    told: ({ name }: { name: string }) => ({
      short: `${name} has no port`,
      title: `${name} has no port`,
      why: 'Nothing on the faces is there for it to plug into.'
    })
  },
  'ip-open-in-use': {
    told: ({
      openNames,
      wanted,
      inUse
    }: {
      openNames: string[];
      wanted: 'dry-store' | 'splash' | 'rain' | 'dunk';
      inUse: 'dry-store' | 'splash' | 'rain' | 'dunk';
    }) => ({
      short: `${openNames.slice(0, 3).join(', ')} open while plugged in`,
      title: `${openNames.join(', ')} ${openNames.length > 1 ? 'are' : 'is'} open while plugged in`,
      why: `The outing wants ${SEAL_WORDS[wanted].toLowerCase()}; with plugs in it is ${SEAL_WORDS[inUse].toLowerCase()}. The mated state decides in the rain.`
    })
  },
  'ip-weakest': {
    told: ({
      name,
      closed,
      wanted,
      part,
      how,
      alsoNames,
      shellFails,
      casesNames
    }: {
      name: string;
      closed: 'dry-store' | 'splash' | 'rain' | 'dunk';
      wanted: 'dry-store' | 'splash' | 'rain' | 'dunk';
      part: string | undefined;
      how: SealHow | undefined;
      alsoNames: string[];
      shellFails: boolean;
      casesNames: string[];
    }) => ({
      short: `Only ${SEAL_WORDS[closed].toLowerCase()}: ${name}`,
      title: `Built towards ${SEAL_WORDS[closed].toLowerCase()}, not ${SEAL_WORDS[wanted].toLowerCase()}`,
      why: [
        `Even with every cap on, the weakest place is ${name}${part ? ` (${part})` : ''}${how && SEAL_HOW_WORDS[how] !== name ? `: ${SEAL_HOW_WORDS[how]}` : ''}.`,
        ...(alsoNames.length > 0
          ? [`${capital(listOf(alsoNames))} ${alsoNames.length > 1 ? 'fall' : 'falls'} short of it, too.`]
          : []),
        // how it was sealed is the cure itself
        ...(how ? [] : [shellFails ? otherCaseWords(wanted, casesNames) : 'A sealed part or gland there lifts it.'])
      ].join(' ')
    })
  },
  'lfp-volt-gauge': {
    told: () => ({
      short: 'A voltmeter tells little here',
      title: 'A voltmeter tells little about this battery',
      why: 'Iron phosphate holds 13.0 to 13.3 V from 90 down to 30 %. A meter that counts amp-hours through a shunt knows what is left.'
    })
  },
  'lid-swing': {
    told: ({ tag, otherName, atDeg }: { tag: string; otherName: string; atDeg: number }) => ({
      short: `${tag} hits ${otherName} when shut`,
      title: `${tag} hits the ${otherName} as the lid shuts`,
      why: `The lid swings about its hinge: at ${atDeg}° open the part under it reaches the ${otherName}.`
    })
  },
  'lid-wire-trap': {
    told: (
      {
        tag,
        slackMm,
        leadMm,
        tight,
        homeMm
      }: { tag: string; slackMm: number; leadMm: number; tight: boolean; homeMm: number },
      said: Said
    ) => ({
      short: `${tag}: ${said.run(slackMm)} slack, lid shut`,
      title: `The lead to ${tag} in the lid is ${said.run(leadMm)}, ${said.run(slackMm)} too long when shut`,
      why: `${tight ? `There is only ${said.run(homeMm)} for the loop over what stands below. ` : ''}Tie it down on the hinge side, spiral wrap over it, so that the lid never pinches it.`
    })
  },
  'live-male-pins': {
    told: ({ tag }: { tag: string }) => ({
      short: `${tag} has bare live metal`,
      title: `${tag} has bare live metal outside`,
      why: 'A key or a wet strap across it is a short circuit: the battery stands on its pins whenever nothing is plugged in. Take a shrouded connector, or cover it with boots and accept this finding.'
    }),
    leadPlug: () => ({
      short: 'Which pole of its plug is bare?',
      title: 'The battery’s lead ends in a plug: one pole of it may stand bare',
      why: 'On a moulded two-pin lead one pin is covered and one is not. On the battery’s side + must be the covered one; measure it, and keep a cap on it while nothing is plugged in. A shrouded two-pole connector has no bare pole at all.'
    }),
    wayIn: ({ way }: { way: 'lugs' | 'clips' }) => ({
      short: way === 'lugs' ? 'Bare lugs carry the battery' : 'Clips carry the battery',
      title: way === 'lugs' ? 'The battery comes in on bare lugs' : 'The battery is clipped on',
      why: 'Both poles stand open side by side: a spanner, a key or the other clip shorts them, and a clip that jumps off sparks. A shrouded two-pole connector takes their place; boots over lugs are the least.'
    })
  },
  'no-vent-sealed': {
    told: (_: object, said: Said) => ({
      short: 'No pressure vent for a dunk',
      title: 'No pressure vent',
      why: `Cooling from ${said.degC(35)} to ${said.degC(10)} sucks with 82 mbar, as deep water would. A membrane vent evens that out and keeps water out.`
    })
  },
  'one-plug': {
    told: ({ tag, name, secondName, atH }: { tag: string; name: string; secondName: string; atH: number }) => ({
      short: `${tag}: one socket, two plugs`,
      title: `${name} and ${secondName} both want ${tag}`,
      why: `From ${clockText(atH)} on they run together, and one socket takes one plug. A doubler bears what both draw, and hangs from the socket in the rain; a port of its own is fused for it.`
    })
  },
  'part-in-no-drill-zone': {
    told: ({
      tag,
      kind
    }: {
      tag: string;
      kind: 'hinge' | 'rib' | 'boss' | 'standoff' | 'latch' | 'gasket' | 'handle' | 'curve' | 'foot';
    }) => ({
      short: `${tag} sits on the ${ZONE_WORDS[kind]}`,
      title: `${tag} crosses the ${ZONE_WORDS[kind]}`,
      why: 'There it cannot sit flat, or it keeps the lid from closing.'
    })
  },
  'port-face-lost': {
    told: ({ tag, cameOn, xMm, yMm }: { tag: string; cameOn: string; xMm: number; yMm: number }, said: Said) => ({
      short: `${tag} was on '${cameOn}'`,
      title: `${tag} came in on the face '${cameOn}', which no case has`,
      why: `The faces are front, back, left, right, lid and floor. It was put on the front at its old ${said.mms(', ', xMm, yMm)}; nothing else of it was changed.`
    })
  },
  'port-faces-up': {
    told: ({ tag, face }: { tag: string; face: 'front' | 'back' | 'left' | 'right' | 'lid' | 'floor' }) => ({
      short: `${tag} ${face === 'floor' ? 'is in the floor' : 'looks up into the rain'}`,
      title: face === 'floor' ? `${tag} is in the floor` : `${tag} looks up into the rain`,
      why: 'Water pools there. A side face is better, a captive cap next best.'
    })
  },
  'port-too-low': {
    told: ({ tag, heightMm }: { tag: string; heightMm: number }, said: Said) => ({
      short: `${tag} is ${said.mm(heightMm, 0)} above ground`,
      title: `${tag} sits ${said.mm(heightMm, 0)} above the ground`,
      why: `${said.mm(GROUND_CLEAR_MM)} keep it out of puddles and sand.`
    })
  },
  'reverse-polarity': {
    ofPlugs: ({ portTag, feeds }: { portTag: string; feeds: string }) => ({
      short: `${portTag} can be plugged reversed`,
      title: `${portTag} can be plugged in reversed`,
      why: `${feeds} does not survive reversed polarity. Mark both halves, check with a meter, or take a keyed connector.`
    }),
    charger: ({ portTag }: { portTag: string }) => ({
      short: `${portTag} takes a reversed charger`,
      title: `A charger can be plugged into ${portTag} reversed`,
      why: `Plugs of this kind are sold with + on either contact. Before another charger is plugged in, set a meter on it: the same contact must be + on both halves.`
    }),
    wayIn: ({
      loose,
      tag,
      diePorts
    }: {
      /** It is clipped or bolted on; undefined for a plug. */
      loose: 'lugs' | 'clips' | undefined;
      tag: string | undefined;
      diePorts: string[];
    }) => ({
      short: `${loose ? `Battery ${loose}` : (tag ?? 'The way in')} may go on reversed`,
      title: `${loose ? (loose === 'clips' ? 'The clips' : 'The lugs') : `The battery’s plug at ${tag ?? 'its port'}`} can go on the wrong way round`,
      why: `Everything behind gets + on −${
        diePorts.length > 0 ? `: ${listOf(diePorts)} would not survive it, and no fuse is fast enough` : ''
      }. Red to +, checked with a meter before the box is switched on; a keyed connector goes together one way only.`
    })
  },
  'same-plug': {
    told: ({ voltsCount, tags, ports }: { voltsCount: number; tags: string[]; ports: string[] }) => ({
      short: `Same plug, ${voltsCount} voltages`,
      title: `${tags.join(', ')} take the same plug at different voltages`,
      why: `${ports.join('; ')}. Take another connector for one of them, or key and mark them.`
    })
  },
  'sealed-as-built': {
    vinegar: ({ tag }: { tag: string }) => ({
      short: `${tag}: vinegar silicone`,
      title: `${tag} is sealed with silicone that smells of vinegar`,
      why: 'As it cures it gives off acetic acid, which goes on to eat copper, tin and steel in the closed box: contacts turn green and warm. Cut it out, clean the metal, and use the ring it came with or neutral-cure silicone.'
    }),
    peels: ({ tag }: { tag: string }) => ({
      short: `${tag}: sealant peels off`,
      title: `Sealant at ${tag} does not bond to this case`,
      why: 'Nothing sticks to polypropylene: the bead peels off with the first knock or frost, and water creeps behind it. A ring or gasket pressed under the flange seals.'
    }),
    notKnown: ({ tag }: { tag: string }) => ({
      short: `${tag}: how is it sealed?`,
      title: `How ${tag} is sealed into the wall is not known`,
      why: 'Loosen it and look: a ring or gasket in front under the flange, one cut by hand, a bead of silicone, or nothing. Until then it counts as open.'
    }),
    cord: (
      {
        tag,
        how,
        acrossMm,
        minMm,
        maxMm
      }: {
        tag: string;
        how: CordFault;
        acrossMm: number | null;
        minMm: number | null;
        maxMm: number | null;
      },
      said: Said
    ) => ({
      short:
        how === 'flat-cord' ? `${tag}: flat cord leaks` : `${tag}: cord too ${how === 'thin-cord' ? 'thin' : 'thick'}`,
      title:
        how === 'flat-cord'
          ? `A flat cord does not seal in ${tag}`
          : `The cord in ${tag} is too ${how === 'thin-cord' ? 'thin' : 'thick'}`,
      why: `${
        how === 'flat-cord'
          ? 'A gland closes round: along both edges of a flat twin cord water runs in.'
          : `${acrossMm === null ? '' : `It is ${said.fineMm(acrossMm, 1)} across; `}the gland closes on ${minMm === null ? '' : `${said.fineMm(minMm, 1)} to `}${maxMm === null ? '' : said.fineMm(maxMm, 1)}.`
      }${how === 'thick-cord' ? ' It does not go through.' : ' It is not held, either.'}`
    })
  },
  'steel-unbushed': {
    told: ({ holesCount, wallMm }: { holesCount: number; wallMm: number }, said: Said) => ({
      short: 'Bush every hole in the steel',
      title: 'Every lead through steel needs a bush, gland or grommet',
      why: `${holesCount} holes in ${said.mm(wallMm)} steel: deburr both sides, paint the edge, and let no lead lie on it. Take the can as touching the negative.`
    })
  },
  'supply-mismatch': {
    told: ({
      name,
      wanted,
      supply
    }: {
      name: string;
      wanted: '12v' | 'usb-a' | 'usb-c' | 'regulated-12v' | 'dc-converter' | 'inverter';
      supply: '12v' | 'usb-a' | 'usb-c' | 'regulated-12v' | 'dc-converter' | 'inverter' | null;
    }) => ({
      short: `${name} does not plug in`,
      title: `${name} does not plug into its port`,
      why: `It takes ${SUPPLY_WORDS[wanted]}; its port gives ${supply === null ? 'nothing' : SUPPLY_WORDS[supply]}.`
    })
  },
  'unmeasured-part': {
    told: ({ tag, name }: { tag: string; name: string }) => ({
      short: `Measure ${tag} before drilling`,
      title: `Measure ${tag} before drilling`,
      why: `${name}: makers differ by millimetres in hole and depth. Put a caliper on yours and enter the figures.`
    })
  }
} satisfies WordTable;
