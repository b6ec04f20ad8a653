import type { Budget } from './budget.ts';
import { insetMm, SLACK_MM, type Sized, type Space, type Triple } from './space.ts';

type Stood = { low: Triple; high: Triple };
export type Try = { at: Triple; option: Sized }[];

/** Small seeded generator: the same question gets the same tries. */
function seeded(seed: number): () => number {
  let s = seed >>> 0;
  return () => {
    s = (Math.imul(s, 1664525) + 1013904223) >>> 0;
    return s / 4294967296;
  };
}

/**
 * Quick tries at an arrangement: bodies one after the other at corners of what already stands, in changing order. Finds
 * most packings that are there; when it finds none that means nothing.
 */
export function* firstTries(
  space: Space,
  options: readonly Sized[][],
  count: number,
  seed: number,
  budget: Budget
): Generator<number, Try | undefined> {
  const random = seeded(seed * 104729 + options.length * 7919);
  const { volume, bySize } = sized(options);
  for (let t = 0; t < count && budget.left > 0; t++) {
    const order = t === 0 && seed === 1 ? bySize : shuffled(bySize, volume, random);
    const found = oneTry(space, options, order, random, budget);
    if (found) return found;
    if (t % 16 === 15) yield t;
  }
  return undefined;
}

/**
 * The attempt that puts most into the case, by volume; what does not go in is passed over.
 * @param options turns of each body; none for one that is larger than the case
 * @returns a place for each body that goes in
 */
export function fullestTry(
  space: Space,
  options: readonly Sized[][],
  count: number,
  budget: Budget
): (Try[number] | undefined)[] {
  const random = seeded(options.length);
  const { volume, bySize } = sized(options);
  let best: { found: (Try[number] | undefined)[]; volume: number } = { found: [], volume: 0 };
  for (let t = 0; t < count && budget.left > 0; t++) {
    const order = t === 0 ? bySize : shuffled(bySize, volume, random);
    const found = oneTry(space, options, order, random, budget, 'passOver')!;
    const filled = volume.reduce((sum, v, i) => sum + (found[i] ? v : 0), 0);
    if (filled > best.volume) best = { found, volume: filled };
    if (bySize.every((i) => found[i])) break;
  }
  return best.found;
}

/** Volumes, and the bodies from the largest on. */
function sized(options: readonly Sized[][]): { volume: number[]; bySize: number[] } {
  const volume = options.map(([first]) => (first ? first.size[0] * first.size[1] * first.size[2] : 0));
  return { volume, bySize: volume.map((_, i) => i).sort((a, b) => volume[b]! - volume[a]!) };
}

/** Large ones tend to come early, more so the larger. */
function shuffled(ids: readonly number[], volume: readonly number[], random: () => number): number[] {
  return ids
    .map((i) => ({ i, key: Math.pow(random(), 1 / Math.sqrt(Math.max(1, volume[i]!))) }))
    .sort((a, b) => b.key - a.key)
    .map((x) => x.i);
}

function oneTry(
  space: Space,
  options: readonly Sized[][],
  order: readonly number[],
  random: () => number,
  budget: Budget,
  whatDoesNotGo: 'giveUp' | 'passOver' = 'giveUp'
): Try | undefined {
  const stood: Stood[] = [];
  const keep: Stood[] = space.keepOuts.map((k) => ({ low: [k[0]!, k[1]!, k[2]!], high: [k[3]!, k[4]!, k[5]!] }));
  const out: Try = [];
  const [wx, wy, wz] = [1 + random(), 1 + random(), 1 + 2 * random()];
  for (const i of order) {
    let best: { at: Triple; option: Sized; cost: number } | undefined;
    const standing = stood.length + keep.length;
    if (whatDoesNotGo === 'passOver' && budget.left <= 0) break;
    budget.left -= options[i]!.length * (1 + CORNERS_EACH * standing) * (1 + standing);
    for (const option of options[i]!) {
      for (const point of corners(space, stood, keep)) {
        const at = slid(space, stood, keep, point, option.size);
        if (!at) continue;
        const cost =
          wx * (at[0] + option.size[0]) + wy * (at[1] + option.size[1]) + wz * (at[2] + option.size[2]) + random() * 12;
        if (!best || cost < best.cost) best = { at, option, cost };
      }
    }
    if (!best && whatDoesNotGo === 'passOver') continue;
    if (!best) return undefined;
    const { at, option } = best;
    stood.push({ low: at, high: [at[0] + option.size[0], at[1] + option.size[1], at[2] + option.size[2]] });
    out[i] = { at, option };
  }
  return out;
}

/** Corners that each thing that stands offers. */
const CORNERS_EACH = 6;

/** Where a next body may start: the low corner and the ends of whatever stands. */
function* corners(space: Space, stood: readonly Stood[], keep: readonly Stood[]): Generator<Triple> {
  const g = space.gapMm;
  const floor = space.floorPadMm;
  yield [0, 0, floor];
  for (const s of [...stood, ...keep]) {
    yield [s.high[0] + g, s.low[1], Math.max(floor, s.low[2])];
    yield [s.low[0], s.high[1] + g, Math.max(floor, s.low[2])];
    yield [s.low[0], s.low[1], Math.max(floor, s.high[2] + g)];
    yield [s.high[0] + g, 0, floor];
    yield [0, s.high[1] + g, floor];
    yield [0, 0, Math.max(floor, s.high[2] + g)];
  }
}

/** The body at a point, pushed inside the walls and then slid low, front and left while it stays clear; undefined when it cannot stand there. */
function slid(
  space: Space,
  stood: readonly Stood[],
  keep: readonly Stood[],
  from: Triple,
  size: Triple
): Triple | undefined {
  if (space.onFloor && from[2] > space.floorPadMm + SLACK_MM) return undefined;
  const at: Triple = [...from];
  const rim = [space.rimLengthMm, space.rimWidthMm];
  const walls = (): boolean => {
    for (const a of [0, 1] as const) {
      const low = insetMm(space, a, at[2]) + space.wallGapMm;
      if (at[a] < low) at[a] = low;
      if (at[a] + size[a] > rim[a]! - low + SLACK_MM) return false;
    }
    return at[2] + size[2] <= space.heightMm - space.roofPadMm + SLACK_MM;
  };
  if (!walls() || !clear(space, stood, keep, at, size)) return undefined;
  for (const axis of [2, 1, 0] as const) {
    const lowest = axis === 2 ? space.floorPadMm : insetMm(space, axis, at[2]) + space.wallGapMm;
    const to = stop(space, stood, keep, at, size, axis, lowest);
    if (to >= at[axis]) continue;
    const before: Triple = [...at];
    at[axis] = to;
    if (!walls() || !clear(space, stood, keep, at, size)) at.splice(0, 3, ...before);
  }
  return at;
}

/** How far down an axis a body slides before something stops it. */
function stop(
  space: Space,
  stood: readonly Stood[],
  keep: readonly Stood[],
  at: Triple,
  size: Triple,
  axis: 0 | 1 | 2,
  lowest: number
): number {
  const g = space.gapMm;
  const [b, c] = axis === 0 ? [1, 2] : axis === 1 ? [0, 2] : [0, 1];
  let to = lowest;
  for (const list of [stood, keep])
    for (const s of list) {
      if (s.high[axis] + g > at[axis] + SLACK_MM || s.high[axis] + g <= to) continue;
      if (at[b!]! >= s.high[b!]! + g - SLACK_MM || s.low[b!]! >= at[b!]! + size[b!]! + g - SLACK_MM) continue;
      if (at[c!]! >= s.high[c!]! + g - SLACK_MM || s.low[c!]! >= at[c!]! + size[c!]! + g - SLACK_MM) continue;
      to = s.high[axis] + g;
    }
  return to;
}

function clear(space: Space, stood: readonly Stood[], keep: readonly Stood[], at: Triple, size: Triple): boolean {
  const g = space.gapMm - SLACK_MM;
  for (const list of [stood, keep])
    for (const s of list)
      if (
        at[0] < s.high[0] + g &&
        s.low[0] < at[0] + size[0] + g &&
        at[1] < s.high[1] + g &&
        s.low[1] < at[1] + size[1] + g &&
        at[2] < s.high[2] + g &&
        s.low[2] < at[2] + size[2] + g
      )
        return false;
  return true;
}
