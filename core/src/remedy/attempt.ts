import { applyEdits, type Edit } from '../box/edits.ts';
import type { Box } from '../box/schema.ts';
import { evaluate, type Plan } from '../evaluate.ts';
import type { Finding, Severity } from '../findings/rule.ts';
import type { Bench } from './moves.ts';

const BAD: Record<Severity, number> = { stop: 3, caution: 2, note: 1 };

/** What a plan really says against a box: nobody accepted it, and it does not wait for somebody to look something up. */
export const stands = (f: Finding): boolean => f.acceptedBecause === null && !f.open && f.severity !== 'note';

/** A change as tried on a copy of the box. */
export type Attempt = {
  box: Box;
  plan: Plan;
  /** Stops and cautions that were not there before, or not as bad. */
  fresh: Finding[];
  /** Findings of before that are gone or less bad, by key. */
  cleared: string[];
};

/** Tries edits on a copy. @returns undefined when they cannot be made or lead to no document */
export function attempt(b: Bench, edits: readonly Edit[]): Attempt | undefined {
  let box: Box;
  try {
    box = applyEdits(b.box, edits);
  } catch {
    return undefined;
  }
  const plan = evaluate(box, b.catalogue, { reuse: b.plan });
  const badOf = (p: Plan) =>
    new Map(p.findings.filter((f) => f.acceptedBecause === null).map((f) => [f.key, BAD[f.severity]]));
  const was = badOf(b.plan);
  const now = badOf(plan);
  return {
    box,
    plan,
    fresh: plan.findings.filter((f) => stands(f) && BAD[f.severity] > (was.get(f.key) ?? 0)),
    cleared: [...was].filter(([key, bad]) => (now.get(key) ?? 0) < bad).map(([key]) => key)
  };
}
