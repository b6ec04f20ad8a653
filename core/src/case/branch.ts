import type { Sized, Space } from './space.ts';

/**
 * One open branch: which turns are left, which body stands before which on which axis, and between what bounds each stands.
 * `before[i * total + j]` is 0 undecided, else 1 + axis, positive when i stands before j.
 */
export type Branch = {
  masks: Uint8Array;
  before: Int8Array;
  /** Earliest start and latest end, three to a body. */
  low: Float64Array;
  end: Float64Array;
  /** Smallest size over the turns left. */
  least: Float64Array;
  /** Share of the whole search that hangs on it, for progress. */
  share: number;
};

/** How many turns are left. */
export const bitCount = (mask: number): number => {
  let n = 0;
  for (let m = mask; m; m &= m - 1) n++;
  return n;
};

/** Everything open: every turn that goes in by itself, nothing decided. */
export function rootBranch(s: Space, options: readonly Sized[][]): Branch {
  const n = options.length;
  const b: Branch = {
    masks: Uint8Array.from(options, (o) => (1 << o.length) - 1),
    before: new Int8Array(n * (n + s.keepOuts.length)),
    low: new Float64Array(3 * n),
    end: new Float64Array(3 * n),
    least: new Float64Array(3 * n),
    share: 1
  };
  for (let i = 0; i < n; i++) {
    b.low.set([s.wallGapMm, s.wallGapMm, s.floorPadMm], 3 * i);
    b.end.set([s.rimLengthMm - s.wallGapMm, s.rimWidthMm - s.wallGapMm, s.heightMm - s.roofPadMm], 3 * i);
    smallest(b, i, options[i]!);
  }
  return b;
}

export const copyBranch = (b: Branch): Branch => ({
  masks: b.masks.slice(),
  before: b.before.slice(),
  low: b.low.slice(),
  end: b.end.slice(),
  least: b.least.slice(),
  share: 0
});

/** Notes the smallest size of a body on each axis over the turns left. */
export function smallest(b: Branch, i: number, options: readonly Sized[]): void {
  for (let a = 0; a < 3; a++) {
    let least = Infinity;
    for (let k = 0; k < options.length; k++)
      if (b.masks[i]! & (1 << k) && options[k]!.size[a]! < least) least = options[k]!.size[a]!;
    b.least[3 * i + a] = least;
  }
}
