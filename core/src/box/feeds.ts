import type { PartOf } from '../catalogue/part.ts';
import { panelPartOf, partOf } from './lookup.ts';
import type { Box, Circuit, Feed, Origin } from './schema.ts';

/** The main feed's own id in every box Haversack makes. */
export const MAIN_ID = 'main';

type HasFeeds = Pick<Box, 'feeds'>;

/** What the bank's leads go to. */
export const mainFeed = (box: HasFeeds): Feed => box.feeds[0];

export const blockOf = (box: Pick<Box, 'parts'>, feed: Feed): PartOf<'fuse-block'> | undefined =>
  feed.ends === 'fuse-block' ? partOf(box, 'fuse-block', feed.blockPartId) : undefined;

/** Fuse blocks that stand in this case, with the ids of their bodies: all but a second one in a box of its own. */
export function caseBlocks(
  box: Pick<Box, 'feeds' | 'parts'>
): { feed: Feed; part: PartOf<'fuse-block'>; bodyId: string }[] {
  const out: { feed: Feed; part: PartOf<'fuse-block'>; bodyId: string }[] = [];
  for (const feed of box.feeds) {
    const part = blockOf(box, feed);
    // the only block of a box whose main feed has none stands here, wherever its cable begins
    if (!part || (feed.secondBox && (out.length > 0 || mainFeed(box).ends === 'fuse-block'))) continue;
    out.push({ feed, part, bodyId: out.length === 0 ? 'fuse-block' : `block-${feed.id}` });
  }
  return out;
}

/** The converter at a feed's end, where one was chosen. */
export const converterOf = (box: Pick<Box, 'parts'>, feed: Feed): PartOf<'body'> | undefined =>
  partOf(box, 'body', feed.converter?.partId);

/** Converters that stand in this case, with the ids of their bodies. */
export const caseConverters = (box: Pick<Box, 'feeds' | 'parts'>) =>
  box.feeds.flatMap((feed) => {
    const part = feed.secondBox ? undefined : converterOf(box, feed);
    return part ? [{ feed, part, bodyId: `converter-${feed.id}` }] : [];
  });

/** A breaker or push switch in one body with something else counts as a switch, too. */
export const isSwitch = (part: PartOf<'panel'> | undefined): boolean =>
  part?.role === 'switch' || part?.also.includes('switch') === true;

/** Switch ports that something names. */
function namedSwitches(box: Box): Set<string> {
  const named = [...box.circuits, ...box.relays, ...(box.charging.solar ? [box.charging.solar] : [])].flatMap((x) =>
    x.switchPortId.is === 'set' ? [x.switchPortId.value] : []
  );
  return new Set([...named, ...box.feeds.flatMap((f) => (f.switches.is === 'set' ? f.switches.value : []))]);
}

/** Switches of a feed in the order of the current. Automatic, at the main feed: the first switch that nothing else uses, unless its breaker's lever does that work. */
export function switchesOf(box: Box, feed: Feed): readonly string[] {
  if (feed.switches.is === 'set') return feed.switches.value;
  if (feed.switches.is !== 'auto' || feed !== mainFeed(box) || feed.leverSwitches) return [];
  const named = namedSwitches(box);
  const free = box.ports.find((p) => panelPartOf(box, p)?.role === 'switch' && !named.has(p.id));
  return free ? [free.id] : [];
}

/** Where a load circuit hangs while nobody says: behind the main feed; a charge lead ahead of its switches. */
export const usualOrigin = (box: HasFeeds, purpose: Circuit['purpose']): Origin => ({
  at: 'feed',
  id: mainFeed(box).id,
  ahead: purpose === 'charge'
});

/** The switch that takes most of the box off: of the first feed with loads at its end, else of the main feed. */
export function masterPortId(box: Box): string | undefined {
  const hasLoads = (f: Feed): boolean =>
    box.circuits.some((c) => {
      if (c.purpose !== 'load') return false;
      const from = c.from.is === 'set' ? c.from.value : usualOrigin(box, c.purpose);
      return from.at === 'feed' && from.id === f.id && !from.ahead;
    });
  const feed = box.feeds.find((f) => hasLoads(f) && switchesOf(box, f).length > 0) ?? mainFeed(box);
  return switchesOf(box, feed).at(-1);
}
