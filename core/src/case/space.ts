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
  /** Low corner x, y, z, then high corner. */
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
export type Triple = [number, number, number];
export type Sized = { size: Triple; turn: Turn };

/** Rounding slack of coordinates, far under any saw. */
export const SLACK_MM = 1e-6;
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

/** Distinct turned sizes of one body that fit the bare case by themselves; an upright `noTop` body reaches to the roof. */
export function orientations(space: Space, body: PackBody): Sized[] {
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

export type Fault = { id: string; other: string | undefined; say: string };

/** The plain test of an arrangement: inside the tapered walls, clear of keep-outs, gaps kept. Gives what is wrong, empty when it holds. */
export function arrangementFaults(space: Space, placed: readonly Placed[]): Fault[] {
  const faults: Fault[] = [];
  const boxOf = (p: Placed) => [p.xMm, p.yMm, p.zMm, p.xMm + p.lengthMm, p.yMm + p.widthMm, p.zMm + p.heightMm];
  const rim = [space.rimLengthMm, space.rimWidthMm];
  placed.forEach((p, i) => {
    const b = boxOf(p);
    const say = (what: string, other?: string) => faults.push({ id: p.id, other, say: `${p.id} ${what}` });
    for (const a of [0, 1] as const) {
      const low = insetMm(space, a, p.zMm) + space.wallGapMm;
      if (b[a]! < low - SLACK_MM || b[a + 3]! > rim[a]! - low + SLACK_MM) say('crosses a wall');
    }
    if (b[2]! < space.floorPadMm - SLACK_MM || b[5]! > space.heightMm - space.roofPadMm + SLACK_MM) say('is too high');
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
        say(`meets ${o.id}`, o.id);
  });
  return faults;
}

/** The case grown along one axis: what reaches the far wall (a tray, the room behind a port there) goes along. */
export function grown(space: Space, axis: 0 | 1 | 2, byMm: number): Space {
  const far = [space.rimLengthMm, space.rimWidthMm, space.heightMm][axis]!;
  const keepOuts = space.keepOuts.map((k) => {
    if (k[axis + 3]! < far - SLACK_MM) return k;
    return k.map((v, i) => (i === axis + 3 || (i === axis && v > SLACK_MM) ? v + byMm : v));
  });
  if (axis === 0)
    return {
      ...space,
      keepOuts,
      rimLengthMm: space.rimLengthMm + byMm,
      floorLengthMm: space.floorLengthMm + byMm
    };
  if (axis === 1)
    return { ...space, keepOuts, rimWidthMm: space.rimWidthMm + byMm, floorWidthMm: space.floorWidthMm + byMm };
  return { ...space, keepOuts, heightMm: space.heightMm + byMm };
}
