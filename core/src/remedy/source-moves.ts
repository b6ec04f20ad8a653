import { AUTO, setTo } from '../box/attr.ts';
import { set } from '../box/edit.ts';
import { mainFeed } from '../box/feeds.ts';
import type { Origin } from '../box/schema.ts';
import { sourceLeads } from '../box/source-leads.ts';
import { switchedAheadOfFuse } from '../wiring/before-fuse.ts';
import { move, type Bench, type Move } from './move.ts';

/** Ways to protect the leads of chargers and controllers in the box: a fuse of their own, or the main fuse before it as well. */
export function sourceMoves(b: Bench): Move[] {
  const behind = setTo<Origin>({ at: 'feed', id: mainFeed(b.box).id, ahead: true });
  return sourceLeads(b.box).flatMap(({ name, path, from, fuse }) => [
    ...(fuse.is === 'none'
      ? [move(`A fuse in the lead of ${name}`, 'at the battery end', [set(`${path}/fuse`, AUTO)])]
      : []),
    // ahead of a main switch that comes first there is no main fuse yet
    ...(from.is === 'set' && from.value.at === 'post' && !switchedAheadOfFuse(mainFeed(b.box))
      ? [
          move(`The lead of ${name} from behind the main fuse`, 'fused twice', [
            set(`${path}/from`, behind),
            set(`${path}/fuse`, AUTO)
          ])
        ]
      : [])
  ]);
}
