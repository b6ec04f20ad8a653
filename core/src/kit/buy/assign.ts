/**
 * Which shop each line is bought from, so that goods, shipping and what is off an order together cost least. A line is
 * bought in one shop. Amounts are whole cents.
 */
export type Step = {
  /** Goods from which it holds. */ from: number;
  /** Put on the order; under 0 for what is off. */ fee: number;
};
export type AssignInput = {
  /** Cost of each line in each shop; Infinity where it is not sold. */
  costs: readonly (readonly number[])[];
  /** What an order at each shop costs on top, by the goods in it; the first step is from 0. */
  steps: readonly (readonly Step[])[];
};
export type Assigned = { shopOf: number[]; total: number; bound: number; proven: boolean };

/** Branches looked at before the search is left with what it has. */
const MOST_NODES = 300_000;
/** Steps of the multipliers of one case; they settle long before. */
const MULTIPLIER_STEPS = 80;

/** Best fee for goods of a value: every step whose threshold is met may be taken. */
const feeOf = (steps: readonly Step[], goods: number): number =>
  Math.min(...steps.filter((s) => goods >= s.from).map((s) => s.fee));

/** Goods and fees of a whole assignment, cents. */
export function totalOf(costs: AssignInput['costs'], steps: AssignInput['steps'], shopOf: readonly number[]): number {
  const goods = steps.map(() => 0);
  const used = steps.map(() => false);
  shopOf.forEach((s, l) => {
    goods[s]! += costs[l]![s]!;
    used[s] = true;
  });
  return goods.reduce((sum, g, s) => sum + (used[s] ? g + feeOf(steps[s]!, g) : 0), 0);
}

/** A step for each shop, or none where it is not used. */
type Case = { choice: (Step | undefined)[]; bound: number };

/**
 * Exact up to `mostNodes`. Every choice of shops used and of the step each order reaches is a case; a case is bounded by
 * Lagrange multipliers on its thresholds (a line at a shop whose limit is still to be reached is worth a share of its price),
 * and closed when the bound is no better than the best basket found. What is left of a case is searched line by line with
 * the same multipliers, the lines with most to lose first. Baskets come from the multipliers' own assignments, made better
 * by moving single lines.
 * @returns undefined when some line is sold nowhere, or there is no line
 * @source Fisher 1981, the Lagrangian relaxation method; subgradient steps after Held, Wolfe and Crowder
 */
export function assignShops(input: AssignInput, mostNodes = MOST_NODES): Assigned | undefined {
  const { costs } = input;
  if (costs.length === 0 || costs.some((row) => row.every((c) => !Number.isFinite(c)))) return undefined;
  const best = new Best(input);
  best.offer(costs.map((row) => row.indexOf(Math.min(...row))));
  let open = Infinity;
  let nodes = 0;
  const close = (bound: number) => {
    open = Math.min(open, bound);
  };
  const bounded: (Case & { worth: number[] })[] = [];
  for (const one of casesOf(input).sort((a, b) => a.bound - b.bound)) {
    if (one.bound >= best.total) break;
    const lagrange = multipliers(input, one, best);
    if (Math.ceil(lagrange.bound - 1e-6) < best.total) bounded.push({ ...one, ...lagrange });
  }
  for (const one of bounded.sort((a, b) => a.bound - b.bound)) {
    if (Math.ceil(one.bound - 1e-6) >= best.total) break;
    const left = mostNodes - nodes;
    if (left <= 0) close(one.bound);
    else {
      const found = searchCase(input, one, best, left);
      nodes += found.nodes;
      if (found.cut) close(one.bound);
    }
  }
  const bound = Math.min(best.total, Math.ceil(open - 1e-6));
  return { shopOf: best.shopOf, total: best.total, bound, proven: bound >= best.total };
}

/** The best assignment so far; one that is offered is first made better by moving single lines. */
class Best {
  shopOf: number[] = [];
  total = Infinity;
  private readonly seen = new Set<string>();
  private readonly input: AssignInput;

  constructor(input: AssignInput) {
    this.input = input;
  }

  /** As it is. */
  take(shopOf: readonly number[]): void {
    const total = totalOf(this.input.costs, this.input.steps, shopOf);
    if (total >= this.total) return;
    this.total = total;
    this.shopOf = [...shopOf];
  }

  offer(shopOf: readonly number[]): void {
    const key = shopOf.join();
    if (this.seen.has(key)) return;
    this.seen.add(key);
    const { costs, steps } = this.input;
    const now = [...shopOf];
    let total = totalOf(costs, steps, now);
    for (let moved = true; moved;) {
      moved = false;
      for (let l = 0; l < now.length; l++)
        for (let s = 0; s < steps.length; s++) {
          if (s === now[l] || !Number.isFinite(costs[l]![s]!)) continue;
          const was = now[l]!;
          now[l] = s;
          const next = totalOf(costs, steps, now);
          if (next < total) {
            total = next;
            moved = true;
          } else now[l] = was;
        }
    }
    if (total < this.total) {
      this.total = total;
      this.shopOf = now;
    }
  }
}

function casesOf({ costs, steps }: AssignInput): Case[] {
  const out: Case[] = [];
  const choose = (choice: (Step | undefined)[]): void => {
    if (choice.length === steps.length) {
      let bound = 0;
      for (const step of choice) bound += step?.fee ?? 0;
      for (const row of costs) bound += Math.min(...row.filter((_, s) => choice[s]), Infinity);
      if (Number.isFinite(bound)) out.push({ choice, bound });
      return;
    }
    choose([...choice, undefined]);
    for (const step of steps[choice.length]!) choose([...choice, step]);
  };
  choose([]);
  return out;
}

/** Fees of a case and what its thresholds are worth at given multipliers: the part of a bound that no line changes. */
const fixedOf = (one: Case, worth: readonly number[]): number =>
  one.choice.reduce((sum, step, s) => sum + (step ? step.fee + worth[s]! * step.from : 0), 0);

/** Multipliers that give a case its best bound; every assignment met on the way is offered. */
function multipliers({ costs }: AssignInput, one: Case, best: Best): { bound: number; worth: number[] } {
  const shops = one.choice.flatMap((step, s) => (step ? [s] : []));
  const worth = one.choice.map(() => 0);
  let bound = -Infinity;
  let kept = [...worth];
  let pace = 1;
  let stale = 0;
  for (let n = 0; n < MULTIPLIER_STEPS; n++) {
    const short = one.choice.map((step) => step?.from ?? 0);
    let value = fixedOf(one, worth);
    const shopOf = costs.map((row) => {
      const at = shops.reduce((a, b) => (row[b]! * (1 - worth[b]!) < row[a]! * (1 - worth[a]!) ? b : a));
      value += row[at]! * (1 - worth[at]!);
      short[at]! -= row[at]!;
      return at;
    });
    if (value > bound + 1e-9) {
      bound = value;
      kept = [...worth];
      stale = 0;
    } else if (++stale > 6) {
      pace /= 2;
      stale = 0;
    }
    if (Number.isFinite(value)) best.offer(shopOf);
    if (bound >= best.total) break;
    const wanted = shops.filter((s) => one.choice[s]!.from > 0);
    const norm = wanted.reduce((sum, s) => sum + short[s]! ** 2, 0);
    if (norm === 0 || pace < 1e-4) break;
    const stepSize = (pace * Math.max(1, best.total - value)) / norm;
    for (const s of wanted) worth[s] = Math.min(1, Math.max(0, worth[s]! + stepSize * short[s]!));
  }
  return { bound, worth: kept };
}

/** What a case leaves open, line by line; bounds by its multipliers, the lines with most to lose first. */
function searchCase(
  { costs }: AssignInput,
  one: Case & { worth: number[] },
  best: Best,
  mostNodes: number
): { nodes: number; cut: boolean } {
  const shops = one.choice.flatMap((step, s) => (step ? [s] : []));
  const reduced = costs.map((row) =>
    shops
      .filter((s) => Number.isFinite(row[s]!))
      .map((s) => ({ s, cost: row[s]! * (1 - one.worth[s]!) }))
      .sort((a, b) => a.cost - b.cost)
  );
  const regret = (l: number) => (reduced[l]![1]?.cost ?? Infinity) - reduced[l]![0]!.cost;
  const order = costs.map((_, l) => l).sort((a, b) => regret(b) - regret(a));
  const rest = new Array<number>(order.length + 1).fill(0);
  for (let k = order.length - 1; k >= 0; k--) rest[k] = rest[k + 1]! + reduced[order[k]!]![0]!.cost;
  const shopOf = new Array<number>(costs.length).fill(-1);
  let nodes = 0;
  let cut = false;
  const step = (k: number, value: number): void => {
    if (nodes >= mostNodes) {
      cut = true;
      return;
    }
    nodes++;
    if (k === order.length) {
      best.take(shopOf);
      return;
    }
    const l = order[k]!;
    for (const { s, cost } of reduced[l]!) {
      // dearer ones follow
      if (Math.ceil(value + cost + rest[k + 1]! - 1e-6) >= best.total) break;
      shopOf[l] = s;
      step(k + 1, value + cost);
    }
  };
  step(0, fixedOf(one, one.worth));
  return { nodes, cut };
}
