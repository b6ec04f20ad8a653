import type { PartOf } from '../catalogue/part.ts';

/** Outside film, inside film W/m²K, and conductivity W/mK by material. @source mechanical reference 9.1 (rules of thumb) */
const FILM_OUT = 8;
const FILM_IN = 6;
const CONDUCTIVITY: Record<PartOf<'case'>['material'], number> = { PP: 0.2, ABS: 0.2, PC: 0.2, wood: 0.13, steel: 50 };
/** Strong sun on the case, W/m². @source mechanical reference 9.2 */
export const SUN_W_PER_M2 = 800;

export type Outside = {
  lengthMm: number;
  widthMm: number;
  heightMm: number;
  wallMm: number;
  conductivity: number;
  absorptanceFraction: number;
};

export const outsideOf = (c: PartOf<'case'>): Outside => ({
  lengthMm: c.rimLengthMm + 2 * c.wallMm,
  widthMm: c.rimWidthMm + 2 * c.wallMm,
  heightMm: c.depthMm + c.lidDepthMm + 2 * c.wallMm,
  wallMm: c.wallMm,
  conductivity: CONDUCTIVITY[c.material],
  absorptanceFraction: c.absorptanceFraction
});

/**
 * Rise of the air inside over the air outside, steady state, one wall temperature (an upper bound on a clear day).
 * @param heat lossW >= 0 inside, sunWPerM2 on the largest projected area
 * @source mechanical reference 9.1
 */
export function insideRiseK(o: Outside, heat: { lossW: number; sunWPerM2: number }, filmOut = FILM_OUT): number {
  const [l, w, h] = [o.lengthMm / 1000, o.widthMm / 1000, o.heightMm / 1000];
  const allM2 = 2 * (l * w + l * h + w * h);
  const exposedM2 = allM2 - l * w;
  const facingM2 = Math.hypot(l * w, l * h, w * h);
  const wall = (heat.lossW + o.absorptanceFraction * heat.sunWPerM2 * facingM2) / (filmOut * exposedM2);
  const inner = heat.lossW * (1 / (FILM_IN * allM2) + o.wallMm / 1000 / (o.conductivity * allM2));
  return wall + inner;
}
