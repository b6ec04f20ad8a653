import type { Turn } from '../box/schema.ts';

/** Lengths in mm in the frame of the mechanical reference: x length, y front to back, z up; origin at the rim's lower left front corner. */
export type PackBody = {
  id: string;
  lengthMm: number;
  widthMm: number;
  heightMm: number;
  turns: readonly Turn[];
  /** Upright it must have nothing above it. */
  noTop?: boolean;
};
export type Space = {
  rimLengthMm: number;
  rimWidthMm: number;
  heightMm: number;
  floorLengthMm: number;
  floorWidthMm: number;
  taperDepthMm: number;
  /** Everything stands on the floor; nothing is stacked. */
  onFloor?: boolean;
  gapMm: number;
  wallGapMm: number;
  floorPadMm: number;
  roofPadMm: number;
  keepOuts: readonly (readonly number[])[];
};
export type Placed = {
  id: string;
  turn: Turn;
  xMm: number;
  yMm: number;
  zMm: number;
  lengthMm: number;
  widthMm: number;
  heightMm: number;
};
export type PackResult =
  | { kind: 'fits'; placed: Placed[]; nodeCount: number }
  | { kind: 'no'; nodeCount: number }
  | { kind: 'not-proven'; nodeCount: number };

type Triple = [number, number, number];
type Sized = { size: Triple; turn: Turn };
type Relation = { axis: 0 | 1 | 2; first: number; then: number };

/** Rounding slack of coordinates, far under any saw. */
const SLACK_MM = 1e-6;
const ORDER: Record<Turn, [0 | 1 | 2, 0 | 1 | 2, 0 | 1 | 2]> = {
  lwh: [0, 1, 2],
  wlh: [1, 0, 2],
  lhw: [0, 2, 1],
  hlw: [2, 0, 1],
  whl: [1, 2, 0],
  hwl: [2, 1, 0]
};

/** Sizes along x, y, z of a body turned one way. */
export function turned(body: Pick<PackBody, 'lengthMm' | 'widthMm' | 'heightMm'>, turn: Turn): Triple {
  const own: Triple = [body.lengthMm, body.widthMm, body.heightMm];
  return ORDER[turn].map((i) => own[i]) as Triple;
}

/** Wall inset per side at a height, by draft. @source mechanical reference 3.1 */
export const insetMm = (
  space: Pick<Space, 'rimLengthMm' | 'rimWidthMm' | 'floorLengthMm' | 'floorWidthMm' | 'taperDepthMm'>,
  axis: 0 | 1,
  zMm: number
): number => {
  const taper = axis === 0 ? space.rimLengthMm - space.floorLengthMm : space.rimWidthMm - space.floorWidthMm;
  return (taper / 2) * Math.max(0, 1 - zMm / space.taperDepthMm);
};

/**
 * Exact search for an arrangement of boxes in a tapered case with gaps and keep-outs.
 * Every 'fits' has been checked by the plain overlap test; 'no' is proven; 'not-proven' means the node limit was reached.
 * @param bodies up to about eight, each with at least one allowed turn
 * @source mechanical reference 3.3 (branching on pair relations, earliest and latest coordinates)
 */
export function pack(space: Space, bodies: readonly PackBody[], nodeLimit: number): PackResult {
  const search = new Search(space, bodies, nodeLimit);
  const options = bodies.map((b) => orientations(space, b));
  if (options.some((o) => o.length === 0)) return { kind: 'no', nodeCount: 0 };
  const found = search.tryOrientations(options, []);
  if (found) return { kind: 'fits', placed: found, nodeCount: search.nodeCount };
  return { kind: search.nodeCount >= nodeLimit ? 'not-proven' : 'no', nodeCount: search.nodeCount };
}

/** Distinct turned sizes of one body that fit the bare case by themselves. */
function orientations(space: Space, body: PackBody): Sized[] {
  const roomZ = space.heightMm - space.floorPadMm - space.roofPadMm;
  const seen = new Set<string>();
  const out: Sized[] = [];
  for (const turn of body.turns) {
    const size = turned(body, turn);
    if (size[2] > roomZ + SLACK_MM) continue;
    if (body.noTop && ORDER[turn][2] === 2) size[2] = roomZ;
    if (
      size[0] + 2 * space.wallGapMm > space.rimLengthMm + SLACK_MM ||
      size[1] + 2 * space.wallGapMm > space.rimWidthMm + SLACK_MM
    )
      continue;
    const key = size.join();
    if (seen.has(key)) continue;
    seen.add(key);
    out.push({ size, turn });
  }
  return out;
}

class Search {
  nodeCount = 0;
  private sizes: Sized[] = [];
  private readonly space: Space;
  private readonly bodies: readonly PackBody[];
  private readonly nodeLimit: number;

  constructor(space: Space, bodies: readonly PackBody[], nodeLimit: number) {
    this.space = space;
    this.bodies = bodies;
    this.nodeLimit = nodeLimit;
  }

  tryOrientations(options: Sized[][], chosen: Sized[]): Placed[] | undefined {
    if (this.nodeCount >= this.nodeLimit) return undefined;
    if (chosen.length < options.length) {
      for (const option of options[chosen.length]!) {
        const found = this.tryOrientations(options, [...chosen, option]);
        if (found) return found;
      }
      return undefined;
    }
    this.sizes = chosen;
    if (this.tooMuchVolume()) return undefined;
    return this.branch([]);
  }

  /** Inflated volumes cannot exceed the inflated case (no keep-outs, no taper: still a valid bound). */
  private tooMuchVolume(): boolean {
    const { space: s } = this;
    const g = s.gapMm;
    const room =
      (s.rimLengthMm - 2 * s.wallGapMm + g) *
      (s.rimWidthMm - 2 * s.wallGapMm + g) *
      (s.heightMm - s.floorPadMm - s.roofPadMm + g);
    return this.sizes.reduce((v, b) => v + (b.size[0] + g) * (b.size[1] + g) * (b.size[2] + g), 0) > room + SLACK_MM;
  }

  /** Fixed box of an obstacle; indexes from the number of bodies up are keep-outs. */
  private keepOut(i: number): readonly number[] {
    return this.space.keepOuts[i - this.sizes.length]!;
  }

  /** Earliest (or, mirrored, latest) low coordinates on one axis under the relations; the wall is given by body. */
  private earliest(axis: number, relations: readonly Relation[], wall: (i: number) => number): number[] {
    const n = this.sizes.length;
    const at = this.sizes.map((_, i) => wall(i));
    const mine = relations.filter((r) => r.axis === axis);
    for (let round = 0; round <= n; round++) {
      let moved = false;
      for (const { first, then } of mine) {
        if (then >= n) continue;
        const from = first >= n ? this.keepOut(first)[axis + 3]! : at[first]! + this.sizes[first]!.size[axis]!;
        if (from + this.space.gapMm > at[then]! + SLACK_MM) {
          at[then] = from + this.space.gapMm;
          moved = true;
        }
      }
      if (!moved) break;
    }
    return at;
  }

  private latest(axis: number, relations: readonly Relation[], wall: (i: number) => number): number[] {
    const n = this.sizes.length;
    const at = this.sizes.map((b, i) => wall(i) - b.size[axis]!);
    const mine = relations.filter((r) => r.axis === axis);
    for (let round = 0; round <= n; round++) {
      let moved = false;
      for (const { first, then } of mine) {
        if (first >= n) continue;
        const to = then >= n ? this.keepOut(then)[axis]! : at[then]!;
        const limit = to - this.space.gapMm - this.sizes[first]!.size[axis]!;
        if (limit < at[first]! - SLACK_MM) {
          at[first] = limit;
          moved = true;
        }
      }
      if (!moved) break;
    }
    return at;
  }

  private branch(relations: Relation[]): Placed[] | undefined {
    if (++this.nodeCount >= this.nodeLimit) return undefined;
    const { space: s } = this;
    const ez = this.earliest(2, relations, () => s.floorPadMm);
    const lz = this.latest(2, relations, () => s.heightMm - s.roofPadMm);
    if (ez.some((z, i) => z > lz[i]! + SLACK_MM)) return undefined;
    const rim = [s.rimLengthMm, s.rimWidthMm] as const;
    const loose = ([0, 1] as const).map((a) => {
      const low = this.earliest(a, relations, (i) => insetMm(s, a, lz[i]!) + s.wallGapMm);
      const high = this.latest(a, relations, (i) => rim[a] - insetMm(s, a, lz[i]!) - s.wallGapMm);
      return { low, high };
    });
    if (loose.some(({ low, high }) => low.some((v, i) => v > high[i]! + SLACK_MM))) return undefined;
    const exact = ([0, 1] as const).map((a) => this.earliest(a, relations, (i) => insetMm(s, a, ez[i]!) + s.wallGapMm));
    const at = this.sizes.map((_, i): Triple => [exact[0]![i]!, exact[1]![i]!, ez[i]!]);
    const wallsHold = at.every((p, i) =>
      ([0, 1] as const).every(
        (a) => p[a] + this.sizes[i]!.size[a] <= rim[a] - insetMm(s, a, ez[i]!) - s.wallGapMm + SLACK_MM
      )
    );
    const bounds = { low: [...loose.map((l) => l.low), ez], high: [...loose.map((l) => l.high), lz] };
    const pair = this.worstPair(relations, at, bounds, wallsHold);
    if (pair === 'none') return wallsHold ? this.placed(at) : undefined;
    for (const relation of pair.workable) {
      const found = this.branch([...relations, relation]);
      if (found) return found;
    }
    return undefined;
  }

  /** The overlapping pair with fewest ways out; when only a tapered wall is broken, any pair not yet decided. */
  private worstPair(
    relations: readonly Relation[],
    at: Triple[],
    bounds: { low: number[][]; high: number[][] },
    wallsHold: boolean
  ): { workable: Relation[] } | 'none' {
    const n = this.sizes.length;
    const total = n + this.space.keepOuts.length;
    let best: Relation[] | undefined;
    for (let i = 0; i < n; i++) {
      for (let j = i + 1; j < total; j++) {
        if (relations.some((r) => (r.first === i && r.then === j) || (r.first === j && r.then === i))) continue;
        if (wallsHold ? !this.overlap(at, i, j) : false) continue;
        const workable = this.workable(i, j, bounds);
        if (!best || workable.length < best.length) best = workable;
      }
    }
    return best ? { workable: best } : 'none';
  }

  private box(at: Triple[], i: number): readonly number[] {
    if (i >= this.sizes.length) return this.keepOut(i);
    const p = at[i]!;
    const s = this.sizes[i]!.size;
    return [p[0], p[1], p[2], p[0] + s[0], p[1] + s[1], p[2] + s[2]];
  }

  private overlap(at: Triple[], i: number, j: number): boolean {
    const a = this.box(at, i);
    const b = this.box(at, j);
    const g = this.space.gapMm;
    return [0, 1, 2].every((k) => a[k]! < b[k + 3]! + g - SLACK_MM && b[k]! < a[k + 3]! + g - SLACK_MM);
  }

  /** Relations that the bounds still allow, side by side before stacking. */
  private workable(i: number, j: number, bounds: { low: number[][]; high: number[][] }): Relation[] {
    const n = this.sizes.length;
    const out: Relation[] = [];
    for (const axis of [0, 1, 2] as const) {
      for (const [first, then] of [
        [i, j],
        [j, i]
      ] as const) {
        if (this.space.onFloor && axis === 2 && then < n) continue;
        const end =
          first >= n ? this.keepOut(first)[axis + 3]! : bounds.low[axis]![first]! + this.sizes[first]!.size[axis];
        const start = then >= n ? this.keepOut(then)[axis]! : bounds.high[axis]![then]!;
        if (end + this.space.gapMm <= start + SLACK_MM) out.push({ axis, first, then });
      }
    }
    return out;
  }

  private placed(at: Triple[]): Placed[] {
    return this.bodies.map((body, i) => {
      const { size, turn } = this.sizes[i]!;
      return {
        id: body.id,
        turn,
        xMm: at[i]![0],
        yMm: at[i]![1],
        zMm: at[i]![2],
        lengthMm: size[0],
        widthMm: size[1],
        heightMm: size[2]
      };
    });
  }
}

/** The plain test of an arrangement: inside the tapered walls, clear of keep-outs, gaps kept. Gives what is wrong, empty when it holds. */
export function arrangementFaults(space: Space, placed: readonly Placed[]): string[] {
  const faults: string[] = [];
  const boxOf = (p: Placed) => [p.xMm, p.yMm, p.zMm, p.xMm + p.lengthMm, p.yMm + p.widthMm, p.zMm + p.heightMm];
  const rim = [space.rimLengthMm, space.rimWidthMm];
  placed.forEach((p, i) => {
    const b = boxOf(p);
    for (const a of [0, 1] as const) {
      const low = insetMm(space, a, p.zMm) + space.wallGapMm;
      if (b[a]! < low - SLACK_MM || b[a + 3]! > rim[a]! - low + SLACK_MM) faults.push(`${p.id} crosses a wall`);
    }
    if (b[2]! < space.floorPadMm - SLACK_MM || b[5]! > space.heightMm - space.roofPadMm + SLACK_MM)
      faults.push(`${p.id} is too high`);
    const others = [
      ...placed.slice(i + 1).map((o) => ({ id: o.id, box: boxOf(o) })),
      ...space.keepOuts.map((k, n) => ({ id: `keep-out ${n + 1}`, box: [...k] }))
    ];
    for (const o of others)
      if (
        [0, 1, 2].every(
          (k) => b[k]! < o.box[k + 3]! + space.gapMm - SLACK_MM && o.box[k]! < b[k + 3]! + space.gapMm - SLACK_MM
        )
      )
        faults.push(`${p.id} meets ${o.id}`);
  });
  return faults;
}

/**
 * Millimetres the case would have to grow along one axis alone for everything to fit; undefined when 400 mm do not help
 * or the search gave up.
 */
export function shortfallMm(
  space: Space,
  bodies: readonly PackBody[],
  axis: 'length' | 'width' | 'height',
  nodeLimit: number
): number | undefined {
  const grown = (by: number): Space =>
    axis === 'length'
      ? { ...space, rimLengthMm: space.rimLengthMm + by, floorLengthMm: space.floorLengthMm + by }
      : axis === 'width'
        ? { ...space, rimWidthMm: space.rimWidthMm + by, floorWidthMm: space.floorWidthMm + by }
        : { ...space, heightMm: space.heightMm + by };
  let low = 0;
  let high = 400;
  if (pack(grown(high), bodies, nodeLimit).kind !== 'fits') return undefined;
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (pack(grown(middle), bodies, nodeLimit).kind === 'fits') high = middle;
    else low = middle;
  }
  return high;
}
