import type { BuiltInCharger } from '../../box/schema.ts';
import { capital } from '../../quantity/capital.ts';
import { listOf } from '../../quantity/list-of.ts';
import type { Said } from '../../quantity/said.ts';
import { momentText, type Window } from '../../timeline/bars.ts';
import { SEAL_WORDS } from '../../sealing/sealing.ts';
import { chargerName } from '../../box/source-leads.ts';
import type { WordTable } from './table.ts';

export const chargingWords = {
  'charge-current': {
    told: ({
      alone,
      givesA,
      names,
      recommendedA,
      mostA,
      labelA,
      ratedAh
    }: {
      alone: boolean;
      givesA: number;
      names: string[];
      recommendedA: number;
      mostA: number;
      labelA: number;
      ratedAh: number;
    }) => ({
      short: `${alone ? 'Charger' : 'Charge of'} ${Number(givesA.toFixed(1))} A is too strong`,
      title: `${alone ? `A ${givesA} A charger is` : `${capital(listOf(names))} ${names.length > 1 ? `together give ${givesA.toFixed(1)} A` : `gives ${givesA.toFixed(1)} A`}: that is`} too strong`,
      why: `${recommendedA.toFixed(1)} A is recommended and ${mostA.toFixed(1)} A the most ${Number.isFinite(labelA) && labelA <= mostA ? 'its label allows' : `for ${ratedAh} Ah of this kind`}.`
    })
  },
  'charge-voltage': {
    told: ({
      givesV,
      absorbV,
      name,
      high,
      mostly,
      isLead
    }: {
      givesV: number;
      absorbV: number;
      name: string;
      high: boolean;
      mostly: boolean;
      isLead: boolean;
    }) => ({
      short: `Charger ${givesV} V, wants ${absorbV} V`,
      title: `${name} gives ${givesV} V; this battery wants ${absorbV} V`,
      why: high
        ? 'Too high a voltage overcharges it.'
        : mostly
          ? `It fills to about nine tenths, slowly at the end, and is not harmed${isLead ? '; once a month it wants its full voltage' : ''}.`
          : 'Too low a voltage never fills it.'
    })
  },
  'cold-charge': {
    unknown: ({ limitC }: { limitC: number }, said: Said) => ({
      short: 'How cold does it charge?',
      title: 'The coldest charging place is unknown',
      why: `Below ${said.degC(limitC)} charging plates the cells with metal and ruins them.`
    }),
    blocked: ({ limitC, name, atC }: { limitC: number; name: string; atC: number }, said: Said) => ({
      short: `Below ${said.degC(limitC)} nothing goes in`,
      title: `Below ${said.degC(limitC)} the battery takes no charge`,
      why: `It blocks charging in the cold, so ${name} gives nothing at ${said.degC(atC)}: the run counts none of it.`
    }),
    ruins: (
      {
        atC,
        name,
        limitC,
        coldCount,
        coldNames
      }: { atC: number; name: string; limitC: number; coldCount: number; coldNames: string[] },
      said: Said
    ) => ({
      short: `Charging at ${said.degC(atC)} ruins it`,
      title: `Charging at ${said.degC(atC)} ruins this battery`,
      why: `${capital(name)} charges it at ${said.degC(atC)}. Below ${said.degC(limitC)} lithium plates the cells with metal: capacity is lost and a later internal short is possible.${
        coldCount > 1 ? ` So ${coldCount > 2 ? 'do' : 'does'} ${coldNames.join(', ')}.` : ''
      } The run counts none of that charge.`
    })
  },
  'controller-unsound': {
    fuse: ({ straight }: { straight: boolean }) => ({
      short: straight ? 'The panel’s lead has no fuse' : 'Solar controller has no fuse',
      title: `The ${straight ? 'panel' : 'solar controller'}’s lead has no fuse at the battery end`,
      why: 'The battery feeds a short on that lead, whatever the sun does.'
    }),
    port: ({ straight }: { straight: boolean }) => ({
      short: 'No port for the solar panel',
      title: 'The panel has no port to plug into',
      why: `${straight ? 'Its lead ends in the box' : 'The controller is built in'}: give the panel an inlet of its own on a face, of another kind than the charge inlet.`
    }),
    order: () => ({
      short: 'Battery first, panel last',
      title: 'Join the battery to the controller first, the panel last',
      why: 'Without a battery a controller may pass the panel’s open voltage on. To take it apart: panel off first.'
    }),
    switch: ({ tags, openV, loads }: { tags: string[]; openV: number; loads: string[] }) => ({
      short: `${tags.join(' or ')} parts controller and battery`,
      title: `With ${tags.join(' or ')} off the controller has no battery`,
      why: `In the sun it may then pass the panel’s open voltage, ${openV.toFixed(1)} V, on${
        loads.length > 0 ? ` to ${listOf(loads)} at its load terminals` : ''
      }. Pull the panel first, and write that beside the switch; or join the controller ahead of every switch.`
    })
  },
  'deep-frost': {
    freezes: ({ limitC, socFraction, atC }: { limitC: number; socFraction: number; atC: number }, said: Said) => ({
      short: `Freezes at ${said.degC(limitC, 0)} when so empty`,
      title: `Drained to ${(socFraction * 100).toFixed(0)} % it freezes at ${said.degC(limitC, 0)}`,
      why: `It gets ${said.degC(atC, 0)} cold. The acid of an empty lead battery is nearly water: ice bursts plates and case. Keep more back, or bring it in before it is empty.`
    }),
    tooCold: ({ atC, name, leastC }: { atC: number; name: string; leastC: number }, said: Said) => ({
      short: `${said.degC(atC, 0)}: too cold to be used`,
      title: `At ${said.degC(atC, 0)} this battery is not to be used`,
      why: `${name} is made for ${said.degC(leastC)} and above; below, its electronics switch it off or its cells freeze, and no figure for hours can be told. Keep it warmer: foam, a coat, a hand warmer.`
    })
  },
  'lead-acid-sealed-charge': {
    told: ({ flooded, shutNames, areaCm2 }: { flooded: boolean; shutNames: string[]; areaCm2: number }) => ({
      short: 'Lead-acid charging, closed case',
      title: flooded
        ? 'A flooded battery must not be charged in a closed case'
        : 'Lead-acid must not be charged in a closed tight case',
      why: `${capital(listOf(shutNames))} can charge it while the lid is shut. Charging makes hydrogen; at 4 % in air it explodes, within hours in a small case.${flooded ? ' A flooded one gives off acid mist, too: a compartment of its own, open to the outside.' : ` It would need two openings of ${areaCm2.toFixed(2)} cm² each, one low and one high. A membrane vent is not a counted opening.`}`
    })
  },
  'mains-cord': {
    outdoors: ({ outing, startH }: { outing: Window & { seal: keyof typeof SEAL_WORDS }; startH: number }) => ({
      short: 'Charger on the mains outdoors',
      title: 'The charger on the outing brings the mains outdoors',
      why: `From ${momentText(outing, startH)} on it hangs on the mains on an outing that is built for ${SEAL_WORDS[outing.seal].toLowerCase()}. Mains can kill, and chargers are made for dry rooms: under a roof, off the ground, behind an earth leakage breaker, or not at all. Local codes decide about it.`
    }),
    inTheBox: (c: { name: string; input: BuiltInCharger['input'] }) => ({
      short: c.input === 'unknown' ? `What feeds ${c.name || 'the charger'}?` : 'A mains cord into the box',
      title:
        c.input === 'unknown'
          ? `What feeds ${chargerName(c)} is unknown`
          : `${c.name || 'The charger'} brings the mains into the box`,
      why: 'Mains can kill, and a box that gets wet outdoors is the wrong place for it: strain relief, an earth leakage breaker, never outdoors, unplugged before the lid is opened. Local codes and a licensed electrician decide about it; Haversack plans the 12 V side only.'
    })
  },
  'no-charge-way': {
    told: () => ({
      short: 'No way to charge it',
      title: 'There is no way to charge this box',
      why: 'No inlet, no outlet and no open lid is meant for it, and neither sun nor a charger inside gives anything. Taken out for every charge, leads and fuse are undone and done again each time, and one day the wrong way round.'
    }),
    cutOff: ({ portTag, cutV, backV }: { portTag: string; cutV: number; backV: number }) => ({
      short: `${portTag} is behind the cut-off`,
      title: `Once the cut-off has opened, nothing charged at ${portTag} reaches the battery`,
      why: `It opens at ${cutV} V and closes at ${backV} V, which a battery that is not charged does not reach. Charge ahead of it, or with the lid open.`
    }),
    oneWay: ({
      portTag,
      converts,
      name,
      outV
    }: {
      portTag: string;
      converts: boolean;
      name: string;
      /** Of the converter ahead of it; undefined on the load terminal of a controller. */
      outV: number | undefined;
    }) => ({
      short: `Nothing goes in at ${portTag}`,
      title: `The battery cannot be charged through ${portTag}`,
      why: `${capital(
        converts
          ? name
          : outV === undefined
            ? 'the load terminal of the controller'
            : `the converter to ${outV} V ahead of it`
      )} only gives: a charger plugged in there charges nothing, and pushes against its output.`
    })
  },
  'no-temp-comp': {
    told: ({ atC, name }: { atC: number; name: string }, said: Said) => ({
      short: `Charging at ${said.degC(atC)}: stays low`,
      title: `At ${said.degC(atC)} an ordinary charger does not fill lead-acid`,
      why: `So cold is it when ${name} charges it. The voltage has to rise by ${said.mvPerDegree(24)} under ${said.degC(25)}. Use a charger with temperature compensation, or charge indoors.`
    })
  },
  'solar-direct': {
    told: ({ unknown, openV }: { unknown: boolean; openV: number }) => ({
      short: unknown ? 'What controls the panel?' : 'Panel straight on the battery',
      title: unknown ? 'The panel’s controller is unknown' : 'A panel must not hang straight on the battery',
      why: `${unknown ? 'Without one it' : 'It'} can push ${openV.toFixed(1)} V: nothing ends the charge and the battery is ruined.`
    })
  },
  'solar-place': {
    told: () => ({
      short: 'Panel counts for nothing yet',
      title: 'The panel counts for nothing until place and day are known',
      why: 'How much it brings depends on latitude and time of year: type them on Outing.'
    })
  },
  'solar-voc': {
    volts: (
      {
        openV,
        controllerMaxV,
        labelV,
        temperatureUnit,
        coldestC
      }: { openV: number; controllerMaxV: number; labelV: number; temperatureUnit: 'C' | 'F'; coldestC: number },
      said: Said
    ) => ({
      short: `Panel ${openV.toFixed(1)} V kills controller`,
      title: `A cold panel gives ${openV.toFixed(1)} V; the controller bears ${controllerMaxV} V`,
      why: `Its open voltage of ${labelV} V rises by ${temperatureUnit === 'F' ? 0.17 : 0.3} % for each degree under ${said.degC(25)}, to ${openV.toFixed(1)} V at ${said.degC(coldestC, 0)}. Take a controller for more volts or a panel with fewer cells.`
    }),
    amps: ({ panelA, controllerMaxA }: { panelA: number; controllerMaxA: number }) => ({
      short: `Panel ${panelA.toFixed(1)} A, controller ${controllerMaxA} A`,
      title: `The panel can give ${panelA.toFixed(1)} A, the controller takes ${controllerMaxA} A`,
      why: 'A good controller holds its limit and the rest is lost; a plain one overheats. Take the next size.'
    })
  },
  'vehicle-direct': {
    told: ({ lithium }: { lithium: boolean }) => ({
      short: 'Straight off a vehicle: no limit',
      title: 'Charged straight off a vehicle, nothing limits the current',
      why: lithium
        ? 'An empty lithium pack takes whatever wire and alternator pass: lead, plug and alternator overheat, and a modern alternator changes its voltage as it likes. A converter made for charging from a vehicle limits both.'
        : 'An empty pack takes whatever the wire passes, a full one is boiled or never filled by an alternator’s voltage, and with the engine off it feeds the vehicle back. A converter made for charging from a vehicle limits both.'
    }),
    otherBattery: ({ lithium }: { lithium: boolean }) => ({
      short: 'Another battery straight: no limit',
      title: 'Another battery is joined straight to this one, nothing limits the current',
      why: `The fuller one pushes into the emptier whatever leads and plugs pass, hundreds of amps at first, and each end of the lead has a battery behind it: it wants a fuse at both. ${lithium ? 'A lithium pack takes it until something overheats, and agrees with no other sort on a voltage.' : 'They go together only when of one kind, one age and equally full; else one drags the other down.'} A charging converter between them limits both.`
    })
  }
} satisfies WordTable;
