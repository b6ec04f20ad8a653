import { set } from '../box/edit.ts';
import { arrange, asManyAsGo, UPRIGHT, type Arrange } from './arrange.ts';
import type { Budget } from './budget.ts';
import { caseBlocks, caseConverters } from '../box/feeds.ts';
import type { Edit } from '../box/edits.ts';
import { partOf } from '../box/lookup.ts';
import type { Box, Turn } from '../box/schema.ts';
import type { PartOf } from '../catalogue/part.ts';
import { rearSolid, volumesL, type Solid } from './faces.ts';
import { Lately } from '../lately.ts';
import { finished } from '../work.ts';
import { AXES, shortfall, type Axis } from './pack.ts';
import { arrangementFaults, turned, type Fault, type PackBody, type Placed, type Space } from './space.ts';

export type BodyKind = 'battery' | 'fuse-block' | 'shunt' | 'body';
export type FitBody = PackBody & { name: string; kind: BodyKind; massKg: number; pinned: boolean };
export type Shortfall = { lengthMm: number | undefined; widthMm: number | undefined; heightMm: number | undefined };

/** What is short, axis by axis, the least first: any one of them would do. */
export const shortWays = (s: Shortfall): { axis: Axis; mm: number }[] =>
  AXES.flatMap((axis) => (s[`${axis}Mm`] === undefined ? [] : [{ axis, mm: s[`${axis}Mm`]! }])).sort(
    (a, b) => a.mm - b.mm
  );

export type CaseFit = {
  part: PartOf<'case'>;
  space: Space;
  bodies: FitBody[];
  state: 'fits' | 'no' | 'not-proven';
  placed: Placed[];
  /** What found no place, by id, when it does not all go in: the rest is arranged, largest first. */
  leftOut: string[];
  /** Faults of bodies put by hand, among themselves and with walls and tray. */
  faults: Fault[];
  shortfall: Shortfall | undefined;
  fillFraction: number;
  innerL: number;
  nodeCount: number;
  /** What stands in which case, ports and all; empty while something is dragged. */
  inputKey: string;
};

/** Nodes the search may use on every edit; the worker goes on to the end where that is not enough. */
const QUICK_NODE_LIMIT = 600;
/** Looks at pairs that all of it may take on every edit: some thirty milliseconds. */
export const QUICK_LOOKS = 250_000;
/** Of them: for the arrangement itself, for each attempt at as many as go in, for what each axis of the case is short of. */
const ARRANGE_SHARE = 0.6;
const PARTIAL_SHARE = 0.06;
const GROWTH_SHARE = 0.05;
/** Nodes for each of the questions 'and if it were so much longer?' on every edit. */
const QUICK_GROWTH_NODES = 150;
const ANY: Turn[] = ['lwh', 'wlh', 'lhw', 'hlw', 'whl', 'hwl'];

/** Everything that takes room inside, with its allowed orientations. Batteries carry their terminal clearance. @source mechanical reference 2 */
function bodiesOf(box: Box): FitBody[] {
  const out: FitBody[] = [];
  const add = (b: Omit<FitBody, 'pinned'>) => out.push({ ...b, pinned: b.id in box.placements });
  const battery = partOf(box, 'battery', box.bank.partId);
  if (battery && box.bank.stands === 'inside') {
    const clearance = box.bank.terminals === 'flag' ? battery.flagClearanceMm : battery.straightClearanceMm;
    for (let i = 1; i <= box.bank.count; i++)
      add({
        id: `battery-${i}`,
        name: box.bank.count > 1 ? `Battery ${i}` : 'Battery',
        kind: 'battery',
        lengthMm: battery.lengthMm,
        widthMm: battery.widthMm,
        heightMm: battery.heightMm + clearance,
        turns: battery.anyWayUp === 'upright' || !box.bank.mayLie ? UPRIGHT : ANY,
        noTop: true,
        massKg: battery.massKg
      });
  }
  for (const { part, bodyId, feed } of caseBlocks(box))
    add({
      ...sizes(part),
      id: bodyId,
      name: bodyId === 'fuse-block' ? 'Fuse block' : `Fuse block of ${feed.name || feed.id}`,
      kind: 'fuse-block',
      turns: ANY,
      massKg: part.massKg
    });
  for (const { part, bodyId, feed } of caseConverters(box))
    add({
      ...sizes(part),
      id: bodyId,
      name: `Converter of ${feed.name || feed.id}`,
      kind: 'body',
      turns: part.keepUpright ? UPRIGHT : ANY,
      massKg: part.massKg
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

/** A fault in words, bodies by their names. */
export function faultSay(fault: Fault, bodies: readonly FitBody[]): string {
  const name = (id: string) => bodies.find((b) => b.id === id)?.name ?? 'the tray';
  return fault.other === undefined
    ? fault.say.replace(fault.id, name(fault.id))
    : `${name(fault.id)} meets ${name(fault.other)}`;
}

/** Edits that put every body where an arrangement has it: what a person took stays in the document. */
export const arrangementEdits = (fit: Pick<CaseFit, 'placed'>): Edit[] => [
  set('placements', Object.fromEntries(fit.placed.map(({ id, turn, xMm, yMm, zMm }) => [id, { turn, xMm, yMm, zMm }])))
];

export const solidOf = (p: Placed): Solid => ({
  low: [p.xMm, p.yMm, p.zMm],
  high: [p.xMm + p.lengthMm, p.yMm + p.widthMm, p.zMm + p.heightMm]
});

/** What was searched lately: undo, an edit of the wiring and a change that is tried ask the same of the case again. */
export const FITS = new Lately<CaseFit>(32);

export type FitOptions = {
  nodeLimit?: number;
  /** Looks at pairs that all of it may take; without it as many as on every edit, or no end where nodes are given. */
  looks?: number;
  /** While something is being dragged, the arrangement before: what stood in it stays where it is; what meets is shown. */
  hold?: CaseFit | undefined;
  /** Only whether it goes in and how: without what could be put in instead and what is short where it does not. */
  bare?: boolean;
};

/**
 * Whether battery, fuse block, shunt and other bodies go into the case, and where. Bodies put by hand stay; the rest is
 * arranged round them, the same way every time whatever was shown before. When it does not fit: how many millimetres
 * each axis alone is short.
 */
export const caseFit = (box: Box, options: FitOptions = {}): CaseFit | undefined => finished(fitting(box, options));

/** The same in pieces, handing out the share of the search that is done. */
export function* fitting(box: Box, options: FitOptions = {}): Generator<number, CaseFit | undefined> {
  const part = partOf(box, 'case', box.casePartId);
  if (!part) return undefined;
  const bodies = bodiesOf(box);
  const ports = rearKeepOuts(box, part);
  const nodeLimit = options.nodeLimit ?? QUICK_NODE_LIMIT;
  const inputKey = JSON.stringify([part, box.paddingMm, bodies, box.placements, ports]);
  const looks = options.looks ?? (options.nodeLimit === undefined ? QUICK_LOOKS : Infinity);
  const question = JSON.stringify([options.nodeLimit, `${looks}`, options.bare]) + inputKey;
  const space = spaceOf(part, box.paddingMm);
  const pinned = bodies.filter((b) => b.pinned).map((b) => pinnedAt(box, b));
  const free = bodies.filter((b) => !b.pinned);
  const innerL = volumesL(part).totalL;
  const bodiesL = bodies.reduce((v, b) => v + b.lengthMm * b.widthMm * b.heightMm, 0) / 1e6;
  const answerOf = (state: CaseFit['state'], placed: Placed[], found: Partial<CaseFit>): CaseFit => ({
    part,
    space,
    bodies,
    state,
    placed,
    leftOut: [],
    faults: [],
    shortfall: undefined,
    fillFraction: bodiesL / innerL,
    innerL,
    nodeCount: 0,
    inputKey,
    ...found
  });
  const kept = keptFrom(options.hold, free);
  if (kept) {
    const placed = [...pinned, ...kept];
    const faults = arrangementFaults(space, placed);
    // shown while the hand moves and no longer: no later question is the same as this one
    return answerOf(options.hold!.state, placed, { faults, nodeCount: options.hold!.nodeCount, inputKey: '' });
  }
  const before = FITS.get(question);
  if (before) return before;
  const around: Space = { ...space, keepOuts: [...space.keepOuts, ...pinned.map(boxOf)] };
  const budget = (share: number): Budget => ({ left: looks * share });
  const clearOfPorts: Space = { ...around, keepOuts: [...around.keepOuts, ...ports] };
  const x: Arrange = { around, clearOfPorts, ports, free, nodeLimit, budget: budget(ARRANGE_SHARE) };
  const { answer, arranged } = yield* arrange(x);
  const isDone = answer.kind === 'fits' || (options.bare && answer.kind === 'no');
  const some = isDone ? { placed: arranged, leftOut: [] } : asManyAsGo(x, () => budget(PARTIAL_SHARE));
  // what the search had no time to find, an attempt may have found
  const state = answer.kind === 'not-proven' && some.leftOut.length === 0 ? 'fits' : answer.kind;
  const found = answerOf(state, [...pinned, ...some.placed], {
    leftOut: some.leftOut,
    faults: arrangementFaults(space, pinned),
    shortfall:
      answer.kind === 'no' && !options.bare
        ? yield* shortfallOf(around, free, options.nodeLimit ?? QUICK_GROWTH_NODES, () => budget(GROWTH_SHARE))
        : undefined,
    nodeCount: answer.nodeCount
  });
  return FITS.keep(question, found);
}

function* shortfallOf(
  space: Space,
  bodies: FitBody[],
  limit: number,
  budget: () => Budget
): Generator<number, Shortfall> {
  const out: Shortfall = { lengthMm: undefined, widthMm: undefined, heightMm: undefined };
  for (const axis of AXES) out[`${axis}Mm`] = yield* shortfall(space, bodies, axis, limit, budget());
  return out;
}

function pinnedAt(box: Box, body: FitBody): Placed {
  const at = box.placements[body.id]!;
  const [lengthMm, widthMm, heightMm] = turned(body, at.turn);
  return { id: body.id, turn: at.turn, xMm: at.xMm, yMm: at.yMm, zMm: at.zMm, lengthMm, widthMm, heightMm };
}

const boxOf = (p: Placed): number[] => [p.xMm, p.yMm, p.zMm, p.xMm + p.lengthMm, p.yMm + p.widthMm, p.zMm + p.heightMm];

/** Wanted between a panel part's rear and any body, mm. @source mechanical reference 5 */
const REAR_GAP_MM = 5;

/** Depth a part wants behind its wall with terminals and first bend; a spacer under the flange takes its height off. */
export const depthBehindMm = (
  panel: PartOf<'panel'>,
  port: Pick<Box['ports'][number], 'terminals' | 'spacerMm'> & Partial<Pick<Box['ports'][number], 'insert'>>
): number =>
  Math.max(
    0,
    panel.bodyDepthMm +
      (port.terminals === 'flag' ? panel.flagMm : panel.straightMm) -
      port.spacerMm +
      (port.insert?.behindMm ?? 0)
  );

/** The room behind every panel part, kept free where that is possible. @source mechanical reference 3.1 */
function rearKeepOuts(box: Box, part: PartOf<'case'>): number[][] {
  const more = Math.max(0, REAR_GAP_MM - box.paddingMm);
  return box.ports.flatMap((port) => {
    const panel = partOf(box, 'panel', port.partId);
    if (!panel || panel.hole.shape === 'none') return [];
    const need = depthBehindMm(panel, port);
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

/** The arrangement shown while something is dragged, when it was of the same bodies. */
function keptFrom(held: CaseFit | undefined, free: FitBody[]): Placed[] | undefined {
  if (!held || held.state !== 'fits') return undefined;
  const kept = held.placed.filter((p) =>
    free.some((b) => b.id === p.id && turned(b, p.turn).join() === [p.lengthMm, p.widthMm, p.heightMm].join())
  );
  return kept.length === free.length ? kept : undefined;
}
