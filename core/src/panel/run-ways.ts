import type { Face } from '../catalogue/faces.ts';
import type { PartOf } from '../catalogue/part.ts';
import type { Point } from '../case/faces.ts';
import { onWall } from '../case/faces.ts';

/** One stretch of a run on one face, in its own measures: from its left edge and up, seen from outside. */
export type Stretch = { face: Face; points: { xMm: number; yMm: number }[] };
/** The same run seen from above, in the frame of the case. */
export type RunWay = { stretches: Stretch[]; plan: { xMm: number; yMm: number }[] };

/**
 * Where a lead lies: from the middle of what stands inside along the floor to the wall, and up that wall to the port; on the
 * lid over its hinge. The same right-angled way its length is taken from.
 */
export function runWay(c: PartOf<'case'>, from: Point, to: { face: Face; xMm: number; yMm: number }): RunWay {
  const end = onWall(c, to.face, to.xMm, to.yMm);
  const wall: Face = to.face === 'lid' ? (c.hinge === 'left' ? 'left' : 'back') : to.face;
  const foot = wall === 'floor' ? end : footOf(c, wall, end);
  const along = wall === 'left' || wall === 'right';
  const corner = along ? { xMm: from.xMm, yMm: foot.yMm } : { xMm: foot.xMm, yMm: from.yMm };
  const floor = [from, corner, foot];
  const stretches: Stretch[] = [{ face: 'floor', points: floor.map((p) => onFace(c, 'floor', { ...p, zMm: 0 })) }];
  const plan = floor.map((p) => ({ xMm: p.xMm, yMm: p.yMm }));
  if (wall === 'floor') return { stretches, plan };
  const topMm = to.face === 'lid' ? c.depthMm : end.zMm;
  stretches.push({ face: wall, points: [onFace(c, wall, foot), onFace(c, wall, { ...foot, zMm: topMm })] });
  if (to.face !== 'lid') return { stretches, plan };
  const turn = along ? { ...end, xMm: foot.xMm } : { ...end, yMm: foot.yMm };
  const lid = [foot, turn, end];
  stretches.push({ face: 'lid', points: lid.map((p) => onFace(c, 'lid', p)) });
  return { stretches, plan: [...plan, ...lid.map((p) => ({ xMm: p.xMm, yMm: p.yMm }))] };
}

/** A point of the case on a face's own measures: the inverse of onWall. */
export function onFace(c: PartOf<'case'>, face: Face, p: Point): { xMm: number; yMm: number } {
  const { rimLengthMm: L, rimWidthMm: W } = c;
  if (face === 'front') return { xMm: p.xMm, yMm: p.zMm };
  if (face === 'back') return { xMm: L - p.xMm, yMm: p.zMm };
  if (face === 'left') return { xMm: W - p.yMm, yMm: p.zMm };
  if (face === 'right') return { xMm: p.yMm, yMm: p.zMm };
  if (face === 'lid') return { xMm: p.xMm, yMm: p.yMm };
  return { xMm: p.xMm, yMm: W - p.yMm };
}

/** Straight below a point, where its wall meets the floor. */
function footOf(c: PartOf<'case'>, wall: Face, end: Point): Point {
  if (wall === 'front') return { xMm: end.xMm, yMm: 0, zMm: 0 };
  if (wall === 'back') return { xMm: end.xMm, yMm: c.rimWidthMm, zMm: 0 };
  return { xMm: wall === 'left' ? 0 : c.rimLengthMm, yMm: end.yMm, zMm: 0 };
}
