import type { Box } from '../box/schema.ts';
import type { FuseFamily } from '../catalogue/part.ts';
import { range, type Range } from './range.ts';

/** Small switches and sockets without a mark, A. @source rule of thumb: 3 A is the smallest sold for 12 V */
const PART_RATING_A = [3, 10, 20];
/** Fuse holders without a mark, A, by what they hold: in-line ones have tails of any gauge. @source rule of thumb */
const HOLDER_RATING_A: Record<FuseFamily, readonly number[]> = {
  'mini-blade': [10, 20, 30],
  blade: [15, 20, 30],
  midi: [60, 100, 200],
  post: [60, 100, 300],
  glass: [5, 10, 20],
  breaker: [20, 40, 60]
};
/** Small fuse blocks without a mark, A: all of it, and one way. @source rule of thumb */
const BLOCK_TOTAL_A = [30, 60, 100];
const BLOCK_WAY_A = [10, 15, 30];
/** Shunts sold for small boxes, A. @source rule of thumb */
const SHUNT_A = [20, 50, 100];
/** Small solar controllers: the panel's open volts and amps they bear, and what their load terminals give. @source rule of thumb */
const CONTROLLER_V = [25, 50, 100];
const CONTROLLER_A = [5, 10, 20];
const LOAD_TERMINAL_A = [3, 5, 10, 20];

/** The less it bears, the worse. */
const bears = (path: string, values: readonly (number | null)[]): Range =>
  range(
    path,
    values,
    values[0],
    values[0],
    values.findLast((v) => v !== null)
  );

/** Ports and switches whose rating nobody read. */
export function ofPorts(box: Box): Range[] {
  const out: Range[] = [];
  for (const port of box.ports) {
    const part = box.parts[port.partId];
    if (part?.kind === 'panel' && part.ratingA === null && ['outlet', 'inlet', 'switch'].includes(part.role))
      out.push(bears(`parts/${part.id}/ratingA`, [...PART_RATING_A, null]));
  }
  return out;
}

/** A figure of a part that nobody read: where it stands, what it is, and what such parts bear. */
export type Unread = {
  path: string;
  asks: string;
  /** Feed it belongs to; null = the solar controller. */
  feedId: string | null;
  figures: readonly number[];
};

/** What fuse holders, blocks and the shunt bear, where nobody read it. */
function inFeeds(box: Box): Unread[] {
  const out: Unread[] = [];
  for (const { id: feedId, holderPartId, blockPartId, ends } of box.feeds) {
    const holder = box.parts[holderPartId ?? ''];
    if (holder?.kind === 'fuse-holder' && holder.ratingA === null)
      out.push({
        path: `parts/${holder.id}/ratingA`,
        asks: 'rating of the fuse holder',
        feedId,
        figures: HOLDER_RATING_A[holder.family]
      });
    const block = ends === 'fuse-block' ? box.parts[blockPartId ?? ''] : undefined;
    if (block?.kind !== 'fuse-block') continue;
    const at = `parts/${block.id}`;
    if (block.totalA === null)
      out.push({ path: `${at}/totalA`, asks: 'what the fuse block bears', feedId, figures: BLOCK_TOTAL_A });
    if (block.perWayA === null)
      out.push({ path: `${at}/perWayA`, asks: 'what one way of the fuse block bears', feedId, figures: BLOCK_WAY_A });
  }
  const shunt = box.parts[box.wiring.shuntPartId ?? ''];
  if (shunt?.kind === 'shunt' && shunt.ratingA === null)
    out.push({
      path: `parts/${shunt.id}/ratingA`,
      asks: 'rating of the shunt',
      feedId: box.feeds[0].id,
      figures: SHUNT_A
    });
  return out;
}

/** What a solar controller bears and gives, where nobody read it. */
function ofController({ charging: { solar } }: Box): Unread[] {
  if (!solar || solar.controller === 'none') return [];
  const unread = (field: string, asks: string, figures: readonly number[]): Unread => ({
    path: `charging/solar/${field}`,
    asks,
    feedId: null,
    figures
  });
  return [
    ...(solar.controllerMaxV === null ? [unread('controllerMaxV', 'volts the controller bears', CONTROLLER_V)] : []),
    ...(solar.controllerMaxA === null ? [unread('controllerMaxA', 'amps the controller bears', CONTROLLER_A)] : []),
    ...(solar.fit === 'inside' && solar.loadTerminal?.mostA === null
      ? [unread('loadTerminal/mostA', 'amps of its load terminals', LOAD_TERMINAL_A)]
      : [])
  ];
}

/** What parts that stand in no port bear, where nobody read it; each once. The questions and the ranges are made of it. */
export function unread(box: Box): Unread[] {
  const all = [...inFeeds(box), ...ofController(box)];
  return all.filter((u, i) => all.findIndex((o) => o.path === u.path) === i);
}

export const ofUnread = (box: Box): Range[] => unread(box).map((u) => bears(u.path, u.figures));
