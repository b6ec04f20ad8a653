import type { PartOf } from '../catalogue/part.ts';

/** Cutting speed at the rim of a bit, m/s. @source mechanical reference 6.4 (rule of thumb); wood as plastics */
const CUT_M_PER_S: Record<PartOf<'case'>['material'], number> = { PP: 0.3, ABS: 0.4, PC: 0.4, steel: 0.4, wood: 0.5 };

/** Turns a minute of a bit. @param cutMPerS speed at its rim. @source mechanical reference 6.4 */
export const turnsPerMin = (diameterMm: number, cutMPerS: number): number =>
  (cutMPerS * 60000) / (Math.PI * diameterMm);

/** The drill's speed for a hole in a material, rounded to what a drill can be set to. */
export const drillSpeedRpm = (diameterMm: number, material: PartOf<'case'>['material']): number => {
  const rpm = turnsPerMin(diameterMm, CUT_M_PER_S[material]);
  return rpm > 1000 ? Math.round(rpm / 100) * 100 : Math.round(rpm / 10) * 10;
};
