import type { Box, Season } from '../box/schema.ts';
import { DAYS_A_MONTH } from '../quantity/constants.ts';
import { dayAfter, monthAfter } from './sun.ts';

const DAY_MS = 86_400_000;
/** Months that the longest season touches. */
const MOST_MONTHS = 14;

/** Air of a day, straight between the middles of the months. */
export function dayMeanC(season: Season, day: number): number {
  const [, , d] = dayAfter(season.startDay, day).split('-').map(Number) as [number, number, number];
  const month = monthAfter(season.startDay, day);
  const share = (d - DAYS_A_MONTH / 2) / DAYS_A_MONTH;
  const other = (month + (share >= 0 ? 1 : 11)) % 12;
  return season.monthC[month]! + Math.abs(share) * (season.monthC[other]! - season.monthC[month]!);
}

/** Days on which the mean turns, first and last among them: between them it only rises or only falls. */
function turningDays({ startDay, dayCount }: Season): number[] {
  const [year, month, date] = startDay.split('-').map(Number) as [number, number, number];
  // the middle of a month falls between two dates
  const middles = Array.from({ length: MOST_MONTHS }, (_, i) =>
    [Math.floor(DAYS_A_MONTH / 2), Math.ceil(DAYS_A_MONTH / 2)].map(
      (middle) => (Date.UTC(year, month - 1 + i, middle) - Date.UTC(year, month - 1, date)) / DAY_MS
    )
  ).flat();
  return [0, dayCount - 1, ...middles.filter((day) => day > 0 && day < dayCount)];
}

type AirC = { coldestC: number; warmestC: number };

/** Worked out once for a season: a dozen places ask. */
const known = new WeakMap<Season, AirC>();

/** Air in the night of its coldest day and at noon of its warmest, °C; undefined without a season. */
export function seasonAirC({ season }: Pick<Box, 'season'>): AirC | undefined {
  if (!season) return undefined;
  const ready = known.get(season);
  if (ready) return ready;
  const means = turningDays(season).map((day) => dayMeanC(season, day));
  const half = season.swingK / 2;
  const air = { coldestC: Math.min(...means) - half, warmestC: Math.max(...means) + half };
  known.set(season, air);
  return air;
}

/** The coldest air it stands in, on the outing and through a season, °C. */
export const coldestAirC = (box: Pick<Box, 'season' | 'outing'>): number =>
  Math.min(box.outing.airC, seasonAirC(box)?.coldestC ?? Infinity);

/** Cold mornings at which a panel is judged, °C, where nothing colder is known. @source electrical reference 9, E9.4; rule of thumb for temperate winters */
const COLD_MORNING_C = -10;

/** Air in which a panel gives its highest voltage, °C. */
export const panelColdC = (box: Pick<Box, 'season' | 'outing'>): number => Math.min(COLD_MORNING_C, coldestAirC(box));

/** The warmest hour of the outing, °C. */
export const outingWarmestC = ({ outing }: Pick<Box, 'outing'>): number =>
  Math.max(outing.airC, outing.warmestC ?? -Infinity);

/** The warmest hour of the outing and of a season, °C. */
export const warmestAirC = (box: Pick<Box, 'season' | 'outing'>): number =>
  Math.max(outingWarmestC(box), seasonAirC(box)?.warmestC ?? -Infinity);
