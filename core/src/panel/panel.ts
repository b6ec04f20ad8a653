import { masterPortId } from '../box/feeds.ts';
import { panelPartOf, portTags } from '../box/lookup.ts';
import type { Box, Port } from '../box/schema.ts';
import type { Face, PartOf, Zone } from '../catalogue/part.ts';
import { faceSizeMm, freeDepthMm, meets, rearSolid, wallMmOf, type Solid } from '../case/faces.ts';
import { lidSwingMeets } from './lid-swing.ts';
import { noDrillZones } from './zones.ts';
import { depthBehindMm, solidOf, type CaseFit } from '../case/fit.ts';
import { fixed, lengthText } from '../quantity/format.ts';
import type { LengthUnit } from '../quantity/length.ts';
import { line, type Working } from '../quantity/working.ts';
import {
  BEHIND_GAP_MM,
  FINGER_GAP_MM,
  FLANGE_GAP_MM,
  GROUND_CLEAR_MM,
  holeSizeMm,
  NUT_GAP_MM,
  OPPOSITE_GAP_MM,
  pairGaps,
  webMm
} from './spacing.ts';

type Panel = PartOf<'panel'>;

export type PortPlan = {
  port: Port;
  part: Panel;
  tag: string;
  /** Depth the part wants behind the wall, with its terminals and first bend. */
  needMm: number;
  /** Free straight behind, until what. */
  freeMm: number;
  behindId: string | undefined;
  behindName: string;
  clearMm: number;
  /** Flange edge to face edge. */
  edgesMm: { left: number; right: number; top: number; bottom: number };
  rear: Solid;
  working: Working;
};

export type PortClash = {
  aId: string;
  bId: string;
  kind: 'flange' | 'web' | 'nut' | 'plug' | 'behind' | 'opposite';
  gapMm: number;
  wantedMm: number;
};
export type ZoneClash = { portId: string; zone: Zone };

export type PanelPlan = {
  ports: PortPlan[];
  clashes: PortClash[];
  zoneClashes: ZoneClash[];
  /** Lid parts that hit something while the lid swings shut: the part and what it hits, by id and words. */
  swingClashes: { portId: string; otherId: string; otherName: string; atDeg: number }[];
  /** Where nothing may be drilled, by face. */
  zones: Zone[];
  tightest: PortPlan | undefined;
  holeCount: number;
};

/** Tag of a placed port; undefined while it stands on no face. */
export const portTag = (panel: Pick<PanelPlan, 'ports'> | undefined, portId: string | undefined): string | undefined =>
  panel?.ports.find((p) => p.port.id === portId)?.tag;

/** The part with the hole that was really drilled for it: drawings, templates and the wall between two holes go by that. */
const asDrilled = (part: Panel, { drilledMm }: Port): Panel =>
  drilledMm === null || part.hole.shape !== 'round' ? part : { ...part, hole: { ...part.hole, diameterMm: drilledMm } };

/** Every panel part on its face: depth behind against what stands there, edges, neighbours and no-drill zones. @source mechanical reference 5 */
export function panelPlan(box: Box, fit: CaseFit | undefined): PanelPlan | undefined {
  if (!fit) return undefined;
  const c = fit.part;
  const tags = portTags(box, masterPortId(box));
  const { solids, names } = standing(fit);
  const zones = noDrillZones(c);
  const ports = box.ports.flatMap((port): PortPlan[] => {
    const own = panelPartOf(box, port);
    if (!own) return [];
    const part = asDrilled(own, port);
    const needMm = depthBehindMm(part, port);
    const envelope = { widthMm: part.behindWidthMm, heightMm: part.behindHeightMm };
    const free = freeDepthMm(c, port.face, port, envelope, solids);
    const body = fit.placed[free.index];
    const behindName = names[free.index] ?? 'opposite wall';
    const face = faceSizeMm(c, port.face);
    const clearMm = free.depthMm - needMm;
    return [
      {
        port,
        part,
        tag: tags[port.id]!,
        needMm,
        freeMm: free.depthMm,
        behindId: body?.id,
        behindName,
        clearMm,
        edgesMm: {
          left: port.xMm - part.flangeWidthMm / 2,
          right: face.widthMm - port.xMm - part.flangeWidthMm / 2,
          top: face.heightMm - port.yMm - part.flangeHeightMm / 2,
          bottom: port.yMm - part.flangeHeightMm / 2
        },
        rear: rearSolid(c, port.face, port, envelope, needMm),
        working: depthWorking(tags[port.id]!, part, port, {
          freeMm: free.depthMm,
          clearMm,
          behindName,
          unit: box.preferences.lengthUnit
        })
      }
    ];
  });
  const clear = ports.filter((p) => p.part.hole.shape !== 'none').sort((a, b) => a.clearMm - b.clearMm);
  return {
    ports,
    clashes: clashesOf(ports, c),
    zoneClashes: zoneClashesOf(ports, zones),
    swingClashes:
      c.hinge === 'none' ? [] : ports.filter((p) => p.port.face === 'lid').flatMap((p) => swingOf(p, ports, fit)),
    zones,
    tightest: clear[0],
    holeCount: ports.reduce((n, p) => n + (p.part.hole.shape === 'none' ? 0 : p.part.hole.shape === 'twin' ? 2 : 1), 0)
  };
}

/** Bodies and the tray, with the words for each. */
function standing(fit: CaseFit): { solids: Solid[]; names: string[] } {
  const tray = fit.space.keepOuts.map((k): Solid => ({ low: [k[0]!, k[1]!, k[2]!], high: [k[3]!, k[4]!, k[5]!] }));
  return {
    solids: [...fit.placed.map(solidOf), ...tray],
    names: [
      ...fit.placed.map((p) => fit.bodies.find((b) => b.id === p.id)!.name.toLowerCase()),
      ...tray.map(() => 'tray')
    ]
  };
}

function swingOf(p: PortPlan, ports: readonly PortPlan[], fit: CaseFit): PanelPlan['swingClashes'] {
  const { solids, names } = standing(fit);
  const things = [
    ...solids.map((solid, i) => ({ id: fit.placed[i]?.id ?? 'tray', name: names[i]!, solid })),
    ...ports
      .filter((o) => o.port.face !== 'lid' && o.part.hole.shape !== 'none')
      .map((o) => ({ id: o.port.id, name: o.tag, solid: o.rear }))
  ];
  for (const t of things) {
    const atDeg = lidSwingMeets(fit.part, p.rear, t.solid, BEHIND_GAP_MM);
    if (atDeg !== undefined) return [{ portId: p.port.id, otherId: t.id, otherName: t.name, atDeg }];
  }
  return [];
}

function depthWorking(
  tag: string,
  part: Panel,
  port: Port,
  at: { freeMm: number; clearMm: number; behindName: string; unit: LengthUnit }
): Working {
  const { unit } = at;
  const terminals = port.terminals === 'flag' ? part.flagMm : part.straightMm;
  const text = (mm: number) => lengthText(mm, unit);
  return {
    id: `depth-${port.id}`,
    title: `Room behind ${tag}`,
    formula: 'clear = free depth − body − terminals and first bend',
    lines: [
      line(
        `Free until the ${at.behindName}`,
        text(at.freeMm),
        unit,
        'computed',
        'wall measured at this height, draft included',
        '+'
      ),
      line(
        'Body',
        text(-part.bodyDepthMm),
        unit,
        'part',
        part.measureYours === 'no' ? 'typical' : 'varies by maker: measure yours',
        '+'
      ),
      ...(port.spacerMm > 0
        ? [
            line(
              'Spacer under the flange',
              text(Math.min(port.spacerMm, part.bodyDepthMm + terminals)),
              unit,
              'entered',
              'brings the part that much outwards',
              '+'
            )
          ]
        : []),
      line(
        port.terminals === 'flag' ? 'Flag terminals and bend' : 'Straight terminals and bend',
        text(-terminals),
        unit,
        'table',
        'receptacle and first bend',
        '+'
      )
    ],
    result: { value: text(at.clearMm), unit }
  };
}

function clashesOf(ports: PortPlan[], c: PartOf<'case'>): PortClash[] {
  const out: PortClash[] = [];
  for (let i = 0; i < ports.length; i++)
    for (let j = i + 1; j < ports.length; j++) {
      const [a, b] = [ports[i]!, ports[j]!];
      const add = (kind: PortClash['kind'], gapMm: number, wantedMm: number) => {
        if (gapMm < wantedMm - 1e-6) out.push({ aId: a.port.id, bId: b.port.id, kind, gapMm, wantedMm });
      };
      if (a.port.face === b.port.face) {
        const gaps = pairGaps({ at: a.port, part: a.part }, { at: b.port, part: b.part });
        add('flange', gaps.flangeMm, FLANGE_GAP_MM);
        add('web', gaps.webMm, webMm(c.material, wallMmOf(c, a.port.face)));
        add('nut', gaps.nutMm, NUT_GAP_MM);
        if (gaps.plugMm !== undefined) add('plug', gaps.plugMm, FINGER_GAP_MM);
      } else if (meets(a.rear, b.rear, BEHIND_GAP_MM)) {
        const opposite = isOpposite(a.port.face, b.port.face);
        out.push({
          aId: a.port.id,
          bId: b.port.id,
          kind: opposite ? 'opposite' : 'behind',
          gapMm: 0,
          wantedMm: opposite ? OPPOSITE_GAP_MM : BEHIND_GAP_MM
        });
      }
    }
  return out;
}

const OPPOSITE: Record<Face, Face> = {
  front: 'back',
  back: 'front',
  left: 'right',
  right: 'left',
  lid: 'floor',
  floor: 'lid'
};
const isOpposite = (a: Face, b: Face) => OPPOSITE[a] === b;

const overlapsZone = (p: { xMm: number; yMm: number }, part: Panel, z: Zone): boolean => {
  const w = Math.max(part.flangeWidthMm, part.behindWidthMm) / 2;
  const h = Math.max(part.flangeHeightMm, part.behindHeightMm) / 2;
  return p.xMm - w < z.xMm + z.widthMm && z.xMm < p.xMm + w && p.yMm - h < z.yMm + z.heightMm && z.yMm < p.yMm + h;
};

const zoneClashesOf = (ports: PortPlan[], zones: Zone[]): ZoneClash[] =>
  ports.flatMap((p) => {
    const hit = zones.filter((z) => z.face === p.port.face && overlapsZone(p.port, p.part, z));
    return hit.length ? [{ portId: p.port.id, zone: hit[0]! }] : [];
  });

/** Height of the flange's lowest edge above the ground the box stands on, mm. */
export const aboveGroundMm = (p: PortPlan, c: PartOf<'case'>): number => p.edgesMm.bottom + c.wallMm;

/**
 * A legal place for one more part (or for one that must move): on flat wall, clear of zones, neighbours and what stands
 * behind, nearest to where it is wanted.
 * @returns undefined when the face has no such place
 */
export function freeSpot(
  box: Box,
  fit: CaseFit,
  part: Panel,
  port: Pick<Port, 'face' | 'terminals' | 'spacerMm'> & { id?: string },
  wanted?: { xMm: number; yMm: number }
): { xMm: number; yMm: number } | undefined {
  const c = fit.part;
  const face = faceSizeMm(c, port.face);
  const { solids } = standing(fit);
  const zones = noDrillZones(c).filter((z) => z.face === port.face);
  const others = box.ports
    .filter((p) => p.id !== port.id)
    .flatMap((p) => (panelPartOf(box, p) ? [{ at: p, part: panelPartOf(box, p)! }] : []));
  const same = others.filter((o) => o.at.face === port.face);
  const rears = others
    .filter((o) => o.at.face !== port.face)
    .map((o) =>
      rearSolid(
        c,
        o.at.face,
        o.at,
        { widthMm: o.part.behindWidthMm, heightMm: o.part.behindHeightMm },
        depthBehindMm(o.part, o.at)
      )
    );
  const marginX = Math.max(
    part.flangeWidthMm / 2 + 2 + c.cornerRadiusMm,
    part.behindWidthMm / 2 + 3 + 0.2929 * c.cornerRadiusMm
  );
  const half = Math.max(part.flangeHeightMm, part.behindHeightMm) / 2;
  const lowY =
    port.face === 'lid' || port.face === 'floor'
      ? marginX
      : Math.max(half + 4, GROUND_CLEAR_MM + part.flangeHeightMm / 2 - c.wallMm);
  const need = depthBehindMm(part, port);
  const web = webMm(c.material, wallMmOf(c, port.face));
  const target = wanted ?? { xMm: marginX + 20, yMm: lowY + (face.heightMm - lowY) * 0.35 };
  const legal = (at: { xMm: number; yMm: number }): boolean => {
    if (zones.some((z) => overlapsZone(at, part, z))) return false;
    const crowded = same.some((o) => {
      const g = pairGaps({ at, part }, o);
      return (
        g.flangeMm < FLANGE_GAP_MM || g.nutMm < NUT_GAP_MM || g.webMm < web || (g.plugMm ?? Infinity) < FINGER_GAP_MM
      );
    });
    if (crowded) return false;
    const envelope = { widthMm: part.behindWidthMm, heightMm: part.behindHeightMm };
    if (freeDepthMm(c, port.face, at, envelope, solids).depthMm < need + BEHIND_GAP_MM) return false;
    const rear = rearSolid(c, port.face, at, envelope, need);
    return !rears.some((r) => meets(rear, r, BEHIND_GAP_MM));
  };
  const range = { lowX: marginX, highX: face.widthMm - marginX, lowY, highY: face.heightMm - half - 2 };
  for (const at of nearestFirst(target, range)) if (legal(at)) return at;
  return undefined;
}

/** Step of the search for a free place, mm. */
const SPOT_STEP_MM = 4;

/** Rings in which places are handed out, mm from the target: most parts find one in the first, and sorting the rest is spared. */
const RINGS_MM = [0, 30, 90, Infinity];

/** Places on a grid through the target, nearest first; sideways counts less than up and down, so rows stay rows. */
function* nearestFirst(
  target: { xMm: number; yMm: number },
  range: { lowX: number; highX: number; lowY: number; highY: number }
): Generator<{ xMm: number; yMm: number }> {
  const middle = {
    xMm: Math.round(Math.min(range.highX, Math.max(range.lowX, target.xMm))),
    yMm: Math.round(Math.min(range.highY, Math.max(range.lowY, target.yMm)))
  };
  const firstY = middle.yMm - Math.floor((middle.yMm - range.lowY) / SPOT_STEP_MM) * SPOT_STEP_MM;
  const firstX = middle.xMm - Math.floor((middle.xMm - range.lowX) / SPOT_STEP_MM) * SPOT_STEP_MM;
  for (const [i, farMm] of RINGS_MM.entries()) {
    if (i === 0) continue;
    const nearMm = RINGS_MM[i - 1]!;
    const ring: { xMm: number; yMm: number; d: number }[] = [];
    for (let yMm = firstY; yMm <= range.highY; yMm += SPOT_STEP_MM) {
      const up = (yMm - target.yMm) * 1.5;
      for (let xMm = firstX; xMm <= range.highX; xMm += SPOT_STEP_MM) {
        const d = Math.hypot(xMm - target.xMm, up);
        if (d <= farMm && (d > nearMm || i === 1)) ring.push({ xMm, yMm, d });
      }
    }
    ring.sort((p, q) => p.d - q.d);
    for (const { xMm, yMm } of ring) yield { xMm, yMm };
  }
}

/** Hole text for a label: '29' or '45.5 × 26.5'. */
export const holeText = (part: Panel): string => {
  const size = holeSizeMm(part);
  if (part.hole.shape === 'none') return 'no hole';
  if (part.hole.shape === 'twin') return `2 × ${fixed(part.hole.diameterMm, 1)}`;
  return part.hole.shape === 'rect' ? `${fixed(size.widthMm, 1)} × ${fixed(size.heightMm, 1)}` : fixed(size.widthMm, 1);
};
