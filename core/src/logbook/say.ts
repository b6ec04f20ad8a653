import { NINE_OF_TEN } from '../outing/normal.ts';
import { fixed, trimNumber } from '../quantity/format.ts';
import type { Estimated, Lesson } from './estimate/estimate.ts';
import type { Parameter } from './estimate/parameters.ts';

const SEEN_WORDS: Record<Lesson['what'], string> = {
  counted: 'Drawn, by the count',
  rested: 'Charge by the rested voltage, against the count',
  'ran-flat': 'Capacity, since it ran flat',
  sag: 'Volts lost under load',
  'put-in': 'Charge put back',
  stored: 'Charge lost on the shelf',
  standing: 'Current with everything off',
  'capacity-test': 'Capacity measured'
};

/** What was looked at in one record. */
const seenWords = (l: Pick<Lesson, 'what'>): string => SEEN_WORDS[l.what];

/** A value of an unknown in words: factors as percent of the plan, small currents in mA, a month's share in percent. */
export function parameterText(p: Pick<Parameter, 'unit'>, value: number): string {
  switch (p.unit) {
    case '×':
      return `${fixed(value * 100, 0)} %`;
    case 'Ah':
      return `${fixed(value, 1)} Ah`;
    case 'A':
      return Math.abs(value) < 0.1 ? `${trimNumber(Number((value * 1000).toFixed(1)))} mA` : `${fixed(value, 2)} A`;
    case 'V':
      return `${fixed(value, 2)} V`;
    case 'a month':
      return `${fixed(value * 100, 1)} % a month`;
  }
}

/** A value with the half-width of its nine-of-ten range. */
export const rangeText = (p: Pick<Parameter, 'unit'>, value: number, spread: number): string =>
  `${parameterText(p, value)} ± ${parameterText(p, NINE_OF_TEN * spread).replace(' a month', '')}`;

const UNIT_DECIMALS = { Ah: 1, V: 2, A: 3 } as const;
const amount = (l: Lesson, v: number): string => `${fixed(v, UNIT_DECIMALS[l.unit])} ${l.unit}`;

/** How one record stands to what was expected, in a sentence. */
export function lessonSay(l: Lesson): string {
  const times = `${fixed(l.surprise, 1)} times the expected spread`;
  // several unknowns stand in one sum: seen and expected differ by as much as the sum does
  const off = l.seen - l.expected;
  const how =
    l.surprise < 1 ? 'as expected' : `${amount(l, Math.abs(off))} ${off > 0 ? 'more' : 'less'} than expected, ${times}`;
  return `${seenWords(l)}: ${how}.${l.why ? ` Question: ${l.why}` : ''}`;
}

/** The unknowns that a plan has no place for say so. */
export const learntNote = (p: Pick<Estimated, 'kind'>): string =>
  p.kind === 'meter-offset'
    ? 'Take it off in the meter itself.'
    : p.kind === 'box'
      ? 'Its meters, lamps and idle modules: their parts say it.'
      : p.kind === 'table'
        ? 'So far this battery’s rested voltage lies off the table of its chemistry.'
        : '';
