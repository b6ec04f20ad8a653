import { backSolve, factorize, planElimination, type Elimination } from './elimination.ts';
import { lawCurrentA, type LoadLaw } from './law.ts';

/** A direct-current network. Node 0 is the reference. */
export type Network = {
  nodeCount: number;
  /** ohm > 0; join nodes instead of giving 0. */
  resistors: readonly { a: number; b: number; ohm: number }[];
  /** A voltage behind a resistance, ohm > 0. */
  sources: readonly { plus: number; minus: number; volts: number; ohm: number }[];
  loads: readonly { plus: number; minus: number; law: LoadLaw }[];
};

export type Solved =
  | { kind: 'solved'; nodeV: Float64Array; loadV: number[]; loadA: number[]; sourceA: number[]; rounds: number }
  | { kind: 'overloaded'; rounds: number }
  | { kind: 'floating' };

const VOLT_TOLERANCE = 1e-11; // of the highest source; far under any meter
/** Rounding keeps very small resistors from settling further: no longer getting nearer below this is good enough. */
const STALL_TOLERANCE = 1e-8;
const ROUND_LIMIT = 60;

/** A network made ready: elimination order and slots. Values (laws, volts) may change, the shape may not. */
export type Prepared = { network: Network; plan: Elimination };

export function prepare(network: Network): Prepared {
  const pairs: [number, number][] = [];
  const pair = (a: number, b: number) => {
    if (a > 0 && b > 0) pairs.push([a - 1, b - 1]);
  };
  for (const r of network.resistors) pair(r.a, r.b);
  for (const s of network.sources) pair(s.plus, s.minus);
  for (const l of network.loads) pair(l.plus, l.minus);
  return { network, plan: planElimination(network.nodeCount - 1, pairs) };
}

/** Adds a conductance between two nodes to the nodal matrix. */
function stampInto(plan: Prepared['plan'], values: Float64Array, a: number, b: number, g: number): void {
  if (a === b) return;
  if (a > 0) values[a - 1]! += g;
  if (b > 0) values[b - 1]! += g;
  if (a > 0 && b > 0) values[plan.slotOf(a - 1, b - 1)]! -= g;
}

/** Adds a current that enters at one node and leaves at another to the right-hand side. */
function push(right: Float64Array, plus: number, minus: number, amps: number): void {
  if (plus > 0) right[plus - 1]! += amps;
  if (minus > 0) right[minus - 1]! -= amps;
}

/**
 * Node voltages of a network whose loads may be constant power, constant current or resistive.
 * Newton on the nodal equations from the open voltages downward, so that of two answers the upper, stable one is found.
 * @returns overloaded when no voltage carries the loads; floating when a node hangs on nothing
 * @source Kirchhoff's current law; checked against a dense solution in the tests
 */
export function solve({ network, plan }: Prepared): Solved {
  const { resistors, sources, loads } = network;
  const n = network.nodeCount - 1;
  const fixedValues = new Float64Array(plan.slotCount);
  const fixedRight = new Float64Array(n);
  const stamp = (values: Float64Array, a: number, b: number, g: number): void => stampInto(plan, values, a, b, g);
  for (const r of resistors) stamp(fixedValues, r.a, r.b, 1 / r.ohm);
  for (const s of sources) {
    stamp(fixedValues, s.plus, s.minus, 1 / s.ohm);
    push(fixedRight, s.plus, s.minus, s.volts / s.ohm);
  }
  const highV = Math.max(1e-9, ...sources.map((s) => Math.abs(s.volts)));
  const guessV = loads.map(() => highV);
  const x = new Float64Array(n);
  const values = new Float64Array(plan.slotCount);
  let lastMoved = Infinity;
  for (let round = 1; round <= ROUND_LIMIT; round++) {
    values.set(fixedValues);
    x.set(fixedRight);
    loads.forEach((load, i) => {
      const v = guessV[i]!;
      // tangent at the guess: I ≈ g·V + rest
      const g = load.law.conductanceS - load.law.powerW / (v * v);
      const rest = (2 * load.law.powerW) / v + load.law.currentA;
      stamp(values, load.plus, load.minus, g);
      push(x, load.plus, load.minus, -rest);
    });
    if (!factorize(plan, values)) return round === 1 ? { kind: 'floating' } : { kind: 'overloaded', rounds: round };
    backSolve(plan, values, x);
    const at = (node: number): number => (node === 0 ? 0 : x[node - 1]!);
    let moved = 0;
    for (let i = 0; i < loads.length; i++) {
      const v = at(loads[i]!.plus) - at(loads[i]!.minus);
      if (!Number.isFinite(v)) return { kind: 'floating' };
      if (loads[i]!.law.powerW > 0 && v <= 0) return { kind: 'overloaded', rounds: round };
      moved = Math.max(moved, Math.abs(v - guessV[i]!));
      guessV[i] = v;
    }
    const stalled = moved >= lastMoved && moved <= STALL_TOLERANCE * highV;
    lastMoved = moved;
    if (moved > VOLT_TOLERANCE * highV && !stalled && loads.some((l) => l.law.powerW > 0)) continue;
    const nodeV = new Float64Array(n + 1);
    nodeV.set(x, 1);
    return {
      kind: 'solved',
      nodeV,
      loadV: guessV,
      loadA: loads.map((l, i) => (guessV[i]! > 0 ? lawCurrentA(l.law, guessV[i]!) : 0)),
      sourceA: sources.map((s) => (s.volts - (at(s.plus) - at(s.minus))) / s.ohm),
      rounds: round
    };
  }
  return { kind: 'overloaded', rounds: ROUND_LIMIT };
}

export const solveNetwork = (network: Network): Solved => solve(prepare(network));

/**
 * How far the voltage at each port falls for one ampere drawn at each other, with the feed held: the exact reduction of a
 * resistive network to its ports. resistance[p][q] in ohm; symmetric. Infinite for a port that does not hang on the feed.
 * @param feed nodes the battery hangs on; ports: nodes a load hangs on
 */
export function portResistance(
  network: Pick<Network, 'nodeCount' | 'resistors'>,
  feed: { plus: number; minus: number },
  ports: readonly { plus: number; minus: number }[]
): number[][] {
  // the feed's nodes become one: seen from the ports, a held voltage is a short
  const nodeOf = (node: number): number => (node === feed.plus ? feed.minus : node);
  const rename = new Map<number, number>([[feed.minus, 0]]);
  const id = (node: number): number => {
    const real = nodeOf(node);
    const known = rename.get(real);
    if (known !== undefined) return known;
    rename.set(real, rename.size);
    return rename.size - 1;
  };
  const all = network.resistors.map((r) => ({ a: id(r.a), b: id(r.b), ohm: r.ohm }));
  const taps = ports.map((p) => ({ plus: id(p.plus), minus: id(p.minus) }));
  const n = rename.size - 1;
  const held = reached(n + 1, all);
  const resistors = all.filter((r) => held[r.a]);
  const hangs = (t: { plus: number; minus: number }): boolean => Boolean(held[t.plus] && held[t.minus]);
  const plan = planElimination(
    n,
    resistors.filter((r) => r.a > 0 && r.b > 0).map((r) => [r.a - 1, r.b - 1] as const)
  );
  const values = new Float64Array(plan.slotCount);
  for (const r of resistors) {
    if (r.a === r.b) continue;
    const g = 1 / r.ohm;
    if (r.a > 0) values[r.a - 1]! += g;
    if (r.b > 0) values[r.b - 1]! += g;
    if (r.a > 0 && r.b > 0) values[plan.slotOf(r.a - 1, r.b - 1)]! -= g;
  }
  for (let node = 1; node <= n; node++) if (!held[node]) values[node - 1] = 1; // alone: any value, nobody asks
  if (!factorize(plan, values)) return ports.map(() => ports.map(() => Infinity));
  const at = (x: Float64Array, node: number): number => (node === 0 ? 0 : x[node - 1]!);
  return taps.map((p) => {
    if (!hangs(p)) return taps.map(() => Infinity);
    const x = new Float64Array(n);
    if (p.plus > 0) x[p.plus - 1]! += 1;
    if (p.minus > 0) x[p.minus - 1]! -= 1;
    backSolve(plan, values, x);
    return taps.map((q) => (hangs(q) ? at(x, q.plus) - at(x, q.minus) : Infinity));
  });
}

/** Which nodes hang together with node 0. */
function reached(count: number, resistors: readonly { a: number; b: number }[]): boolean[] {
  const next = Array.from({ length: count }, (): number[] => []);
  for (const { a, b } of resistors) {
    next[a]!.push(b);
    next[b]!.push(a);
  }
  const seen = new Array<boolean>(count).fill(false);
  const open = [0];
  seen[0] = true;
  for (let node = open.pop(); node !== undefined; node = open.pop())
    for (const other of next[node]!)
      if (!seen[other]) {
        seen[other] = true;
        open.push(other);
      }
  return seen;
}
