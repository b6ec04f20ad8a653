import { onWall } from '../case/faces.ts';
import { solidOf, type CaseFit } from '../case/fit.ts';
import type { Face, PartOf } from '../catalogue/part.ts';
import type { Solid } from '../case/faces.ts';

/** What stands behind a face, in face coordinates, and how far behind it, from the wall at its mid height. */
export type Silhouette = {
  face: Face;
  bodyId: string;
  name: string;
  x1Mm: number;
  x2Mm: number;
  y1Mm: number;
  y2Mm: number;
  distanceMm: number;
};

const FACES_BEHIND: readonly Face[] = ['left', 'front', 'right', 'back', 'lid'];

/** Every body seen through every face that may be drilled. Left, right and back are seen from outside, so the back is mirrored. */
export function silhouettes(fit: CaseFit): Silhouette[] {
  const c = fit.part;
  return FACES_BEHIND.flatMap((face) =>
    fit.placed.map((p): Silhouette => {
      const s = solidOf(p);
      const [x1Mm, x2Mm] = across(c, face, s);
      const [y1, y2] = face === 'lid' ? [s.low[1], s.high[1]] : [s.low[2], s.high[2]];
      const wall = onWall(c, face, (x1Mm + x2Mm) / 2, (y1 + y2) / 2);
      const distanceMm = {
        front: s.low[1] - wall.yMm,
        back: wall.yMm - s.high[1],
        left: s.low[0] - wall.xMm,
        right: wall.xMm - s.high[0],
        lid: wall.zMm - s.high[2],
        floor: s.low[2]
      }[face];
      return {
        face,
        bodyId: p.id,
        name: fit.bodies.find((b) => b.id === p.id)!.name.toLowerCase(),
        x1Mm,
        x2Mm,
        y1Mm: Math.max(0, y1),
        y2Mm: Math.min(face === 'lid' ? c.rimWidthMm : c.depthMm, y2),
        distanceMm
      };
    })
  );
}

function across(c: PartOf<'case'>, face: Face, s: Solid): [number, number] {
  if (face === 'back') return [c.rimLengthMm - s.high[0], c.rimLengthMm - s.low[0]];
  if (face === 'right') return [s.low[1], s.high[1]];
  if (face === 'left') return [c.rimWidthMm - s.high[1], c.rimWidthMm - s.low[1]];
  return [s.low[0], s.high[0]];
}
