import type { Box } from '../box/schema.ts';
import type { Plan } from '../evaluate.ts';
import { blankEntry } from './kinds.ts';
import { plannedFor } from './planned.ts';
import type { EntryOf } from './record.ts';

/** What a meter wrote down of an outing. */
export type Recorded = {
  name: string;
  fromMs: number | null;
  toMs: number | null;
  outAh: number | null;
  endV: number | null;
};

const HOUR_MS = 3_600_000;

/** Hours a series lasts. */
export const seriesH = (s: Pick<Recorded, 'fromMs' | 'toMs'>): number => ((s.toMs ?? 0) - (s.fromMs ?? 0)) / HOUR_MS;

/**
 * A recorded series as an outing: its hours and amp-hours, the day it began, the voltage it ended with under load.
 * @param day ISO day of a moment where the person is
 */
export function outingFromSeries(
  box: Box,
  plan: Plan,
  s: Recorded,
  x: { batteryIds: string[]; day: (ms: number) => string }
): EntryOf<'outing'> {
  const durationH = seriesH(s);
  return {
    ...blankEntry('outing', x.day(s.fromMs ?? 0), plannedFor(box, plan, durationH)),
    durationH,
    chargeAh: s.outAh === null ? null : Math.max(0, s.outAh),
    endV: s.endV,
    endState: s.endV === null ? null : 'loaded',
    batteryIds: x.batteryIds,
    notes: s.name
  };
}
