import type { Box } from '../box/schema.ts';
import { apart, fixed, lengthText, massText, trimNumber } from './format.ts';
import { MM_PER_INCH } from './units.ts';

/** What a tape is read to along a wire, in. */
const TAPE_IN = { short: 1 / 8, long: 1 / 4, longFromMm: 24 * MM_PER_INCH };
const inSteps = (lengthMm: number): number => {
  const stepMm = MM_PER_INCH * (Math.abs(lengthMm) < TAPE_IN.longFromMm ? TAPE_IN.short : TAPE_IN.long);
  return Math.round(lengthMm / stepMm) * stepMm;
};

/** The units a person reads. */
export type Units = Pick<Box['preferences'], 'lengthUnit' | 'massUnit' | 'temperatureUnit'>;

/** Writers of quantities for sentences: a figure with its unit, as this person reads it. */
export type Said = {
  /** A length; without decimals given, mm as they stand. */
  mm: (lengthMm: number, decimals?: number) => string;
  /** Several lengths with one unit: a place ('34, 106 mm') or sizes ('50 × 25 mm', '1 to 4 mm'). */
  mms: (between: string, ...lengthsMm: number[]) => string;
  /** Two lengths of a comparison, so finely that they differ where they do differ. */
  mmApart: (aMm: number, bMm: number, decimals?: number) => [string, string];
  /** A run of wire: whole mm, from a metre on m to the cm; or inches to the eighth, from two feet on to the quarter, from ten on feet; finely where it would read as the other one of a comparison. */
  run: (lengthMm: number, otherMm?: number) => string;
  /** What must be met finely: hundredths of a millimetre or thousandths of an inch; the number alone, and with its unit. */
  fine: (lengthMm: number, decimals?: number) => string;
  fineMm: (lengthMm: number, decimals?: number) => string;
  kg: (massKg: number, decimals?: number) => string;
  degC: (tempC: number, decimals?: number) => string;
  /** A step of temperature, not a place on the scale. */
  kelvin: (stepK: number, decimals?: number) => string;
  /** Voltage that rises by so many mV for each degree. */
  mvPerDegree: (mvPerK: number) => string;
};

const F_PER_K = 9 / 5;
const number = (value: number, decimals: number | undefined): string =>
  decimals === undefined ? trimNumber(value) : fixed(value, decimals);

const M_FROM_MM = 1000;
const IN_PER_FT = 12;
const FT_FROM = 10;

const runMetric = (mm: number): string =>
  mm < M_FROM_MM - 0.5 ? `${fixed(mm, 0)} mm` : `${trimNumber(Number((mm / M_FROM_MM).toFixed(2)))} m`;

function runInches(mm: number): string {
  const inches = Math.round(mm / MM_PER_INCH);
  if (inches < FT_FROM * IN_PER_FT) return `${lengthText(inSteps(mm), 'in')} in`;
  const left = inches % IN_PER_FT;
  return `${Math.floor(inches / IN_PER_FT)} ft${left > 0 ? ` ${left} in` : ''}`;
}

/**
 * Writers for one person's units. Lengths in inches are fractions to 1/64, masses in pounds have the decimals of the
 * kilograms, temperatures in °F are whole degrees unless decimals are asked for.
 */
export function saidIn({ lengthUnit, massUnit, temperatureUnit }: Units): Said {
  const length = (mm: number, decimals?: number) => (lengthUnit === 'mm' ? number(mm, decimals) : lengthText(mm, 'in'));
  const fine = (mm: number, decimals = 2) => (lengthUnit === 'mm' ? fixed(mm, decimals) : fixed(mm / MM_PER_INCH, 3));
  const hot = temperatureUnit === 'F';
  return {
    mm: (mm, decimals) => `${length(mm, decimals)} ${lengthUnit}`,
    mms: (between, ...all) => `${all.map((mm) => length(mm)).join(between)} ${lengthUnit}`,
    mmApart: (a, b, decimals = 1) => {
      const [metricA, metricB] = apart(a, b, decimals);
      if (lengthUnit === 'mm') return [`${metricA} mm`, `${metricB} mm`];
      if (length(a) !== length(b)) return [`${length(a)} in`, `${length(b)} in`];
      const [inA, inB] = apart(a / MM_PER_INCH, b / MM_PER_INCH, 3);
      return [`${inA} in`, `${inB} in`];
    },
    run: (mm, other) => {
      const rough = lengthUnit === 'mm' ? runMetric : runInches;
      const same = other !== undefined && rough(mm) === rough(other) && mm !== other;
      return same ? `${length(mm, 1)} ${lengthUnit}` : rough(mm);
    },
    fine,
    fineMm: (mm, decimals) => `${fine(mm, decimals)} ${lengthUnit}`,
    kg: (kg, decimals) => `${massUnit === 'kg' ? number(kg, decimals) : massText(kg, 'lb', decimals ?? 1)} ${massUnit}`,
    degC: (c, decimals) => (hot ? `${fixed(c * F_PER_K + 32, decimals ?? 0)} °F` : `${number(c, decimals)} °C`),
    kelvin: (k, decimals) => (hot ? `${fixed(k * F_PER_K, decimals ?? 0)} °F` : `${number(k, decimals)} K`),
    mvPerDegree: (mv) => (hot ? `${fixed(mv / F_PER_K, 1)} mV for each °F` : `${number(mv, undefined)} mV for each °C`)
  };
}

/** Writers in the units the document is kept in. */
export const METRIC_UNITS: Units = { lengthUnit: 'mm', massUnit: 'kg', temperatureUnit: 'C' };
export const METRIC: Said = saidIn(METRIC_UNITS);
