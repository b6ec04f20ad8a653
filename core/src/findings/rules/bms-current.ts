import { say } from '../words/say.ts';
import { BATTERY_PLACE, rule, type Draft } from '../rule.ts';
import { BEARS } from '../../wiring/fuse.ts';

/** Overcurrent trip of pack electronics over their continuous figure, and how long it takes. @source rule of thumb: two to three times, within 0.1 s */
const TRIPS_AT = { maybe: 2, surely: 3 } as const;
/** A motor's start over its running current. @source electrical reference 4, E4.4 */
const START = 6;

/** More than the pack's electronics allow: everything on at once, or a motor's start on top of it. */
export const bmsCurrent = rule('bms-current', 'lasts', 'battery', (x) => {
  const each = x.bank?.part.maxContinuousA;
  if (!x.bank || each == null) return [];
  const load = x.judge.packA;
  const out: Draft[] = [];
  if (load > BEARS.pack * each)
    out.push({
      at: BATTERY_PLACE,
      severity: load > each ? 'stop' : 'caution',
      say: say('bms-current', 'told', {
        eachA: each,
        loadA: load,
        packCount: x.bank.count,
        timetableA: x.wiring.main.timetableA
      }),
      figures: { loadA: load, limitA: each }
    });
  const motors = x.box.devices.filter((d) => d.hasMotor && d.portId !== null);
  const runs = motors.map((d) => ({ d, amps: currentOf(x, d.id) })).sort((a, b) => b.amps - a.amps);
  const first = runs[0];
  if (first && load <= each) {
    const startA = load + (START - 1) * first.amps;
    if (startA > TRIPS_AT.maybe * each)
      out.push({
        at: BATTERY_PLACE,
        also: 'start',
        severity: startA > TRIPS_AT.surely * each ? 'stop' : 'caution',
        say: say('bms-current', 'start', { name: first.d.name, startA, startTimes: START, eachA: each }),
        figures: { startA, limitA: each }
      });
  }
  return out;
});

const currentOf = (x: Parameters<typeof bmsCurrent.check>[0], deviceId: string): number =>
  x.wiring.circuits.flatMap((c) => c.devices).find((d) => d.id === deviceId)?.currentA ?? 0;
