import type { KnownChemistry } from '../catalogue/part.ts';
import { CHEMISTRY } from './chemistry.ts';
import { NINE_OF_TEN } from '../outing/normal.ts';
import { openCircuitV, sagMilliOhm } from './model.ts';

/** How well the open-voltage tables fit ordinary packs, V. @source electrical reference 6 */
export const TABLE_SPREAD_V: Record<KnownChemistry, number> = {
  lfp: 0.04,
  agm: 0.1,
  gel: 0.12,
  flooded: 0.1,
  nmc3: 0.1,
  nmc4: 0.1
};
/** Surface charge after charging, V, that reads high until it has rested. @source electrical reference 6: 0.2-0.8 V, middle of the range for lead */
const SURFACE_V: Record<KnownChemistry, number> = { lfp: 0.25, agm: 0.5, gel: 0.5, flooded: 0.5, nmc3: 0.1, nmc4: 0.1 };
/** Internal resistance varies by 0.5-2 between packs; what that leaves in doubt of the sag. */
const SAG_DOUBT = 0.6;

/**
 * State of charge an open voltage can mean with a tolerance: all charges whose table voltage lies within it.
 * @source OCV table inverted, electrical reference 6 and 10
 */
export function socRange(
  chemistry: KnownChemistry,
  openV: number,
  toleranceV: number
): { lowFraction: number; highFraction: number } {
  return { lowFraction: socAt(chemistry, openV - toleranceV), highFraction: socAt(chemistry, openV + toleranceV) };
}

/** Charge at an open voltage, 0 to 1 at the ends of the table. */
export function socAt(chemistry: KnownChemistry, openV: number): number {
  const ocv = CHEMISTRY[chemistry].ocvV;
  const last = ocv.length - 1;
  if (openV <= ocv[0]!) return 0;
  if (openV >= ocv[last]!) return 1;
  let i = 1;
  while (ocv[i]! < openV) i++;
  return (i - 1 + (openV - ocv[i - 1]!) / (ocv[i]! - ocv[i - 1]!)) / last;
}

export type Reading = {
  chemistry: KnownChemistry;
  /** Of the whole bank. */
  capacityAh: number;
  volts: number;
  state: 'rested' | 'loaded' | 'just-charged';
  /** Drawn while reading; used when loaded. */
  currentA: number;
  tempC: number;
  /** What this meter shows too much, V; and how well it is known. */
  meterOffsetV: number;
  meterToleranceV: number;
};

export type Meaning = {
  openV: number;
  toleranceV: number;
  lowFraction: number;
  highFraction: number;
  /** How much the reading says. */
  worth: 'useful' | 'rough' | 'almost nothing';
  say: string;
};

/** Charge as a mean and a standard deviation. */
export type SocBelief = { mean: number; spread: number };
/** No voltage tells the charge better than this. @source rule of thumb: packs settle for hours */
const LEAST_SPREAD = 0.02;

/** What a reading says of the charge, as a belief to be weighed with others. @param reading as for `whatVoltageMeans` */
export function socBelief(reading: Reading): SocBelief {
  const { lowFraction, highFraction } = whatVoltageMeans(reading);
  return {
    mean: (lowFraction + highFraction) / 2,
    spread: Math.max(LEAST_SPREAD, (highFraction - lowFraction) / (2 * NINE_OF_TEN))
  };
}

/** A rested battery, read with an ordinary meter that was not checked. */
export const restedReading = (
  chemistry: KnownChemistry,
  capacityAh: number,
  volts: number,
  tempC: number
): Reading => ({
  chemistry,
  capacityAh,
  volts,
  state: 'rested',
  currentA: 0,
  tempC,
  meterOffsetV: 0,
  meterToleranceV: METER_V
});
/** What an unchecked digital voltmeter may be off. @source rule of thumb: 0.1 % and a digit */
export const METER_V = 0.02;

/** Widths of the answer, share of full charge. @source rule of thumb */
const USEFUL = 0.2;
const ROUGH = 0.3;

/**
 * What a voltage reading tells of the charge: a range, with a plain word on its worth.
 * @param reading volts > 0, capacityAh > 0
 */
export function whatVoltageMeans(reading: Reading): Meaning {
  const { chemistry, capacityAh, tempC } = reading;
  const shown = reading.volts - reading.meterOffsetV;
  const ohm = sagMilliOhm(chemistry, capacityAh, tempC, Math.max(0.2, socAt(chemistry, shown))) / 1000;
  const sagV = reading.state === 'loaded' ? reading.currentA * ohm : 0;
  const surfaceV = reading.state === 'just-charged' ? SURFACE_V[chemistry] : 0;
  const openV = shown + sagV - surfaceV / 2;
  const toleranceV = reading.meterToleranceV + TABLE_SPREAD_V[chemistry] + SAG_DOUBT * sagV + surfaceV / 2;
  const range = socRange(chemistry, openV, toleranceV);
  const width = range.highFraction - range.lowFraction;
  const worth = width <= USEFUL ? 'useful' : width <= ROUGH ? 'rough' : 'almost nothing';
  return { openV, toleranceV, ...range, worth, say: words(chemistry, range, worth) };
}

function words(chemistry: KnownChemistry, r: { lowFraction: number; highFraction: number }, worth: Meaning['worth']) {
  const percent = (v: number): number => Math.round(v * 100);
  if (r.highFraction <= 0.03) return 'Empty, or nearly: charge it today.';
  if (r.lowFraction >= 0.97) return 'Full.';
  const range = `Somewhere between ${percent(r.lowFraction)} and ${percent(r.highFraction)} %.`;
  if (worth === 'useful') return `${range} Good enough to plan by.`;
  if (worth === 'rough') return `${range} A rough idea: let it rest unloaded and read again.`;
  return chemistry === 'lfp'
    ? `${range} Iron phosphate holds nearly one voltage from 90 to 30 %: this says almost nothing. Count amp-hours with a shunt meter.`
    : `${range} This says almost nothing: let it rest for some hours, unloaded, and read again.`;
}

/** Rows of the printable chart: rested, and with a load on. */
export function voltageChart(
  chemistry: KnownChemistry,
  x: { capacityAh: number; tempC: number; currentA: number }
): { socFraction: number; restedV: number; loadedV: number }[] {
  return Array.from({ length: 11 }, (_, i) => {
    const socFraction = 1 - i / 10;
    const restedV = openCircuitV(chemistry, socFraction);
    const ohm = sagMilliOhm(chemistry, x.capacityAh, x.tempC, socFraction) / 1000;
    return { socFraction, restedV, loadedV: restedV - x.currentA * ohm };
  });
}
