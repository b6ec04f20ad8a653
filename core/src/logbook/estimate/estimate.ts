import type { Box } from '../../box/schema.ts';
import type { Plan } from '../../evaluate.ts';
import { inOrder, momentH } from '../kinds.ts';
import type { LogRecord } from '../record.ts';
import { expected, independent, observe, spreadOf, wander, type Belief } from './gaussian.ts';
import { observationsOf, type About, type Observation } from './observations.ts';
import { CAPACITY_WANDER_A_YEAR, parameters, type Parameter } from './parameters.ts';

/** What one record changed. */
export type Lesson = {
  recordId: string;
  what: Observation['what'];
  unit: Observation['unit'];
  /** What was seen and what was expected, with its spread, in the unit. */
  seen: number;
  expected: number;
  expectedSpread: number;
  /** How far out it lies, in expected spreads. */
  surprise: number;
  /** What would explain a surprising one; empty where nothing simple does. */
  why: string;
  /** Unknowns that moved by a tenth of their spread or more, those that moved most first. */
  moved: { key: string; name: string; from: number; to: number; unit: Parameter['unit'] }[];
};

export type Estimated = Parameter & {
  /** What the records make of it, and what stays in doubt. */
  now: number;
  nowSpread: number;
  /** Records that told something of it. */
  recordCount: number;
};

export type Estimate = {
  parameters: Estimated[];
  lessons: Lesson[];
  belief: Belief;
  outingCount: number;
  /** Capacity after each record that told of it, with its spread: for the chart over the years. */
  capacities: { day: string; ah: number; spreadAh: number; test: boolean }[];
};

/** From here on a record is called surprising. @source 19 of 20 lie within two spreads */
export const SURPRISING = 2;
const HOURS_A_YEAR = 8766;
/** A move smaller than this share of the spread is not told. */
const MOVED = 0.1;

/**
 * All unknowns estimated jointly from all records of this box, oldest first: each record is a weighted sum of unknowns, give
 * or take, and a linear-Gaussian update of what the plan believes. Products of two unknowns (capacity × charge, current ×
 * resistance) are taken at what was believed before; draws are factors on a device's whole draw, one for all its modes; a
 * record that lies far out counts like any other, and is told.
 * @param batteryIds batteries in the box now
 */
export function estimate(
  box: Box,
  plan: Plan,
  records: readonly LogRecord[],
  batteryIds: readonly string[] = []
): Estimate {
  const unknowns = parameters(box, plan);
  const sorted = inOrder(records);
  let belief = independent(unknowns.map((p) => ({ name: p.key, mean: p.mean, spread: Math.max(p.spread, 1e-9) })));
  const capacityPlace = unknowns.findIndex((p) => p.key === 'capacity');
  const told = unknowns.map(() => new Set<string>());
  const lessons: Lesson[] = [];
  const capacities: Estimate['capacities'] = [];
  let lastH: number | undefined;
  for (const [i, r] of sorted.entries()) {
    const atH = momentH(r);
    if (capacityPlace >= 0 && lastH !== undefined && atH > lastH) {
      const yearly = CAPACITY_WANDER_A_YEAR * unknowns[capacityPlace]!.mean;
      belief = wander(belief, capacityPlace, (yearly ** 2 * (atH - lastH)) / HOURS_A_YEAR);
    }
    lastH = Math.max(lastH ?? atH, atH);
    const x: About = { box, plan, parameters: unknowns, before: sorted.slice(0, i), belief, batteryIds };
    for (const seen of observationsOf(x, r)) {
      if (seen.weights.length === 0) continue;
      const was = belief;
      const expects = expected(was, seen.weights);
      const { belief: next, surprise } = observe(was, seen);
      belief = next;
      for (const [place] of seen.weights) told[place]!.add(r.id);
      lessons.push(lessonOf(r, seen, { unknowns, was, next, expects, surprise }));
      if (seen.weights.some(([place]) => place === capacityPlace) && seen.what !== 'stored')
        capacities.push({
          day: r.day,
          ah: belief.mean[capacityPlace]!,
          spreadAh: spreadOf(belief, capacityPlace),
          test: seen.what === 'capacity-test'
        });
    }
  }
  return {
    parameters: unknowns.map((p, i) => ({
      ...p,
      now: belief.mean[i]!,
      nowSpread: spreadOf(belief, i),
      recordCount: told[i]!.size
    })),
    lessons,
    belief,
    outingCount: sorted.filter((r) => r.kind === 'outing').length,
    capacities
  };
}

/** What one observation taught: what was seen against what was expected, and what moved for it. */
const lessonOf = (
  r: LogRecord,
  seen: Observation,
  x: {
    unknowns: readonly Parameter[];
    was: Belief;
    next: Belief;
    expects: ReturnType<typeof expected>;
    surprise: number;
  }
): Lesson => ({
  recordId: r.id,
  what: seen.what,
  unit: seen.unit,
  seen: seen.value,
  expected: x.expects.value,
  expectedSpread: Math.sqrt(x.expects.variance + seen.variance),
  surprise: x.surprise,
  why: x.surprise >= SURPRISING ? explained(seen, x.was) : '',
  moved: moves(x.unknowns, x.was, x.next)
});

function moves(unknowns: readonly Parameter[], was: Belief, next: Belief): Lesson['moved'] {
  return unknowns
    .map((p, i) => ({
      key: p.key,
      name: p.name,
      unit: p.unit,
      from: was.mean[i]!,
      to: next.mean[i]!,
      share: Math.abs(next.mean[i]! - was.mean[i]!) / Math.max(spreadOf(was, i), 1e-12)
    }))
    .filter((m) => m.share >= MOVED)
    .toSorted((a, b) => b.share - a.share)
    .map(({ key, name, unit, from, to }) => ({ key, name, unit, from, to }));
}

/** A device was on for less than its outing by this at least, h, to have been left on. */
const LEFT_ON_H = 0.5;

/**
 * One simple thing that would bring a surprising count back: a device left on all the time, or one that stayed off. The
 * likeliest is the one that leaves the least over; none that leaves half of it.
 */
function explained(seen: Observation, belief: Belief): string {
  const off = seen.value - expected(belief, seen.weights).value;
  const guesses = seen.parts.flatMap((p) => {
    const factor = belief.mean[p.place]!;
    const restH = p.outingH - p.onH;
    if (off > 0)
      return restH < LEFT_ON_H
        ? []
        : [{ left: Math.abs(off - p.meanA * factor * restH), say: `was ${p.name} on all the time?` }];
    return p.onH > 0 ? [{ left: Math.abs(off + p.meanA * factor * p.onH), say: `did ${p.name} stay off?` }] : [];
  });
  const best = guesses.toSorted((a, b) => a.left - b.left)[0];
  return best && best.left <= Math.abs(off) / 2 ? best.say : '';
}
