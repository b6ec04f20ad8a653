import { applyEdits, type Edit } from '../box/edits.ts';
import type { Box } from '../box/schema.ts';
import { asItStands, settled, type Plan } from '../evaluate.ts';
import { degreeOf, matterOf } from '../findings/matter.ts';
import type { Finding, Severity } from '../findings/rule.ts';
import type { Bench } from './move.ts';

/** How bad a finding is against another. */
export const BAD: Record<Severity, number> = { stop: 3, caution: 2, note: 1 };

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

/** How bad each matter of a plan is, of the findings that count. */
function worstOf(
  plan: Plan,
  counts: (f: Finding) => boolean,
  bad: (f: Finding) => number
): ReadonlyMap<string, number> {
  const worst = new Map<string, number>();
  for (const f of plan.findings) if (counts(f)) worst.set(matterOf(f), Math.max(worst.get(matterOf(f)) ?? 0, bad(f)));
  return worst;
}

/**
 * Tries edits on a copy.
 * @param cures key of a finding that they are to cure: where it stands all the same, the ends of what is unknown are not
 * worked out, which is most of the work
 * @returns undefined when they cannot be made, or do not cure it
 */
export function attempt(b: Bench, edits: readonly Edit[], cures?: string): Attempt | undefined {
  let box: Box;
  try {
    box = applyEdits(b.box, edits);
  } catch {
    return undefined;
  }
  const asIs = asItStands(box, b.catalogue, { reuse: b.plan });
  const wanted = b.plan.findings.find((f) => f.key === cures);
  const left = wanted && asIs.worked.findings.find((f) => matterOf(f) === matterOf(wanted));
  if (wanted && left && BAD[left.severity] >= BAD[wanted.severity]) return undefined;
  const plan = settled(box, b.catalogue, asIs);
  const notAccepted = (f: Finding) => f.acceptedBecause === null;
  const badly = (f: Finding): number => BAD[f.severity];
  const byDegree = (f: Finding): number => BAD[f.severity] + degreeOf(f) / 2;
  const now = worstOf(plan, notAccepted, badly);
  // a question that becomes a caution under the same key is a new caution
  const stood = worstOf(b.plan, stands, byDegree);
  return {
    box,
    plan,
    fresh: plan.findings.filter((f) => stands(f) && byDegree(f) > (stood.get(matterOf(f)) ?? 0)),
    cleared: b.plan.findings.filter((f) => notAccepted(f) && (now.get(matterOf(f)) ?? 0) < badly(f)).map((f) => f.key)
  };
}
