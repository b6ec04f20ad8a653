import { parseDurationH } from './duration.ts';
import { withDecimals, withPlainMinus } from './fractions.ts';
import { inchFraction, parseLengthMm, type LengthUnit } from './length.ts';
import { KIND_WORDS, UNITS, type QuantityKind } from './units.ts';
import { trimNumber } from './format.ts';
import type { Parsed } from './parsed.ts';

export type { Parsed };

export type ParseOptions = {
  /** Unit meant when only a number is typed (length only; other kinds use their own unit). */
  lengthUnit?: LengthUnit;
  /** Temperatures typed without a unit are in this one. */
  temperatureUnit?: 'C' | 'F';
  /** Energies typed without a unit are in joules, masses in grams or pounds, resistances in milliohm. */
  bareUnit?: 'J' | 'g' | 'lb' | 'mohm';
  /** Volts at which watts and amps, or watt-hours and amp-hours, may be turned into each other. */
  atV?: number;
  /** Only whole numbers: batteries, boxes, days. */
  whole?: boolean;
  /** Words that may stand behind a plain number, and what they are worth: { months: 1, years: 12 }. */
  units?: Readonly<Record<string, number>>;
  /** A length may be nothing at all: a place, a lid without depth. */
  allowZero?: boolean;
  /** Inclusive range in the kind's own unit outside which the entry is refused. */
  min?: number;
  max?: number;
  /** Inclusive range outside which the entry is questioned but kept. */
  plausibleMin?: number;
  plausibleMax?: number;
};

const NUMBER = /^([+-]?(?:\d+(?:[.,]\d+)?|[.,]\d+))\s*(.*)$/u;

/** Reads one decimal number with point or comma. Digits grouped in threes after a comma are ambiguous and refused. */
function readNumber(text: string): number | undefined {
  if (/^[+-]?\d{1,3},\d{3}$/.test(text)) return undefined;
  return Number(text.replace(',', '.'));
}

const ZERO_LENGTH = /^0+(?:[.,]0+)?\s*(?:mm|cm|m|in|inch|")?$/i;

/**
 * Reads what a person typed for one kind of quantity and gives it in that kind's own unit
 * (mm, A, Ah, W, Wh, V, h, °C, kg, fraction 0-1). Wrong kinds are refused with the likely meaning,
 * implausible values are kept but questioned; nothing is changed silently. Never throws.
 */
export function parseQuantity(text: string, kind: QuantityKind, options: ParseOptions = {}): Parsed {
  const raw = withPlainMinus(text.trim());
  if (raw === '') return { ok: false, message: `Nothing is entered here; type ${KIND_WORDS[kind]}.` };
  const read = readByKind(raw, kind, options);
  if (!read.ok) return read;
  if (options.whole && !Number.isInteger(read.value)) {
    const low = Math.floor(read.value);
    return { ok: false, message: `'${raw}' is no whole number: type ${low} or ${low + 1}.` };
  }
  return bounded(raw, read.value, kind, options);
}

/** A value as its field would show it, for the button that takes it. */
export function quantityText(value: number, kind: QuantityKind, options: ParseOptions = {}): string {
  if (kind === 'length')
    return options.lengthUnit === 'in' ? `${inchFraction(value).text} in` : `${trimNumber(value)} mm`;
  const unit = kind === 'duration' ? 'h' : UNITS[kind].unit;
  return `${trimNumber(kind === 'fraction' ? value * 100 : value)} ${unit}`.trim();
}

/** As a kitchen scale shows it: 5 lb 3 oz. */
const POUNDS_AND_OUNCES = /^(\d+)\s*lbs?\.?,?\s*(\d+(?:[.,]\d+)?)\s*oz\.?$/i;

function readByKind(raw: string, kind: QuantityKind, options: ParseOptions): Parsed {
  if (kind === 'length' && options.allowZero && ZERO_LENGTH.test(raw)) return { ok: true, value: 0 };
  if (kind === 'length') return parseLengthMm(raw, options.lengthUnit ?? 'mm');
  if (kind === 'duration') return parseDurationH(raw);
  const both = kind === 'mass' ? POUNDS_AND_OUNCES.exec(raw) : null;
  if (both) {
    const { lb, oz } = UNITS.mass.units;
    return { ok: true, value: lb!(Number(both[1])) + oz!(Number(both[2]!.replace(',', '.'))) };
  }
  const match = NUMBER.exec(withDecimals(raw.replace(/^[€$£]\s*/, '')));
  if (!match) return { ok: false, message: `'${raw}' was not understood; type ${KIND_WORDS[kind]}.` };
  const number = readNumber(match[1]!);
  if (number === undefined)
    return {
      ok: false,
      message: `'${match[1]}' is ambiguous: write ${match[1]!.replace(',', '')} or ${match[1]!.replace(',', '.')}.`
    };
  // keyboards know two signs for a millionth, the one of its own and the Greek letter
  const unit = match[2]!.replace(/\s+/g, '').toLowerCase().replace('μ', 'µ');
  if (unit === '') return { ok: true, value: unitless(number, kind, options) };
  const factor = UNITS[kind].units[unit];
  if (factor) return { ok: true, value: factor(number) };
  const worth = options.units?.[unit];
  if (worth !== undefined) return { ok: true, value: number * worth };
  return wrongUnit(raw, number, unit, kind, options);
}

function unitless(number: number, kind: QuantityKind, options: ParseOptions): number {
  if (kind === 'fraction') return number / 100;
  if (kind === 'energy' && options.bareUnit === 'J') return number / 3600;
  if (kind === 'mass' && options.bareUnit === 'g') return number / 1000;
  if (kind === 'mass' && options.bareUnit === 'lb') return UNITS.mass.units.lb!(number);
  if (kind === 'resistance' && options.bareUnit === 'mohm') return number / 1000;
  if (kind === 'temperature' && options.temperatureUnit === 'F') return ((number - 32) * 5) / 9;
  return number;
}

/** Kinds that only an 'h' tells apart when they are typed. */
const SLIP: Partial<Record<QuantityKind, QuantityKind>> = {
  current: 'capacity',
  capacity: 'current',
  power: 'energy',
  energy: 'power'
};
/** Kinds that volts turn into each other: how a value of the second becomes one of the first. */
const BY_VOLTS: Partial<Record<QuantityKind, [from: QuantityKind, turn: (value: number, atV: number) => number]>> = {
  current: ['power', (w, v) => w / v],
  power: ['current', (a, v) => a * v],
  capacity: ['energy', (wh, v) => wh / v],
  energy: ['capacity', (ah, v) => ah * v]
};

/** A unit of another kind is named; a reading is offered only when it can be the same thing: a slip of the 'h', or by known volts. */
function wrongUnit(raw: string, number: number, unit: string, kind: QuantityKind, o: ParseOptions): Parsed {
  for (const [other, table] of Object.entries(UNITS) as [
    Exclude<QuantityKind, 'length' | 'duration'>,
    { units: Record<string, (v: number) => number> }
  ][]) {
    if (other === kind || !(unit in table.units)) continue;
    const value = table.units[unit]!(number);
    const says = `'${raw}' is ${KIND_WORDS[other].split(',')[0]}, but this wants ${KIND_WORDS[kind]}.`;
    if (SLIP[kind] === other)
      return { ok: false, message: `${says} Did you mean ${quantityText(value, kind)}?`, likely: value };
    const turn = BY_VOLTS[kind];
    if (turn?.[0] === other && o.atV !== undefined) {
      const likely = Number(turn[1](value, o.atV).toPrecision(4));
      return { ok: false, message: `${says} At ${trimNumber(o.atV)} V that is ${quantityText(likely, kind)}.`, likely };
    }
    return { ok: false, message: says };
  }
  return { ok: false, message: `The unit '${unit}' in '${raw}' was not understood; type ${KIND_WORDS[kind]}.` };
}

/** A share typed as '0.5' may be half of it or half a percent. */
const halfPercent = (raw: string): number | undefined => {
  const bare = /^\+?(?:0?[.,]\d+)$/.test(raw) ? Number(raw.replace(',', '.').replace('+', '')) : NaN;
  return bare > 0 && bare < 1 ? bare : undefined;
};

function bounded(raw: string, value: number, kind: QuantityKind, o: ParseOptions): Parsed {
  const shown = (v: number) => quantityText(v, kind, o);
  const half = kind === 'fraction' ? halfPercent(raw) : undefined;
  if (!Number.isFinite(value)) return { ok: false, message: `'${raw}' is not a finite number.` };
  if (o.min !== undefined && value < o.min)
    return {
      ok: false,
      message: `${shown(value)} is too small: the least here is ${shown(o.min)}.`,
      ...likelyIn(value, o.min, o.max)
    };
  if (o.max !== undefined && value > o.max)
    return {
      ok: false,
      message: `${shown(value)} is too large: the most here is ${shown(o.max)}.`,
      ...likelyIn(value, o.min, o.max)
    };
  if (half !== undefined)
    return {
      ok: true,
      value,
      question: { message: `'${raw}' here is ${shown(value)}. Did you mean ${shown(half)}?`, likely: half }
    };
  const low = o.plausibleMin ?? -Infinity;
  const high = o.plausibleMax ?? Infinity;
  if (value >= low && value <= high) return { ok: true, value };
  const guess = likelyIn(value, o.plausibleMin, o.plausibleMax).likely;
  if (guess === undefined) return { ok: true, value };
  return { ok: true, value, question: { message: `${raw}? Did you mean ${shown(guess)}?`, likely: guess } };
}

/** A thousandfold slip (milli typed or forgotten) or a tenfold one that would land inside the range. */
function likelyIn(value: number, min = -Infinity, max = Infinity): { likely?: number } {
  for (const factor of [1000, 0.001, 10, 0.1]) {
    const guess = Number((value * factor).toPrecision(12));
    if (guess !== 0 && guess >= min && guess <= max) return { likely: guess };
  }
  return {};
}
