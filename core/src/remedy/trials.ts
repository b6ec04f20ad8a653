import type { Edit } from '../box/edits.ts';
import type { Box } from '../box/schema.ts';
import type { Plan } from '../evaluate.ts';
import type { Finding, Severity } from '../findings/rule.ts';
import { Lately } from '../lately.ts';
import type { Bench } from './move.ts';

/** Whole plans that are kept of one box: each is a few hundred kilobytes, and findings that share a cure follow each other. */
const KEPT = 24;

/** A change as tried on a copy of the box. */
export type Attempt = {
  box: Box;
  plan: Plan;
  /** Stops and cautions that were not there before, or not as bad. */
  fresh: Finding[];
  /** Findings of before that are gone or less bad, by key. */
  cleared: string[];
};

/** How bad each matter is that a changed box says something about, before the ends of what is unknown are worked out. */
export type Matters = ReadonlyMap<string, Severity>;

/**
 * What was tried on one box. Half of the changes that cure one finding are tried for another as well: what they came to is
 * kept until another box is worked on. It never changes an answer, because a plan follows from its box.
 */
export class Trials {
  readonly #on: Bench;
  /** How bad each matter is, by the edits; kept for all of them. */
  readonly matters = new Map<string, Matters>();
  readonly done = new Lately<Attempt>(KEPT);

  private constructor(on: Bench) {
    this.#on = on;
  }

  static #last: Trials | undefined;

  /** Those of a box and its plan. */
  static on(b: Bench): Trials {
    const last = Trials.#last && Trials.#last.#on;
    const same = last && last.plan === b.plan && last.box === b.box && last.catalogue === b.catalogue;
    if (!same) Trials.#last = new Trials(b);
    return Trials.#last!;
  }

  static key(edits: readonly Edit[]): string {
    return JSON.stringify(edits);
  }
}
