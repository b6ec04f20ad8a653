import { volumesL } from './faces.ts';
import { solidOf, type CaseFit } from './fit.ts';
import { insetMm } from './space.ts';

export type Pocket = { xMm: number; yMm: number; zMm: number; lengthMm: number; widthMm: number; heightMm: number };
export type RoomLeft = { freeL: number; pocket: Pocket | undefined };

/** Least edge of a pocket worth naming, mm. */
const LEAST_MM = 15;

/**
 * What is left for leads and storage: litres, and the largest empty block between the bodies, the rooms behind the ports
 * and the walls (at the height of its underside).
 */
export function roomLeft(
  fit: CaseFit,
  rears: readonly { low: readonly number[]; high: readonly number[] }[]
): RoomLeft {
  const solids = [
    ...fit.placed.map(solidOf),
    ...rears,
    ...fit.space.keepOuts.map((k) => ({ low: k.slice(0, 3), high: k.slice(3) }))
  ];
  const c = fit.part;
  const bodiesL = fit.bodies.reduce((v, b) => v + (b.lengthMm * b.widthMm * b.heightMm) / 1e6, 0);
  const size = [c.rimLengthMm, c.rimWidthMm, fit.space.heightMm];
  const cuts = (axis: number, side: 'low' | 'high', wall: number) =>
    [...new Set([wall, ...solids.map((s) => s[side][axis]!)])]
      .filter((v) => v >= 0 && v <= size[axis]!)
      .sort((a, b) => a - b);
  let best: Pocket | undefined;
  let bestMm3 = 0;
  for (const z of cuts(2, 'high', 0)) {
    const [wallX, wallY] = [insetMm(fit.space, 0, z), insetMm(fit.space, 1, z)];
    const right = size[0]! - wallX;
    const back = size[1]! - wallY;
    for (const x0 of cuts(0, 'high', wallX).filter((v) => v >= wallX)) {
      for (const x1 of cuts(0, 'low', right).filter((v) => v > x0 + LEAST_MM && v <= right)) {
        for (const y0 of cuts(1, 'high', wallY).filter((v) => v >= wallY)) {
          for (const y1 of cuts(1, 'low', back).filter((v) => v > y0 + LEAST_MM && v <= back)) {
            if ((x1 - x0) * (y1 - y0) * (size[2]! - z) <= bestMm3) continue;
            const above = solids.filter(
              (s) => s.low[0]! < x1 && x0 < s.high[0]! && s.low[1]! < y1 && y0 < s.high[1]! && s.high[2]! > z
            );
            const top = Math.min(size[2]!, ...above.map((s) => s.low[2]!));
            const mm3 = (x1 - x0) * (y1 - y0) * (top - z);
            if (top - z < LEAST_MM || mm3 <= bestMm3) continue;
            bestMm3 = mm3;
            best = { xMm: x0, yMm: y0, zMm: z, lengthMm: x1 - x0, widthMm: y1 - y0, heightMm: top - z };
          }
        }
      }
    }
  }
  return { freeL: Math.max(0, volumesL(c).totalL - bodiesL), pocket: best };
}
