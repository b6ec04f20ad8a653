import type { Marks } from '../marks.ts';
import type { WorkStep } from './steps.ts';

export type Wait = { step: WorkStep; endsMs: number };

/**
 * Waits that run: from the tick of their step, unless somebody said that they are over or nothing waits for them any more.
 * One whose end has passed is given too: it asks to be looked at.
 * @param done ids of the steps that are done
 */
export function runningWaits(steps: readonly WorkStep[], marks: Marks, done: readonly string[]): Wait[] {
  return steps.flatMap((step): Wait[] => {
    const mark = marks.of(`step ${step.id}`);
    if (step.waitMin === 0 || mark?.value !== true || marks.isTicked(`wait ${step.id}`)) return [];
    if (!steps.some((k) => k.after.includes(step.id) && !done.includes(k.id))) return [];
    return [{ step, endsMs: mark.atMs + step.waitMin * 60_000 }];
  });
}
