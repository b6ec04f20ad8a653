import { solidOf, type CaseFit } from './fit.ts';
import { insetMm, type Placed } from './space.ts';

/** Room on both sides of a body along each axis, to the wall at its height or to the nearest body beside it, and what is there. */
export type Gaps = { lowMm: number; lowTo: string; highMm: number; highTo: string };

const WALLS = [
  ['left wall', 'right wall'],
  ['front wall', 'back wall'],
  ['floor', 'lid']
] as const;

/** The six gaps round a placed body, mm; negative where it crosses. */
export function gapsOf(fit: CaseFit, p: Placed): [Gaps, Gaps, Gaps] {
  const me = solidOf(p);
  const others = fit.placed
    .filter((o) => o.id !== p.id)
    .map((o) => ({ name: fit.bodies.find((b) => b.id === o.id)!.name, solid: solidOf(o) }));
  const c = fit.part;
  return [0, 1, 2].map((axis): Gaps => {
    const inset = axis === 2 ? 0 : insetMm(fit.space, axis as 0 | 1, p.zMm);
    const far = [c.rimLengthMm, c.rimWidthMm, fit.space.heightMm][axis]! - inset;
    let low = { to: WALLS[axis]![0] as string, at: inset };
    let high = { to: WALLS[axis]![1] as string, at: far };
    for (const o of others) {
      const beside = [0, 1, 2].every(
        (k) => k === axis || (o.solid.low[k]! < me.high[k]! - 1e-6 && me.low[k]! < o.solid.high[k]! - 1e-6)
      );
      if (!beside) continue;
      const middle = (o.solid.low[axis]! + o.solid.high[axis]!) / 2;
      const before = middle < (me.low[axis]! + me.high[axis]!) / 2;
      if (before && o.solid.high[axis]! > low.at) low = { to: o.name, at: o.solid.high[axis]! };
      if (!before && o.solid.low[axis]! < high.at) high = { to: o.name, at: o.solid.low[axis]! };
    }
    return {
      lowMm: me.low[axis]! - low.at,
      lowTo: low.to,
      highMm: high.at - me.high[axis]!,
      highTo: high.to
    };
  }) as [Gaps, Gaps, Gaps];
}
