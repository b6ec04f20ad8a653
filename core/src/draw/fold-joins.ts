import type { Face } from '../catalogue/faces.ts';
import { foldStretches, type LeadWay } from '../wiring/lead-ways.ts';
import type { FoldOutLayout } from './fold-out.ts';

/** A lead on the folded-out case: what lies on each face, and dotted between faces where the paper parts what is one edge. */
export type FoldedLead = { solid: string[]; dotted: string[] };

type Spot = readonly [x: number, y: number];
/** Leads that pass below or above the paper’s edge stand so far apart. */
const LANE_PX = 3;
const OUT_PX = 7;

const line = (points: readonly Spot[]): string => points.map(([x, y], i) => `${i ? 'L' : 'M'}${x} ${y}`).join('');

/** The paths of a lead on paper. @param nth tells leads apart that pass round the outside of the drawing */
export function foldedLead(at: FoldOutLayout, way: LeadWay, nth: number): FoldedLead {
  const stretches = foldStretches(at.c, way).map((s) => ({
    face: s.face,
    points: s.points.map((p): Spot => [at.px(s.face, p.xMm), at.py(s.face, p.yMm)])
  }));
  const dotted = stretches.flatMap((s, i) => {
    const next = stretches[i + 1];
    return next ? [joined(at, [s.face, s.points.at(-1)!], [next.face, next.points[0]!], nth)] : [];
  });
  return { solid: stretches.map((s) => line(s.points)), dotted };
}

type End = readonly [Face, Spot];

/** From the end of one stretch to the beginning of the next, where the two faces meet on the case. */
function joined(at: FoldOutLayout, a: End, b: End, nth: number): string {
  if (b[0] === 'floor' || (a[0] === 'lid' && b[0] !== 'lid')) return joined(at, b, a, nth);
  const [[from, p], [to, q]] = [a, b];
  if (from === 'floor') return floorToWall(at, p, to, q, nth);
  if (to === 'lid') return wallToLid(at, from, p, q, nth);
  return line([p, q]);
}

function floorToWall(at: FoldOutLayout, p: Spot, wall: Face, q: Spot, nth: number): string {
  const bottom = at.beltY + at.D;
  if (wall === 'front') return line([p, [q[0], bottom], q]);
  if (wall === 'back') {
    // below the floor, round the corner and up
    const lane = bottom + at.W + OUT_PX + nth * LANE_PX;
    return line([p, [p[0], lane], [q[0], lane], q]);
  }
  // the edges meet in a corner of the paper: a quarter circle round it, in the empty field
  const edge: Spot = [wall === 'left' ? at.origin.floor.x : at.origin.floor.x + at.L, p[1]];
  const r = Math.abs(edge[1] - bottom);
  const sweep = wall === 'left' ? 1 : 0;
  return `${line([p, edge])}A${r} ${r} 0 0 ${sweep} ${q[0]} ${bottom}L${q[0]} ${q[1]}`;
}

function wallToLid(at: FoldOutLayout, wall: Face, p: Spot, q: Spot, nth: number): string {
  if (wall === 'left') return line([p, [p[0], q[1]], q]);
  // over the top edge, where the hinge is
  const lane = at.lidY - OUT_PX - nth * LANE_PX;
  return line([p, [p[0], lane], [q[0], lane], q]);
}
