import type { StopReason } from '../../outing/run-types.ts';
import { momentText, stretchText, type Window } from '../../timeline/bars.ts';
import { durationText, fixed } from '../../quantity/format.ts';
import { capital } from '../../quantity/capital.ts';
import { MOTOR_START } from '../../wiring/fuse.ts';
import type { Said } from '../../quantity/said.ts';
import { PD_CURRENT_A, PD_MARKED_CABLE_A } from '../../demand/converter.ts';
import type { WordTable } from './table.ts';

const BETTER = 'A regulator port, a thicker or shorter wire, or a fuller battery keeps it going.';

const WHAT = {
  starting: [
    'starts an engine',
    'Hundreds of amps, and an alternator that answers: that is the work of a vehicle or boat electrician.'
  ],
  propulsion: [
    'drives a vehicle or boat',
    'Loads and faults beyond what these figures were checked for, and lives hang on it.'
  ],
  mains: [
    'is mains wiring',
    'An inverter’s output can kill. Fixed mains wiring follows local codes and a licensed electrician.'
  ]
} as const;

/** Volts that reach a device, or the converter to so many volts that feeds it, and what it needs. */
export type Lack = { gets: string; needs: string; railV: number | undefined };
const lacking = ({ gets, needs, railV }: Lack): string =>
  `${railV === undefined ? 'It' : `The converter to ${railV} V`} gets ${gets} V and needs ${needs} V.`;

/** What ends: a battery with charge in it is not empty, the device that gives up has the word. */
function endOf(device: string | undefined, reason: StopReason | undefined): string {
  if (device) return `${device} ends`;
  return reason === 'protection' ? 'The pack switches off' : reason === 'disconnect' ? 'Switched off' : 'Empty';
}

export const outingWords = {
  'card-full': {
    told: ({
      name,
      card,
      onHours,
      outing,
      fullAtH,
      takesH,
      batteryEndH
    }: {
      name: string;
      card: { sizeGB: number; gbPerHour: number };
      onHours: number;
      outing: Window;
      fullAtH: number;
      takesH: number;
      batteryEndH: number | undefined;
    }) => ({
      short: `${name}: card full ${momentText(outing, fullAtH)}`,
      title: `The card of ${name} is full at ${momentText(outing, fullAtH)}`,
      why: `${card.sizeGB} GB at ${card.gbPerHour} GB an hour take ${durationText(takesH)}; it is on for ${durationText(onHours)}. ${batteryEndH === undefined ? 'The battery lasts longer.' : `The battery would last until ${momentText(outing, batteryEndH)}.`} A larger card, a smaller picture, or a change on the way.`
    }),
    season: ({
      name,
      cardDays,
      sizeGB,
      takesH,
      perDayH,
      visitEveryDays,
      dayCount
    }: {
      name: string;
      cardDays: number;
      sizeGB: number;
      takesH: number;
      perDayH: number;
      visitEveryDays: number | null;
      dayCount: number;
    }) => ({
      short: `${name}: card full on day ${Math.floor(cardDays) + 1}`,
      title: `Left alone, the card of ${name} is full on day ${Math.floor(cardDays) + 1}`,
      why: `${sizeGB} GB hold ${durationText(takesH)} of its on-time, ${durationText(perDayH)} a day; ${visitEveryDays === null ? `nobody comes for ${dayCount} days` : `somebody comes every ${visitEveryDays} days`}. A larger card, or a visit before then.`
    })
  },
  'device-never-runs': {
    behindConverter: ({
      name,
      gets,
      supply,
      needs
    }: {
      name: string;
      gets: string;
      supply: '12v' | 'usb-a' | 'usb-c' | 'regulated-12v' | 'dc-converter' | 'inverter';
      needs: string;
    }) => ({
      short: `${name} gets only ${gets} V`,
      title: `${supply === 'usb-a' ? 'USB' : 'Its own converter'} gives ${name} only ${gets} V`,
      why: `It needs ${needs} V to run.`
    }),
    onBattery: ({
      name,
      needs,
      has,
      belowMin
    }: {
      name: string;
      needs: string;
      has: string;
      belowMin: 'stops' | 'resets' | 'degrades';
    }) => ({
      short: `${name} needs ${needs} V`,
      title: `${name} never gets the ${needs} V it needs`,
      why: `This battery never has more than ${has} V on the outing. ${belowMin === 'degrades' ? 'It works badly from the first minute.' : 'It does not run at all.'}`
    })
  },
  'device-overvoltage': {
    told: ({
      name,
      highV,
      unknown,
      usualMostV,
      maxV
    }: {
      name: string;
      highV: number;
      unknown: boolean;
      usualMostV: number;
      maxV: number | null;
    }) => ({
      short: `${name} gets ${highV.toFixed(1)} V`,
      title: `${name} can get ${highV.toFixed(1)} V`,
      why: unknown
        ? `What it bears is unknown, and 12 V devices seldom bear more than ${usualMostV} V. While this battery charges its terminals reach ${highV.toFixed(1)} V. Read its label (‘10–30 V’, ‘12 V ±10 %’).`
        : `It bears ${maxV} V. While this battery charges its terminals reach ${highV.toFixed(1)} V.`
    })
  },
  'device-undervoltage': {
    endsWithInner: ({ name, when, minV }: { name: string; when: string; minV: number | null }) => ({
      short: `${name} ends at ${when}`,
      title: `${name} ends at ${when}, its inner battery empty`,
      why: `The box no longer gave it ${minV} V, and then its own battery ran out. ${BETTER}`
    }),
    stops: ({ name, when, lack }: { name: string; when: string; lack: Lack }) => ({
      short: `${name} stops at ${when}`,
      title: `${name} stops at ${when}`,
      why: `${lacking(lack)} ${BETTER}`
    }),
    resets: ({ name, when, lack }: { name: string; when: string; lack: Lack }) => ({
      short: `${name} resets ${when}`,
      title: `${name} resets from ${when} on`,
      why: `${lacking(lack)} It starts anew each time the voltage dips, and draws on meanwhile. ${BETTER}`
    }),
    degrades: ({ name, when, lack }: { name: string; when: string; lack: Lack }) => ({
      short: `${name} weak at ${when}`,
      title: `${name} works badly from ${when} on`,
      why: `${lacking(lack)} It goes on, but weakly or faultily. ${BETTER}`
    }),
    inner: ({ name, when, lack, innerH }: { name: string; when: string; lack: Lack; innerH: number }) => ({
      short: `${name} on its own battery`,
      title: `${name} goes over to its own battery at ${when}`,
      why: `${lacking(lack)} Its inner battery carries it ${durationText(innerH)}.`
    })
  },
  'device-volts': {
    unset: ({ name, maxV }: { name: string; maxV: number }) => ({
      short: `${name}: converter set to what?`,
      title: `What the converter of ${name} gives is not known`,
      why: `It bears ${maxV} V at most. Measure the converter before the device is plugged into it.`
    }),
    told: ({
      name,
      gets,
      supply,
      bears
    }: {
      name: string;
      gets: string;
      supply: '12v' | 'usb-a' | 'usb-c' | 'regulated-12v' | 'dc-converter' | 'inverter';
      bears: string;
    }) => ({
      short: `${name} gets ${gets} V`,
      title: `${supply === 'usb-a' ? 'USB' : 'Its own converter'} gives ${name} ${gets} V`,
      why: `It bears ${bears} V: it is harmed the moment it is plugged in.`
    })
  },
  'draw-claims-disagree': {
    told: ({
      name,
      say,
      powerW,
      otherSay,
      otherW,
      times
    }: {
      name: string;
      say: string;
      powerW: number;
      otherSay: string;
      otherW: number;
      times: number;
    }) => ({
      short: `${name}: claims disagree`,
      title: `What is known about ${name} does not agree`,
      why: `${capital(say)}: ${powerW.toFixed(1)} W. But ${otherSay}: ${otherW.toFixed(1)} W, ${times.toFixed(1)} times less. Measure it once more, at the 12 V lead, while it does what it will do outside.`
    }),
    counted: ({
      name,
      known,
      powerW,
      countedW
    }: {
      name: string;
      known: string;
      powerW: number;
      countedW: number;
    }) => ({
      short: `${name}: ${countedW.toFixed(1)} W counted, not ${powerW.toFixed(1)}`,
      title: `${name} is counted with ${countedW.toFixed(1)} W, but ${known}`,
      why: `That is ${powerW.toFixed(1)} W. ${powerW > countedW ? 'The box ends sooner than the plan says' : 'The box may last longer than the plan says'}, unless what was found out was of another mode, or of something else beside it.`
    })
  },
  'draw-guessed': {
    told: ({ name, guessedFraction }: { name: string; guessedFraction: number }) => ({
      short: `Measure ${name}: it decides`,
      title: `Measure ${name}: it decides`,
      why: `${guessedFraction} % of the energy rests on a guess, which may be a third off. A meter in its lead for ten minutes settles it.`
    })
  },
  'engine-circuit': {
    outOfScope: ({ name, use }: { name: string; use: keyof typeof WHAT }) => ({
      short: `${name} is out of scope`,
      title: `Haversack does not plan what ${WHAT[use][0]}`,
      why: WHAT[use][1]
    }),
    sounds: ({ name, sounds }: { name: string; sounds: 'starting' | 'propulsion' | 'mains' }) => ({
      short: `${name}: engine or drive?`,
      title: `${name}: is this field electronics?`,
      why: `Its name sounds like something that ${WHAT[sounds][0]}: that is outside what Haversack plans.`
    })
  },
  'inverter-present': {
    told: ({ name, currentA, lostW }: { name: string; currentA: number; lostW: number }) => ({
      short: `${name}: mains inside`,
      title: `${name} runs on mains from an inverter`,
      why: `An inverter’s output can kill, damp places especially; local codes and a licensed electrician decide about it. Haversack plans the 12 V side only: ${currentA.toFixed(1)} A at most, ${lostW.toFixed(1)} W lost. Many such devices also take USB-C.`
    })
  },
  'motor-unsaid': {
    told: ({ name, currentA }: { name: string; currentA: number }) => ({
      short: `${name}: a motor?`,
      title: `Has ${name} a motor?`,
      why: `A motor takes about ${MOTOR_START.times} times as much as it starts, here ${fixed(MOTOR_START.times * currentA, 0)} A, and its brushes spark at the switch: fuse, switch and the pack’s electronics have to bear that. So far it is judged as if it had none.`
    })
  },
  'never-on': {
    told: ({ name, spansCount, outingText }: { name: string; spansCount: number; outingText: string }) => ({
      short: `${name} is never on`,
      title: `${name} is never on`,
      why: `It has no bar within the outing${spansCount > 0 ? `, which runs ${outingText}` : ''}, so it draws nothing in this plan.`
    })
  },
  'peak-cutoff': {
    told: ({
      outing,
      atH,
      earlierH,
      cutV,
      leftFraction
    }: {
      outing: Window;
      atH: number;
      earlierH: number;
      cutV: number;
      leftFraction: number;
    }) => ({
      short: `Peaks cut off at ${momentText(outing, atH)}`,
      title: `At ${momentText(outing, atH)} the hungriest moment trips the cut-off`,
      why: `The mean load would run ${earlierH.toFixed(1)} h longer, but with a peak on it the voltage falls under ${cutV.toFixed(1)} V with ${(leftFraction * 100).toFixed(0)} % left. A larger or warmer battery, thicker wire or less at once.`
    })
  },
  'power-limit': {
    told: ({ outing, endsAtH }: { outing: Window; endsAtH: number | undefined }) => ({
      short: 'The load collapses the voltage',
      title: 'The load is more than this battery can pass',
      why: `At ${momentText(outing, endsAtH ?? 0)} no voltage exists at which battery and wiring could carry what is switched on. A larger battery, thicker wire or less load is needed.`
    })
  },
  'runtime-short': {
    told: (
      {
        device,
        reason,
        outing,
        endsAtH,
        missingH,
        leastH,
        totalAh,
        usableAh,
        keepBackFraction
      }: {
        device: string | undefined;
        reason: StopReason | undefined;
        outing: Window & { airC: number };
        endsAtH: number | undefined;
        missingH: number;
        leastH: number;
        totalAh: number;
        usableAh: number;
        keepBackFraction: number | undefined;
      },
      said: Said
    ) => ({
      short: `${endOf(device, reason)} at ${momentText(outing, endsAtH ?? 0)}, before pack-up`,
      title: `${endOf(device, reason)} ${durationText(Math.max(missingH, leastH))} before you pack up`,
      why: `The outing wants ${totalAh.toFixed(1)} Ah; the battery gives ${usableAh.toFixed(1)} Ah at ${said.degC(outing.airC)}. At ${momentText(outing, endsAtH ?? 0)} ${
        device
          ? `${device} falls under its least voltage`
          : reason === 'protection'
            ? 'the pack’s protection opens'
            : reason === 'disconnect'
              ? 'the low-voltage disconnect opens'
              : `only the ${Math.round((keepBackFraction ?? 0) * 100)} % kept back is left`
      }.`
    })
  },
  'runtime-tight': {
    told: ({ lastsH, wantedH, chanceFraction }: { lastsH: number; wantedH: number; chanceFraction: number }) => ({
      short: `Only ${durationText(lastsH - wantedH)} to spare`,
      title: `Only ${durationText(lastsH - wantedH)} to spare`,
      why: `A fifth more than wanted covers what guesses miss. The chance of lasting is about ${Math.round(chanceFraction * 100)} %; measuring the largest draw says more.`
    })
  },
  'sends-or-draws': {
    told: ({ text, name, sendW, listenW }: { text: string; name: string; sendW: number; listenW: number }) => ({
      short: `${text}: sent or drawn?`,
      title: `Is ${text} what ${name} sends, or what it draws?`,
      why: `Radios are sold by what the aerial gets. One of ${text} draws about ${fixed(sendW, 0)} W while it sends and ${fixed(listenW, 0)} W while it listens: fuse, wire and pack must bear the first. Its label gives the amps.`
    })
  },
  'span-outside': {
    told: ({ name, outing }: { name: string; outing: Window }) => ({
      short: `${name} runs past the outing`,
      title: `${name} is planned outside the outing`,
      why: `The outing runs ${stretchText(outing, { startH: outing.startH, endH: outing.startH + outing.durationH })}; what lies outside is not counted.`
    })
  },
  'usb-c-rail': {
    told: ({ beyond, name, currentA, railV }: { beyond: boolean; name: string; currentA: number; railV: number }) => ({
      short: beyond ? `${name}: beyond USB-C` : `${name}: 5 A cable`,
      title: beyond ? `USB-C cannot give ${name} what it wants` : `${name} needs a cable marked for 5 A`,
      why: `It takes ${currentA.toFixed(1)} A at ${railV} V; USB-C gives ${PD_CURRENT_A} A on an ordinary cable and ${PD_MARKED_CABLE_A} A on a marked one.`
    })
  }
} satisfies WordTable;
