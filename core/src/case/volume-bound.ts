import type { Sized, Space } from './space.ts';

type Scale = (share: number) => number;
const NEAR = 1e-9;
/** Scales that are looked at in every branch: those nearest to a proof. */
const KEPT = 48;

/** Rounds shares so that what cannot stand side by side counts as the whole. @source conservative scales of Fekete and Schepers */
const rounding =
  (k: number): Scale =>
  (x) => {
    const t = (k + 1) * x;
    return Math.abs(t - Math.round(t)) < NEAR ? x : Math.floor(t) / k;
  };
const threshold =
  (e: number): Scale =>
  (x) =>
    x > 1 - e + NEAR ? 1 : x < e - NEAR ? 0 : x;
const SCALES: readonly Scale[] = [
  (x) => x,
  rounding(1),
  rounding(2),
  rounding(3),
  threshold(0.5),
  threshold(1 / 3),
  threshold(0.25)
];

/**
 * Volumes that any packing must respect: the plain inflated one and those with lengths rounded in ways that keep every
 * packing possible. Exceeding any one proves that there is no packing; taper and keep-outs only make it worse.
 */
export class VolumeBound {
  /** Scaled volume by triple of scales, body and turn. */
  private readonly volumes: Float64Array[][];

  constructor(space: Space, options: readonly Sized[][]) {
    const g = space.gapMm;
    const room = [
      space.rimLengthMm - 2 * space.wallGapMm + g,
      space.rimWidthMm - 2 * space.wallGapMm + g,
      space.heightMm - space.floorPadMm - space.roofPadMm + g
    ];
    const scaled = options.map((sizes) =>
      sizes.map((s) => s.size.map((v, a) => SCALES.map((f) => f(Math.min(1, (v + g) / room[a]!)))))
    );
    const all: { row: Float64Array[]; least: number }[] = [];
    for (let x = 0; x < SCALES.length; x++)
      for (let y = 0; y < SCALES.length; y++)
        for (let z = 0; z < SCALES.length; z++) {
          const row = scaled.map((body) => Float64Array.from(body, (s) => s[0]![x]! * s[1]![y]! * s[2]![z]!));
          // keep only scales that could ever prove something
          if (row.reduce((sum, v) => sum + Math.max(...v), 0) <= 1 + NEAR) continue;
          all.push({ row, least: row.reduce((sum, v) => sum + Math.min(...v), 0) });
        }
    this.volumes = all
      .sort((a, b) => b.least - a.least)
      .slice(0, KEPT)
      .map((x) => x.row);
  }

  /** True when the turns still allowed (bit masks, body by body) need more than there is. */
  exceeded(masks: Uint8Array): boolean {
    for (const row of this.volumes) {
      let sum = 0;
      for (let i = 0; i < row.length; i++) {
        const turns = row[i]!;
        let least = Infinity;
        for (let o = 0; o < turns.length; o++) if (masks[i]! & (1 << o) && turns[o]! < least) least = turns[o]!;
        sum += least;
        if (sum > 1 + NEAR) return true;
      }
    }
    return false;
  }
}
