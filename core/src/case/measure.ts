import { METRIC, type Said } from '../quantity/said.ts';
import { CASE_MEASURES } from '../catalogue/names.ts';
import type { Face, PartOf, Zone } from '../catalogue/part.ts';
import { SHELL_KG_PER_L } from './balance.ts';

type Case = PartOf<'case'>;
export type Measure = (typeof CASE_MEASURES)[number];

/** One line of the measuring sheet: what to measure, where and how; `needed` ones must be known before anything fits. */
export type MeasureStep = {
  key: Measure;
  title: string;
  how: string;
  needed: boolean;
  unit: 'length' | 'mass';
  min: number;
  max: number;
};

export const MEASURE_STEPS: readonly MeasureStep[] = [
  {
    key: 'floorLengthMm',
    title: 'Length inside, at the floor',
    how: 'Rule laid on the floor, left wall to right wall. Stay clear of the rounded edge.',
    needed: true,
    unit: 'length',
    min: 30,
    max: 2000
  },
  {
    key: 'floorWidthMm',
    title: 'Width inside, at the floor',
    how: 'On the floor, front wall to back wall.',
    needed: true,
    unit: 'length',
    min: 30,
    max: 2000
  },
  {
    key: 'rimLengthMm',
    title: 'Length inside, at the rim',
    how: 'Across the opening just under the rim, left to right. Moulded cases are wider here.',
    needed: true,
    unit: 'length',
    min: 30,
    max: 2000
  },
  {
    key: 'rimWidthMm',
    title: 'Width inside, at the rim',
    how: 'Across the opening, front to back.',
    needed: true,
    unit: 'length',
    min: 30,
    max: 2000
  },
  {
    key: 'depthMm',
    title: 'Depth to the rim',
    how: 'A straight edge over the rim, rule down to the floor.',
    needed: true,
    unit: 'length',
    min: 20,
    max: 2000
  },
  {
    key: 'lidDepthMm',
    title: 'Depth of the lid',
    how: 'Lid upside down, straight edge over it, rule down. Ribs count: measure to them.',
    needed: true,
    unit: 'length',
    min: 0,
    max: 500
  },
  {
    key: 'wallMm',
    title: 'Wall thickness',
    how: 'Caliper over the wall at the rim, on flat wall, not on a rib.',
    needed: true,
    unit: 'length',
    min: 0.4,
    max: 50
  },
  {
    key: 'cornerRadiusMm',
    title: 'Radius of the upright corners',
    how: 'A coin that fits the corner: half its diameter (10 mm if it fits a 20 mm coin).',
    needed: false,
    unit: 'length',
    min: 0,
    max: 100
  },
  {
    key: 'floorFilletMm',
    title: 'Rounding where wall meets floor',
    how: 'The same with the coin standing up against wall and floor.',
    needed: false,
    unit: 'length',
    min: 0,
    max: 100
  },
  {
    key: 'skirtMm',
    title: 'How far the lid reaches over the walls outside',
    how: 'Lid shut: pencil along its lower edge, open, measure from rim to line.',
    needed: false,
    unit: 'length',
    min: 0,
    max: 200
  },
  {
    key: 'gasketBandMm',
    title: 'Band under the rim that must stay whole',
    how: 'From the rim down to where gasket, groove and their flange end.',
    needed: false,
    unit: 'length',
    min: 0,
    max: 200
  },
  {
    key: 'trayBelowRimMm',
    title: 'Tray: how far it hangs below the rim',
    how: 'Tray in its place, from the rim to its underside. 0 without a tray.',
    needed: false,
    unit: 'length',
    min: 0,
    max: 1000
  },
  {
    key: 'massKg',
    title: 'Weight, empty',
    how: 'Kitchen scale, lid and tray in.',
    needed: false,
    unit: 'mass',
    min: 0,
    max: 200
  },
  {
    key: 'handleRatedKg',
    title: 'What the handle is rated for',
    how: 'Moulded in or on the label. Leave open when nothing is stated.',
    needed: false,
    unit: 'mass',
    min: 0.1,
    max: 200
  }
];

/** Usual values that stand in for what is not measured yet, by material. @source mechanical reference 1.1 (typical) */
const USUAL: Record<
  Exclude<
    Measure,
    'floorLengthMm' | 'floorWidthMm' | 'rimLengthMm' | 'rimWidthMm' | 'depthMm' | 'handleRatedKg' | 'massKg'
  >,
  number
> = {
  lidDepthMm: 0,
  wallMm: 3,
  cornerRadiusMm: 8,
  floorFilletMm: 5,
  skirtMm: 10,
  gasketBandMm: 15,
  trayBelowRimMm: 0
};

export type CaseDraft = {
  id: string;
  name: string;
  caseKind: Case['caseKind'];
  material: Case['material'];
  hinge: Case['hinge'];
  gasTight: boolean;
  seal: Case['seal'];
  /** Undefined: not measured yet. */
  measures: Partial<Record<Measure, number>>;
  zones: Zone[];
};

export type DraftProblem = { key: Measure | 'name' | `zone-${number}`; say: string };

/** What is wrong in a measuring sheet, in sentences that say what would be right. */
export function draftProblems(d: CaseDraft, said: Said): DraftProblem[] {
  const m = d.measures;
  const out: DraftProblem[] = [];
  const say = (key: DraftProblem['key'], text: string) => out.push({ key, say: text });
  if (!d.name.trim()) say('name', 'Give the case a name that you will know it by.');
  for (const step of MEASURE_STEPS) {
    const v = m[step.key];
    if (v === undefined) continue;
    const quantity = step.unit === 'mass' ? said.kg : said.mm;
    if (v < step.min || v > step.max)
      say(
        step.key,
        `${step.title}: ${quantity(v)} is out of range; ${quantity(step.min)} to ${quantity(step.max)} can be right.`
      );
  }
  const bigger = (floor: Measure, rim: Measure, word: string) => {
    if (m[floor] !== undefined && m[rim] !== undefined && m[floor]! > m[rim]! + 0.5)
      say(
        rim,
        `The ${word} at the rim (${said.mm(m[rim]!)}) is less than at the floor (${said.mm(m[floor]!)}): nothing could be lifted out. Were they swapped?`
      );
  };
  bigger('floorLengthMm', 'rimLengthMm', 'length');
  bigger('floorWidthMm', 'rimWidthMm', 'width');
  const least = Math.min(m.floorWidthMm ?? Infinity, m.floorLengthMm ?? Infinity, m.depthMm ?? Infinity);
  if (m.wallMm !== undefined && Number.isFinite(least) && 2 * m.wallMm >= least)
    say(
      'wallMm',
      `Walls of ${said.mm(m.wallMm)} on both sides are thicker than the ${said.mm(least)} between them. A wall is usually ${said.mms(' to ', 1, 4)}.`
    );
  if (m.cornerRadiusMm !== undefined && Number.isFinite(least) && 2 * m.cornerRadiusMm > least)
    say('cornerRadiusMm', `Corners of ${said.mm(m.cornerRadiusMm)} radius do not go into ${said.mm(least)}.`);
  if (m.trayBelowRimMm !== undefined && m.depthMm !== undefined && m.trayBelowRimMm >= m.depthMm)
    say(
      'trayBelowRimMm',
      `The tray would hang ${said.mm(m.trayBelowRimMm)} down in a case ${said.mm(m.depthMm)} deep.`
    );
  d.zones.forEach((z, i) => {
    const size = faceOf(d, z.face);
    if (size && (z.xMm >= size.widthMm || z.yMm >= size.heightMm))
      say(
        `zone-${i}`,
        `The ${z.kind} on the ${z.face} starts outside the face, which is ${said.mms(' × ', size.widthMm, size.heightMm)}.`
      );
  });
  return out;
}

function faceOf(d: CaseDraft, face: Face): { widthMm: number; heightMm: number } | undefined {
  const { measures: m } = d;
  // as the case of this sheet will be: a rim that is not measured is as large as the floor
  const [l, w, h] = [m.rimLengthMm ?? m.floorLengthMm, m.rimWidthMm ?? m.floorWidthMm, m.depthMm];
  if (l === undefined || w === undefined || h === undefined) return undefined;
  if (face === 'lid' || face === 'floor') return { widthMm: l, heightMm: w };
  return { widthMm: face === 'front' || face === 'back' ? l : w, heightMm: h };
}

/** What is still to be measured. */
export const stillOpen = (d: CaseDraft): MeasureStep[] => MEASURE_STEPS.filter((s) => d.measures[s.key] === undefined);

/**
 * The case of a measuring sheet; what is not measured gets a usual value and is named in `unmeasured`. Rim sizes default to
 * the floor's and the other way round.
 * @returns undefined while length, width or depth are missing or something is wrong
 */
export function caseFromDraft(d: CaseDraft): Case | undefined {
  const m = d.measures;
  const length = m.floorLengthMm ?? m.rimLengthMm;
  const width = m.floorWidthMm ?? m.rimWidthMm;
  if (length === undefined || width === undefined || m.depthMm === undefined || draftProblems(d, METRIC).length > 0)
    return undefined;
  const v = { ...USUAL, ...m };
  return {
    kind: 'case',
    id: d.id,
    name: d.name.trim(),
    note: 'Measured by hand.',
    priceAmount: null,
    packCount: 1,
    origin: 'own',
    caseKind: d.caseKind,
    material: d.material,
    floorLengthMm: length,
    floorWidthMm: width,
    rimLengthMm: m.rimLengthMm ?? length,
    rimWidthMm: m.rimWidthMm ?? width,
    depthMm: m.depthMm,
    lidDepthMm: v.lidDepthMm,
    wallMm: v.wallMm,
    faceWallMm: {},
    handleAt: null,
    handleOnLid: d.hinge !== 'none' && (d.caseKind === 'hinged-can' || d.caseKind === 'steel-can'),
    cornerRadiusMm: v.cornerRadiusMm,
    floorFilletMm: v.floorFilletMm,
    skirtMm: v.skirtMm,
    gasketBandMm: v.gasketBandMm,
    drillGrade: v.wallMm > 6 ? 'C' : d.caseKind === 'junction-box' ? 'A' : 'B',
    seal: d.seal,
    gasTight: d.gasTight,
    hinge: d.hinge,
    massKg: m.massKg ?? shellKg(d, length, width, m.depthMm, v.wallMm),
    handleRatedKg: m.handleRatedKg ?? null,
    absorptanceFraction: 0.85,
    trayBelowRimMm: v.trayBelowRimMm,
    unmeasured: stillOpen(d).map((s) => s.key),
    zones: [...zonesFromBand(d, length, width, m.depthMm, v.gasketBandMm), ...d.zones]
  };
}

/** The band under the rim as a zone of each wall. */
function zonesFromBand(d: CaseDraft, length: number, width: number, depthMm: number, band: number): Zone[] {
  if (band <= 0 || band >= depthMm) return [];
  const l = d.measures.rimLengthMm ?? length;
  const w = d.measures.rimWidthMm ?? width;
  return (['front', 'back', 'left', 'right'] as const).map((face) => ({
    face,
    kind: 'gasket' as const,
    xMm: 0,
    yMm: depthMm - band,
    widthMm: face === 'front' || face === 'back' ? l : w,
    heightMm: band
  }));
}

/** Five walls and the lid at one thickness, kg: stands in until it is weighed. */
const shellKg = (d: CaseDraft, l: number, w: number, h: number, wall: number): number =>
  Number((((2 * l * w + 2 * (l + w) * h) * wall * SHELL_KG_PER_L[d.material]) / 1e6).toFixed(2));
