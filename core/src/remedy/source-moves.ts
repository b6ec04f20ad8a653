import { AUTO, NONE, setTo, type Attr } from '../box/attr.ts';
import { set } from '../box/edit.ts';
import { mainFeed } from '../box/feeds.ts';
import type { Origin } from '../box/schema.ts';
import { move, type Bench, type Move } from './move.ts';

/** A lead of something that charges from inside the box: who it is, where it is joined, its fuse. */
type Lead = {
  name: string;
  path: `charging/builtIn/${string}` | 'charging/solar';
  from: Attr<Origin>;
  fuse: Attr<number>;
};

const leadsOf = ({ box: { charging } }: Bench): Lead[] => [
  ...charging.builtIn.map((c): Lead => ({
    name: c.name || 'the charger in the box',
    path: `charging/builtIn/${c.id}`,
    from: c.from,
    fuse: c.fuse
  })),
  ...(charging.solar?.fit === 'inside'
    ? [
        {
          name: 'the controller',
          path: 'charging/solar' as const,
          from: charging.solar.from,
          fuse: charging.solar.fuse
        }
      ]
    : [])
];

/** Ways to protect the leads of chargers and controllers in the box: a fuse of their own, or the main fuse before it as well. */
export function sourceMoves(b: Bench): Move[] {
  const behind = setTo<Origin>({ at: 'feed', id: mainFeed(b.box).id, ahead: true });
  return leadsOf(b).flatMap(({ name, path, from, fuse }) => [
    ...(fuse.is === NONE.is
      ? [move(`A fuse in the lead of ${name}`, 'at the battery end', [set(`${path}/fuse`, AUTO)])]
      : []),
    ...(from.is === 'set' && from.value.at === 'post'
      ? [
          move(`The lead of ${name} from behind the main fuse`, 'fused twice', [
            set(`${path}/from`, behind),
            set(`${path}/fuse`, AUTO)
          ])
        ]
      : [])
  ]);
}
