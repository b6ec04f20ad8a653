import { valueOf } from '../box/lookup.ts';
import type { Feed } from '../box/schema.ts';
import type { WireSize } from '../quantity/wire-size.ts';
import { ampacityA, knownSize } from './conductor.ts';
import type { Laid } from './sizing.ts';

/** Whether the section ahead of a feed's way in is of a wire of its own: left to Haversack it is as the rest of the feed. */
export const hasOwnLead = (feed: Pick<Feed, 'lead'> | undefined): boolean =>
  feed?.lead != null && feed.lead.wire.is !== 'auto';

/** What the section ahead of a feed's way in bears, where somebody set its wire, A; Infinity where it is as the rest, or not known. */
export function leadBearsA(feed: Pick<Feed, 'lead'> | undefined, laid: Laid): number {
  const size = feed?.lead && valueOf<WireSize>(feed.lead.wire, undefined);
  return size && knownSize(size) ? feed.lead!.wireCount * ampacityA(size, laid) : Infinity;
}
