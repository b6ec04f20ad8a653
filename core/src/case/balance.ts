import type { PartOf } from '../catalogue/part.ts';

const DEG = 180 / Math.PI;

/** Tilt of a hanging box from how far its centre of mass lies beside the handle, degrees. @source mechanical reference 10 */
export const hangTiltDeg = (offsetMm: number, handleZMm: number, centreZMm: number): number =>
  Math.atan(Math.abs(offsetMm) / (handleZMm - centreZMm)) * DEG;

/** Angle at which a standing box goes over an edge, degrees. @source mechanical reference 10 */
export const tipDeg = (toEdgeMm: number, centreZMm: number): number => Math.atan(toEdgeMm / centreZMm) * DEG;

/** Density of case shells, kg/l. @source mechanical reference 10 */
export const SHELL_KG_PER_L: Record<PartOf<'case'>['material'], number> = {
  PP: 0.905,
  ABS: 1.05,
  PC: 1.2,
  steel: 7.85,
  wood: 0.68
};
const FRESH_KG_PER_L = 1;
/** Reserve over mass from which it may be said to float. @source mechanical reference 10 */
const FLOATS_SHARE = 0.1;

export type Floating = { outsideL: number; submergedFraction: number; reserveKg: number; floats: boolean };

/** Whether a closed, tight box floats, and how deep. @source mechanical reference 10 */
export function floating(
  c: Pick<PartOf<'case'>, 'material' | 'massKg'>,
  innerL: number,
  massKg: number,
  waterKgPerL = FRESH_KG_PER_L
): Floating {
  const outsideL = innerL + c.massKg / SHELL_KG_PER_L[c.material];
  const reserveKg = outsideL * waterKgPerL - massKg;
  return {
    outsideL,
    submergedFraction: massKg / (outsideL * waterKgPerL),
    reserveKg,
    floats: reserveKg >= FLOATS_SHARE * massKg
  };
}

export type Afloat = {
  /** How deep it sits, mm. */
  draughtMm: number;
  /** Metacentric height: over 0 it stays upright, near 0 it rolls. */
  metacentreMm: number;
  rolls: boolean;
};

/** Under this it lies down on its side at the first wave, mm. @source mechanical reference 10: 1.2 mm is 'barely upright' */
const LEAST_METACENTRE_MM = 10;

/**
 * How a floating box lies in the water: draught, and whether it stays upright.
 * @param centreZMm its centre of mass over its outer underside
 * @source mechanical reference 10: KB + BM − KG, straight sides at mean size
 */
export function afloat(
  c: Pick<PartOf<'case'>, 'floorLengthMm' | 'rimLengthMm' | 'floorWidthMm' | 'rimWidthMm'>,
  submergedL: number,
  centreZMm: number
): Afloat {
  const lengthMm = (c.floorLengthMm + c.rimLengthMm) / 2;
  const widthMm = (c.floorWidthMm + c.rimWidthMm) / 2;
  const volumeMm3 = submergedL * 1e6;
  const draughtMm = volumeMm3 / (lengthMm * widthMm);
  const narrow = Math.min(lengthMm, widthMm);
  const metacentreMm = draughtMm / 2 + (Math.max(lengthMm, widthMm) * narrow ** 3) / 12 / volumeMm3 - centreZMm;
  return { draughtMm, metacentreMm, rolls: metacentreMm < LEAST_METACENTRE_MM };
}
