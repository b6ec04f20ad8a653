import { set } from './edit.ts';
import type { PartOf } from '../catalogue/part.ts';
import { AUTO, NONE, setTo } from './attr.ts';
import type { Edit } from './edits.ts';
import { addFeedEdits } from './feed-edits.ts';
import { mainFeed } from './feeds.ts';
import type { Box, Origin } from './schema.ts';

/** Volts that cameras, monitors and instruments are fed with, for a choice. @source usual adapters of field electronics */
export const USUAL_RAIL_V = [5, 7.4, 8.4, 9, 12, 15, 19] as const;

/** How a shared voltage is called while nobody named it. */
const railName = (outV: number): string => `${outV} V rail`;

/**
 * A voltage that several ports share: a feed behind the main one with a converter ahead of its end; the circuits given hang
 * there from now on, each with a fuse of its own.
 */
export function addRailEdits(
  box: Box,
  rail: { outV: number; part: PartOf<'body'> | undefined; circuitIds: readonly string[] }
): { feedId: string; edits: Edit[] } {
  const { outV, part } = rail;
  const added = addFeedEdits(box, {
    name: railName(outV),
    from: setTo({ at: 'feed', id: mainFeed(box).id, ahead: false }),
    switches: NONE,
    ends: 'lever',
    converter: { outV, partId: part?.id ?? null, ratedW: null }
  });
  const end: Origin = { at: 'feed', id: added.feedId, ahead: false };
  return {
    feedId: added.feedId,
    edits: [
      ...(part ? [set(`parts/${part.id}`, part)] : []),
      ...added.edits,
      ...rail.circuitIds.flatMap((id): Edit[] => [
        set(`circuits/${id}/from`, setTo(end)),
        set(`circuits/${id}/fuse`, AUTO)
      ])
    ]
  };
}
