import { caseSteps } from './case-steps.ts';
import { endSteps } from './end-steps.ts';
import { linesByStep } from './step-lines.ts';
import type { StepSources, WorkStep } from './step.ts';
import { wireSteps } from './wire-steps.ts';

export type { StepSources, WorkStep } from './step.ts';

/**
 * How to build this very box: steps as a graph, each with what it needs, how long it takes and what waits after it. What a
 * box does not have makes no step, and is not waited for. The order prevents rework: measured before it is bought deep,
 * gland before terminals, sleeve before crimp, swarf out before the battery goes in, nuts before the block hides them, water
 * before anything electric, fuse last.
 */
export function workSteps(x: StepSources): WorkStep[] {
  const drafts = [...caseSteps(x), ...wireSteps(x), ...endSteps(x)];
  const ids = drafts.map((d) => d.id);
  const lines = linesByStep(ids, x.lines);
  const there = (list: readonly string[] = []): string[] => list.filter((id) => ids.includes(id));
  return drafts.map((d) => ({ ...d, after: there(d.after), follows: there(d.follows), lineIds: lines.get(d.id)! }));
}
