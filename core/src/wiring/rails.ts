import { CONVERTERS, converterInputW } from '../demand/converter.ts';
import { mainFeed } from '../box/feeds.ts';
import { partOf } from '../box/lookup.ts';
import type { Box, Feed } from '../box/schema.ts';
import type { Catalogue, PartOf } from '../catalogue/part.ts';
import { LOAD_SHARE } from './fuse.ts';
import { tree, wayTo, type Tree } from './tree.ts';

/** A regulated voltage that several ports share: what one converter at the end of a feed gives. */
export type SharedRail = {
  feedId: string;
  name: string;
  outV: number;
  part: PartOf<'body'> | undefined;
  /** What it gives for good, W; undefined when nobody knows. */
  ratedW: number | undefined;
  /** Volts at its input below which it lets go of its own. */
  leastInV: number;
  /** The most it drives into a short, A: what protects the wires behind it that have no fuse. */
  limitA: number | undefined;
  /** The same; of one that nobody read, as if it were the largest. */
  worstLimitA: number;
};

const TABLE = CONVERTERS['dc-converter'];
/** A converter that only steps down needs so much more at its input than it gives, V. @source rule of thumb: 1 to 2 V at load */
const HEADROOM_V = 1.5;
/** No small converter runs under this. @source rule of thumb: makers say 6 to 9 V */
const LEAST_IN_V = 7;
/** Where it gives about as much as it gets, or more, it steps up; such ones let go from here. @source rule of thumb: makers say 9 to 10 V */
const STEPS_UP_LEAST_V = 9;
const STEPS_DOWN_TO_V = 9;
/** Current limit of small converters over their rating. @source rule of thumb: 1.1 to 1.5 times; the upper end, for what the wire must bear */
const LIMIT_OVER_RATING = 1.5;

const usualLeastInV = (outV: number): number =>
  outV <= STEPS_DOWN_TO_V ? Math.max(LEAST_IN_V, outV + HEADROOM_V) : STEPS_UP_LEAST_V;

/** What a converter is that nobody read, W: it bears what runs on it; up to the largest that such boxes hold. @source rule of thumb: modules sold for small boxes */
export const RATINGS_W: readonly number[] = [5, 10, 20, 30, 60, 100, 150, 300];

const limitOf = (ratedW: number, outV: number): number => (LIMIT_OVER_RATING * ratedW) / outV;

/** What a feed's converter gives; undefined for a feed without one. */
export function railOfFeed(box: Pick<Box, 'parts'>, feed: Feed): SharedRail | undefined {
  if (!feed.converter) return undefined;
  const { outV, partId } = feed.converter;
  const part = partOf(box, 'body', partId);
  const ratedW = part?.converterRatedW ?? feed.converter.ratedW ?? undefined;
  return {
    feedId: feed.id,
    name: feed.name,
    outV,
    part,
    ratedW,
    leastInV: part?.leastInV ?? usualLeastInV(outV),
    limitA: ratedW === undefined ? undefined : limitOf(ratedW, outV),
    worstLimitA: limitOf(ratedW ?? RATINGS_W.at(-1)!, outV)
  };
}

/** VA, VB … by the letter of their feed. */
export const converterTag = (feedTag: string): string => `V${feedTag}`;

const hasConverter = (box: Pick<Box, 'feeds'>): boolean => box.feeds.some((f) => f.converter !== null);

/** The rail each feed and circuit lies on, by its id; those that the battery feeds directly are not in it. */
export function railsOf(box: Pick<Box, 'feeds' | 'circuits' | 'parts'>, t: Tree): ReadonlyMap<string, SharedRail> {
  const out = new Map<string, SharedRail>();
  if (!hasConverter(box)) return out;
  for (const { id } of t.order) {
    const rail = railAbove(box, t, id);
    if (rail) out.set(id, rail);
  }
  return out;
}

/** The nearest converter on the way to a branch, itself left out; what leaves a feed ahead of its end is not behind it. */
function railAbove(box: Pick<Box, 'feeds' | 'parts'>, t: Tree, id: string): SharedRail | undefined {
  const way = wayTo(t, id);
  for (let i = way.length - 2; i >= 0; i--) {
    const feed = box.feeds.find((f) => f.id === way[i]);
    if (feed?.converter && !t.aheadOf.get(way[i + 1]!)) return railOfFeed(box, feed);
  }
  return undefined;
}

/** The rail each port is fed from, by the port's id. */
export function railByPort(box: Pick<Box, 'feeds' | 'circuits' | 'parts'>): ReadonlyMap<string, SharedRail> {
  const out = new Map<string, SharedRail>();
  if (!hasConverter(box)) return out;
  const rails = railsOf(box, tree(box));
  for (const c of box.circuits) {
    const rail = rails.get(c.id);
    if (rail) out.set(c.portId, rail);
  }
  return out;
}

/** Volts of the ports that hang on a shared converter, by port. */
export const railVolts = (wiring: {
  circuits: readonly { circuit: { portId: string }; rail: SharedRail | undefined }[];
}): ReadonlyMap<string, number> =>
  new Map(wiring.circuits.flatMap((c) => (c.rail ? [[c.circuit.portId, c.rail.outV] as const] : [])));

/** Whether a converter can be set to some volts; undefined where nobody knows. */
export const canGive = (p: PartOf<'body'>, outV: number): boolean | undefined =>
  p.leastOutV === null || p.mostOutV === null ? undefined : outV >= p.leastOutV - 1e-9 && outV <= p.mostOutV + 1e-9;

/** The smallest converter that gives some watts for good at some volts. */
export const converterFor = (catalogue: Catalogue, outV: number, watts: number): PartOf<'body'> | undefined =>
  catalogue
    .flatMap((p) => (p.kind === 'body' && p.use === 'converter' ? [p] : []))
    .filter((p) => p.converterRatedW !== null && LOAD_SHARE * p.converterRatedW >= watts)
    .filter((p) => canGive(p, outV) === true)
    .toSorted((a, b) => a.converterRatedW! - b.converterRatedW!)[0];

/** Everything on a rail in its hungriest mode, W. */
export const railLoadW = (
  wiring: {
    circuits: readonly { circuit: { purpose: string }; rail: SharedRail | undefined; loadA: number }[];
  },
  feedId: string
): number =>
  wiring.circuits.reduce(
    (s, c) => s + (c.rail?.feedId === feedId && c.circuit.purpose === 'load' ? c.loadA * c.rail.outV : 0),
    0
  );

/** What the converter of a rail takes for what it gives, W. @source electrical reference 7, 12 V buck-boost 60 W */
export const railInputW = (rail: SharedRail, outputW: number): number =>
  converterInputW(TABLE, outputW, rail.ratedW ?? TABLE.ratedW);

/** Its draw with nothing on it, W; and as a current of a 12 V system, as the standing draws of parts are stated, A. */
export const RAIL_IDLE_W = TABLE.idleW;
export const RAIL_IDLE_A = RAIL_IDLE_W / 12;

/**
 * A device's share of that, without the idle draw: losses that grow with the square are shared out by power.
 * @param togetherW everything on the rail at its hungriest
 */
export const railShareW = (rail: SharedRail, outputW: number, togetherW: number): number =>
  togetherW > 0 ? (outputW * (railInputW(rail, togetherW) - TABLE.idleW)) / togetherW : 0;

/** Converters stand in a feed behind the main one, and none behind another. Ids of the feeds where that is not so. */
export function misplacedConverters(box: Pick<Box, 'feeds' | 'circuits' | 'parts'>, t: Tree): readonly string[] {
  if (!hasConverter(box)) return [];
  const rails = railsOf(box, t);
  return box.feeds.filter((f) => f.converter !== null && (f === mainFeed(box) || rails.has(f.id))).map((f) => f.id);
}
