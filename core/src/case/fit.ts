import { partOf } from '../box/lookup.ts';
import type { Box, Turn } from '../box/schema.ts';
import type { PartOf } from '../catalogue/part.ts';
import { rearSolid, volumesL, type Solid } from './faces.ts';
import {
  arrangementFaults,
  pack,
  shortfallMm,
  turned,
  type PackBody,
  type Placed,
  type PackResult,
  type Space
} from './pack.ts';

export type BodyKind = 'battery' | 'fuse-block' | 'shunt' | 'body';
export type FitBody = PackBody & { name: string; kind: BodyKind; massKg: number; pinned: boolean };
export type Shortfall = { lengthMm: number | undefined; widthMm: number | undefined; heightMm: number | undefined };

export type CaseFit = {
  part: PartOf<'case'>;
  space: Space;
  bodies: FitBody[];
  state: 'fits' | 'no' | 'not-proven';
  placed: Placed[];
  /** Faults of bodies put by hand. */
  faults: string[];
  shortfall: Shortfall | undefined;
  fillFraction: number;
  innerL: number;
  nodeCount: number;
  /** What the search was asked, ports included; an equal key means an equal answer. */
  inputKey: string;
};

/** Nodes the search may use on every edit; enough for every proven case of up to five bodies. */
export const QUICK_NODE_LIMIT = 4000;
const UPRIGHT: Turn[] = ['lwh', 'wlh'];
const ANY: Turn[] = ['lwh', 'wlh', 'lhw', 'hlw', 'whl', 'hwl'];

/** Everything that takes room inside, with its allowed orientations. Batteries carry their terminal clearance. @source mechanical reference 2 */
export function bodiesOf(box: Box): FitBody[] {
  const out: FitBody[] = [];
  const add = (b: Omit<FitBody, 'pinned'>) => out.push({ ...b, pinned: b.id in box.placements });
  const battery = partOf(box, 'battery', box.bank.partId);
  if (battery && box.bank.arrangement !== 'outside') {
    const clearance = box.bank.terminals === 'flag' ? battery.flagClearanceMm : battery.straightClearanceMm;
    for (let i = 1; i <= box.bank.count; i++)
      add({
        id: `battery-${i}`,
        name: box.bank.count > 1 ? `Battery ${i}` : 'Battery',
        kind: 'battery',
        lengthMm: battery.lengthMm,
        widthMm: battery.widthMm,
        heightMm: battery.heightMm + clearance,
        turns: battery.anyWayUp === 'upright' ? UPRIGHT : ANY,
        noTop: true,
        massKg: battery.massKg
      });
  }
  const block = partOf(box, 'fuse-block', box.wiring.fuseBlockPartId);
  if (block)
    add({
      ...sizes(block),
      id: 'fuse-block',
      name: 'Fuse block',
      kind: 'fuse-block',
      turns: ANY,
      massKg: block.massKg
    });
  const shunt = partOf(box, 'shunt', box.wiring.shuntPartId);
  if (shunt) add({ ...sizes(shunt), id: 'shunt', name: 'Shunt', kind: 'shunt', turns: ANY, massKg: shunt.massKg });
  for (const body of box.bodies) {
    const part = partOf(box, 'body', body.partId);
    if (part)
      add({
        ...sizes(part),
        id: body.id,
        name: body.name,
        kind: 'body',
        turns: part.keepUpright ? UPRIGHT : ANY,
        massKg: part.massKg
      });
  }
  return out;
}
const sizes = (p: { lengthMm: number; widthMm: number; heightMm: number }) => ({
  lengthMm: p.lengthMm,
  widthMm: p.widthMm,
  heightMm: p.heightMm
});

/** The search space of a case, with its tray as a keep-out. */
export function spaceOf(c: PartOf<'case'>, paddingMm: number): Space {
  const heightMm = c.depthMm + c.lidDepthMm;
  return {
    rimLengthMm: c.rimLengthMm,
    rimWidthMm: c.rimWidthMm,
    heightMm,
    floorLengthMm: c.floorLengthMm,
    floorWidthMm: c.floorWidthMm,
    taperDepthMm: c.depthMm,
    gapMm: paddingMm,
    wallGapMm: Math.max(paddingMm, 0.2929 * c.cornerRadiusMm), // square corner in a round one, mechanical reference 1.3
    floorPadMm: paddingMm,
    roofPadMm: paddingMm,
    keepOuts: c.trayBelowRimMm > 0 ? [[0, 0, c.depthMm - c.trayBelowRimMm, c.rimLengthMm, c.rimWidthMm, heightMm]] : []
  };
}

export const solidOf = (p: Placed): Solid => ({
  low: [p.xMm, p.yMm, p.zMm],
  high: [p.xMm + p.lengthMm, p.yMm + p.widthMm, p.zMm + p.heightMm]
});

/**
 * Whether battery, fuse block, shunt and other bodies go into the case, and where. Bodies put by hand stay; the rest is
 * arranged round them. When it does not fit: how many millimetres each axis alone is short.
 * @param reuse the previous answer; taken over when the same was asked
 */
export function caseFit(
  box: Box,
  options: { nodeLimit?: number; reuse?: CaseFit | undefined } = {}
): CaseFit | undefined {
  const part = partOf(box, 'case', box.casePartId);
  if (!part) return undefined;
  const bodies = bodiesOf(box);
  const ports = rearKeepOuts(box, part);
  const nodeLimit = options.nodeLimit ?? QUICK_NODE_LIMIT;
  const inputKey = JSON.stringify([part, box.paddingMm, bodies, box.placements, nodeLimit, ports]);
  if (options.reuse?.inputKey === inputKey) return options.reuse;
  const space = spaceOf(part, box.paddingMm);
  const pinned = bodies.filter((b) => b.pinned).map((b) => pinnedAt(box, b));
  const free = bodies.filter((b) => !b.pinned);
  const around: Space = { ...space, keepOuts: [...space.keepOuts, ...pinned.map(boxOf)] };
  const clearOfPorts: Space = { ...around, keepOuts: [...around.keepOuts, ...rearKeepOuts(box, part)] };
  const { answer, arranged } = arrange({ around, clearOfPorts, free, nodeLimit, kept: keptFrom(options.reuse, free) });
  const innerL = volumesL(part).totalL;
  const bodiesL = bodies.reduce((v, b) => v + b.lengthMm * b.widthMm * b.heightMm, 0) / 1e6;
  return {
    part,
    space,
    bodies,
    state: answer.kind,
    placed: [...pinned, ...arranged],
    faults: arrangementFaults(space, pinned),
    shortfall: answer.kind === 'no' ? shortfallOf(around, free, nodeLimit) : undefined,
    fillFraction: bodiesL / innerL,
    innerL,
    nodeCount: answer.nodeCount,
    inputKey
  };
}

const shortfallOf = (space: Space, bodies: FitBody[], limit: number): Shortfall => ({
  lengthMm: shortfallMm(space, bodies, 'length', limit),
  widthMm: shortfallMm(space, bodies, 'width', limit),
  heightMm: shortfallMm(space, bodies, 'height', limit)
});

function pinnedAt(box: Box, body: FitBody): Placed {
  const at = box.placements[body.id]!;
  const [lengthMm, widthMm, heightMm] = turned(body, at.turn);
  return { id: body.id, turn: at.turn, xMm: at.xMm, yMm: at.yMm, zMm: at.zMm, lengthMm, widthMm, heightMm };
}

/** The search stretches an upright battery to the roof so that nothing lies on its terminals; show its own height. */
const trueHeights = (placed: Placed[], bodies: FitBody[]): Placed[] =>
  placed.map((p) => ({
    ...p,
    heightMm: turned(
      bodies.find((b) => b.id === p.id)!,
      p.turn
    )[2]
  }));

const boxOf = (p: Placed): number[] => [p.xMm, p.yMm, p.zMm, p.xMm + p.lengthMm, p.yMm + p.widthMm, p.zMm + p.heightMm];

/** Wanted between a panel part's rear and any body, mm. @source mechanical reference 5 */
const REAR_GAP_MM = 5;

/** The room behind every panel part, kept free where that is possible. @source mechanical reference 3.1 */
function rearKeepOuts(box: Box, part: PartOf<'case'>): number[][] {
  const more = Math.max(0, REAR_GAP_MM - box.paddingMm);
  return box.ports.flatMap((port) => {
    const panel = partOf(box, 'panel', port.partId);
    if (!panel || panel.hole.shape === 'none') return [];
    const need = panel.bodyDepthMm + (port.terminals === 'flag' ? panel.flagMm : panel.straightMm);
    const s = rearSolid(
      part,
      port.face,
      port,
      { widthMm: panel.behindWidthMm - 2 * box.paddingMm, heightMm: panel.behindHeightMm - 2 * box.paddingMm },
      need + more
    );
    return [[...s.low, ...s.high]];
  });
}

/** The arrangement shown before, when it was of the same bodies. */
function keptFrom(reuse: CaseFit | undefined, free: FitBody[]): Placed[] | undefined {
  if (!reuse || reuse.state !== 'fits') return undefined;
  const kept = reuse.placed.filter((p) =>
    free.some((b) => b.id === p.id && turned(b, p.turn).join() === [p.lengthMm, p.widthMm, p.heightMm].join())
  );
  return kept.length === free.length ? kept : undefined;
}

type Arrange = { around: Space; clearOfPorts: Space; free: FitBody[]; nodeLimit: number; kept: Placed[] | undefined };

/**
 * Steady first: the arrangement shown before stays while it holds. Then one that leaves every port its room with all on
 * the floor and the heavy things at the back; then stacked; then any at all.
 */
function arrange({ around, clearOfPorts, free, nodeLimit, kept }: Arrange): { answer: PackResult; arranged: Placed[] } {
  if (kept && arrangementFaults(clearOfPorts, kept).length === 0)
    return { answer: { kind: 'fits', placed: kept, nodeCount: 0 }, arranged: kept };
  const hasPorts = clearOfPorts.keepOuts.length > around.keepOuts.length;
  if (hasPorts) {
    const back = flipped(clearOfPorts);
    for (const space of [{ ...back, onFloor: true }, { ...clearOfPorts, onFloor: true }, back, clearOfPorts]) {
      const clear = pack(space, free, Math.min(nodeLimit, CLEAR_NODE_LIMIT));
      if (clear.kind !== 'fits') continue;
      const placed = space.keepOuts === back.keepOuts ? clear.placed.map((p) => mirrorY(p, around)) : clear.placed;
      return { answer: clear, arranged: trueHeights(placed, free) };
    }
  }
  const standing = pack({ ...around, onFloor: true }, free, Math.min(nodeLimit, CLEAR_NODE_LIMIT));
  const answer = standing.kind === 'fits' ? standing : pack(around, free, nodeLimit);
  if (answer.kind !== 'fits') return { answer, arranged: [] };
  const symmetric = around.keepOuts.every((k) => k[1] === 0 && k[4] === around.rimWidthMm);
  return {
    answer,
    arranged: trueHeights(symmetric ? answer.placed.map((p) => mirrorY(p, around)) : answer.placed, free)
  };
}

/** Nodes the port-respecting search may use before any arrangement is taken. */
const CLEAR_NODE_LIMIT = 1500;

/** The search pushes towards the front; mirrored front to back, it pushes towards the back. The taper is symmetric. */
const flipped = (space: Space): Space => ({
  ...space,
  keepOuts: space.keepOuts.map((k) => [k[0]!, space.rimWidthMm - k[4]!, k[2]!, k[3]!, space.rimWidthMm - k[1]!, k[5]!])
});
const mirrorY = (p: Placed, space: Space): Placed => ({ ...p, yMm: space.rimWidthMm - p.yMm - p.widthMm });
