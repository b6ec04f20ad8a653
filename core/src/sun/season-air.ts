import type { Box } from '../box/schema.ts';
import { DAYS_A_MONTH } from '../quantity/constants.ts';

/** Mean air of the months a season covers, °C. */
function monthsC({ startDay, dayCount, monthC }: NonNullable<Box['season']>): number[] {
  const first = Number(startDay.slice(5, 7)) - 1;
  const count = Math.min(12, Math.ceil((Number(startDay.slice(8, 10)) + dayCount) / DAYS_A_MONTH));
  return Array.from({ length: Math.max(1, count) }, (_, i) => monthC[(first + i) % 12]!);
}

/** Air of the usual nights of its coldest month and of the usual days of its warmest, °C; undefined without a season. */
export function seasonAirC(box: Pick<Box, 'season'>): { coldestC: number; warmestC: number } | undefined {
  if (!box.season) return undefined;
  const months = monthsC(box.season);
  const half = box.season.swingK / 2;
  return { coldestC: Math.min(...months) - half, warmestC: Math.max(...months) + half };
}

/** The coldest air it stands in, on the outing and through a season, °C. */
export const coldestAirC = (box: Pick<Box, 'season' | 'outing'>): number =>
  Math.min(box.outing.airC, seasonAirC(box)?.coldestC ?? Infinity);

/** The warmest hour of the outing and of a season, °C. */
export const warmestAirC = (box: Pick<Box, 'season' | 'outing'>): number =>
  Math.max(box.outing.airC, box.outing.warmestC ?? -Infinity, seasonAirC(box)?.warmestC ?? -Infinity);
