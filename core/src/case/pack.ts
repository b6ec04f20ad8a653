import { unlimited, type Budget } from './budget.ts';
import { firstTries } from './first-tries.ts';
import { ExactSearch, placedOf } from './search.ts';
import { arrangementFaults, grown, orientations, type PackBody, type Placed, type Space } from './space.ts';
import { finished } from '../work.ts';

export type PackResult =
  | { kind: 'fits'; placed: Placed[]; nodeCount: number }
  | { kind: 'no'; nodeCount: number }
  | { kind: 'not-proven'; nodeCount: number };

/** Nodes of the exact search before quick tries are made: the first places it finds are the tidy ones. Then ever more of them. */
const TIDY_NODES = 200;
const TRY_COUNT = 60;

/**
 * Exact search for an arrangement of boxes in a tapered case with gaps and keep-outs, in pieces.
 * Hands out the share that is done, 0 to 1. Every 'fits' has been checked by the plain overlap test; 'no' is proven;
 * 'not-proven' means the node limit was reached or the budget spent.
 * @param bodies each with at least one allowed turn
 */
export function* packing(
  space: Space,
  bodies: readonly PackBody[],
  nodeLimit: number,
  budget: Budget = unlimited()
): Generator<number, PackResult> {
  const options = bodies.map((b) => orientations(space, b));
  if (options.some((o) => o.length === 0)) return { kind: 'no', nodeCount: 0 };
  const search = new ExactSearch(space, bodies, options, budget);
  const work = search.work(Math.min(64, nodeLimit));
  let nextTries = TIDY_NODES;
  let round = 0;
  for (let step = work.next(); ; step = work.next()) {
    if (step.done) {
      if (!step.value) return { kind: 'no', nodeCount: search.nodeCount };
      return checked(space, placedOf(bodies, step.value), search.nodeCount);
    }
    if (search.nodeCount >= nodeLimit || budget.left <= 0) return { kind: 'not-proven', nodeCount: search.nodeCount };
    yield step.value;
    if (search.nodeCount < nextTries) continue;
    nextTries *= 3;
    const tries = firstTries(space, options, TRY_COUNT * (++round) ** 2, round, budget);
    for (let t = tries.next(); ; t = tries.next()) {
      if (!t.done) {
        yield search.doneFraction;
        continue;
      }
      if (t.value) return checked(space, placedOf(bodies, t.value), search.nodeCount);
      break;
    }
  }
}

/** No arrangement leaves here that the plain test finds fault with. */
function checked(space: Space, placed: Placed[], nodeCount: number): PackResult {
  return arrangementFaults(space, placed).length === 0
    ? { kind: 'fits', placed, nodeCount }
    : { kind: 'not-proven', nodeCount };
}

/** The same at one go. */
export const pack = (space: Space, bodies: readonly PackBody[], nodeLimit: number): PackResult =>
  finished(packing(space, bodies, nodeLimit));

const MOST_GROWTH_MM = 400;
export const AXES = ['length', 'width', 'height'] as const;
export type Axis = (typeof AXES)[number];

/**
 * Millimetres the case would have to grow along one axis alone for everything to fit; undefined when 400 mm do not help
 * or the search gave up.
 */
export function* shortfall(
  space: Space,
  bodies: readonly PackBody[],
  axis: Axis,
  nodeLimit: number,
  budget: Budget = unlimited()
): Generator<number, number | undefined> {
  const fits = function* (by: number): Generator<number, boolean> {
    return (
      (yield* packing(grown(space, AXES.indexOf(axis) as 0 | 1 | 2, by), bodies, nodeLimit, budget)).kind === 'fits'
    );
  };
  let low = 0;
  let high = MOST_GROWTH_MM;
  if (!(yield* fits(high))) return undefined;
  while (high - low > 1) {
    if (budget.left <= 0) return undefined;
    const middle = Math.floor((low + high) / 2);
    if (yield* fits(middle)) high = middle;
    else low = middle;
  }
  return high;
}

export const shortfallMm = (space: Space, bodies: readonly PackBody[], axis: Axis, nodeLimit: number) =>
  finished(shortfall(space, bodies, axis, nodeLimit));
