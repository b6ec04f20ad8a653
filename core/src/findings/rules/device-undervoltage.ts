import { apart, durationText } from '../../quantity/format.ts';
import { momentText } from '../../timeline/bars.ts';
import type { RunEvent } from '../../outing/run-types.ts';
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

function draftOf(x: Facts, e: RunEvent): Draft[] {
  const i = x.box.devices.findIndex((d) => d.id === e.loadId);
  const device = x.box.devices[i];
  if (!device) return [];
  const rail = x.demand.devices[i]!.shared?.rail;
  const minV = rail?.leastInV ?? device.minV ?? 0;
  const base = {
    at: devicePlace(device.id, device.name),
    figures: { volts: e.volts, minV, timeH: e.timeH }
  };
  const { name } = device;
  const [gets, needs] = apart(e.volts, minV, 2);
  const lack = `${rail ? `The converter to ${rail.outV} V` : 'It'} gets ${gets} V and needs ${needs} V.`;
  const better = 'A regulator port, a thicker or shorter wire, or a fuller battery keeps it going.';
  if (e.reason === 'device' && device.inner)
    return [
      {
        ...base,
        severity: 'caution',
        short: `${name} ends at ${momentText(x.box.outing, e.timeH)}`,
        title: `${device.name} ends at ${momentText(x.box.outing, e.timeH)}, its inner battery empty`,
        why: `The box no longer gave it ${device.minV} V, and then its own battery ran out. ${better}`
      }
    ];
  if (e.reason === 'device' && device.belowMin === 'stops')
    return [
      {
        ...base,
        severity: 'caution',
        short: `${name} stops at ${momentText(x.box.outing, e.timeH)}`,
        title: `${device.name} stops at ${momentText(x.box.outing, e.timeH)}`,
        why: `${lack} ${better}`
      }
    ];
  if (e.reason === 'resets')
    return [
      {
        ...base,
        also: 'resets',
        severity: 'caution',
        short: `${name} resets ${momentText(x.box.outing, e.timeH)}`,
        title: `${device.name} resets from ${momentText(x.box.outing, e.timeH)} on`,
        why: `${lack} It starts anew each time the voltage dips, and draws on meanwhile. ${better}`
      }
    ];
  if (e.reason === 'degrades')
    return [
      {
        ...base,
        also: 'degrades',
        severity: 'caution',
        short: `${name} weak at ${momentText(x.box.outing, e.timeH)}`,
        title: `${device.name} works badly from ${momentText(x.box.outing, e.timeH)} on`,
        why: `${lack} It goes on, but weakly or faultily. ${better}`
      }
    ];
  if (e.reason === 'on-inner')
    return [
      {
        ...base,
        also: 'inner',
        severity: 'note',
        short: `${name} on its own battery`,
        title: `${device.name} goes over to its own battery at ${momentText(x.box.outing, e.timeH)}`,
        why: `${lack} Its inner battery carries it ${durationText(x.demand.devices[i]!.innerH)}.`
      }
    ];
  return [];
}
