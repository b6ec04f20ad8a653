import { add, set } from './edit.ts';
import type { FuseFamily } from '../catalogue/part.ts';
import { AUTO, NONE, setTo, type Attr } from './attr.ts';
import type { Edit } from './edits.ts';
import { plainFeed } from './empty.ts';
import { mainFeed } from './feeds.ts';
import { freeId } from './lookup.ts';
import type { Box, Feed, Origin } from './schema.ts';

/** Ids of feeds and circuits differ from each other, so that one name tells either. */
const freeFeedId = (box: Box): string => {
  const taken = [...box.feeds, ...box.circuits];
  let id = freeId('f', box.feeds);
  for (let n = box.feeds.length + 1; taken.some((t) => t.id === id); n++) id = `f${n}`;
  return id;
};

/** A new feed behind the main one, with a fuse of its own, ending in a joint. */
export function addFeedEdits(box: Box, over: Partial<Feed> = {}): { feedId: string; edits: Edit[] } {
  const feedId = freeFeedId(box);
  const value: Feed = {
    ...plainFeed(feedId, over.name ?? `Feed ${box.feeds.length}`),
    from: setTo({ at: 'feed', id: mainFeed(box).id, ahead: false }),
    switches: NONE,
    ends: 'stud',
    ...over
  };
  return { feedId, edits: [add('feeds', value)] };
}

/** A fuse in place of a breaker takes its lever along: what was to be the switch is none any more. */
export function withoutLever(box: Box, family: FuseFamily, base: string): Edit[] {
  const feed = box.feeds.find((f) => base === `feeds/${f.id}`);
  return feed?.leverSwitches && family !== 'breaker' ? [set(`feeds/${feed.id}/leverSwitches`, false)] : [];
}

/** Circuits that name a switch as their own. */
export const usersOf = (box: Box, switchPortId: string) =>
  box.circuits.filter((c) => c.switchPortId.is === 'set' && c.switchPortId.value === switchPortId);

/**
 * Puts a circuit behind a switch that others use, the way it can be built: one feed with one fuse runs through the switch,
 * the circuits hang at its end. A switch that stands in a feed already takes the circuit there.
 */
export function shareSwitch(box: Box, circuitId: string, switchPortId: string): Edit[] {
  const to = (id: string, from: Attr<Origin>): Edit[] => [
    set(`circuits/${id}/switchPortId`, NONE),
    set(`circuits/${id}/from`, from),
    set(`circuits/${id}/fuse`, AUTO)
  ];
  const there = box.feeds.find((f) => f.switches.is === 'set' && f.switches.value.includes(switchPortId));
  const atEnd = (id: string) => setTo<Origin>({ at: 'feed', id, ahead: false });
  if (there) return to(circuitId, atEnd(there.id));
  const users = usersOf(box, switchPortId).filter((c) => c.id !== circuitId);
  const origin = users.find((c) => c.from.is === 'set')?.from;
  const added = addFeedEdits(box, {
    name: `Behind ${box.ports.find((p) => p.id === switchPortId)?.name || 'one switch'}`,
    switches: setTo([switchPortId]),
    ends: 'splice',
    ...(origin ? { from: origin } : {})
  });
  return [...added.edits, ...[...users.map((c) => c.id), circuitId].flatMap((id) => to(id, atEnd(added.feedId)))];
}
