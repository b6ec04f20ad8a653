import { interpolate } from '../quantity/interpolate.ts';
import { GRAVITY } from '../quantity/constants.ts';

/** Gas constant of water vapour, J/kgK, and the zero of Celsius. */
const VAPOUR_J_PER_KG_K = 461.5;
const ZERO_C_K = 273.15;
const ATMOSPHERE_PA = 101325;
const WATER_KG_PER_M3 = 1000;

/** Saturation pressure of vapour over water, -45 to 60 °C, Pa. @source Magnus, constants of WMO guidance; mechanical reference 8 */
export const saturationPa = (tempC: number): number => 611.2 * Math.exp((17.62 * tempC) / (243.12 + tempC));

/** Water held by air, g/m³. @param humidityFraction 0-1 */
export const vapourGPerM3 = (tempC: number, humidityFraction: number): number =>
  (1000 * humidityFraction * saturationPa(tempC)) / (VAPOUR_J_PER_KG_K * (tempC + ZERO_C_K));

/** Temperature at which air begins to sweat, °C, at constant pressure. @param humidityFraction above 0 */
export function dewPointC(tempC: number, humidityFraction: number): number {
  const g = Math.log(humidityFraction) + (17.62 * tempC) / (243.12 + tempC);
  return (243.12 * g) / (17.62 - g);
}

/** Water that turns liquid when closed-in air cools, g; 0 while it stays above its dew point. */
export const condensesG = (freeL: number, warm: { tempC: number; humidityFraction: number }, coldC: number): number =>
  Math.max(0, (freeL / 1000) * (vapourGPerM3(warm.tempC, warm.humidityFraction) - vapourGPerM3(coldC, 1)));

/** Suction of a tight, rigid box that cools, Pa; negative when it warms. @source gas law, mechanical reference 7.3 */
export const suctionPa = (warmC: number, coldC: number): number =>
  ATMOSPHERE_PA * (1 - (coldC + ZERO_C_K) / (warmC + ZERO_C_K));

/** Suction when the air closed in was damp and its vapour turns liquid too, Pa. @source mechanical reference 7.3 */
export function dampSuctionPa(warmC: number, coldC: number, humidityFraction: number): number {
  const vapour = humidityFraction * saturationPa(warmC);
  const cold = coldC + ZERO_C_K;
  const air = (ATMOSPHERE_PA - vapour) * (cold / (warmC + ZERO_C_K));
  const left = Math.min(vapour * (cold / (warmC + ZERO_C_K)), saturationPa(coldC));
  return ATMOSPHERE_PA - air - left;
}

/** Force with which a suction holds a lid down, N. */
export const lidForceN = (pa: number, lengthMm: number, widthMm: number): number => (pa * lengthMm * widthMm) / 1e6;

/** The same as a column of water, m: what wants in at a gasket under water or in a puddle. */
export const headM = (pa: number): number => pa / (WATER_KG_PER_M3 * GRAVITY);

/** Time in which a vent evens out a box, s. @param mlPerMin at 7 kPa, as vents are sold. @source mechanical reference 7.3 */
export function ventTimeS(freeL: number, mlPerMin: number): number {
  const perPa = mlPerMin / 1e6 / 60 / 7000;
  return freeL / 1000 / (perPa * ATMOSPHERE_PA);
}

/** Water a leaking or vented box takes in with one night's breath, g: an upper bound. @source mechanical reference 8 */
export function breathG(freeL: number, cycle: { warmC: number; coldC: number; humidityFraction: number }): number {
  const share = 1 - (cycle.coldC + ZERO_C_K) / (cycle.warmC + ZERO_C_K);
  return share > 0 ? (share * freeL * vapourGPerM3(cycle.coldC, cycle.humidityFraction)) / 1000 : 0;
}

/** Vapour through plastic walls, barrer. @source mechanical reference 8 (rule of thumb, low confidence); steel and glue-sealed wood taken as none and as PP */
export const PERMEABILITY_BARRER = { PP: 60, ABS: 1200, PC: 1200, steel: 0, wood: 60 } as const;
const MOL_PER_BARRER = 3.348e-16; // mol·m/(m²·s·Pa)
const WATER_G_PER_MOL = 18.016;
const DAY_S = 86400;

/** Water through the walls, g a day. @param vapourPa difference of vapour pressure across them */
export const wallGPerDay = (areaM2: number, wallMm: number, barrer: number, vapourPa: number): number =>
  ((barrer * MOL_PER_BARRER * vapourPa) / (wallMm / 1000)) * areaM2 * DAY_S * WATER_G_PER_MOL;

/** Load of silica gel at equilibrium, g/g, 25 °C. @source mechanical reference 8 */
const GEL_HUMIDITY = [0, 0.2, 0.4, 0.6, 0.8] as const;
const GEL_LOAD = [0, 0.11, 0.21, 0.29, 0.33] as const;
const FRESH_LOAD = 0.03;
/** Gel put in over what the arithmetic says. @source mechanical reference 8 */
export const GEL_MARGIN = 2;

/** What a gram of fresh gel still takes up until the air over it stands at a humidity, g. @param target 0.2-0.8 */
export const gelRoom = (target: number): number => interpolate(GEL_HUMIDITY, GEL_LOAD, target) - FRESH_LOAD;

/** Silica gel that takes up some water and holds the air at a humidity, g; twice what the arithmetic says. */
export const gelG = (waterG: number, target: number): number => (GEL_MARGIN * Math.max(0, waterG)) / gelRoom(target);
