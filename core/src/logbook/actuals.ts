import { compare } from './compare.ts';
import { inOrder } from './kinds.ts';
import type { EntryOf, LogRecord } from './record.ts';

/** One outing against its plan. */
export type Actual = {
  id: string;
  day: string;
  durationH: number | null;
  wantedH: number | null;
  chargeAh: number | null;
  /** What the plan of that day asks for in the hours it really was. */
  plannedAh: number | null;
  endV: number | null;
  plannedEndV: number | null;
  say: string;
};

/** Every outing against the plan of its day, oldest first. */
export function actuals(records: readonly LogRecord[]): Actual[] {
  const outings = records.filter((r): r is LogRecord & EntryOf<'outing'> => r.kind === 'outing');
  return inOrder(outings).map((r) => {
    const { planned } = r;
    const perHour = planned.chargeAh !== null && planned.wantedH ? planned.chargeAh / planned.wantedH : null;
    return {
      id: r.id,
      day: r.day,
      durationH: r.durationH,
      wantedH: planned.wantedH,
      chargeAh: r.chargeAh,
      plannedAh: perHour !== null && r.durationH !== null ? perHour * r.durationH : null,
      endV: r.endV,
      plannedEndV: planned.endV,
      say: compare(r).say
    };
  });
}
