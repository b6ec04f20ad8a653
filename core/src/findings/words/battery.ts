import { CHEMISTRY } from '../../battery/chemistry.ts';
import type { KnownChemistry } from '../../catalogue/part.ts';
import { ampsText, fixed } from '../../quantity/format.ts';
import type { Said } from '../../quantity/said.ts';
import { listOf } from '../../quantity/list-of.ts';
import type { WordTable } from './table.ts';

/** Figures of a battery that nobody may know, and how each is found out. */
const FIGURES = {
  capacity: {
    name: 'amp-hours',
    how: 'Amp-hours: read the label; without one, discharge it once with a known lamp and count.'
  },
  mass: { name: 'mass', how: 'Mass: kitchen or luggage scales; it also tells lead from lithium.' },
  size: { name: 'size', how: 'Size: length, width, height over the terminals, with a rule.' }
} as const;
type Missing = keyof typeof FIGURES;
export const figureNames = (missing: readonly Missing[]): string => missing.map((m) => FIGURES[m].name).join(' and ');

export const batteryWords = {
  'air-transport': {
    told: ({ packWh }: { packWh: number }) => ({
      short: `${packWh.toFixed(0)} Wh: ${packWh > 160 ? 'not by air' : 'ask the airline'}`,
      title: packWh > 160 ? 'Not in passenger baggage' : 'Only with the airline’s approval',
      why: `The pack holds ${packWh.toFixed(0)} Wh. Up to 100 Wh go in the cabin, up to 160 Wh with approval; airlines may be stricter.`
    })
  },
  'battery-figures-unknown': {
    told: ({ missing }: { missing: readonly Missing[] }) => ({
      short: `Battery: ${figureNames(missing)} unknown`,
      title: `The battery’s ${figureNames(missing)} ${missing.length > 1 || missing[0] === 'capacity' ? 'are' : 'is'} not known`,
      why: `${missing.map((m) => FIGURES[m].how).join(' ')} Until then the figures entered stand in, and ${missing[0] === 'capacity' ? 'hours are' : 'fit and weight are'} only as good as they are.`
    })
  },
  'battery-terminal-small': {
    byLoad: ({ words, ratingA, loadA }: { words: string; ratingA: number; loadA: number }) => ({
      short: `${words} ${ratingA} A: ${loadA.toFixed(1)} A`,
      title: `The battery’s ${words} carries ${loadA.toFixed(1)} A`,
      why: `It bears ${ratingA} A for good; the receptacle on it gets hot and loosens. A battery with larger terminals, or less load.`
    }),
    byFuse: ({ id, ratingA, words, onRatingA }: { id: string; ratingA: number; words: string; onRatingA: number }) => ({
      short: `${id} ${ratingA} A on a ${words}`,
      title: `${id} is too big for the battery’s ${words}`,
      why: `It bears ${onRatingA} A; ${ratingA} A can flow for minutes before ${id} opens. Take a smaller fuse where the load allows it.`
    }),
    bolted: ({ id }: { id: string }) => ({
      short: `${id} cannot sit on a tab`,
      title: `${id} is bolted, the battery has push-on tabs`,
      why: 'Nothing can be bolted on a push-on tab: it bends and breaks. An in-line holder with a lead to a receptacle takes its place.'
    }),
    byWire: ({ size, words, mostMm2 }: { size: string; words: string; mostMm2: number }) => ({
      short: `${size} does not fit a ${words}`,
      title: `${size} is too thick for a ${words}`,
      why: `Receptacles for it take ${mostMm2} mm² at most. Begin with a short thin lead of the right size and a fuse that suits it, or take thinner wire.`
    })
  },
  'battery-worn': {
    told: ({
      ageYears,
      left,
      packCount,
      chemistry
    }: {
      ageYears: number;
      left: string;
      packCount: number;
      chemistry: KnownChemistry;
    }) => ({
      short: `${ageYears} years old: about ${left} % left`,
      title: `${packCount > 1 ? 'A pack' : 'The battery'} is ${ageYears} years old and at the end of its life`,
      why: `By years and cycles about ${left} % of its capacity is left, and it may fail at once instead of fading: one of its kind lives about ${CHEMISTRY[chemistry].calendarYears} years. The hours told here rest on that guess. Measure it: a full discharge at a known load, written into the logbook.`
    })
  },
  'bms-current': {
    told: ({
      eachA,
      loadA,
      packCount,
      timetableA
    }: {
      eachA: number;
      loadA: number;
      packCount: number;
      timetableA: number;
    }) => ({
      short: `Pack gives ${eachA} A, load ${loadA.toFixed(1)} A`,
      title: loadA > eachA ? 'The pack switches itself off' : 'The load is near the pack’s limit',
      why: `With everything on, ${loadA.toFixed(1)} A come from one pack${packCount > 1 ? ` of ${packCount}, by how they share it` : ''}; its electronics allow ${eachA} A. By the time table ${fixed(timetableA, 1)} A flow together.`
    }),
    start: ({
      name,
      startA,
      startTimes,
      eachA
    }: {
      name: string;
      startA: number;
      startTimes: number;
      eachA: number;
    }) => ({
      short: `${name} starts at ${startA.toFixed(0)} A`,
      title: `The start of ${name} may switch the pack off`,
      why: `A motor takes ${startTimes} times its running current as it starts: ${startA.toFixed(0)} A with the rest on. Pack electronics for ${eachA} A trip at two to three times that. A soft start, a larger pack, or the motor on first.`
    })
  },
  'c-rate-high': {
    told: ({
      timesCapacity,
      loadA,
      ratedAh,
      mostTimes
    }: {
      timesCapacity: number;
      loadA: number;
      ratedAh: number;
      mostTimes: number;
    }) => ({
      short: `Load is ${timesCapacity.toFixed(1)} × capacity`,
      title: 'The battery is small for this load',
      why: `${loadA.toFixed(1)} A from ${ratedAh} Ah is ${timesCapacity.toFixed(2)} times its capacity an hour; ${mostTimes} is sensible. It sags and warms.`
    })
  },
  'capacity-claim': {
    told: (
      {
        whPerKg,
        capacityAh,
        massKg,
        implausibleWhPerKg,
        likelyAh
      }: { whPerKg: number; capacityAh: number; massKg: number; implausibleWhPerKg: number; likelyAh: number },
      said: Said
    ) => ({
      short: `${whPerKg.toFixed(0)} Wh/kg is too good`,
      title: `${capacityAh} Ah in ${said.kg(massKg)} is too good to be true`,
      why: `That is ${whPerKg.toFixed(0)} Wh per kg; packs of this kind reach ${implausibleWhPerKg} at most. Perhaps the figure is cranking amps, or counted at the cell’s voltage; weigh it, or plan with ${likelyAh.toFixed(1)} Ah.`
    })
  },
  'changeover-unsound': {
    one: () => ({
      short: 'A changeover for one battery',
      title: 'A changeover, but only one battery',
      why: 'It switches nothing over. Add the second battery, or let it stand alone.'
    }),
    joins: () => ({
      short: 'The changeover can join packs',
      title: 'In one position the changeover joins both packs',
      why: `A full and an empty pack joined pass tens of amps at once, more than a pack may be charged with. A changeover of the kind 1, off, 2 cannot do that.`
    })
  },
  'chemistry-unknown': {
    told: ({ lithium, byWeight }: { lithium: boolean; byWeight: string }) => ({
      short: lithium ? 'Which lithium is it?' : 'Battery chemistry is unknown',
      title: lithium ? 'Lithium, but which sort is unknown' : 'The battery’s chemistry is unknown',
      why: lithium
        ? 'Iron phosphate is charged with 14.4 V, three cells of the common kind with 12.6 V, four with 16.8 V: the wrong one burns. Read the label: 12.8 V is iron phosphate, 11.1 V three cells, 14.8 V four. Until then the figures are those of iron phosphate.'
        : 'Charging voltage, cold limit and usable depth depend on it. Read the label: LiFePO4 says 12.8 V, AGM and gel say 12 V and weigh two and a half times as much. Until then the figures are those of AGM.' +
          ` ${byWeight}`
    })
  },
  'cutoff-bypassed': {
    told: ({
      roundTags,
      round,
      cutV,
      hasProtection
    }: {
      roundTags: string[];
      round: string[];
      cutV: number;
      hasProtection: boolean | null | undefined;
    }) => ({
      short: `${listOf(roundTags)} ${round.length > 1 ? 'go' : 'goes'} round the cut-off`,
      title: `${listOf(round)} ${round.length > 1 ? 'go' : 'goes'} round the cut-off`,
      why: `It opens at ${cutV} V for what hangs behind it; these go on until ${hasProtection === true ? 'the pack’s own electronics switch it off' : 'the battery is empty and harmed'}.`
    })
  },
  'cutoff-too-low': {
    low: ({
      cutV,
      name,
      absoluteCutoffV,
      loadedCutoffV
    }: {
      cutV: number;
      name: string;
      absoluteCutoffV: number;
      loadedCutoffV: number;
    }) => ({
      short: `Disconnect ${cutV} V is too low`,
      title: `A disconnect at ${cutV} V is too low`,
      why: `${name} is harmed under ${absoluteCutoffV} V; ${loadedCutoffV} V under load is a good setting.`
    }),
    chatters: ({ backV, cutV, recoversV, offA }: { backV: number; cutV: number; recoversV: number; offA: number }) => ({
      short: 'Disconnect would chatter',
      title: 'The disconnect would open and close without end',
      why: `It opens at ${cutV} V and closes again at ${backV} V; ${offA > 0 ? `without the ${ampsText(offA)} A behind it the battery springs` : 'without a load a battery springs'} back to some ${fixed(recoversV, 1)} V at once, and sinks again with it.`
    }),
    staysOpen: ({ backV, chargedV }: { backV: number; chargedV: number }) => ({
      short: 'Disconnect never closes again',
      title: 'Once it has opened, the disconnect stays open',
      why: `It closes at ${backV} V; what charges this battery brings it to ${fixed(chargedV, 1)} V at most.`
    })
  },
  'cutoff-vs-bms': {
    told: ({ ownCutV, cutV, apartV }: { ownCutV: number; cutV: number; apartV: number }) => ({
      short: 'The pack cuts off first',
      title: 'The pack’s own protection acts before the disconnect',
      why: `It opens at ${ownCutV.toFixed(1)} V; the disconnect at ${cutV.toFixed(1)} V. Set it ${apartV} V higher at least, or the box drops out without warning.`
    })
  },
  'dod-deep': {
    told: ({ keepBackFraction, wantedFraction }: { keepBackFraction: number; wantedFraction: number }) => ({
      short: `Drained to ${Math.round(keepBackFraction * 100)} %`,
      title: `Drained to ${Math.round(keepBackFraction * 100)} % on each outing`,
      why: `This kind of battery lasts longest when ${Math.round(wantedFraction * 100)} % is kept back; deeper use costs cycles.`
    })
  },
  'no-cutoff': {
    told: () => ({
      short: 'Nothing stops a deep discharge',
      title: 'Nothing stops a deep discharge',
      why: 'This battery has no electronics that switch it off. Watch the voltmeter and pack up at the kept-back line, or fit a low-voltage disconnect.'
    })
  },
  'no-protection': {
    told: ({ unknown }: { unknown: boolean }) => ({
      short: unknown ? 'Has the pack protection?' : 'Lithium without protection',
      title: unknown
        ? 'Whether the pack has protection electronics is unknown'
        : 'A lithium pack without protection electronics',
      why: `${unknown ? 'Without them nothing' : 'Nothing'} stops it when a cell is overcharged, drained, shorted or charged in the frost: it can burn. Only a pack with its own electronics belongs in a box. Its label or data sheet says ‘BMS’, ‘PCM’ or ‘protected’.`
    })
  },
  'not-full-at-start': {
    told: ({
      startPercent,
      availableAh,
      startFraction
    }: {
      startPercent: number;
      availableAh: number;
      startFraction: number;
    }) => ({
      short: `Starts ${startPercent} % full`,
      title: `It starts ${startPercent} % full`,
      why: `${(availableAh * (1 - startFraction)).toFixed(1)} Ah are missing from the start.`
    })
  },
  'outside-inlet': {
    told: () => ({
      short: 'No way in for the battery lead',
      title: 'The outside battery’s lead has no way into the case',
      why: 'It needs an inlet or a gland of its own on a face: through the charge inlet it would meet the charger’s fuse and rating.'
    })
  },
  'parallel-age': {
    told: ({ apart, gapYears }: { apart: boolean; gapYears: number }) => ({
      short: apart ? `Packs ${gapYears.toFixed(1)} years apart` : 'Join only matched, full packs',
      title: apart ? `The packs are ${gapYears.toFixed(1)} years apart` : 'Join only matched packs, both full',
      why: apart
        ? 'An older pack has more resistance: the newer one carries the load and is worn out early. Pair packs bought within half a year, or use them one after the other by a changeover.'
        : 'Same model, bought within half a year, each charged full before they are joined; take + and − from opposite ends.'
    })
  },
  'parallel-fuse': {
    told: ({
      unknown,
      byTurns,
      changeoverJoins,
      packA
    }: {
      unknown: boolean;
      byTurns: boolean;
      changeoverJoins: boolean;
      packA: number;
    }) => ({
      short: unknown
        ? 'Has each pack its fuse?'
        : byTurns
          ? 'Pack leads without a fuse'
          : 'Packs share without own fuses',
      title: unknown
        ? 'Whether each pack has a fuse is unknown'
        : byTurns
          ? 'The leads from the packs to the changeover have no fuse'
          : 'Each pack of a parallel bank needs its own fuse',
      why:
        byTurns && !changeoverJoins
          ? `Nothing opens on a short between a pack and the changeover: up to ${packA.toFixed(0)} A flow there.`
          : `One pack would feed a short in the other with up to ${packA.toFixed(0)} A.`
    })
  },
  'parallel-soc': {
    told: ({
      settledA,
      full,
      empty,
      peakA,
      limitA,
      movedAh
    }: {
      settledA: number;
      full: number;
      empty: number;
      peakA: number;
      limitA: number;
      movedAh: number;
    }) => ({
      short: `Joining them: ${settledA.toFixed(0)} A surge`,
      title: `Joining these packs lets ${settledA.toFixed(0)} A flow between them`,
      why: `One is ${Math.round(full * 100)} % and one ${Math.round(empty * 100)} % full: ${settledA.toFixed(0)} A over the first minute, ${peakA.toFixed(0)} A at first, double that fresh off a charger; the emptier one may be charged with ${limitA.toFixed(0)} A. ${movedAh.toFixed(1)} Ah move.`
    })
  },
  'parallel-takeoff': {
    told: ({ ratio, loadA, linkMilliOhm }: { ratio: number; loadA: number; linkMilliOhm: number }) => ({
      short: Number.isFinite(ratio) ? `Packs share ${ratio.toFixed(1)} to 1` : 'One pack charges another',
      title: Number.isFinite(ratio)
        ? `One pack gives ${ratio.toFixed(1)} times as much as another`
        : 'The fuller pack charges the emptier one before it feeds anything',
      why: `At ${loadA.toFixed(1)} A through links of ${linkMilliOhm.toFixed(1)} mohm the nearest pack works hardest and ages first.`
    })
  },
  'posts-uncovered': {
    told: ({ unknown, shortCircuitA }: { unknown: boolean; shortCircuitA: number }) => ({
      short: unknown ? 'Are the posts covered?' : 'Bare battery posts',
      title: unknown ? 'Whether the battery’s posts are covered is not said' : 'The battery’s posts are bare',
      why: `A spanner across ${unknown ? 'bare ones' : 'them'} passes up to ${shortCircuitA.toFixed(0)} A, with no fuse before it. Caps or boots on every post and stud.`
    })
  },
  'series-batteries': {
    told: ({ seriesV }: { seriesV: number }) => ({
      short: `Packs in series: ${seriesV.toFixed(0)} V`,
      title: 'Haversack does not plan batteries in series',
      why: `In a row they put about ${seriesV.toFixed(0)} V on parts made for 12 V, and one weak pack is reversed by the others. Figures here are those of a parallel bank.`
    })
  },
  'stored-flat': {
    told: (
      {
        left,
        storageMonths,
        storageC,
        perMonthFraction,
        lead
      }: { left: string; storageMonths: number; storageC: number; perMonthFraction: number; lead: boolean },
      said: Said
    ) => ({
      short: `${left} % left after storage`,
      title: `Stored for ${Number(storageMonths.toFixed(1))} months it falls to ${left} % by itself`,
      why: `At ${said.degC(storageC)} it loses ${(perMonthFraction * 100).toFixed(1)} % a month with nothing connected. ${lead ? 'A lead battery that stands half empty hardens and does not come back.' : 'Under its lowest voltage its protection opens, and some never wake again.'} Top it up in between, and keep it cool.`
    })
  }
} satisfies WordTable;
