import { applyEdits, type Edit } from '../box/edits.ts';
import type { Box } from '../box/schema.ts';
import { asItStands, settled, type Plan } from '../evaluate.ts';
import { degreeOf, matterOf } from '../findings/matter.ts';
import type { Finding, Severity } from '../findings/rule.ts';
import type { Bench } from './move.ts';
import { Trials, type Attempt, type Matters } from './trials.ts';

/** How bad a finding is against another. */
export const BAD: Record<Severity, number> = { stop: 3, caution: 2, note: 1 };

/** What a plan really says against a box: nobody accepted it, and it does not wait for somebody to look something up. */
export const stands = (f: Finding): boolean => f.acceptedBecause === null && !f.open && f.severity !== 'note';

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

/** How bad each matter is by the first finding about it. */
function mattersOf(found: readonly Finding[]): Matters {
  const out = new Map<string, Severity>();
  for (const f of found) if (!out.has(matterOf(f))) out.set(matterOf(f), f.severity);
  return out;
}

/**
 * Tries edits on a copy; what was tried on the same plan before is not worked out again.
 * @param cures key of a finding that they are to cure: where it stands all the same, the ends of what is unknown are not
 * worked out, which is most of the work
 * @returns undefined when they cannot be made, or do not cure it
 */
export function attempt(b: Bench, edits: readonly Edit[], cures?: string): Attempt | undefined {
  const trials = Trials.on(b);
  const key = Trials.key(edits);
  const wanted = b.plan.findings.find((f) => f.key === cures);
  const cured = (matters: Matters): boolean => {
    const left = wanted && matters.get(matterOf(wanted));
    return !left || BAD[left] < BAD[wanted.severity];
  };
  const known = trials.matters.get(key);
  if (known && !cured(known)) return undefined;
  const before = trials.done.get(key);
  if (before) return before;
  let box: Box;
  try {
    box = applyEdits(b.box, edits);
  } catch {
    return undefined;
  }
  const asIs = asItStands(box, b.catalogue);
  const matters = mattersOf(asIs.worked.findings);
  trials.matters.set(key, matters);
  if (!cured(matters)) return undefined;
  const plan = settled(box, b.catalogue, asIs);
  const notAccepted = (f: Finding) => f.acceptedBecause === null;
  const badly = (f: Finding): number => BAD[f.severity];
  const byDegree = (f: Finding): number => BAD[f.severity] + degreeOf(f) / 2;
  const now = worstOf(plan, notAccepted, badly);
  // a question that becomes a caution under the same key is a new caution
  const stood = worstOf(b.plan, stands, byDegree);
  return trials.done.keep(key, {
    box,
    plan,
    fresh: plan.findings.filter((f) => stands(f) && byDegree(f) > (stood.get(matterOf(f)) ?? 0)),
    cleared: b.plan.findings.filter((f) => notAccepted(f) && (now.get(matterOf(f)) ?? 0) < badly(f)).map((f) => f.key)
  });
}
