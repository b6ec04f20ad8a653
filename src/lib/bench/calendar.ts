import type { WorkPlan } from '@haversack/core/bench/work/plan';
import { createEvents, type DateArray } from 'ics';

/** The waits of a plan of work as a calendar: each rings when it is over and says what comes then. @throws Error of the writer */
export function calendarOf(boxId: string, boxName: string, work: WorkPlan): string {
  const waits = work.rows.filter((r) => !r.done && r.readyMs > r.endMs);
  const { value, error } = createEvents(
    waits.map((r) => ({
      uid: `${boxId}-${r.step.id}@haversack`,
      title: `${boxName}: ${r.step.waitWhat ?? 'wait'} is over`,
      description: `After: ${r.step.title}. Then: ${work.rows
        .filter((k) => k.step.after.includes(r.step.id))
        .map((k) => k.step.title)
        .join(', ')}`,
      start: utc(r.readyMs),
      startInputType: 'utc' as const,
      startOutputType: 'utc' as const,
      duration: { minutes: 15 },
      alarms: [{ action: 'display' as const, trigger: { minutes: 0, before: true } }]
    }))
  );
  if (error) throw error;
  return value ?? '';
}

function utc(ms: number): DateArray {
  const d = new Date(ms);
  return [d.getUTCFullYear(), d.getUTCMonth() + 1, d.getUTCDate(), d.getUTCHours(), d.getUTCMinutes()];
}
