import type { Said } from '../quantity/said.ts';
import { GRAVITY } from '../quantity/constants.ts';

/** Shear that hook-and-loop is trusted with, kPa. @source mechanical reference 11 */
const HOOK_KPA = 20;
/** Hook-and-loop alone holds up to this, kg. @source mechanical reference 2.3 */
export const HOOK_MOST_KG = 1;
/** Design load of a box that travels, in g. @source mechanical reference 11 */
export const LOAD_G = { carried: 3, boat: 5, offRoad: 10 } as const;
/** Foam is laid in compressed by this share. @source mechanical reference 2.3 */
const FOAM_SQUEEZE = 0.25;

/** Mean deceleration of a drop, in g. @param crushMm how far foam or case give way. @source mechanical reference 11 */
export const dropG = (heightM: number, crushMm: number): number => (heightM * 1000) / crushMm;

/** Small-craft test: pulled with this a battery moves 25 mm at the most, N. @source 33 CFR 183.420 as quoted in mechanical reference 11 */
export const tugTestN = (massKg: number): number => Math.min(400.3398, 2 * massKg * GRAVITY);

/** Force on a body at a number of g, N. */
export const forceN = (massKg: number, g: number): number => massKg * g * GRAVITY;

/** Hook-and-loop for a force, mm². */
export const hookMm2 = (n: number): number => (n / (HOOK_KPA * 1000)) * 1e6;

/** Foam to buy for a gap, mm: it goes in squeezed. */
export const foamMm = (gapMm: number, squeeze = FOAM_SQUEEZE): number => gapMm / (1 - squeeze);

export type HoldDown = {
  how: 'snug' | 'foam' | 'strap' | 'cradle';
  massKg: number;
  gapsMm: { left: number; right: number; front: number; back: number };
  say: string;
  /** Strips to cut: thickness before it is squeezed. */
  foam: { side: string; thicknessMm: number; lengthMm: number; heightMm: number }[];
  /** Strap over the top with both tails, mm; undefined when none is needed. */
  strapMm: number | undefined;
  forceN: number;
  hookMm2: number;
};

/** Foam strips reach this far up a body. @source rule of thumb: over its centre of mass, clear of its terminals */
const STRIP_HEIGHT = 0.7;
/** Tail at each end of a strap for buckle and anchor, mm. @source rule of thumb */
const STRAP_TAIL_MM = 80;
const SNUG_MM = 1.5;
const FOAM_MM = 25;

/**
 * How to hold a body by the clearance round it: snug, foam strips cut to the gaps, or a strap or cradle where the gap is wide.
 * @param gapsMm to walls and neighbours at the body's own height, >= 0
 * @source mechanical reference 2.3 and 11
 */
export function holdDown(
  massKg: number,
  gapsMm: HoldDown['gapsMm'],
  size: { lengthMm: number; widthMm: number; heightMm: number },
  said: Said,
  g: number = LOAD_G.boat
): HoldDown {
  const sides = Object.entries(gapsMm) as [keyof HoldDown['gapsMm'], number][];
  const widest = Math.max(...sides.map(([, v]) => v));
  const tightest = Math.min(...sides.map(([, v]) => v));
  const n = forceN(massKg, g);
  const foam = sides
    .filter(([, v]) => v > SNUG_MM && v <= FOAM_MM)
    .map(([side, v]) => ({
      side,
      thicknessMm: foamMm(v),
      lengthMm: side === 'left' || side === 'right' ? size.widthMm : size.lengthMm,
      heightMm: Math.round(size.heightMm * STRIP_HEIGHT)
    }));
  const how = widest <= SNUG_MM * 2 ? 'snug' : widest <= FOAM_MM ? 'foam' : massKg > 8 ? 'cradle' : 'strap';
  const strips = foam.map((f) => `${f.side} ${said.mm(f.thicknessMm, 0)}`).join(', ');
  const over = `It must bear ${n.toFixed(0)} N (${g} g).`;
  const say =
    how === 'snug'
      ? `It stands snug (${said.mm(tightest, 1)}): leave room to swell, never wedge it. ${over}`
      : how === 'foam'
        ? `Closed-cell foam round it, free thickness: ${strips}; strips ${said.mm(Math.round(size.heightMm * STRIP_HEIGHT))} high. ${over}`
        : `A ${how === 'cradle' ? 'bolted cradle of angle and bar' : 'strap to two anchors'} over the top${strips ? `, and foam: ${strips}` : ''}. ${over}`;
  const strapMm =
    how === 'strap' ? 2 * size.heightMm + Math.min(size.lengthMm, size.widthMm) + 2 * STRAP_TAIL_MM : undefined;
  return { how, massKg, gapsMm, say, foam, strapMm, forceN: n, hookMm2: hookMm2(n) };
}
