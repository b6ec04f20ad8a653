import { CHEMISTRY, TEMPERATURES_C, type ChemistryData } from './chemistry.ts';
import { interpolate } from '../quantity/interpolate.ts';
import type { KnownChemistry } from '../catalogue/part.ts';

const SOC_STEPS = 20; // the OCV tables hold 21 points, 5 % apart
/** Below this charge the sag formula is held, since 1/s grows without end. @source electrical reference 5 */
const LEAST_SOC_FRACTION = 0.005;

/**
 * Rested open-circuit voltage at a state of charge, 25 °C, linear between the table's points.
 * @param socFraction 0-1 (held at the ends outside)
 * @source electrical reference 6, OCV table (±0.04 V iron phosphate, ±0.1 V lead)
 */
export function openCircuitV(chemistry: KnownChemistry, socFraction: number): number {
  const ocv = CHEMISTRY[chemistry].ocvV;
  const place = Math.min(SOC_STEPS, Math.max(0, socFraction * SOC_STEPS));
  const i = Math.min(SOC_STEPS - 1, Math.floor(place));
  return ocv[i]! + (place - i) * (ocv[i + 1]! - ocv[i]!);
}

/** Share of rated capacity left at a battery temperature, -20 to 40 °C, held outside. @source electrical reference 6 */
export const capacityFactor = (chemistry: KnownChemistry, tempC: number): number =>
  interpolate(TEMPERATURES_C, CHEMISTRY[chemistry].capacityFactor, tempC);

/** Resistance against that at 25 °C, -20 to 40 °C, held outside. @source electrical reference 5 */
export const resistanceFactor = (chemistry: KnownChemistry, tempC: number): number =>
  interpolate(TEMPERATURES_C, CHEMISTRY[chemistry].resistanceFactor, tempC);

/** How much sag resistance grows as it empties: 1 + a(1/s - 1). @source electrical reference 5 */
export const sagGrowth = (data: ChemistryData, socFraction: number): number =>
  1 + data.growth * (1 / Math.max(socFraction, LEAST_SOC_FRACTION) - 1);

/**
 * Internal resistance of one pack for voltage sag under load (10-60 s DC value), in milliohm.
 * @param capacityAh rated, > 0
 * @source electrical reference 5: (k/C) f_T g(s) + f
 */
export function sagMilliOhm(chemistry: KnownChemistry, capacityAh: number, tempC: number, socFraction: number): number {
  const data = CHEMISTRY[chemistry];
  return (
    (data.sagKMilliOhmAh / capacityAh) * resistanceFactor(chemistry, tempC) * sagGrowth(data, socFraction) +
    data.sagFixedMilliOhm
  );
}

/** Low resistance of one pack for prospective fault current, in milliohm. @source electrical reference 5 */
export const faultMilliOhm = (chemistry: KnownChemistry, capacityAh: number): number =>
  CHEMISTRY[chemistry].faultKMilliOhmAh / capacityAh + CHEMISTRY[chemistry].faultFixedMilliOhm;

/**
 * How much faster than the plain count a current empties a pack: max(1, I·H/C)^(p-1).
 * No bonus below the rated current.
 * @source Peukert; electrical reference 6
 */
export function rateFactor(chemistry: KnownChemistry, capacityAh: number, currentA: number): number {
  const { hourRateH, peukertExponent } = CHEMISTRY[chemistry];
  return Math.max(1, (currentA * hourRateH) / capacityAh) ** (peukertExponent - 1);
}

/** Capacity that a steady current finds in a pack: C·f_C(T)/rate factor, Ah. @source electrical reference 6 */
export const effectiveAh = (chemistry: KnownChemistry, capacityAh: number, currentA: number, tempC: number): number =>
  (capacityAh * capacityFactor(chemistry, tempC)) / rateFactor(chemistry, capacityAh, currentA);

/** Cycles to 80 % of capacity at a depth of discharge (0.3-1). @source electrical reference 6, life */
export const cycleLife = (chemistry: KnownChemistry, depthFraction: number): number =>
  CHEMISTRY[chemistry].cyclesAt80 * (0.8 / depthFraction) ** CHEMISTRY[chemistry].lifeExponent;

/** Calendar life in years at a mean temperature (0-45 °C; the gain is capped at twofold). @source electrical reference 6 */
export const calendarYears = (chemistry: KnownChemistry, tempC: number): number =>
  CHEMISTRY[chemistry].calendarYears * Math.min(2, 2 ** ((25 - tempC) / 10));

/**
 * State of health after some years and cycles: 1 - 0.2(years/L + cycles/N), never under 0.3.
 * @source electrical reference 6, rule of thumb
 */
export function stateOfHealth(
  chemistry: KnownChemistry,
  use: { ageYears: number; cycleCount: number; depthFraction: number; tempC: number }
): number {
  const worn =
    use.ageYears / calendarYears(chemistry, use.tempC) + use.cycleCount / cycleLife(chemistry, use.depthFraction);
  return Math.max(0.3, 1 - 0.2 * worn);
}

/** Standing draw of a pack's own protection, A. @source electrical reference 6: 0.05-1 mA, middle */
export const PROTECTION_A = 0.0005;

/** Share lost per month of storage, doubling each 10 K (0-45 °C). @source electrical reference 6 */
export const selfDischargePerMonth = (chemistry: KnownChemistry, tempC: number): number =>
  CHEMISTRY[chemistry].selfDischargePerMonthFraction * 2 ** ((tempC - 25) / 10);

/**
 * Hours from one state of charge to another at constant current, then tapering to the tail current.
 * @param charge currentA > tailA > 0; taperSocFraction where current starts to fall
 * @source electrical reference 6: t_cc = (s_tr-s_0)C/(I·η), t_cv = τ ln(I/I_tail)
 */
export function chargeHours(
  capacityAh: number,
  charge: {
    fromFraction: number;
    toFraction: number;
    currentA: number;
    tailA: number;
    taperSocFraction: number;
    coulombicFraction: number;
  }
): { constantH: number; taperH: number; totalH: number } {
  const taperStart = Math.max(charge.fromFraction, charge.taperSocFraction);
  const constantH =
    (Math.max(0, charge.taperSocFraction - charge.fromFraction) * capacityAh) /
    (charge.currentA * charge.coulombicFraction);
  const restAh = (Math.max(0, charge.toFraction - taperStart) * capacityAh) / charge.coulombicFraction;
  const taperH = (restAh / (charge.currentA - charge.tailA)) * Math.log(charge.currentA / charge.tailA);
  return { constantH, taperH, totalH: constantH + taperH };
}

/** Claimed energy per mass, and whether packaged cells of this chemistry can reach it. @source electrical reference 6 */
export function claimCheck(
  chemistry: KnownChemistry,
  capacityAh: number,
  massKg: number
): { whPerKg: number; plausible: boolean } {
  const whPerKg = (capacityAh * CHEMISTRY[chemistry].nominalV) / massKg;
  return { whPerKg, plausible: whPerKg <= CHEMISTRY[chemistry].implausibleWhPerKg };
}

/** Gassing current on charge, mA for each Ah: valve-regulated or vented cells. The one table for vent and hydrogen. @source IEC 62485-2, electrical reference 6 */
const GAS_MA_PER_AH = { sealed: { boost: 8, float: 1 }, vented: { boost: 20, float: 5 } } as const;

/** Gassing current of a lead-acid battery while it is charged, mA/Ah; others count as sealed lead-acid would. */
const gasMilliAPerAh = (chemistry: KnownChemistry, stage: 'boost' | 'float'): number =>
  GAS_MA_PER_AH[chemistry === 'flooded' ? 'vented' : 'sealed'][stage];

/** Openings for charging gas at boost, each at inlet and outlet. @source IEC 62485-2 form, electrical reference 6 */
export function ventOpeningCm2(chemistry: KnownChemistry, capacityAh: number): { flowM3PerH: number; areaCm2: number } {
  const flowM3PerH = 0.05 * CHEMISTRY[chemistry].cellCount * gasMilliAPerAh(chemistry, 'boost') * capacityAh * 1e-3;
  return { flowM3PerH, areaCm2: 28 * flowM3PerH };
}

/** Gas of a cell on charge, l of hydrogen for each Ah that does not go into the plates. @source mechanical reference 7.5 */
const HYDROGEN_L_PER_AH = 0.45;
/** Where hydrogen in air begins to burn. */
const BURNS_FRACTION = 0.04;

/** Hydrogen given off on charge, l/h. @source mechanical reference 7.5 */
export const hydrogenLPerH = (chemistry: KnownChemistry, capacityAh: number, stage: 'boost' | 'float'): number =>
  (gasMilliAPerAh(chemistry, stage) / 1000) * capacityAh * CHEMISTRY[chemistry].cellCount * HYDROGEN_L_PER_AH;

/** Hours until a closed box with so much free air can burn, at boost. */
export const hoursUntilItBurns = (freeL: number, litresPerH: number): number => (BURNS_FRACTION * freeL) / litresPerH;

/** Growth of resistance for each share of capacity lost to age. @source electrical reference 6, E6.5: 20.5 mohm new, 35 mohm aged (a fifth lost) */
const RESISTANCE_PER_LOST = 3.5;

/** Resistance of an aged pack against a new one, by what is left of its capacity (0.3-1). */
export const agedResistanceFactor = (healthFraction: number): number => 1 + RESISTANCE_PER_LOST * (1 - healthFraction);
