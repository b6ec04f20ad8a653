import { FAMILY, type Bit } from './bits.ts';

/** The usable window of a hole, mm. */
export type HoleWindow = { minMm: number; targetMm: number; maxMm: number };

export type BitChoice =
  | { kind: 'drill'; bit: Bit; holeMm: number; deviationMm: number; fileMm: 0 }
  | { kind: 'drill + file'; bit: Bit; holeMm: number; deviationMm: number; fileMm: number }
  | { kind: 'none' };

/** Filing more than this on each side goes oval. @source mechanical reference 6.2 */
export const HEAVY_FILING_MM = 0.75;
const TINY_MM = 1e-9; // inch sizes are not exact in binary

/**
 * The bit for a hole: one that cuts inside the window, nearest to the target; else the largest under it that cannot
 * overshoot, and the file for the rest. Never one over the maximum.
 * @source mechanical reference 6.2
 */
export function chooseBit(w: HoleWindow, bits: readonly Bit[]): BitChoice {
  const cut = (bit: Bit): number => bit.sizeMm + FAMILY[bit.family].growthMm;
  const straight = bits
    .filter((b) => b.sizeMm >= w.minMm - TINY_MM && cut(b) <= w.maxMm + TINY_MM)
    .sort((a, b) => Math.abs(cut(a) - w.targetMm) - Math.abs(cut(b) - w.targetMm))[0];
  if (straight)
    return {
      kind: 'drill',
      bit: straight,
      holeMm: cut(straight),
      deviationMm: cut(straight) - w.targetMm,
      fileMm: 0
    };
  const under = bits
    .filter((b) => b.sizeMm < w.minMm && cut(b) <= w.maxMm + TINY_MM)
    .sort((a, b) => b.sizeMm - a.sizeMm || FAMILY[a.family].growthMm - FAMILY[b.family].growthMm)[0];
  if (!under) return { kind: 'none' };
  return {
    kind: 'drill + file',
    bit: under,
    holeMm: cut(under),
    deviationMm: under.sizeMm - w.targetMm,
    fileMm: (w.targetMm - under.sizeMm) / 2
  };
}
