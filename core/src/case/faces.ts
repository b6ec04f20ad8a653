import type { Face, PartOf } from '../catalogue/part.ts';

type Case = PartOf<'case'>;
export type Point = { xMm: number; yMm: number; zMm: number };
/** An axis-aligned box: low corner and high corner, mm, in the frame of the rim's lower left front corner. */
export type Solid = { low: [number, number, number]; high: [number, number, number] };

/** Thickness of one wall, mm. */
export const wallMmOf = (c: Pick<Case, 'wallMm' | 'faceWallMm'>, face: Face): number => c.faceWallMm[face] ?? c.wallMm;

/** Width and height of a face as drawn: at rim size, seen from outside. */
export function faceSizeMm(c: Case, face: Face): { widthMm: number; heightMm: number } {
  if (face === 'lid' || face === 'floor') return { widthMm: c.rimLengthMm, heightMm: c.rimWidthMm };
  return { widthMm: face === 'front' || face === 'back' ? c.rimLengthMm : c.rimWidthMm, heightMm: c.depthMm };
}

/** Draft inset per side at a height above the inner floor, for the length (front/back ends) or the width. */
export const wallInsetMm = (c: Case, axis: 'length' | 'width', zMm: number): number => {
  const taper = axis === 'length' ? c.rimLengthMm - c.floorLengthMm : c.rimWidthMm - c.floorWidthMm;
  return (taper / 2) * Math.max(0, 1 - zMm / c.depthMm);
};

/** Which axis a face's inward normal runs along, and which way. */
const NORMAL: Record<Face, { axis: 0 | 1 | 2; sign: 1 | -1 }> = {
  front: { axis: 1, sign: 1 },
  back: { axis: 1, sign: -1 },
  left: { axis: 0, sign: 1 },
  right: { axis: 0, sign: -1 },
  floor: { axis: 2, sign: 1 },
  lid: { axis: 2, sign: -1 }
};
export const inwardOf = (face: Face) => NORMAL[face];

/**
 * Where a point of a face (x from its left edge, y up, seen from outside) lies in the box, on the inner wall at that height.
 * The back is mirrored; on the left face the front corner is at the right edge; on the lid the back is up; on the floor the front is up.
 */
export function onWall(c: Case, face: Face, xMm: number, yMm: number): Point {
  const { rimLengthMm: L, rimWidthMm: W } = c;
  const inset = (axis: 'length' | 'width') => wallInsetMm(c, axis, yMm);
  if (face === 'front') return { xMm, yMm: inset('width'), zMm: yMm };
  if (face === 'back') return { xMm: L - xMm, yMm: W - inset('width'), zMm: yMm };
  if (face === 'left') return { xMm: inset('length'), yMm: W - xMm, zMm: yMm };
  if (face === 'right') return { xMm: L - inset('length'), yMm: xMm, zMm: yMm };
  if (face === 'lid') return { xMm, yMm, zMm: c.depthMm + c.lidDepthMm };
  return { xMm, yMm: W - yMm, zMm: 0 };
}

/** The room a panel part takes behind its face: its envelope pushed inwards by a depth. */
export function rearSolid(
  c: Case,
  face: Face,
  at: { xMm: number; yMm: number },
  envelope: { widthMm: number; heightMm: number },
  depthMm: number
): Solid {
  const p = onWall(c, face, at.xMm, at.yMm);
  const centre = [p.xMm, p.yMm, p.zMm];
  const { axis, sign } = NORMAL[face];
  const upright =
    axis === 2
      ? [envelope.widthMm, envelope.heightMm, 0]
      : axis === 1
        ? [envelope.widthMm, 0, envelope.heightMm]
        : [0, envelope.widthMm, envelope.heightMm];
  const low = centre.map((v, i) => v - upright[i]! / 2) as [number, number, number];
  const high = centre.map((v, i) => v + upright[i]! / 2) as [number, number, number];
  if (sign > 0) [low[axis], high[axis]] = [centre[axis]!, centre[axis]! + depthMm];
  else [low[axis], high[axis]] = [centre[axis]! - depthMm, centre[axis]!];
  return { low, high };
}

/** True when two solids come nearer than a gap on every axis. */
export const meets = (a: Solid, b: Solid, gapMm = 0): boolean =>
  [0, 1, 2].every((k) => a.low[k]! < b.high[k]! + gapMm - 1e-6 && b.low[k]! < a.high[k]! + gapMm - 1e-6);

/**
 * Free depth straight behind a point of a face until the first solid whose silhouette the envelope touches.
 * @returns distance in mm and the index of the solid, or the wall opposite with index -1
 */
export function freeDepthMm(
  c: Case,
  face: Face,
  at: { xMm: number; yMm: number },
  envelope: { widthMm: number; heightMm: number },
  solids: readonly Solid[]
): { depthMm: number; index: number } {
  const { axis, sign } = NORMAL[face];
  const start = onWall(c, face, at.xMm, at.yMm);
  const from = [start.xMm, start.yMm, start.zMm][axis]!;
  const far = [
    c.rimLengthMm - wallInsetMm(c, 'length', start.zMm),
    c.rimWidthMm - wallInsetMm(c, 'width', start.zMm),
    c.depthMm + c.lidDepthMm
  ][axis]!;
  const near = [wallInsetMm(c, 'length', start.zMm), wallInsetMm(c, 'width', start.zMm), 0][axis]!;
  let best = { depthMm: sign > 0 ? far - from : from - near, index: -1 };
  const slab = rearSolid(c, face, at, envelope, 1);
  solids.forEach((s, index) => {
    const beside = [0, 1, 2].some(
      (k) => k !== axis && (slab.low[k]! >= s.high[k]! - 1e-6 || s.low[k]! >= slab.high[k]! - 1e-6)
    );
    if (beside) return;
    const depthMm = sign > 0 ? s.low[axis]! - from : from - s.high[axis]!;
    if (depthMm < best.depthMm) best = { depthMm, index };
  });
  return best;
}

/** Inner volume of the body and of the whole, litres; straight taper, corners not taken off. @source prismoid, mechanical reference 1.3 */
export function volumesL(c: Case): { bodyL: number; totalL: number } {
  const floor = c.floorLengthMm * c.floorWidthMm;
  const rim = c.rimLengthMm * c.rimWidthMm;
  const middle = ((c.floorLengthMm + c.rimLengthMm) / 2) * ((c.floorWidthMm + c.rimWidthMm) / 2);
  const bodyL = ((c.depthMm / 6) * (floor + 4 * middle + rim)) / 1e6;
  return { bodyL, totalL: bodyL + (rim * c.lidDepthMm) / 1e6 };
}

/** Draft angle per side along the length, degrees. */
export const draftDeg = (c: Case): number =>
  (Math.atan((c.rimLengthMm - c.floorLengthMm) / (2 * c.depthMm)) * 180) / Math.PI;
