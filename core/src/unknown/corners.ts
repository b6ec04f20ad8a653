import { applyEdits } from '../box/edits.ts';
import type { Box } from '../box/schema.ts';
import { chemistryRange, endEdits, type End, type Range } from './ranges.ts';

/** A box with everything unknown in it set to an end of its range. */
export type Corner = {
  end: End;
  /** A battery of another sort than the one its figures are taken of. */
  otherSort: boolean;
  box: Box;
};

/**
 * The boxes that a box with unknowns may turn out to be, at the ends that are worst for heat, for a short, and at the best
 * one; each chemistry a battery may have is tried at the best end. Empty when nothing is unknown.
 */
export function corners(box: Box, ranges: readonly Range[]): Corner[] {
  const sorts = chemistryRange(box);
  if (ranges.length === 0 && sorts.length === 0) return [];
  const batteryId = box.bank.partId;
  const as = (end: Corner['end'], chemistry: string | undefined, otherSort = false): Corner => ({
    end,
    otherSort,
    box: applyEdits(box, [
      ...endEdits(ranges, end),
      ...(chemistry === undefined
        ? []
        : [{ op: 'set' as const, path: `parts/${batteryId}/chemistry`, value: chemistry }])
    ])
  });
  const [usual, ...others] = sorts;
  return [
    as('best', usual),
    ...(ranges.length > 0 ? [as('heat', usual), as('short', usual)] : []),
    ...(ranges.some((r) => r.otherBest !== undefined) ? [as('otherBest', usual)] : []),
    ...others.map((c) => as('best', c, true))
  ];
}
