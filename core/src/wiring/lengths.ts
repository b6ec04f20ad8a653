import { LID_OPENS_DEG, LID_TAIL_MM, lidLead } from '../case/cable.ts';
import type { Point } from '../case/faces.ts';
import type { PartOf } from '../catalogue/part.ts';
import { onWall } from '../case/faces.ts';
import type { CaseFit } from '../case/fit.ts';
import type { Port } from '../box/schema.ts';
import { LID_SWING_MM, TAILS_MM } from './contacts.ts';

/** Run length assumed while the case or the place of a part is not known yet, mm one way. */
const UNKNOWN_RUN_MM = 400;

/** Bends and ties on the way. @source rule of thumb, electrical reference 1 */
export const ROUTING = 1.05;
/** Leads are told to the next so much, mm. */
export const STEP_MM = 10;
// a hundredth of a millimetre over a step does not make the lead a step longer
const tidy = (mm: number): number => Math.ceil(Math.round(mm * 100) / 100 / STEP_MM) * STEP_MM;

/** Middle of a placed body's top, where its terminals are taken to be. */
export function bodyPoint(fit: CaseFit | undefined, id: string): Point | undefined {
  const p = fit?.placed.find((b) => b.id === id);
  return p && { xMm: p.xMm + p.lengthMm / 2, yMm: p.yMm + p.widthMm / 2, zMm: p.zMm + p.heightMm };
}

/**
 * One-way run between two points, along the walls: right-angled path, tails and a service loop, 5 % for routing,
 * up to the next 10 mm; a run to a hinged lid reaches it open (mechanical reference 3.2), one to a loose lid beside the box.
 * @param lid the case, when the run goes to its lid
 */
export type RunMm = {
  lengthMm: number;
  assumed: boolean;
  /** What the length is made of; undefined while a place is not known. */
  way?: { acrossMm: Point; openMm?: number; loose: boolean };
  /** From stop to stop, where it goes over a switch on the panel. */
  legs?: readonly { to: string; lengthMm: number }[];
};

/** A place that a lead comes to: its name, its point, and whether it moves with the lid. */
export type Stop = { name: string; at: Point | undefined; onLid: boolean };

/** One-way run from stop to stop: each leg is a lead of its own with its tails. One without a switch between is simply the run. */
export function runOver(from: Stop, stops: readonly Stop[], c: PartOf<'case'> | undefined): RunMm {
  const runs = stops.map((to, i) => {
    const before = stops[i - 1] ?? from;
    return runMm(before.at, to.at, before.onLid === to.onLid ? undefined : c);
  });
  if (runs.length === 1) return runs[0]!;
  return {
    lengthMm: runs.reduce((sum, r) => sum + r.lengthMm, 0),
    assumed: runs.some((r) => r.assumed),
    legs: runs.map((r, i) => ({ to: stops[i]!.name, lengthMm: r.lengthMm }))
  };
}

export function runMm(from: Point | undefined, to: Point | undefined, lid: PartOf<'case'> | undefined): RunMm {
  if (!from || !to) return { lengthMm: UNKNOWN_RUN_MM, assumed: true };
  const acrossMm: Point = {
    xMm: Math.abs(from.xMm - to.xMm),
    yMm: Math.abs(from.yMm - to.yMm),
    zMm: Math.abs(from.zMm - to.zMm)
  };
  const shut = (acrossMm.xMm + acrossMm.yMm + acrossMm.zMm) * ROUTING;
  if (!lid) return { lengthMm: tidy(shut + TAILS_MM), assumed: false, way: { acrossMm, loose: false } };
  // a loose lid is laid beside the box
  if (lid.hinge === 'none')
    return { lengthMm: tidy(shut + TAILS_MM + LID_SWING_MM), assumed: false, way: { acrossMm, loose: true } };
  const across = (p: Point) => (lid.hinge === 'back' ? lid.rimWidthMm - p.yMm : p.xMm);
  const over = (p: Point) => ({ acrossMm: across(p), upMm: p.zMm - lid.depthMm });
  const sideways = lid.hinge === 'back' ? Math.abs(from.xMm - to.xMm) : Math.abs(from.yMm - to.yMm);
  const open = lidLead(over(from), over(to), LID_OPENS_DEG);
  const openMm = open.leadMm - 2 * LID_TAIL_MM + sideways;
  return {
    lengthMm: tidy(Math.max(shut, openMm) + TAILS_MM),
    assumed: false,
    way: { acrossMm, openMm, loose: false }
  };
}

export const portPoint = (fit: CaseFit | undefined, port: Port | undefined): Point | undefined =>
  fit && port ? onWall(fit.part, port.face, port.xMm, port.yMm) : undefined;
