import { parseClockH } from '../quantity/duration.ts';
import { clockText } from '../quantity/format.ts';
import { withPlainMinus } from '../quantity/fractions.ts';
import { parseQuantity, type ParseOptions } from '../quantity/parse.ts';
import type { QuantityKind } from '../quantity/units.ts';
import { dayAfter } from '../sun/sun.ts';

/** A piece of a line that cannot be taken, with what would be right. */
export class NotUnderstood extends Error {
  readonly part: string;
  constructor(message: string, part: string) {
    super(message);
    this.part = part;
  }
}

const SHAPES: [QuantityKind, RegExp][] = [
  ['capacity', /^-?[\d.,]+m?ah$/i],
  ['voltage', /^-?[\d.,]+m?v(?:olts?)?$/i],
  ['current', /^-?[\d.,]+m?a$/i],
  ['temperature', /^-?[\d.,]+°?[cf]$/i],
  ['fraction', /^-?[\d.,]+%$/],
  ['duration', /^-?[\d.,]+(?:h|hr|hrs|hours?|min|mins|d|days?)(?:\d{1,2})?$/i]
];
export const LIMITS: Partial<Record<QuantityKind, ParseOptions>> = {
  capacity: { min: 0, max: 10_000 },
  voltage: { min: 0, max: 60 },
  current: { min: -500, max: 500 },
  temperature: { min: -60, max: 80 },
  fraction: { min: 0, max: 1 },
  duration: { min: 0, max: 2000 }
};

/** Quantities of other things: no line of a logbook takes them. */
const ELSEWHERE = /^-?[\d.,]+(?:kg|g|lbs?|k?wh?|mm|cm|m|in|ohm)$/i;

type Quantities = {
  capacity: number[];
  voltage: number[];
  current: number[];
  temperature: number[];
  fraction: number[];
  duration: number[];
};
export type Read = Quantities & { bare: number[]; words: string[]; day: string; time: string | null };

/** Puts a number and the unit behind it together: '9 h' is '9h', '12.4 Ah' is '12.4Ah'. */
const joined = (text: string): string =>
  text.replace(
    /(\d)\s+(m?ah|m?v|volts?|m?a|°?[cf]|%|h|hrs?|hours?|min|mins|d|days?|kg|g|lbs?|k?wh?|mm|cm|ohm)(?=[\s,;]|$)/gi,
    '$1$2'
  );

/** The figures of a line by their units, its day and time, and every other word. @throws NotUnderstood */
export function readTokens(text: string, today: string): Read {
  const out: Read = {
    capacity: [],
    voltage: [],
    current: [],
    temperature: [],
    fraction: [],
    duration: [],
    bare: [],
    words: [],
    day: today,
    time: null
  };
  const tokens = joined(text)
    .split(/[\s;]+|,(?=\s|$)/)
    .filter((t) => t !== '')
    .map(withPlainMinus);
  for (let i = 0; i < tokens.length; i++) {
    const token = tokens[i]!;
    const lower = token.toLowerCase();
    if (lower === 'yesterday') out.day = dayAfter(today, -1);
    else if (lower === 'today') continue;
    else if (/^\d{4}-\d{2}-\d{2}$/.test(token)) out.day = dayOf(token);
    else if (lower === 'at' && /^\d{1,2}([:.h]\d{2})?(am|pm)?$/i.test(tokens[i + 1] ?? ''))
      out.time = timeOf(tokens[++i]!);
    else readOne(out, token);
  }
  return out;
}

function dayOf(text: string): string {
  const day = new Date(`${text}T00:00:00Z`);
  if (Number.isNaN(day.getTime()) || day.toISOString().slice(0, 10) !== text)
    throw new NotUnderstood(`'${text}' is no day of the calendar.`, text);
  return text;
}

function timeOf(text: string): string {
  const clock = parseClockH(text);
  if (!clock.ok) throw new NotUnderstood(clock.message, text);
  return clockText(clock.value);
}

function readOne(out: Read, token: string): void {
  // '100-35%' and '12.9-12.4V' are two figures of one kind
  const range = /^([\d.,]+)(?:%|v)?[-–]([\d.,]+)(%|v)$/i.exec(token);
  if (range) {
    readOne(out, `${range[1]}${range[3]}`);
    return readOne(out, `${range[2]}${range[3]}`);
  }
  const shape = SHAPES.find(([, form]) => form.test(token));
  if (!shape) {
    if (ELSEWHERE.test(token))
      throw new NotUnderstood(
        `'${token}' is nothing a record takes: hours, Ah, V, A, %, °C or °F and words are.`,
        token
      );
    if (/^-?[\d.,]+$/.test(token)) out.bare.push(numberOf(token));
    else out.words.push(token);
    return;
  }
  const kind = shape[0];
  if (token.startsWith('-') && (kind === 'capacity' || kind === 'duration' || kind === 'fraction'))
    throw new NotUnderstood(
      kind === 'capacity'
        ? `'${token}' is less than nothing: amp-hours drawn and amp-hours put in are both typed without a sign.`
        : `'${token}' is less than nothing.`,
      token
    );
  const parsed = parseQuantity(token, kind, LIMITS[kind]);
  if (!parsed.ok) throw new NotUnderstood(parsed.message, token);
  // '35 %' is 0.35 and nothing behind it
  out[kind as keyof Quantities].push(kind === 'fraction' ? Number(parsed.value.toFixed(6)) : parsed.value);
}

function numberOf(token: string): number {
  if (/^-?\d{1,3},\d{3}$/.test(token))
    throw new NotUnderstood(`'${token}' is ambiguous: write it without the comma, or with a point.`, token);
  return Number(token.replace(',', '.'));
}
