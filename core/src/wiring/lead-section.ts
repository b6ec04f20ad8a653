import { valueOf } from '../box/lookup.ts';
import type { Feed } from '../box/schema.ts';
import type { WireSize } from '../quantity/wire-size.ts';
import { ampacityA, knownSize } from './conductor.ts';
import type { Laid } from './sizing.ts';

type Lead = NonNullable<Feed['lead']>;
type Led = Pick<Feed, 'lead' | 'wire' | 'wireCount'>;

/** Wire of the section ahead of a feed's way in: left to Haversack as the rest of the feed; undefined where nobody knows it. */
export const leadWire = (lead: Lead, rest: WireSize | undefined): WireSize | undefined =>
  valueOf<WireSize>(lead.wire, rest);

/** Whether that section is of another wire than the rest of the feed, or of more or fewer side by side. */
export const hasOwnLead = (feed: Led): boolean =>
  feed.lead !== null && (feed.lead.wire.is !== 'auto' || feed.lead.wireCount !== feed.wireCount);

/** What that section bears as far as somebody set its wire, or that of the rest, A; Infinity where nobody did, or knows it. */
export function leadBearsA(feed: Led | undefined, laid: Laid): number {
  const size = feed?.lead && leadWire(feed.lead, valueOf<WireSize>(feed.wire, undefined));
  return size && knownSize(size) ? feed.lead!.wireCount * ampacityA(size, laid) : Infinity;
}

/** Wires side by side where a feed has fewest of its own size: the section ahead counts where it is as the rest. */
export const fewestWires = ({ lead, wireCount }: Led): number =>
  lead?.wire.is === 'auto' ? Math.min(wireCount, lead.wireCount) : wireCount;
