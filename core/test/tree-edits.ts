import { AUTO, NONE, setTo } from '../src/box/attr.ts';
import type { Edit } from '../src/box/edits.ts';
import { plainFeed } from '../src/box/empty.ts';
import type { Feed } from '../src/box/schema.ts';

/** Places in the tree of feeds that many tests hang things at. */
export const tapOf = (id: string, ahead = true) => setTo({ at: 'circuit' as const, id, ahead });
export const behindFeed = (id: string) => setTo({ at: 'feed' as const, id, ahead: false });
export const BEHIND_MAIN = behindFeed('main');
export const AHEAD = setTo({ at: 'feed' as const, id: 'main', ahead: true });
export const AT_POST = setTo({ at: 'post' as const, pack: null });

export const addFeed = (id: string, over: Partial<Feed>): Edit => ({
  op: 'add',
  path: 'feeds',
  value: { ...plainFeed(id, id), switches: NONE, ...over }
});

/** A second box on a cable behind the main feed, for the circuits that are named. */
export const secondBox = (cableMm: number, ...circuitIds: string[]): Edit[] => [
  addFeed('second', {
    from: BEHIND_MAIN,
    fuse: AUTO,
    lengthMm: setTo(cableMm),
    secondBox: true,
    ends: 'stud'
  }),
  ...circuitIds.map((id): Edit => ({ op: 'set', path: `circuits/${id}/from`, value: behindFeed('second') }))
];
