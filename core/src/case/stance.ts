import type { Said } from '../quantity/said.ts';
import { volumesL } from './faces.ts';
import { afloat, floating, hangTiltDeg, tipDeg, type Afloat, type Floating } from './balance.ts';
import { solidOf, type CaseFit } from './fit.ts';
import { holdDown, type HoldDown } from './hold.ts';

/** Wanted: hangs straighter than this, goes over later than this. @source mechanical reference 10 */
export const MOST_HANG_DEG = 5;
/** From here on it swings into the leg and spills what stands in it; under it it only hangs askew. @source rule of thumb */
export const BAD_HANG_DEG = 10;
export const LEAST_TIP_DEG = 25;
/** A folded-up handle stands about this far over the lid. @source rule of thumb */
const HANDLE_OVER_LID_MM = 25;

export type Edge = 'front' | 'back' | 'left' | 'right';
const EDGES: readonly Edge[] = ['front', 'back', 'left', 'right'];

export type Stance = {
  /** Undefined for a case without a handle on top. */
  hangDeg: number | undefined;
  /** Centre of mass off the handle: to the right and to the back, mm; undefined without a handle. */
  offHandleMm: { xMm: number; yMm: number } | undefined;
  tipDeg: Record<Edge, number>;
  /** The edge it goes over first, and the slope at which it does. */
  tipsFirst: { edge: Edge; deg: number };
  floating: Floating | undefined;
  /** How it lies in the water, when it floats. */
  afloat: Afloat | undefined;
  hold: HoldDown | undefined;
};

/**
 * How the box hangs, stands and swims, and how its battery is held.
 * @param centre of mass in the frame of the case; undefined while nothing is arranged
 */
export function stance(
  fit: CaseFit,
  mass: { tight: boolean; massKg: number; centreMm: { xMm: number; yMm: number; zMm: number } | undefined },
  said: Said
): Stance | undefined {
  const { centreMm: g } = mass;
  if (!g) return undefined;
  const c = fit.part;
  const low = g.zMm + c.wallMm;
  const insetX = (c.rimLengthMm - c.floorLengthMm) / 2;
  const insetY = (c.rimWidthMm - c.floorWidthMm) / 2;
  const tips = {
    front: tipDeg(g.yMm - insetY, low),
    back: tipDeg(c.rimWidthMm - insetY - g.yMm, low),
    left: tipDeg(g.xMm - insetX, low),
    right: tipDeg(c.rimLengthMm - insetX - g.xMm, low)
  };
  const swims = mass.tight ? floating(c, volumesL(c).totalL, mass.massKg) : undefined;
  const pivot = c.handleAt ?? {
    xMm: c.rimLengthMm / 2,
    yMm: g.yMm, // a bail handle swings front to back and evens that out by itself
    zMm: c.depthMm + c.lidDepthMm + HANDLE_OVER_LID_MM
  };
  const edge = EDGES.reduce((first, e) => (tips[e] < tips[first] ? e : first));
  return {
    hangDeg:
      c.handleRatedKg === null
        ? undefined
        : hangTiltDeg(Math.hypot(g.xMm - pivot.xMm, g.yMm - pivot.yMm), pivot.zMm, g.zMm),
    offHandleMm:
      c.handleRatedKg === null
        ? undefined
        : { xMm: g.xMm - pivot.xMm, yMm: g.yMm - (c.handleAt?.yMm ?? c.rimWidthMm / 2) },
    tipDeg: tips,
    tipsFirst: { edge, deg: tips[edge] },
    floating: swims,
    afloat: swims?.floats ? afloat(c, swims.submergedFraction * swims.outsideL, low) : undefined,
    hold: battery(fit, said)
  };
}

/** The heaviest battery, with the room to the nearest thing on each side at its own height. */
function battery(fit: CaseFit, said: Said): HoldDown | undefined {
  const body = fit.bodies.filter((b) => b.kind === 'battery').sort((a, b) => b.massKg - a.massKg)[0];
  const placed = fit.placed.find((p) => p.id === body?.id);
  if (!body || !placed) return undefined;
  const me = solidOf(placed);
  const others = fit.placed.filter((p) => p.id !== body.id).map(solidOf);
  const c = fit.part;
  const insetX = ((c.rimLengthMm - c.floorLengthMm) / 2) * Math.max(0, 1 - me.low[2] / c.depthMm);
  const insetY = ((c.rimWidthMm - c.floorWidthMm) / 2) * Math.max(0, 1 - me.low[2] / c.depthMm);
  const beside = (axis: 0 | 1) =>
    others.filter((o) => [0, 1, 2].every((k) => k === axis || (o.low[k]! < me.high[k]! && me.low[k]! < o.high[k]!)));
  const before = (axis: 0 | 1, wall: number) =>
    me.low[axis] -
    Math.max(
      wall,
      ...beside(axis)
        .filter((o) => o.high[axis] <= me.low[axis] + 1e-6)
        .map((o) => o.high[axis])
    );
  const after = (axis: 0 | 1, wall: number) =>
    Math.min(
      wall,
      ...beside(axis)
        .filter((o) => o.low[axis] >= me.high[axis] - 1e-6)
        .map((o) => o.low[axis])
    ) - me.high[axis];
  const gapsMm = {
    left: Math.max(0, before(0, insetX)),
    right: Math.max(0, after(0, c.rimLengthMm - insetX)),
    front: Math.max(0, before(1, insetY)),
    back: Math.max(0, after(1, c.rimWidthMm - insetY))
  };
  return holdDown(body.massKg, gapsMm, placed, said);
}
