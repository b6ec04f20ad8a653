import { ampsText, fixed } from '../../quantity/format.ts';
import { dischargeA, stopVoltageV } from '../discharge.ts';
import { row, type Sources, type TestRow } from './row.ts';

/** What a measured capacity may lack of what age and cold leave, and have over it. @source rule of thumb */
const CAPACITY = { less: 0.1, more: 0.25 } as const;

/** What the battery really holds, by one slow discharge. */
export function capacityRows({ bank }: Sources): TestRow[] {
  const leftAh = bank.ratedAh * bank.healthFraction;
  const loadA = dischargeA(bank);
  const stopV = stopVoltageV(bank);
  return [
    row('capacity', {
      id: 'capacity',
      what: `From full with about ${ampsText(loadA)} A until ${fixed(stopV, 1)} V: amp-hours that came out, at room warmth`,
      where: 'a known lamp and a clock, or the box’s own meter',
      expected: fixed(leftAh, 1),
      unit: 'Ah',
      why: `${fixed(bank.ratedAh, 0)} Ah on the label, less age`,
      kind: 'capacity',
      low: leftAh * (1 - CAPACITY.less),
      high: leftAh * (1 + CAPACITY.more),
      causes: {
        low: 'Older than said, or the label claims too much: take the reading over.',
        high: 'Better than thought: take the reading over.'
      }
    })
  ];
}
