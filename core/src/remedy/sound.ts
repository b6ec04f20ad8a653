import { applyEdits, type Edit } from '../box/edits.ts';
import type { Box } from '../box/schema.ts';
import type { Catalogue } from '../catalogue/part.ts';
import { evaluate, type Plan } from '../evaluate.ts';
import type { Finding } from '../findings/rule.ts';
import { finished } from '../work.ts';
import { attempt, stands } from './attempt.ts';
import type { Attempt } from './trials.ts';
import type { Bench, Move } from './move.ts';
import { follow } from './follow.ts';
import { movesFor } from './moves.ts';

/** What the search aims at: no stop, or no caution either. */
export type Goal = 'stops' | 'cautions';
export type SoundChange = {
  label: string;
  /** Where it is made: 'C3'. */
  place: string;
  edits: Edit[];
  /** Titles of what it clears. */
  clears: string[];
};
/** What a box costs, weighs and lasts, and what stands against it. */
export type SoundFacts = {
  stopCount: number;
  cautionCount: number;
  cost: number;
  massKg: number;
  lastsH: number | null;
};
export type Sound = {
  changes: SoundChange[];
  before: SoundFacts;
  after: SoundFacts;
  /** Titles of what no change was found for. */
  inTheWay: string[];
  triedCount: number;
};
export type SoundProgress = { triedCount: number; stopCount: number; cautionCount: number };

/** Longest row of changes, and trials after which the search is left. */
const MOST_CHANGES = 40;
const MOST_TRIALS = 900;
/** How many moves of one finding are tried before the best of them is taken. */
const PER_FINDING = 12;
/** A stop outweighs whatever its cure upsets; a caution two evenings’ work. */
const STOP_WEIGHT = 100;
const CAUTION_WEIGHT = 6;
const COST_WEIGHT = 0.05;
const CLEARED_CREDIT = 1.5;
/** Changes that clear a finding but bring others, followed so many steps further. */
const FOLLOWED = 3;
const STEPS = 3;
/** Moves tried on what such a change brings. */
const PER_BROUGHT = 6;

const isStop = (f: Finding): boolean => f.acceptedBecause === null && f.severity === 'stop' && !f.open;

export function soundFacts(plan: Plan): SoundFacts {
  const against = plan.findings.filter(stands);
  const lastsH = plan.outing?.lastsH;
  return {
    stopCount: against.filter(isStop).length,
    cautionCount: against.filter((f) => f.severity === 'caution').length,
    cost: plan.kit.costPerBox,
    massKg: plan.carry.massKg,
    lastsH: lastsH === undefined || !Number.isFinite(lastsH) ? null : lastsH
  };
}

const badness = (plan: Plan): number => {
  const { stopCount, cautionCount } = soundFacts(plan);
  return stopCount * STOP_WEIGHT + cautionCount * CAUTION_WEIGHT;
};

type Step = { move: Move; tried: Attempt; score: number };

/** How much a change upsets and costs, what new it brings; what else it clears counts a little, for the list gets shorter. */
function scoreOf(from: Bench, move: Move, tried: Attempt): number {
  const cost = Math.max(0, tried.plan.kit.costPerBox - from.plan.kit.costPerBox);
  const stops = tried.fresh.filter(isStop).length;
  return (
    move.weight +
    cost * COST_WEIGHT +
    stops * STOP_WEIGHT +
    (tried.fresh.length - stops) * CAUTION_WEIGHT -
    tried.cleared.length * CLEARED_CREDIT
  );
}

/**
 * The change that clears a finding for least upset and leaves less against the box than before; where none does alone, one
 * that clears it is followed to what it brings. Yields what `tick` gives before each trial.
 */
function* bestStep(
  from: Bench,
  finding: Finding,
  tick: () => SoundProgress
): Generator<SoundProgress, Step | undefined> {
  const now = badness(from.plan);
  let best: Step | undefined;
  const nearly: Step[] = [];
  const trial = (move: Move): Step | undefined => {
    const tried = attempt(from, move.edits, finding.key);
    return tried?.cleared.includes(finding.key) ? { move, tried, score: scoreOf(from, move, tried) } : undefined;
  };
  const better = (s: Step) => badness(s.tried.plan) < now && (!best || s.score < best.score);
  for (const move of movesFor(from, finding).slice(0, PER_FINDING)) {
    yield tick();
    const step = trial(move);
    if (step && better(step)) best = step;
    else if (step) nearly.push(step);
  }
  if (best) return best;
  for (const first of nearly.toSorted((p, q) => p.score - q.score).slice(0, FOLLOWED)) {
    const cured = yield* follow(from, first, {
      steps: STEPS,
      perStep: PER_BROUGHT,
      word: ', and ',
      trial,
      harm: (s) => badness(s.tried.plan),
      rank: (s) => s.score,
      tick
    });
    if (better(cured)) best = cured;
  }
  return best;
}

type Taken = { move: Move; place: string; clears: string[] };

/**
 * A short list of changes after which no stop (or no caution either) stands: on the worst finding the moves for it are
 * tried on copies, the one that leaves least against the box for least upset is taken, and so on; a move that brings
 * something new may be taken when it leaves fewer stops. At the end every change that is not needed is taken out again.
 * A bounded descent: it does not prove that no shorter list exists. Yields its progress between trials.
 */
export function* soundSearch(
  box: Box,
  catalogue: Catalogue,
  goal: Goal,
  start: Plan = evaluate(box, catalogue),
  /** Findings that are no matter of this search, by key. */
  left: ReadonlySet<string> = new Set()
): Generator<SoundProgress, Sound> {
  const wanted = (f: Finding) => !left.has(f.key) && (goal === 'stops' ? isStop(f) : stands(f));
  let at: Bench = { box, catalogue, plan: start };
  let taken: Taken[] = [];
  let triedCount = 0;
  const progress = (): SoundProgress => ({ triedCount, ...soundFacts(at.plan) });
  /** Findings for which nothing was found, with how many changes were taken by then: tried again when the rest is done. */
  const stuck = new Map<string, number>();
  while (taken.length < MOST_CHANGES && triedCount < MOST_TRIALS) {
    const open = at.plan.findings.filter(wanted);
    const fresh = open.filter((f) => !stuck.has(f.key));
    // what was out of reach may be within it after other changes
    const again = open.filter((f) => (stuck.get(f.key) ?? Infinity) < taken.length);
    const finding = fresh.find(isStop) ?? fresh[0] ?? again.find(isStop) ?? again[0];
    if (!finding) break;
    const best = yield* bestStep(at, finding, () => {
      triedCount++;
      return progress();
    });
    if (!best) {
      stuck.set(finding.key, taken.length);
      continue;
    }
    taken.push({ move: best.move, place: finding.where.label, clears: best.tried.cleared });
    at = { box: best.tried.box, catalogue, plan: best.tried.plan };
  }
  // a change that a later one made needless goes out again
  for (const one of taken.toReversed()) {
    yield progress();
    const rest = taken.filter((t) => t !== one);
    const after = planWith(box, catalogue, editsOf(rest));
    triedCount++;
    if (
      after &&
      after.findings.filter(wanted).length <= at.plan.findings.filter(wanted).length &&
      badness(after) <= badness(at.plan)
    ) {
      taken = rest;
      at = { box: applyEdits(box, editsOf(rest)), catalogue, plan: after };
    }
  }
  return {
    changes: taken.map((t) => changeOf(start, t)),
    before: soundFacts(start),
    after: soundFacts(at.plan),
    inTheWay: at.plan.findings.filter(wanted).map((f) => f.title),
    triedCount
  };
}

const changeOf = (start: Plan, { move, place, clears }: Taken): Sound['changes'][number] => ({
  label: move.label,
  place,
  edits: move.edits,
  clears: titlesOf(start, clears)
});
const titlesOf = (plan: Plan, keys: readonly string[]): string[] =>
  plan.findings.filter((f) => keys.includes(f.key)).map((f) => f.title);
const editsOf = (taken: readonly Taken[]): Edit[] => taken.flatMap((t) => t.move.edits);

function planWith(box: Box, catalogue: Catalogue, edits: readonly Edit[]): Plan | undefined {
  try {
    return evaluate(applyEdits(box, edits), catalogue);
  } catch {
    return undefined;
  }
}

/** What a box would be with some of the changes. @returns undefined when they cannot be made without the others */
export function soundWith(
  box: Box,
  catalogue: Catalogue,
  changes: readonly { edits: Edit[] }[]
): SoundFacts | undefined {
  const plan = planWith(
    box,
    catalogue,
    changes.flatMap((c) => c.edits)
  );
  return plan && soundFacts(plan);
}

/** All of `soundSearch` at once. */
export const makeSound = (box: Box, catalogue: Catalogue, goal: Goal): Sound =>
  finished(soundSearch(box, catalogue, goal));
