import { set } from '../box/edit.ts';
import { mainFeed } from '../box/feeds.ts';
import type { Finding } from '../findings/rule.ts';
import { END_TAKES_MM2 } from '../wiring/sizing.ts';
import { feedOfBranch } from '../wiring/tree.ts';
import { move, type Bench, type Move } from './move.ts';

/** Findings that more copper cures, where the connectors at its ends take it. */
const WANTS_COPPER =
  /^(conductor-overload|element-overload|fuse-exceeds-conductor|main-fuse-exceeds|guard-exceeds|adiabatic|terminal-too-hot|voltage-drop)/;

/** A bar in place of the connectors a wire ends in, where they take no thicker one: what is left to Haversack becomes thicker with it. */
export function barMoves({ box, plan }: Bench, f: Finding): Move[] {
  if (!WANTS_COPPER.test(f.id)) return [];
  const { kind, id } = f.where;
  const hangsOn =
    kind === 'circuit' ? feedOfBranch(box, plan.wiring.tree, id) : kind === 'main' ? mainFeed(box) : undefined;
  const ids = [id, hangsOn?.id];
  const small = box.feeds.filter((feed) => ids.includes(feed.id) && END_TAKES_MM2[feed.ends] !== undefined);
  return small.length === 0
    ? []
    : [
        move(
          `A bus bar in place of the ${small[0]!.ends} connectors`,
          'takes thicker wire',
          small.map((feed) => set(`feeds/${feed.id}/ends`, 'bus-bar'))
        )
      ];
}
