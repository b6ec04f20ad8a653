import type { Box, Bracket } from '../box/schema.ts';
import { faceSizeMm, wallMmOf } from '../case/faces.ts';
import { LOAD_G } from '../case/hold.ts';
import type { PartOf } from '../catalogue/part.ts';
import { fixed } from '../quantity/format.ts';
import { line, type Working } from '../quantity/working.ts';
import type { PanelPlan } from './panel.ts';
import { ZONE_WORDS } from './zones.ts';
import { GRAVITY } from '../quantity/constants.ts';

/** Suction that a cup still has after hours outside, kPa, and the share of it that is trusted. @source rule of thumb */
const SUCTION_KPA = 40;
const SUCTION_TRUST = 0.5;
/** Pull that one bolt through a backed wall is trusted with, N, by material. @source rule of thumb: M5, washers 4 × bolt */
const BOLT_PULL_N: Record<PartOf<'case'>['material'], number> = { PP: 250, ABS: 350, PC: 500, steel: 800, wood: 400 };
/** A wall thinner than this gives way under a cup or a bolt, mm. */
const LEAST_WALL_MM: Record<PartOf<'case'>['material'], number> = { PP: 3, ABS: 2.5, PC: 2.5, steel: 0.9, wood: 9 };
const BOLT_COUNT = 4;
/** Of what a bolt through a backed wall bears, a screw in a moulded ear, which tears out. @source rule of thumb */
const EAR_SHARE = 0.4;

export type BracketPlan = {
  bracket: Bracket;
  /** Pull on its upper edge with the load at its lever and the knocks of carrying, N, and what it bears. */
  pullN: number;
  bearsN: number;
  holds: boolean;
  wallThin: boolean;
  /** What lies under its foot: zones, ports, the edge of the face. */
  under: string[];
  /** Share of the tipping moment that the box itself withstands; over 1 it goes over. */
  tipShare: number;
  working: Working;
};

/**
 * Whether each bracket holds: the load times its lever peels at the upper edge of the foot; the foot wants bare, flat,
 * strong wall; and the box must not go over.
 * @source lever about the foot's lower edge; loads of mechanical reference 11
 */
export function bracketPlans(
  box: Box,
  panel: PanelPlan,
  c: PartOf<'case'>,
  mass: { massKg: number; centreMm: { xMm: number; yMm: number; zMm: number } | undefined }
): BracketPlan[] {
  return box.brackets.map((bracket) => {
    const { loadKg, leverMm, acrossMm } = bracket;
    const loadN = loadKg * LOAD_G.carried * GRAVITY;
    const areaM2 = (Math.PI / 4) * (acrossMm / 1000) ** 2;
    // about the lower edge: a cup pulls at its middle, bolts at the upper edge
    const arm = bracket.fixing === 'suction' ? acrossMm / 2 : acrossMm;
    const pullN = (loadN * leverMm) / arm;
    const bearsN =
      bracket.fixing === 'suction'
        ? areaM2 * SUCTION_KPA * 1000 * SUCTION_TRUST
        : (BOLT_COUNT / 2) * BOLT_PULL_N[c.material] * (bracket.fixing === 'ears' ? EAR_SHARE : 1);
    const upright = bracket.face !== 'lid' && bracket.face !== 'floor';
    return {
      bracket,
      pullN,
      bearsN,
      holds: pullN <= bearsN,
      // ears stand off the wall: it bears nothing, and need not be bare
      wallThin: bracket.fixing !== 'ears' && wallMmOf(c, bracket.face) < LEAST_WALL_MM[c.material],
      under: bracket.fixing === 'ears' ? [] : underFoot(bracket, panel, c),
      tipShare: upright ? tipShare(bracket, c, mass) : 0,
      working: workingOf(bracket, { loadN, arm, pullN, bearsN, material: c.material })
    };
  });
}

/** Places that are tried for a foot lie so far apart, mm. */
const STEP_MM = 10;

/** The nearest place on its face where a foot stands on bare wall, on a grid; undefined when there is none. */
export function bareSpot(b: Bracket, panel: PanelPlan, c: PartOf<'case'>): { xMm: number; yMm: number } | undefined {
  const { widthMm, heightMm } = faceSizeMm(c, b.face);
  let best: { xMm: number; yMm: number } | undefined;
  let farMm = Infinity;
  for (let xMm = STEP_MM; xMm < widthMm; xMm += STEP_MM)
    for (let yMm = STEP_MM; yMm < heightMm; yMm += STEP_MM) {
      const mm = Math.hypot(xMm - b.xMm, yMm - b.yMm);
      if (mm < farMm && underFoot({ ...b, xMm, yMm }, panel, c).length === 0) [best, farMm] = [{ xMm, yMm }, mm];
    }
  return best;
}

function underFoot(b: Bracket, panel: PanelPlan, c: PartOf<'case'>): string[] {
  const half = b.acrossMm / 2;
  const face = faceSizeMm(c, b.face);
  const out: string[] = [];
  if (b.xMm < half || b.yMm < half || b.xMm > face.widthMm - half || b.yMm > face.heightMm - half)
    out.push('the edge of the face');
  for (const z of panel.zones)
    if (
      z.face === b.face &&
      b.xMm - half < z.xMm + z.widthMm &&
      z.xMm < b.xMm + half &&
      b.yMm - half < z.yMm + z.heightMm &&
      z.yMm < b.yMm + half
    )
      out.push(ZONE_WORDS[z.kind]);
  for (const p of panel.ports)
    if (
      p.port.face === b.face &&
      Math.abs(p.port.xMm - b.xMm) < half + p.part.flangeWidthMm / 2 &&
      Math.abs(p.port.yMm - b.yMm) < half + p.part.flangeHeightMm / 2
    )
      out.push(p.tag);
  return [...new Set(out)];
}

/** Moment of the load over the foot edge below it against that of the box's own weight. */
function tipShare(
  b: Bracket,
  c: PartOf<'case'>,
  mass: { massKg: number; centreMm: { xMm: number; yMm: number } | undefined }
): number {
  if (!mass.centreMm) return 0;
  const insetX = (c.rimLengthMm - c.floorLengthMm) / 2;
  const insetY = (c.rimWidthMm - c.floorWidthMm) / 2;
  const { xMm, yMm } = mass.centreMm;
  const back = {
    front: yMm - insetY,
    back: c.rimWidthMm - insetY - yMm,
    left: xMm - insetX,
    right: c.rimLengthMm - insetX - xMm
  };
  const inset = b.face === 'left' || b.face === 'right' ? insetX : insetY;
  const own = mass.massKg * back[b.face as keyof typeof back];
  return (b.loadKg * (b.leverMm + inset)) / Math.max(1, own);
}

const workingOf = (
  b: Bracket,
  x: { loadN: number; arm: number; pullN: number; bearsN: number; material: string }
): Working => ({
  id: `bracket-${b.id}`,
  title: `Pull of ${b.name || 'the bracket'} on its foot`,
  formula: 'pull = load × lever ÷ arm of the foot',
  lines: [
    line(
      'Load with the knocks of carrying',
      fixed(x.loadN, 2),
      'N',
      'entered',
      `${fixed(b.loadKg, 2)} kg at ${LOAD_G.carried} g`,
      '+'
    ),
    line('Lever from the wall', fixed(b.leverMm, 1), 'mm', 'entered', 'to where the load pulls', '×'),
    line(
      'Arm of the foot',
      fixed(x.arm, 2),
      'mm',
      'computed',
      b.fixing === 'suction' ? 'a cup pulls at its middle' : 'the upper two about the lower edge',
      '÷'
    ),
    line(
      'It bears',
      fixed(x.bearsN, 0),
      'N',
      'assumed',
      b.fixing === 'suction'
        ? `half of ${SUCTION_KPA} kPa over the cup: cups creep, and cold or dust lets them go`
        : b.fixing === 'ears'
          ? `two upper screws in ears of ${x.material}, which tear out long before a bolt through the wall`
          : `two upper bolts in ${x.material}, large washers or a plate behind`
    )
  ],
  result: { value: fixed(x.pullN, 0), unit: 'N' }
});
