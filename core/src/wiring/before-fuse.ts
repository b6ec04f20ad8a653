import type { Attr } from '../box/attr.ts';
import type { SWITCH_PLACES } from '../box/feed-names.ts';
import { mainFeed } from '../box/feeds.ts';
import type { Box, Origin } from '../box/schema.ts';
import { fusedInMinus, switchedInMinus, type Leads } from './poles.ts';

/**
 * Its switches sit between where it starts and its own fuse: that fuse opens for nothing up to them, and what is taken off
 * ahead of them is ahead of the fuse, too. Both have to sit in the positive.
 */
export const switchedAheadOfFuse = (
  of: Leads & { switchPlace: Attr<(typeof SWITCH_PLACES)[number]>; fuse: { is: Attr<number>['is'] } }
): boolean =>
  of.switchPlace.is === 'set' &&
  of.switchPlace.value === 'ahead-of-fuse' &&
  of.fuse.is !== 'none' &&
  !fusedInMinus(of) &&
  !switchedInMinus(of);

/** Starts at a battery, or where the main feed has no fuse yet: ahead of a switch that sits ahead of the main fuse. */
export function startsUnfused(box: Pick<Box, 'feeds'>, from: Attr<Origin>): boolean {
  if (from.is === 'set' && from.value.at === 'post') return true;
  const main = mainFeed(box);
  if (!switchedAheadOfFuse(main) || from.is === 'unknown') return false;
  return from.is !== 'set' || (from.value.at === 'feed' && from.value.id === main.id && from.value.ahead);
}
