import type { EntryOf } from './record.ts';

export type Comparison = {
  /** Measured over planned amps; undefined when one of the figures is missing. */
  drawRatio: number | undefined;
  meanA: number | undefined;
  plannedMeanA: number | undefined;
  /** A plain sentence. */
  say: string;
};

/** Agreement within which plan and outing are called the same. @source rule of thumb, a shunt meter and habit */
const SAME_FRACTION = 0.1;

/**
 * Planned against actual by mean current: amp-hours over hours, both as recorded. Works with outings shorter or longer
 * than planned.
 */
export function compare(entry: EntryOf<'outing'>): Comparison {
  const { planned } = entry;
  const meanA = entry.chargeAh !== null && entry.durationH ? entry.chargeAh / entry.durationH : undefined;
  const plannedMeanA = planned.chargeAh !== null && planned.wantedH ? planned.chargeAh / planned.wantedH : undefined;
  if (meanA === undefined || plannedMeanA === undefined || plannedMeanA === 0) {
    return {
      drawRatio: undefined,
      meanA,
      plannedMeanA,
      say:
        entry.durationH !== null && planned.wantedH !== null
          ? entry.durationH < planned.wantedH * 0.98
            ? 'Ended before the planned time.'
            : 'Made the planned time.'
          : 'Note hours and amp-hours to compare with the plan.'
    };
  }
  const drawRatio = meanA / plannedMeanA;
  const percent = Math.round(Math.abs(drawRatio - 1) * 100);
  const say =
    Math.abs(drawRatio - 1) <= SAME_FRACTION
      ? 'Drew what was planned.'
      : drawRatio > 1
        ? `Drew ${percent} % more than planned: measure the devices.`
        : `Drew ${percent} % less than planned.`;
  return { drawRatio, meanA, plannedMeanA, say };
}
