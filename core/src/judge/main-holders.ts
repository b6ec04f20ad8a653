import type { Box } from '../box/schema.ts';
import type { Catalogue, PartOf } from '../catalogue/part.ts';
import { LOAD_SHARE } from '../wiring/fuse.ts';
import { fuseOf } from '../wiring/main-path.ts';
import { isTab } from './terminals.ts';

/**
 * Holders for a fuse at the battery, small before large: those whose smallest fuse that carries the load breaks what the
 * battery drives, whose body bears it, and which the terminal can carry; each with that smallest fuse.
 * @param loadA what runs through it steadily
 * @param shortCircuitA what the battery drives into a short
 */
export function mainHolders(
  x: { box: Box; catalogue: Catalogue },
  battery: PartOf<'battery'>,
  loadA: number,
  shortCircuitA: number
): { holder: PartOf<'fuse-holder'>; leastA: number }[] {
  const tab = isTab(battery);
  return x.catalogue
    .filter((p) => p.kind === 'fuse-holder')
    .flatMap((holder) => {
      const fuse = fuseOf(x.box, x.catalogue, holder.family);
      const leastA = fuse?.ratingsA.filter((a) => a >= loadA / LOAD_SHARE).sort((a, b) => a - b)[0];
      const bolted = holder.family === 'post' || holder.family === 'midi';
      if (!fuse || leastA === undefined || (holder.ratingA ?? Infinity) < leastA || (tab && bolted)) return [];
      if ((fuse.interruptingA ?? 0) * LOAD_SHARE < shortCircuitA || fuse.voltageDcV === null) return [];
      return [{ holder, leastA }];
    })
    .sort((p, q) => p.leastA - q.leastA || p.holder.usualDistanceMm - q.holder.usualDistanceMm);
}
