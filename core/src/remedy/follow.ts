import { inSentence } from '../quantity/capital.ts';
import type { Attempt } from './trials.ts';
import type { Bench, Move } from './move.ts';
import { movesFor } from './moves.ts';

/** A change with what came of it on a copy. */
export type Tried = { move: Move; tried: Attempt };

/** How a change is followed to what it brings. */
export type Following<T extends Tried, Y> = {
  /** How many further changes, and how many are tried for each. */
  steps: number;
  perStep: number;
  /** Between the labels of two changes. */
  word: string;
  /** All changes so far together; undefined where they do not do what they are for. */
  trial: (move: Move) => T | undefined;
  /** What is left of harm: each further change has to lessen it. */
  harm: (t: T) => number;
  /** Of several that do the least is taken. */
  rank: (t: T) => number;
  /** Given before each trial. */
  tick: () => Y;
};

/**
 * A change followed to what it brings, the worst first, and cured of it one by one, as long as each further change leaves
 * less harm. @returns the change with all that was joined to it; the change itself where nothing helps
 */
export function* follow<T extends Tried, Y>(from: Bench, first: T, how: Following<T, Y>): Generator<Y, T> {
  let at = first;
  for (let step = 0; step < how.steps; step++) {
    const { box, plan, fresh } = at.tried;
    const brings = fresh.find((f) => f.severity === 'stop' && !f.open) ?? fresh[0];
    if (!brings) break;
    let next: T | undefined;
    for (const more of movesFor({ ...from, box, plan }, brings).slice(0, how.perStep)) {
      yield how.tick();
      const both = how.trial({
        ...at.move,
        label: `${at.move.label}${how.word}${inSentence(more.label)}`,
        edits: [...at.move.edits, ...more.edits],
        weight: at.move.weight + more.weight
      });
      if (both && how.harm(both) < how.harm(at) && (!next || how.rank(both) < how.rank(next))) next = both;
    }
    if (!next) break;
    at = next;
  }
  return at;
}
