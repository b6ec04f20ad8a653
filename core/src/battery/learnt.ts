import type { Box } from '../box/schema.ts';

/** What was taken over from the logbook for this bank; undefined once other packs stand in the box. */
export function bankLearnt(box: Pick<Box, 'bank'>): Box['bank']['learnt'] | undefined {
  const { learnt, partId, count } = box.bank;
  return learnt && learnt.partId === partId && learnt.count === count ? learnt : undefined;
}
