import { apart, durationText } from '../../quantity/format.ts';
import { momentText } from '../../timeline/bars.ts';
import type { Device } from '../../box/schema.ts';
import type { RunEvent } from '../../outing/run-types.ts';
import { givesUp } from '../gives-up.ts';
import { neverEnough } from '../battery-volts.ts';
import { devicePlace, rule, type Draft, type Facts } from '../rule.ts';

/** A device falls under its least voltage within the outing although charge is left; what comes after the box's own end is no more than a note. */
export const deviceUndervoltage = rule('device-undervoltage', 'lasts', 'outing', (x) => {
  const run = x.outing?.run;
  const endH = (run?.failReason === 'device' ? undefined : run?.failsAtH) ?? Infinity;
  return undervoltages(x).map(({ draft, timeH }): Draft => (timeH > endH ? { ...draft, severity: 'note' } : draft));
});

type Seen = { timeH: number; draft: Draft };

const undervoltages = (x: Facts): Seen[] =>
  (x.outing?.run.events ?? []).flatMap((e) => draftOf(x, e).map((draft): Seen => ({ timeH: e.timeH, draft })));

const BETTER = 'A regulator port, a thicker or shorter wire, or a fuller battery keeps it going.';

function draftOf(x: Facts, e: RunEvent): Draft[] {
  const i = x.box.devices.findIndex((d) => d.id === e.loadId);
  const device = x.box.devices[i];
  // what the battery never has is told as such: device-never-runs
  if (!device || neverEnough(x, device)) return [];
  const rail = x.demand.devices[i]!.shared?.rail;
  const minV = rail?.leastInV ?? device.minV ?? 0;
  const [gets, needs] = apart(e.volts, minV, 2);
  const words = wordsFor(e, device, {
    when: momentText(x.box.outing, e.timeH),
    lack: `${rail ? `The converter to ${rail.outV} V` : 'It'} gets ${gets} V and needs ${needs} V.`,
    innerH: x.demand.devices[i]!.innerH
  });
  if (!words) return [];
  return [
    {
      severity: 'caution',
      ...words,
      // the plan ends with it: told with that, once
      ...(x.outing?.reason === 'device' && x.outing.firstStop?.loadId === device.id
        ? { cause: givesUp(device.id) }
        : {}),
      at: devicePlace(device.id, device.name),
      figures: { volts: e.volts, minV, timeH: e.timeH }
    }
  ];
}

type Words = Pick<Draft, 'short' | 'title' | 'why'> & Partial<Pick<Draft, 'also' | 'severity'>>;

/** What becomes of the device when its volts are gone. */
function wordsFor(
  e: RunEvent,
  { name, minV, inner, belowMin }: Device,
  { when, lack, innerH }: { when: string; lack: string; innerH: number }
): Words | undefined {
  switch (e.reason) {
    case 'device':
      if (inner)
        return {
          short: `${name} ends at ${when}`,
          title: `${name} ends at ${when}, its inner battery empty`,
          why: `The box no longer gave it ${minV} V, and then its own battery ran out. ${BETTER}`
        };
      return belowMin === 'stops'
        ? { short: `${name} stops at ${when}`, title: `${name} stops at ${when}`, why: `${lack} ${BETTER}` }
        : undefined;
    case 'resets':
      return {
        also: 'resets',
        short: `${name} resets ${when}`,
        title: `${name} resets from ${when} on`,
        why: `${lack} It starts anew each time the voltage dips, and draws on meanwhile. ${BETTER}`
      };
    case 'degrades':
      return {
        also: 'degrades',
        short: `${name} weak at ${when}`,
        title: `${name} works badly from ${when} on`,
        why: `${lack} It goes on, but weakly or faultily. ${BETTER}`
      };
    case 'on-inner':
      return {
        also: 'inner',
        severity: 'note',
        short: `${name} on its own battery`,
        title: `${name} goes over to its own battery at ${when}`,
        why: `${lack} Its inner battery carries it ${durationText(innerH)}.`
      };
    default:
      return undefined;
  }
}
