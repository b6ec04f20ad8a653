import { KG_PER_LB, MM_PER_INCH } from './units.ts';
import { inchFraction, type LengthUnit } from './length.ts';

/** A number with at most six significant digits and no trailing zeros; a dash where there is none. */
export function trimNumber(value: number): string {
  if (!Number.isFinite(value)) return '–';
  return String(Number(value.toPrecision(6)));
}

/** Fixed decimals, with a true minus sign left to the screen; never '-0.0'. */
export function fixed(value: number, decimals: number): string {
  if (!Number.isFinite(value)) return '–';
  const text = value.toFixed(decimals);
  return /^-0(\.0+)?$/.test(text) ? text.slice(1) : text;
}

/** Amps with the decimals a meter would show. */
export const ampsText = (currentA: number): string => fixed(currentA, currentA >= 9.995 ? 1 : 2);

/** A length in the person's unit: one decimal of mm, or the nearest 1/64 inch. */
export function lengthText(lengthMm: number, unit: LengthUnit, decimals = 1): string {
  return unit === 'mm'
    ? fixed(lengthMm, decimals)
    : lengthMm < 0
      ? `-${inchFraction(-lengthMm).text}`
      : inchFraction(lengthMm).text;
}

/** A run of wire: metres to the centimetre, or inches to the tenth. */
export function runText(lengthMm: number, unit: LengthUnit): { value: string; unit: string } {
  if (unit === 'mm') return { value: fixed(lengthMm / 1000, 2), unit: 'm' };
  return { value: fixed(lengthMm / MM_PER_INCH, 1), unit: 'in' };
}

/** 13.43 -> '13 h 26 min'; under an hour only minutes; spans over ten days in days. */
export function durationText(durationH: number): string {
  if (!Number.isFinite(durationH)) return 'no end';
  if (durationH >= 240) return `${fixed(durationH / 24, 0)} days`;
  const minutes = Math.round(durationH * 60);
  const h = Math.floor(minutes / 60);
  const m = minutes % 60;
  if (h === 0) return `${m} min`;
  return m === 0 ? `${h} h` : `${h} h ${String(m).padStart(2, '0')} min`;
}

/** Hours after midnight (any day) as '05:30'. 24 exactly is '24:00'. */
export function clockText(timeH: number): string {
  const minutes = Math.round(timeH * 60);
  if (minutes === 1440) return '24:00';
  const day = ((minutes % 1440) + 1440) % 1440;
  return `${String(Math.floor(day / 60)).padStart(2, '0')}:${String(day % 60).padStart(2, '0')}`;
}

export const temperatureText = (tempC: number, unit: 'C' | 'F'): string =>
  fixed(unit === 'C' ? tempC : (tempC * 9) / 5 + 32, Number.isInteger(tempC) ? 0 : 1);

/** A mass as number text in the person's unit. */
export const massText = (massKg: number, unit: 'kg' | 'lb', decimals = 1): string =>
  fixed(unit === 'lb' ? massKg / KG_PER_LB : massKg, decimals);

/** Decimals after which two figures that still read alike are said to be equal. */
const MOST_DECIMALS = 4;

/** Two figures of a comparison with as many decimals as it takes to tell them apart: never '11.73 of 11.73'. */
export function apart(a: number, b: number, decimals: number): [string, string] {
  for (let d = decimals; d <= MOST_DECIMALS; d++) if (fixed(a, d) !== fixed(b, d)) return [fixed(a, d), fixed(b, d)];
  return [fixed(a, decimals), fixed(b, decimals)];
}
