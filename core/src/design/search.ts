import type { Box } from '../box/schema.ts';
import type { Catalogue } from '../catalogue/part.ts';
import { demand } from '../demand/demand.ts';
import { groundOf } from './build.ts';
import type { RuledOut } from './candidates.ts';
import type { Merits } from './assess.ts';
import { AIMS, asGood, front, type Aim } from './front.ts';
import { keepsLimits, limitsOf } from './limits.ts';
import { candidatesFor, inTurns, type Candidate } from './order.ts';
import { designPair, type Pair, type PairOutcome } from './pair.ts';
import type { Ground, Home } from './parts.ts';

/** A sound design with the pair it came from. */
export type Sound = Extract<PairOutcome, { kind: 'sound' }> & { pair: Pair; key: string; merits: Merits };
/** A pair that gave no sound design. */
export type Failed = Exclude<PairOutcome, { kind: 'sound' }> & { pair: Pair; key: string; bound: Merits };

type SearchOptions = {
  mostTried?: number;
  /** What lies in the drawer, by line of the kit. */
  home?: Home;
  /** Asked between pairs: true leaves the search with what it has. */
  enough?: () => boolean;
};

export type DesignProgress = {
  /** Pairs of battery and case settled, by being built or by their bounds, of all that there are. */
  settledCount: number;
  pairCount: number;
  triedCount: number;
  soundCount: number;
  front: Sound[];
  /** Everything sound that was found so far. */
  sound: readonly Sound[];
};

export type DesignSearch = DesignProgress & {
  /** What it stood on. */
  ground: Ground;
  failed: Failed[];
  ruledOut: RuledOut[];
  /** Pairs nothing was tried of, because what was found is as good in everything as they could be. */
  boundedCount: number;
  /** How much better than what was found something left out could be, by aim; 0 where the front is complete. */
  gap: Record<Aim, number>;
};

/**
 * Choices after which the search is left, however many pairs remain: bounded by count, so that the same question has the
 * same answer on any machine; and how many of them may go to pairs beyond the limits, to show what more money or mass buys.
 */
const MOST_TRIED = 900;
const MOST_BEYOND = 120;

/** The ground of a search: the box as designs start from, what it wants, and the parts with the person's own first. */
export function groundFor(box: Box, catalogue: Catalogue, home: Home = new Map()): Ground {
  const bare = groundOf(box);
  // parts the person brought along in this box come into question, too
  const own = Object.values(box.parts).filter((p) => p.origin === 'own' && !catalogue.some((q) => q.id === p.id));
  return { box: bare, catalogue: [...own, ...catalogue], need: demand(bare), home, fits: new Map() };
}

/**
 * Sound boxes for what must run: branch and bound over battery, packs and case. Parts that can never hold are filtered out
 * first; the pairs are taken in the order of their bounds, the aims taking turns; a pair is left out when something already
 * found is as good in every aim as that pair could be at the very best; for the others one design is built and everything
 * that stands in its way answered by another way of building (`designPair`). So the front over the pairs within the limits
 * is complete, unless the search was left early: then `gap` says how far from the best it may be. Beyond the limits, once
 * something is found within them, only so much is looked at as shows what they cost. Yields its progress.
 */
export function* designSearch(
  box: Box,
  catalogue: Catalogue,
  options: SearchOptions = {}
): Generator<DesignProgress, DesignSearch> {
  const g = groundFor(box, catalogue, options.home);
  const mostTried = options.mostTried ?? MOST_TRIED;
  const { all, out } = candidatesFor(g);
  const { leastChance } = limitsOf(box);
  const within = (c: Candidate) => keepsLimits(box, c.bound);
  const beyond = all.filter((c) => !within(c));
  const order = [...inTurns(all.filter(within), leastChance), ...inTurns(beyond, leastChance)];
  const sound: Sound[] = [];
  const failed: Failed[] = [];
  let best: Sound[] = [];
  let kept = 0;
  let [settledCount, triedCount, beyondCount, boundedCount] = [0, 0, 0, 0];
  const progress = (): DesignProgress => ({
    settledCount,
    pairCount: all.length,
    triedCount,
    soundCount: sound.length,
    front: best,
    sound
  });
  const left: Candidate[] = [];
  for (const c of order) {
    if (best.some((s) => asGood(s.merits, c.bound))) {
      settledCount++;
      boundedCount++;
      continue;
    }
    const beyondEnough = !within(c) && kept > 0 && beyondCount >= MOST_BEYOND;
    if (triedCount >= mostTried || options.enough?.() === true || beyondEnough) {
      left.push(c);
      continue;
    }
    const pair: Pair = { battery: c.option.battery, count: c.option.count, case: c.case };
    const outcome = yield* withProgress(designPair(g, pair), progress);
    triedCount += outcome.tried;
    if (!within(c)) beyondCount += outcome.tried;
    settledCount++;
    if (outcome.kind === 'sound') {
      sound.push({ ...outcome, pair, key: c.key, merits: outcome.design.merits });
      best = front(sound);
      if (keepsLimits(box, outcome.design.merits)) kept++;
    } else failed.push({ ...outcome, pair, key: c.key, bound: c.bound });
    yield progress();
  }
  return {
    ...progress(),
    ground: g,
    failed,
    ruledOut: out,
    boundedCount,
    gap: gapOf(best, kept > 0 ? left.filter(within) : left)
  };
}

/** Does a piece of work to its end and says how the whole stands whenever it pauses. */
function* withProgress<T>(work: Generator<unknown, T>, progress: () => DesignProgress): Generator<DesignProgress, T> {
  let step = work.next();
  while (!step.done) {
    yield progress();
    step = work.next();
  }
  return step.value;
}

/** By how much something not looked at could beat the best of each aim. */
function gapOf(found: readonly Sound[], left: readonly Candidate[]): Record<Aim, number> {
  const one = (aim: Aim): number => {
    if (left.length === 0) return 0;
    const sign = aim === 'chanceFraction' ? -1 : 1;
    const least = (list: readonly Merits[]): number => Math.min(...list.map((m) => sign * m[aim]));
    const had = found.length ? least(found.map((s) => s.merits)) : Infinity;
    return Math.max(0, had - least(left.map((c) => c.bound)));
  };
  return Object.fromEntries(AIMS.map((aim) => [aim, one(aim)])) as Record<Aim, number>;
}
