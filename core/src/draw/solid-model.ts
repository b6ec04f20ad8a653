import { inwardOf, onWall, wallMmOf, type Point } from '../case/faces.ts';
import type { CaseFit } from '../case/fit.ts';
import type { Placed } from '../case/space.ts';
import type { PartOf } from '../catalogue/part.ts';
import { polesOf, type LeadWay } from '../wiring/lead-ways.ts';
import type { PanelPlan, PortPlan } from '../panel/panel.ts';

type Case = PartOf<'case'>;
export type Vec = readonly [x: number, y: number, z: number];

/** What a solid is made of; the screen knows the colours. */
export type Stuff = 'case' | 'glass' | 'battery' | 'body' | 'port' | 'flange' | 'fuse' | 'positive' | 'negative';
export type SolidShape =
  | { t: 'box'; low: Vec; high: Vec }
  /** Round, along one axis, from a middle to both sides. */
  | { t: 'cylinder'; middle: Vec; axis: 0 | 1 | 2; radiusMm: number; lengthMm: number }
  /** Four corners in their order. */
  | { t: 'quad'; corners: readonly [Vec, Vec, Vec, Vec] }
  | { t: 'tube'; points: readonly Vec[]; radiusMm: number };

export type SolidItem = {
  /** Things of one id are chosen together; null for the case itself. */
  of: { kind: 'body' | 'port' | 'lead'; id: string } | null;
  name: string;
  stuff: Stuff;
  shape: SolidShape;
  /** It moves with the lid. */
  onLid: boolean;
};
/** Where a name belongs. */
export type SolidName = { id: string; text: string; at: Vec; onLid: boolean };
export type SolidModel = {
  items: SolidItem[];
  names: SolidName[];
  /** About which the lid turns, up from shut; undefined where it is lifted off. */
  hinge: { axis: 'x' | 'y'; at: Vec } | undefined;
  sizeMm: Vec;
};

/** Height and radius of a battery's pole, mm. @source usual blocks of 7 to 20 Ah */
const POLE = { radiusMm: 4, heightMm: 7 };
const FLANGE_MM = 3;
const FUSE = { heightMm: 8, share: 0.55 };
const LEAD_RADIUS_MM = 1.3;
/** A return lies beside its lead. */
const BESIDE_MM = 3.2;

const vec = (p: Point): Vec => [p.xMm, p.yMm, p.zMm];
const middleOf = (low: Vec, high: Vec): Vec => [(low[0] + high[0]) / 2, (low[1] + high[1]) / 2, (low[2] + high[2]) / 2];

/** The box as solids in millimetres, z up, the rim's lower left front corner of the inside at the origin: case, bodies, ports in their shapes, leads along their ways. */
export function solidModel(fit: CaseFit, panel: PanelPlan | undefined, ways: readonly LeadWay[]): SolidModel {
  const c = fit.part;
  const ports = (panel?.ports ?? []).filter((p) => p.part.hole.shape !== 'none');
  const bodies = fit.placed.map((p) => ({ p, body: fit.bodies.find((b) => b.id === p.id)! }));
  return {
    items: [
      ...shell(c),
      ...bodies.flatMap(({ p, body }) => bodySolids(p, body.kind, body.name)),
      ...ports.flatMap((p) => portSolids(c, p)),
      ...ways.flatMap(leadSolids)
    ],
    names: [
      ...bodies.map(({ p, body }) => ({
        id: `body ${p.id}`,
        text: body.name,
        at: [p.xMm + p.lengthMm / 2, p.yMm + p.widthMm / 2, p.zMm + p.heightMm] as Vec,
        onLid: false
      })),
      ...ports.map((p) => ({
        id: `port ${p.port.id}`,
        text: p.tag,
        at: outerOf(c, p),
        onLid: p.port.face === 'lid'
      }))
    ],
    hinge:
      c.hinge === 'back'
        ? { axis: 'x', at: [0, c.rimWidthMm, c.depthMm] }
        : c.hinge === 'left'
          ? { axis: 'y', at: [0, 0, c.depthMm] }
          : undefined,
    sizeMm: [c.rimLengthMm, c.rimWidthMm, c.depthMm + c.lidDepthMm]
  };
}

function shell(c: Case): SolidItem[] {
  const [insetX, insetY] = [(c.rimLengthMm - c.floorLengthMm) / 2, (c.rimWidthMm - c.floorWidthMm) / 2];
  const ring = (x: number, y: number, z: number): [Vec, Vec, Vec, Vec] => [
    [x, y, z],
    [c.rimLengthMm - x, y, z],
    [c.rimLengthMm - x, c.rimWidthMm - y, z],
    [x, c.rimWidthMm - y, z]
  ];
  const item = (name: string, stuff: Stuff, shape: SolidShape, onLid = false): SolidItem => ({
    of: null,
    name,
    stuff,
    shape,
    onLid
  });
  const [floor, rim, top] = [ring(insetX, insetY, 0), ring(0, 0, c.depthMm), ring(0, 0, c.depthMm + c.lidDepthMm)];
  const walls = (low: typeof floor, high: typeof floor, name: string, onLid: boolean) =>
    [0, 1, 2, 3].map((i) =>
      item(
        `${name} ${['front', 'right', 'back', 'left'][i]}`,
        'glass',
        { t: 'quad', corners: [low[i]!, low[(i + 1) % 4]!, high[(i + 1) % 4]!, high[i]!] },
        onLid
      )
    );
  return [
    item('Floor', 'case', {
      t: 'box',
      low: [insetX, insetY, -c.wallMm],
      high: [c.rimLengthMm - insetX, c.rimWidthMm - insetY, 0]
    }),
    ...walls(floor, rim, 'Wall', false),
    ...walls(rim, top, 'Lid', true),
    item('Lid', 'glass', { t: 'quad', corners: top }, true)
  ];
}

function bodySolids(p: Placed, kind: CaseFit['bodies'][number]['kind'], name: string): SolidItem[] {
  const of = { kind: 'body' as const, id: p.id };
  const low: Vec = [p.xMm, p.yMm, p.zMm];
  const high: Vec = [p.xMm + p.lengthMm, p.yMm + p.widthMm, p.zMm + p.heightMm];
  const whole = (to: Vec): SolidItem => ({
    of,
    name,
    stuff: kind === 'battery' ? 'battery' : 'body',
    shape: { t: 'box', low, high: to },
    onLid: false
  });
  if (kind === 'battery' && p.turn[2] === 'h') {
    const { plus, minus } = polesOf(p);
    const pole = (at: Point, stuff: Stuff, sign: string): SolidItem => ({
      of,
      name: `${name} ${sign}`,
      stuff,
      shape: {
        t: 'cylinder',
        middle: [at.xMm, at.yMm, at.zMm - POLE.heightMm / 2],
        axis: 2,
        radiusMm: POLE.radiusMm,
        lengthMm: POLE.heightMm
      },
      onLid: false
    });
    return [
      whole([high[0], high[1], high[2] - POLE.heightMm]),
      pole(plus, 'positive', '+'),
      pole(minus, 'negative', '−')
    ];
  }
  if (kind !== 'fuse-block' || p.heightMm < 2 * FUSE.heightMm) return [whole(high)];
  return [whole([high[0], high[1], high[2] - FUSE.heightMm]), ...fuses(of, name, low, high)];
}

/** The blades on a block, in a row along it. */
function fuses(of: SolidItem['of'], name: string, low: Vec, high: Vec): SolidItem[] {
  const along = high[0] - low[0] >= high[1] - low[1] ? 0 : 1;
  const pitchMm = 12;
  const count = Math.max(1, Math.floor((high[along] - low[along]) / pitchMm));
  const step = (high[along] - low[along]) / count;
  return Array.from({ length: count }, (_, i) => {
    const from = [...low] as [number, number, number];
    const to = [...high] as [number, number, number];
    const across = 1 - along;
    const spare = ((high[across]! - low[across]!) * (1 - FUSE.share)) / 2;
    from[along] = low[along] + step * (i + 0.25);
    to[along] = low[along] + step * (i + 0.75);
    from[across] = low[across]! + spare;
    to[across] = high[across]! - spare;
    from[2] = high[2] - FUSE.heightMm;
    return {
      of,
      name: `${name} fuse ${i + 1}`,
      stuff: 'fuse' as const,
      shape: { t: 'box' as const, low: from, high: to },
      onLid: false
    };
  });
}

/** The middle of a port's flange, on the outside of its wall. */
function outerOf(c: Case, p: PortPlan): Vec {
  const { axis, sign } = inwardOf(p.port.face);
  const at = [...vec(onWall(c, p.port.face, p.port.xMm, p.port.yMm))] as [number, number, number];
  at[axis] -= sign * (wallMmOf(c, p.port.face) + FLANGE_MM);
  return at;
}

function portSolids(c: Case, p: PortPlan): SolidItem[] {
  const { axis, sign } = inwardOf(p.port.face);
  const of = { kind: 'port' as const, id: p.port.id };
  const onLid = p.port.face === 'lid';
  const outer = outerOf(c, p);
  const round = p.part.hole.shape === 'round' || p.part.hole.shape === 'twin';
  const { low, high } = p.rear;
  const inner = middleOf(low, high);
  const depthMm = high[axis] - low[axis];
  const flangeMiddle = [...outer] as [number, number, number];
  flangeMiddle[axis] += (sign * FLANGE_MM) / 2;
  // across the face: along the wall, then up it
  const [u, v] = axis === 2 ? ([0, 1] as const) : axis === 1 ? ([0, 2] as const) : ([1, 2] as const);
  const half: [number, number, number] = [0, 0, 0];
  half[u] = p.part.flangeWidthMm / 2;
  half[v] = p.part.flangeHeightMm / 2;
  half[axis] = FLANGE_MM / 2;
  const flange: SolidShape = round
    ? { t: 'cylinder', middle: flangeMiddle, axis, radiusMm: Math.min(half[u], half[v]), lengthMm: FLANGE_MM }
    : {
        t: 'box',
        low: flangeMiddle.map((m, k) => m - half[k]!) as unknown as Vec,
        high: flangeMiddle.map((m, k) => m + half[k]!) as unknown as Vec
      };
  const rear: SolidShape = round
    ? {
        t: 'cylinder',
        middle: inner,
        axis,
        radiusMm: Math.min(high[u]! - low[u]!, high[v]! - low[v]!) / 2,
        lengthMm: depthMm
      }
    : { t: 'box', low, high };
  return [
    { of, name: p.tag, stuff: 'flange', shape: flange, onLid },
    ...(depthMm > 0 ? [{ of, name: `${p.tag} behind`, stuff: 'port' as const, shape: rear, onLid }] : [])
  ];
}

/** A lead as tubes: what lies on the lid moves with it. */
function leadSolids(way: LeadWay): SolidItem[] {
  const stuff = way.polarity === 'negative' ? ('negative' as const) : ('positive' as const);
  const aside = stuff === 'negative' ? BESIDE_MM : 0;
  return way.segments.map((s) => ({
    of: { kind: 'lead' as const, id: way.id },
    name: way.id,
    stuff,
    shape: {
      t: 'tube' as const,
      points: s.points.map((p): Vec => [p.xMm + aside, p.yMm + aside, p.zMm + aside]),
      radiusMm: LEAD_RADIUS_MM
    },
    onLid: s.face === 'lid'
  }));
}
