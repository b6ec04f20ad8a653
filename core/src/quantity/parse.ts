import { parseDurationH } from './duration.ts';
import { parseLengthMm, type LengthUnit } from './length.ts';
import { KIND_WORDS, UNITS, type QuantityKind } from './units.ts';
import { trimNumber } from './format.ts';
import type { Parsed } from './parsed.ts';

export type { Parsed };

export type ParseOptions = {
  /** Unit meant when only a number is typed (length only; other kinds use their own unit). */
  lengthUnit?: LengthUnit;
  /** Temperatures typed without a unit are in this one. */
  temperatureUnit?: 'C' | 'F';
  /** Energies typed without a unit are in joules, masses in grams. */
  bareUnit?: 'J' | 'g';
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
  const raw = text.trim();
  if (raw === '') return { ok: false, message: `Nothing is entered here; type ${KIND_WORDS[kind]}.` };
  const read = readByKind(raw, kind, options);
  return read.ok ? bounded(raw, read.value, kind, options) : read;
}

function readByKind(raw: string, kind: QuantityKind, options: ParseOptions): Parsed {
  if (kind === 'length' && options.allowZero && ZERO_LENGTH.test(raw)) return { ok: true, value: 0 };
  if (kind === 'length') return parseLengthMm(raw, options.lengthUnit ?? 'mm');
  if (kind === 'duration') return parseDurationH(raw);
  const match = NUMBER.exec(raw.replace(/^[€$£]\s*/, ''));
  if (!match) return { ok: false, message: `'${raw}' was not understood; type ${KIND_WORDS[kind]}.` };
  const number = readNumber(match[1]!);
  if (number === undefined)
    return {
      ok: false,
      message: `'${match[1]}' is ambiguous: write ${match[1]!.replace(',', '')} or ${match[1]!.replace(',', '.')}.`
    };
  const unit = match[2]!.replace(/\s+/g, '').toLowerCase();
  if (unit === '') return { ok: true, value: unitless(number, kind, options) };
  const factor = UNITS[kind].units[unit];
  if (factor) return { ok: true, value: factor(number) };
  return wrongUnit(raw, number, unit, kind);
}

function unitless(number: number, kind: QuantityKind, options: ParseOptions): number {
  if (kind === 'fraction') return number / 100;
  if (kind === 'energy' && options.bareUnit === 'J') return number / 3600;
  if (kind === 'mass' && options.bareUnit === 'g') return number / 1000;
  if (kind === 'temperature' && options.temperatureUnit === 'F') return ((number - 32) * 5) / 9;
  return number;
}

function wrongUnit(raw: string, number: number, unit: string, kind: QuantityKind): Parsed {
  for (const [other, table] of Object.entries(UNITS)) {
    if (other === kind || !(unit in table.units)) continue;
    const prefix = unit.startsWith('m') && unit.length > 1 && other !== 'money' ? 1e-3 : 1;
    const own = UNITS[kind as keyof typeof UNITS].unit;
    return {
      ok: false,
      message: `'${raw}' is ${KIND_WORDS[other as QuantityKind].split(',')[0]}, but this wants ${KIND_WORDS[kind]}. Did you mean ${trimNumber(number * prefix)} ${own}?`,
      likely: number * prefix
    };
  }
  return { ok: false, message: `The unit '${unit}' in '${raw}' was not understood; type ${KIND_WORDS[kind]}.` };
}

function bounded(raw: string, value: number, kind: QuantityKind, o: ParseOptions): Parsed {
  const unit = kind === 'length' ? 'mm' : kind === 'duration' ? 'h' : UNITS[kind].unit;
  const shown = (v: number) => `${trimNumber(kind === 'fraction' ? v * 100 : v)} ${unit}`.trim();
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
