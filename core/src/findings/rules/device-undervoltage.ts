import type { Lack } from '../words/outing.ts';
import { say } from '../words/say.ts';
import { apart } from '../../quantity/format.ts';
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

function draftOf(x: Facts, e: RunEvent): Draft[] {
  const i = x.box.devices.findIndex((d) => d.id === e.loadId);
  const device = x.box.devices[i];
  // what the battery never has is told as such: device-never-runs
  if (!device || neverEnough(x, device)) return [];
  const rail = x.demand.devices[i]!.shared?.rail;
  const minV = rail?.leastInV ?? device.minV ?? 0;
  const [gets, needs] = apart(e.volts, minV, 2);
  const told = toldOf(e, device, {
    when: momentText(x.box.outing, e.timeH),
    lack: { gets, needs, railV: rail?.outV },
    innerH: x.demand.devices[i]!.innerH
  });
  if (!told) return [];
  return [
    {
      severity: 'caution',
      ...told,
      // the plan ends with it: told with that, once
      ...(x.outing?.reason === 'device' && x.outing.firstStop?.loadId === device.id
        ? { cause: givesUp(device.id) }
        : {}),
      at: devicePlace(device.id, device.name),
      figures: { volts: e.volts, minV, timeH: e.timeH }
    }
  ];
}

type Told = Pick<Draft, 'say'> & Partial<Pick<Draft, 'also' | 'severity'>>;

/** What becomes of the device when its volts are gone. */
function toldOf(
  e: RunEvent,
  { name, minV, inner, belowMin }: Device,
  { when, lack, innerH }: { when: string; lack: Lack; innerH: number }
): Told | undefined {
  switch (e.reason) {
    case 'device':
      if (inner)
        return {
          say: say('device-undervoltage', 'endsWithInner', { name, when, minV })
        };
      return belowMin === 'stops' ? { say: say('device-undervoltage', 'stops', { name, when, lack }) } : undefined;
    case 'resets':
      return {
        also: 'resets',
        say: say('device-undervoltage', 'resets', { name, when, lack })
      };
    case 'degrades':
      return {
        also: 'degrades',
        say: say('device-undervoltage', 'degrades', { name, when, lack })
      };
    case 'on-inner':
      return {
        also: 'inner',
        severity: 'note',
        say: say('device-undervoltage', 'inner', { name, when, lack, innerH })
      };
    default:
      return undefined;
  }
}
