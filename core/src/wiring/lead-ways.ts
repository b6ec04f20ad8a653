import { onWall, type Point } from '../case/faces.ts';
import { caseBlocks } from '../box/feeds.ts';
import { partOf } from '../box/lookup.ts';
import type { Box } from '../box/schema.ts';
import type { CaseFit } from '../case/fit.ts';
import type { Placed } from '../case/space.ts';
import type { Face } from '../catalogue/faces.ts';
import type { PartOf } from '../catalogue/part.ts';
import type { Conductor, Netlist, NetPart, Terminal } from './netlist.ts';
import type { WiringPlan } from './types.ts';
import type { PanelPlan } from '../panel/panel.ts';

type Case = PartOf<'case'>;

/** One stretch of a lead in the frame of the case: across the inside ('floor': seen from above), along a wall, or on the lid. */
export type WaySegment = { face: Face; points: Point[] };
/** A lead of the circuit from its first end to its second, where both lie in or on this case. */
export type LeadWay = {
  id: string;
  circuitId: string | null;
  polarity: Conductor['polarity'];
  segments: WaySegment[];
};
/** One stretch on one face, in that face's own measures: from its left edge and up, seen from outside. */
export type Stretch = { face: Face; points: { xMm: number; yMm: number }[] };

/** A place in the case: inside, or on a face. */
type Spot = { at: Point; on?: { face: Face; xMm: number } };

/** The poles of a battery stand so far from the ends of its longer side. @source usual blocks of 7 to 20 Ah */
const POLE_AT = 0.15;
/** Ends nearer than this are joined where they stand: nothing is laid between them. */
const NOTHING_MM = 1;

/** Where the poles of a placed battery are, on its top. */
export function polesOf(p: Placed): { plus: Point; minus: Point } {
  return { plus: onTop(p, POLE_AT), minus: onTop(p, 1 - POLE_AT) };
}

/** A point on a body's top, a share of the way along its longer side. */
function onTop(p: Placed, share: number): Point {
  const along = p.lengthMm >= p.widthMm;
  return {
    xMm: p.xMm + p.lengthMm * (along ? share : 0.5),
    yMm: p.yMm + p.widthMm * (along ? 0.5 : share),
    zMm: p.zMm + p.heightMm
  };
}

/**
 * Every lead of the circuit along its right-angled way: across the inside at the height of its terminals, up or down the wall, on the
 * lid over its hinge; the same way its length is taken from. Leads outside the case, and those whose ends have no place yet, are
 * left out.
 */
export function leadWays(box: Box, fit: CaseFit, panel: PanelPlan | undefined, wiring: WiringPlan): LeadWay[] {
  const spotOf = spots(box, fit, panel, wiring.netlist);
  return wiring.netlist.conductors.flatMap((c): LeadWay[] => {
    const [a, b] = [spotOf(c.from), spotOf(c.to)];
    if (!a || !b || distanceMm(a.at, b.at) < NOTHING_MM) return [];
    return [{ id: c.id, circuitId: c.circuitId, polarity: c.polarity, segments: route(fit.part, a, b) }];
  });
}

/** The stretches of a way on the faces of the case; what comes from inside climbs its wall from the bottom edge, as on paper there is no height between. */
export const foldStretches = (c: Case, way: LeadWay): Stretch[] =>
  way.segments.map((s, i) => {
    const points = s.points.map((p) => onFace(c, s.face, p));
    const inside = (k: number): boolean => way.segments[k]?.face === 'floor';
    if (s.face === 'floor' || s.face === 'lid') return { face: s.face, points };
    return {
      face: s.face,
      points: points.map((p, k) =>
        (k === 0 && inside(i - 1)) || (k === points.length - 1 && inside(i + 1)) ? { ...p, yMm: 0 } : p
      )
    };
  });

/** A point of the case on a face's own measures: the inverse of onWall. */
export function onFace(c: Case, face: Face, p: Point): { xMm: number; yMm: number } {
  const { rimLengthMm: L, rimWidthMm: W } = c;
  if (face === 'front') return { xMm: p.xMm, yMm: p.zMm };
  if (face === 'back') return { xMm: L - p.xMm, yMm: p.zMm };
  if (face === 'left') return { xMm: W - p.yMm, yMm: p.zMm };
  if (face === 'right') return { xMm: p.yMm, yMm: p.zMm };
  if (face === 'lid') return { xMm: p.xMm, yMm: p.yMm };
  return { xMm: p.xMm, yMm: W - p.yMm };
}

const distanceMm = (a: Point, b: Point): number => Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm, a.zMm - b.zMm);

/** On a fuse block the plus comes in at this share of its length, the negative bus lies as far from the other end. @source usual blocks of 6 ways */
const PLUS_AT = 0.3;
/** A lead longer than so many cases goes out of the box. */
const LONGEST_INSIDE = 3;

/** Parts that have no place of their own stand where their nearest neighbour on the lead does. */
const FLOATS: readonly NetPart['kind'][] = ['fuse', 'relay', 'inlet', 'changeover', 'bus', 'switch', 'fuse-block'];

/** Where each terminal is: at its own part, or where a part without a place hangs on one. */
function spots(box: Box, fit: CaseFit, panel: PanelPlan | undefined, net: Netlist): (t: Terminal) => Spot | undefined {
  const at = placesOf(box, fit, panel, net);
  const packs = new Map(
    net.packIds.flatMap((id) => {
      const placed = fit.placed.find((b) => b.id === bodyOfPack(id));
      return placed ? [[id, polesOf(placed)] as const] : [];
    })
  );
  const spotOf = (t: Terminal): Spot | undefined => {
    const poles = packs.get(t.part);
    return poles ? { at: t.terminal === '+' ? poles.plus : poles.minus } : at.get(t.part);
  };
  const floats = new Set(net.parts.filter((p) => FLOATS.includes(p.kind)).map((p) => p.id));
  // the shortest lead first: a fuse stands at the block, not at the port
  const inside = net.conductors
    .filter((c) => c.polarity !== 'sense' && c.lengthMm <= LONGEST_INSIDE * fit.part.rimLengthMm)
    .toSorted((a, b) => a.lengthMm - b.lengthMm);
  const hang = (lone: Terminal, other: Terminal): boolean => {
    const spot = spotOf(other);
    if (!spot || at.has(lone.part) || !floats.has(lone.part)) return false;
    at.set(lone.part, spot);
    return true;
  };
  while (inside.some((c) => hang(c.from, c.to) || hang(c.to, c.from)));
  return spotOf;
}

/** A single pack is 'battery' in the circuit and 'battery-1' in the case. */
const bodyOfPack = (partId: string): string => (partId === 'battery' ? 'battery-1' : partId);

/** Parts of the circuit that stand in or on the case themselves. */
function placesOf(box: Box, fit: CaseFit, panel: PanelPlan | undefined, net: Netlist): Map<string, Spot> {
  const top = (id: string | undefined, share = 0.5): Spot | undefined => {
    const p = fit.placed.find((b) => b.id === id);
    return p && { at: onTop(p, share) };
  };
  const port = (id: string): Spot | undefined => {
    const p = panel?.ports.find((q) => q.port.id === id)?.port;
    return p && { at: onWall(fit.part, p.face, p.xMm, p.yMm), on: { face: p.face, xMm: p.xMm } };
  };
  const controller = box.bodies.find((b) => partOf(box, 'body', b.partId)?.use === 'controller')?.id;
  /** The fuse block of a feed, by the feed; the main feed's is the box's own. */
  const blocks = new Map(caseBlocks(box).map(({ bodyId, feed }) => [feed.id, bodyId]));
  const own = (p: NetPart): Spot | undefined => {
    if (p.ref.kind === 'port') return port(p.ref.id);
    if (p.kind === 'shunt') return top('shunt');
    if (p.kind === 'controller') return top(controller);
    if (p.kind === 'converter') return top(p.gives ? `converter-${p.gives.feedId}` : undefined);
    const block = p.ref.kind === 'circuit' ? blocks.get(p.ref.id) : p.ref.kind === 'main' ? 'fuse-block' : undefined;
    if (p.kind === 'fuse-block') return top(block, PLUS_AT);
    if (p.kind === 'bus') return top(block, 1 - PLUS_AT);
    return undefined;
  };
  return new Map(
    net.parts.flatMap((p) => {
      const spot = own(p);
      return spot ? [[p.id, spot] as const] : [];
    })
  );
}

/** The right-angled way between two places of the case. */
function route(c: Case, a: Spot, b: Spot): WaySegment[] {
  if (a.on && !b.on) return backwards(route(c, b, a));
  const { on } = b;
  if (!on || on.face === 'floor') return [across(a.at, b.at)];
  if (a.on?.face === on.face) return [{ face: on.face, points: alongFace(c, a.at, b) }];
  if (a.on?.face === 'lid') return backwards(route(c, b, a));
  if (on.face === 'lid') return overHinge(c, a.at, b.at);
  const foot = onWall(c, on.face, on.xMm, clampZ(c, a.at.zMm));
  return [toWall(a.at, foot, on.face), { face: on.face, points: [foot, b.at] }];
}

const clampZ = (c: Case, zMm: number): number => Math.min(Math.max(0, zMm), c.depthMm);

const backwards = (segments: WaySegment[]): WaySegment[] =>
  segments.map((s) => ({ face: s.face, points: s.points.toReversed() })).toReversed();

const across = (a: Point, b: Point): WaySegment => ({
  face: 'floor',
  points: [a, { ...a, xMm: b.xMm }, { ...b, zMm: a.zMm }, b]
});

/** Over to a wall at one height, the last bend where the lead meets it; down to the rim first from what stands above it. */
function toWall(a: Point, foot: Point, wall: Face): WaySegment {
  const sideways = wall === 'left' || wall === 'right';
  const level = { ...a, zMm: foot.zMm };
  const corner = sideways ? { ...level, yMm: foot.yMm } : { ...level, xMm: foot.xMm };
  return { face: 'floor', points: a.zMm === foot.zMm ? [a, corner, foot] : [a, level, corner, foot] };
}

/** Along one face: level first, then up or down; on the lid along its length, then its width. */
function alongFace(c: Case, a: Point, b: Spot): Point[] {
  const { face, xMm } = b.on!;
  const bend = face === 'lid' ? { ...a, xMm: b.at.xMm } : onWall(c, face, xMm, a.zMm);
  return [a, bend, b.at];
}

/** Up the hinge's wall and over onto the lid; a loose lid is reached over the back. */
function overHinge(c: Case, a: Point, b: Point): WaySegment[] {
  const wall: Face = c.hinge === 'left' ? 'left' : 'back';
  const faceX = wall === 'left' ? c.rimWidthMm - b.yMm : c.rimLengthMm - b.xMm;
  const foot = onWall(c, wall, faceX, clampZ(c, a.zMm));
  const rim = onWall(c, wall, faceX, c.depthMm);
  const turn = { ...rim, zMm: b.zMm };
  return [toWall(a, foot, wall), { face: wall, points: [foot, rim] }, { face: 'lid', points: [rim, turn, b] }];
}
