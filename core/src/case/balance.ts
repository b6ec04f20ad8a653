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
