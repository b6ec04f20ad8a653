import { set } from '../box/edit.ts';
import { applyEdits } from '../box/edits.ts';
import type { Box } from '../box/schema.ts';
import type { Chemistry } from '../catalogue/part.ts';
import type { Range } from './range.ts';
import { chemistryRange, endEdits, fieldOf, type End } from './ranges.ts';

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
  const as = (
    end: End,
    chemistry: Chemistry | undefined,
    more: { otherSort?: boolean; others?: string[] } = {}
  ): Corner => ({
    end,
    otherSort: more.otherSort ?? false,
    box: applyEdits(box, [
      ...endEdits(ranges, end, more.others),
      ...(chemistry === undefined ? [] : [set(`parts/${batteryId}/chemistry`, chemistry)])
    ])
  });
  const [usual, ...rest] = sorts;
  // fields with two best ends: each of them at its other one, alone and together
  const fields = [...new Set(ranges.filter((r) => r.otherBest !== undefined).map((r) => fieldOf(r.path)))];
  const others = fields.length > 1 ? [...fields.map((f) => [f]), fields] : fields.map((f) => [f]);
  return [
    as('best', usual),
    ...(ranges.length > 0 ? [as('heat', usual), as('short', usual)] : []),
    ...others.map((o) => as('best', usual, { others: o })),
    ...rest.map((c) => as('best', c, { otherSort: true }))
  ];
}
