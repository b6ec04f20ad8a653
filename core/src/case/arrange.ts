import type { Turn } from '../box/schema.ts';
import type { Budget } from './budget.ts';
import { fullestTry } from './first-tries.ts';
import { packing, type PackResult } from './pack.ts';
import { placedAt } from './search.ts';
import { arrangementFaults, orientations, turned, type PackBody, type Placed, type Space } from './space.ts';

export const UPRIGHT: Turn[] = ['lwh', 'wlh'];
type Movable = PackBody & { kind: string };

/** What is asked: bodies, the room round what stands already, the same with the room behind the ports kept free. */
export type Arrange = {
  around: Space;
  clearOfPorts: Space;
  ports: number[][];
  free: Movable[];
  nodeLimit: number;
  budget: Budget;
};

/**
 * First an arrangement that leaves every port its room, batteries standing, all on the floor and the heavy things at the
 * back; then stacked; then lying; then any at all.
 */
export function* arrange(x: Arrange): Generator<number, { answer: PackResult; arranged: Placed[] }> {
  const { around, clearOfPorts, free, nodeLimit, budget } = x;
  const sets = standingFirst(free);
  if (clearOfPorts.keepOuts.length > around.keepOuts.length) {
    // nothing is laid on the backs of sockets while there is another way
    const bare = { ...clearOfPorts, keepOuts: [...around.keepOuts, ...x.ports.map((k) => toTheRoof(k, around))] };
    const [back, bareBack] = [flipped(clearOfPorts), flipped(bare)];
    const ways = [
      { space: { ...back, onFloor: true }, mirrored: true },
      { space: { ...clearOfPorts, onFloor: true }, mirrored: false },
      { space: bareBack, mirrored: true },
      { space: bare, mirrored: false },
      { space: back, mirrored: true },
      { space: clearOfPorts, mirrored: false }
    ];
    for (const set of sets)
      for (const { space, mirrored } of ways) {
        const clear = yield* packing(space, set, Math.min(nodeLimit, CLEAR_NODE_LIMIT), budget);
        if (clear.kind !== 'fits') continue;
        const placed = mirrored ? clear.placed.map((p) => mirrorY(p, around)) : clear.placed;
        return { answer: clear, arranged: trueHeights(placed, free) };
      }
  }
  let answer: PackResult | undefined;
  for (const set of sets) {
    answer = yield* packing({ ...around, onFloor: true }, set, Math.min(nodeLimit, CLEAR_NODE_LIMIT), budget);
    if (answer.kind !== 'fits') answer = yield* packing(around, set, nodeLimit, budget);
    if (answer.kind === 'fits') break;
  }
  if (answer!.kind !== 'fits') return { answer: answer!, arranged: [] };
  const symmetric = around.keepOuts.every((k) => k[1] === 0 && k[4] === around.rimWidthMm);
  const placed = symmetric ? answer!.placed.map((p) => mirrorY(p, around)) : answer!.placed;
  return { answer: answer!, arranged: trueHeights(placed, free) };
}

/** Nodes the port-respecting search may use before any arrangement is taken. */
const CLEAR_NODE_LIMIT = 260;

/** A keep-out that starts inside the body of the case, grown up to the roof. */
const toTheRoof = (k: readonly number[], space: Space): number[] =>
  k[5]! >= space.heightMm - 1 ? [...k] : [k[0]!, k[1]!, k[2]!, k[3]!, k[4]!, space.heightMm];

/** The search pushes towards the front; mirrored front to back, it pushes towards the back. The taper is symmetric. */
const flipped = (space: Space): Space => ({
  ...space,
  keepOuts: space.keepOuts.map((k) => [k[0]!, space.rimWidthMm - k[4]!, k[2]!, k[3]!, space.rimWidthMm - k[1]!, k[5]!])
});
const mirrorY = (p: Placed, space: Space): Placed => ({ ...p, yMm: space.rimWidthMm - p.yMm - p.widthMm });

/** Batteries stand while there is another way; then they lie, where they may. */
function standingFirst(bodies: Movable[]): Movable[][] {
  const mayLie = bodies.some((b) => b.kind === 'battery' && b.turns.length > 2);
  return mayLie ? [bodies.map((b) => (b.kind === 'battery' ? { ...b, turns: UPRIGHT } : b)), bodies] : [bodies];
}

/** The search stretches an upright battery to the roof so that nothing lies on its terminals; show its own height. */
const trueHeights = (placed: Placed[], bodies: Movable[]): Placed[] =>
  placed.map((p) => ({
    ...p,
    heightMm: turned(
      bodies.find((b) => b.id === p.id)!,
      p.turn
    )[2]
  }));

export type Some = { placed: Placed[]; leftOut: string[] };
/** Attempts at as many as go in, each in another order. */
const PARTIAL_TRIES = 40;

/**
 * As many as go in, the large ones first, so that there is something to see and to move: batteries standing and clear of the ports
 * if that takes all of them, else as it goes.
 * @param budget of each attempt
 */
export function asManyAsGo({ around, clearOfPorts, free }: Arrange, budget: () => Budget): Some {
  const spaces = clearOfPorts.keepOuts.length > around.keepOuts.length ? [clearOfPorts, around] : [around];
  let last: Some = { placed: [], leftOut: free.map((b) => b.id) };
  for (const space of spaces)
    for (const set of standingFirst(free)) {
      last = fullestOf(space, set, budget());
      if (last.leftOut.length === 0) return last;
    }
  return last;
}

function fullestOf(space: Space, bodies: Movable[], budget: Budget): Some {
  const found = fullestTry(
    space,
    bodies.map((b) => orientations(space, b)),
    PARTIAL_TRIES,
    budget
  );
  const placed = bodies.flatMap((body, i): Placed[] => (found[i] ? [placedAt(body, found[i])] : []));
  const leftOut = bodies.filter((_, i) => !found[i]).map((b) => b.id);
  // no arrangement leaves here that the plain test finds fault with
  if (arrangementFaults(space, placed).length > 0) return { placed: [], leftOut: bodies.map((b) => b.id) };
  return { placed: trueHeights(placed, bodies), leftOut };
}
