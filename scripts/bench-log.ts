import { STARTER_CATALOGUE } from '../core/src/catalogue/starter.ts';
import { demoBoxes } from '../core/src/demo/boxes.ts';
import { evaluate } from '../core/src/evaluate.ts';
import { estimate } from '../core/src/logbook/estimate/estimate.ts';
import { plannedFor } from '../core/src/logbook/planned.ts';
import { blankEntry } from '../core/src/logbook/kinds.ts';
import type { LogRecord } from '../core/src/logbook/record.ts';
import { dayAfter } from '../core/src/sun/sun.ts';

/** The joint estimate over 200 outings with the charge after each, and a test a year. */
export function reportLearning(): void {
  const box = demoBoxes()[0]!;
  const plan = evaluate(box, STARTER_CATALOGUE);
  const planned = plannedFor(box, plan, 12);
  const records = Array.from({ length: 200 }, (_, i): LogRecord[] => {
    const day = dayAfter('2020-01-01', 9 * i);
    const marks = { id: `r${i}`, createdMs: i };
    return [
      {
        ...blankEntry('outing', day, planned),
        durationH: 12,
        chargeAh: 12 + (i % 5),
        endV: 12.8,
        endState: 'rested',
        ...marks
      },
      { ...blankEntry('charge', day), time: '20:00', full: true, ...marks, id: `c${i}` },
      ...(i % 40 === 0
        ? [{ ...blankEntry('capacity', day), time: '22:00', chargeAh: 19, airC: 20, ...marks, id: `t${i}` }]
        : [])
    ];
  }).flat();
  const times = Array.from({ length: 9 }, () => {
    const began = performance.now();
    estimate(box, plan, records);
    return performance.now() - began;
  }).sort((a, b) => a - b);
  console.log(
    `${`joint estimate, 200 outings, ${records.length} records`.padEnd(44)} ${times[4]!.toFixed(1)} ms  (under 100 ms)`
  );
}
