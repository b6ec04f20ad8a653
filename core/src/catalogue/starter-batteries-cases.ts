import type { Chemistry, PartOf, Zone } from './part.ts';

/**
 * Batteries: sizes and masses are the middles of the ranges in the mechanical reference 2.1; clearances from the same table.
 * Prices are invented but plausible. [size, L, W, H over terminals, mass AGM, mass LFP, terminal, flag, straight, price AGM, price LFP]
 */
type Row = [
  number,
  number,
  number,
  number,
  number | null,
  number | null,
  PartOf<'battery'>['terminal'],
  number,
  number,
  number,
  number
];
const SIZES: Row[] = [
  [5, 90, 70, 107, 1.65, 0.75, 'tab-4.8', 12, 28, 19, 34],
  [7, 151, 65, 100, 2.2, 0.95, 'tab-4.8', 12, 28, 22, 39],
  [9, 151, 65, 100, 2.55, 1.15, 'tab-6.3', 12, 28, 27, 47],
  [12, 151, 98, 101, 3.7, 1.5, 'tab-6.3', 12, 28, 36, 58],
  [18, 181, 77, 168, 5.35, 2.35, 'm5', 15, 30, 48, 84],
  [20, 181, 77, 168, 5.95, 2.6, 'm5', 15, 30, 54, 92],
  [22, 181, 77, 168, 6.3, 2.8, 'm5', 15, 30, 60, 104],
  [35, 195, 130, 168, 10.5, 4.2, 'm6', 18, 35, 92, 148]
];

function battery(chemistry: Chemistry, row: Row): PartOf<'battery'> {
  const [capacityAh, lengthMm, widthMm, heightMm, agmKg, lfpKg, terminal, flag, straight, agmPrice, lfpPrice] = row;
  const lfp = chemistry === 'lfp';
  const words = lfp ? 'LiFePO4 12.8 V' : chemistry === 'agm' ? 'AGM 12 V' : 'gel 12 V';
  return {
    kind: 'battery',
    id: `battery-${chemistry}-${capacityAh}`,
    name: `${words} ${capacityAh} Ah`,
    note: lfp
      ? 'Sizes vary by 3 mm between makers, and the next capacity is often put in the same shell: measure yours. Continuous current is the protection electronics’ limit; read the label.'
      : 'Shell sizes are close to standard; check the height over the terminals.',
    priceAmount: lfp ? lfpPrice : Math.round(agmPrice * (chemistry === 'gel' ? 1.25 : 1)),
    packCount: 1,
    massKg: (lfp ? lfpKg : agmKg) ?? 1,
    origin: 'catalogue',
    chemistry,
    capacityAh,
    lengthMm,
    widthMm,
    heightMm,
    terminal,
    flagClearanceMm: flag,
    straightClearanceMm: straight,
    maxContinuousA: lfp ? capacityAh : null,
    maxChargeA: null,
    notKnown: [],
    protectionCutoffV: lfp ? 10 : null,
    hasProtection: lfp,
    anyWayUp: lfp ? 'not-inverted' : 'not-inverted'
  };
}

const big = (chemistry: 'agm' | 'lfp'): PartOf<'battery'> => ({
  ...battery(chemistry, [
    50,
    chemistry === 'lfp' ? 197 : 229,
    chemistry === 'lfp' ? 165 : 138,
    chemistry === 'lfp' ? 172 : 212,
    15.5,
    6.2,
    'm6',
    18,
    35,
    128,
    209
  ])
});

/** The next sizes up. @source mechanical reference 2.1: 100 Ah row and the envelopes 24, 31; mass by 34 Wh/kg (lead), 110 Wh/kg (iron phosphate) and their ranges */
const LARGE: Row[] = [
  [75, 260, 170, 218, 23.5, 8.9, 'm8', 20, 40, 168, 285],
  [100, 330, 172, 220, 29.5, 11.2, 'm8', 20, 40, 205, 345],
  [120, 407, 174, 236, 35.5, 13.4, 'm8', 20, 40, 245, 410],
  [200, 522, 240, 224, 58.5, 21.5, 'm8', 20, 40, 390, 640]
];

/** Vented deep-cycle batteries in the envelopes L2 and L3. @source mechanical reference 2.1; mass by 34 Wh/kg and its range */
function flooded(
  capacityAh: number,
  [lengthMm, widthMm, heightMm]: [number, number, number],
  massKg: number,
  priceAmount: number
): PartOf<'battery'> {
  return {
    ...battery('agm', [capacityAh, lengthMm, widthMm, heightMm, massKg, null, 'lead', 20, 40, priceAmount, 0]),
    id: `battery-flooded-${capacityAh}`,
    name: `Flooded deep cycle 12 V ${capacityAh} Ah`,
    note: 'Vented: gas on charge, acid when tipped. Upright, in the open or a vented box, never in a closed case.',
    chemistry: 'flooded',
    anyWayUp: 'upright'
  };
}

/** Ready-made packs with protection, never loose cells. @source electrical reference 6: about 150 Wh/kg, 280 Wh/l */
function lithiumIon(
  chemistry: 'nmc3' | 'nmc4',
  capacityAh: number,
  [lengthMm, widthMm, heightMm]: [number, number, number],
  massKg: number,
  priceAmount: number
): PartOf<'battery'> {
  const cells = chemistry === 'nmc3' ? 3 : 4;
  return {
    ...battery('lfp', [capacityAh, lengthMm, widthMm, heightMm, null, massKg, 'tab-6.3', 12, 28, 0, priceAmount]),
    id: `battery-${chemistry}-${capacityAh}`,
    name: `Li-ion ${cells}S ${chemistry === 'nmc3' ? '10.8' : '14.4'} V ${capacityAh} Ah`,
    note:
      chemistry === 'nmc3'
        ? 'Spends most of its life under 11.7 V: 12 V devices may give up early.'
        : 'Reaches 16.8 V on charge: may harm devices rated to 15 V.',
    protectionCutoffV: chemistry === 'nmc3' ? 8.4 : 11.2,
    maxContinuousA: capacityAh,
    chemistry
  };
}

export const STARTER_BATTERIES: PartOf<'battery'>[] = [
  ...SIZES.map((row) => battery('lfp', row)),
  big('lfp'),
  ...LARGE.map((row) => battery('lfp', row)),
  ...SIZES.map((row) => battery('agm', row)),
  big('agm'),
  ...LARGE.map((row) => battery('agm', row)),
  battery('gel', SIZES[3]!),
  battery('gel', SIZES[5]!),
  battery('gel', SIZES[7]!),
  battery('gel', LARGE[0]!),
  battery('gel', LARGE[1]!),
  flooded(60, [242, 175, 190], 16.5, 74),
  flooded(85, [278, 175, 190], 21.5, 98),
  flooded(110, [330, 173, 240], 27.5, 128),
  lithiumIon('nmc3', 10, [150, 60, 60], 0.72, 58),
  lithiumIon('nmc3', 20, [150, 95, 70], 1.4, 104),
  lithiumIon('nmc3', 50, [200, 150, 80], 3.6, 245),
  lithiumIon('nmc3', 100, [260, 170, 110], 7.2, 470),
  lithiumIon('nmc4', 10, [150, 70, 70], 0.95, 76),
  lithiumIon('nmc4', 20, [160, 110, 80], 1.85, 138),
  lithiumIon('nmc4', 50, [230, 150, 95], 4.8, 320),
  lithiumIon('nmc4', 100, [300, 180, 130], 9.6, 610)
];

type CaseRow = Omit<
  PartOf<'case'>,
  | 'kind'
  | 'zones'
  | 'packCount'
  | 'origin'
  | 'note'
  | 'floorFilletMm'
  | 'skirtMm'
  | 'gasketBandMm'
  | 'drillGrade'
  | 'unmeasured'
  | 'faceWallMm'
  | 'handleAt'
  | 'handleOnLid'
> & {
  note?: string;
  ribPitchMm?: number;
};

/** Drill grade, lid skirt, floor fillet and gasket band of each kind. @source mechanical reference 1.1 and 1.4 (typical) */
const KIND: Record<
  PartOf<'case'>['caseKind'],
  Pick<PartOf<'case'>, 'drillGrade' | 'skirtMm' | 'floorFilletMm' | 'gasketBandMm'>
> = {
  'hinged-can': { drillGrade: 'B', skirtMm: 18, floorFilletMm: 5, gasketBandMm: 15 },
  'steel-can': { drillGrade: 'B', skirtMm: 18, floorFilletMm: 2, gasketBandMm: 15 },
  'hard-case': { drillGrade: 'B', skirtMm: 0, floorFilletMm: 8, gasketBandMm: 25 },
  'junction-box': { drillGrade: 'A', skirtMm: 0, floorFilletMm: 3, gasketBandMm: 15 },
  'battery-box': { drillGrade: 'C', skirtMm: 20, floorFilletMm: 10, gasketBandMm: 15 },
  'tool-box': { drillGrade: 'C', skirtMm: 10, floorFilletMm: 10, gasketBandMm: 15 },
  'wooden-box': { drillGrade: 'C', skirtMm: 0, floorFilletMm: 0, gasketBandMm: 15 },
  // no part of the catalogue; a case of somebody's own may be one
  'battery-shell': { drillGrade: 'C', skirtMm: 0, floorFilletMm: 10, gasketBandMm: 15 }
};

/** Typical no-drill zones of the mechanical reference 1.4, laid on the faces of one case. */
function zonesOf(c: CaseRow): Zone[] {
  const zones: Zone[] = [];
  const faces = { front: c.rimLengthMm, back: c.rimLengthMm, left: c.rimWidthMm, right: c.rimWidthMm } as const;
  const band = KIND[c.caseKind].gasketBandMm;
  const add = (face: Zone['face'], kind: Zone['kind'], xMm: number, yMm: number, widthMm: number, heightMm: number) =>
    zones.push({ face, kind, xMm, yMm, widthMm, heightMm });
  for (const [face, width] of Object.entries(faces))
    add(face as Zone['face'], 'gasket', 0, c.depthMm - band, width, band);
  if (c.hinge !== 'none') {
    const hingeFace = c.hinge === 'back' ? 'back' : 'left';
    const latchFace = c.hinge === 'back' ? 'front' : 'right';
    const width = hingeFace === 'back' ? c.rimLengthMm : c.rimWidthMm;
    for (const share of [0.22, 0.78]) add(hingeFace, 'hinge', Math.max(0, width * share - 20), c.depthMm - 30, 40, 15);
    const latches = c.caseKind === 'hard-case' ? [0.2, 0.8] : [0.5];
    for (const share of latches) add(latchFace, 'latch', width * share - 22, c.depthMm - 45, 44, 30);
  }
  if (c.caseKind === 'junction-box')
    for (const [face, width] of Object.entries(faces))
      for (const x of [0, width - 14]) add(face as Zone['face'], 'boss', x, 0, 14, c.depthMm - band);
  if (c.handleRatedKg !== null && c.hinge !== 'none')
    add('lid', 'handle', c.rimLengthMm / 2 - 60, c.rimWidthMm / 2 - 15, 120, 30);
  if (c.ribPitchMm)
    for (let x = c.ribPitchMm; x < c.rimLengthMm - 20; x += c.ribPitchMm)
      add('back', 'rib', x - 2, 0, 4, c.depthMm - band);
  return zones;
}

const none = { jet: 0, dunk: 0 } as const;
const splash = { jet: 4, dunk: 0 } as const;
const ip66 = { jet: 6, dunk: 0 } as const;
const ip67 = { jet: 6, dunk: 7 } as const;

/** Generic cases of the mechanical reference 1.4, then larger ones of the same kinds; inner sizes, prices invented. */
const CASES: CaseRow[] = [
  {
    id: 'case-junction-small',
    name: 'Small screw-lid junction box, 1.6 l',
    caseKind: 'junction-box',
    material: 'ABS',
    floorLengthMm: 161,
    floorWidthMm: 121,
    rimLengthMm: 165,
    rimWidthMm: 125,
    depthMm: 60,
    lidDepthMm: 18,
    wallMm: 3,
    cornerRadiusMm: 6,
    massKg: 0.35,
    seal: ip66,
    gasTight: true,
    hinge: 'none',
    handleRatedKg: null,
    absorptanceFraction: 0.5,
    trayBelowRimMm: 0,
    priceAmount: 14
  },
  {
    id: 'case-junction-large',
    name: 'Large screw-lid junction box, 6.5 l',
    caseKind: 'junction-box',
    material: 'PC',
    floorLengthMm: 272,
    floorWidthMm: 182,
    rimLengthMm: 276,
    rimWidthMm: 186,
    depthMm: 100,
    lidDepthMm: 28,
    wallMm: 3,
    cornerRadiusMm: 8,
    massKg: 1,
    seal: ip67,
    gasTight: true,
    hinge: 'none',
    handleRatedKg: null,
    absorptanceFraction: 0.5,
    trayBelowRimMm: 0,
    priceAmount: 29
  },
  {
    id: 'case-steel-slim',
    name: 'Slim steel utility can, 3.9 l',
    caseKind: 'steel-can',
    material: 'steel',
    floorLengthMm: 254,
    floorWidthMm: 89,
    rimLengthMm: 254,
    rimWidthMm: 89,
    depthMm: 150,
    lidDepthMm: 21,
    wallMm: 0.9,
    cornerRadiusMm: 5,
    massKg: 2.1,
    seal: splash,
    gasTight: true,
    hinge: 'left',
    handleRatedKg: 15,
    absorptanceFraction: 0.85,
    trayBelowRimMm: 0,
    priceAmount: 24
  },
  {
    id: 'case-steel-medium',
    name: 'Medium steel utility can, 7 l',
    caseKind: 'steel-can',
    material: 'steel',
    floorLengthMm: 279,
    floorWidthMm: 140,
    rimLengthMm: 279,
    rimWidthMm: 140,
    depthMm: 155,
    lidDepthMm: 23,
    wallMm: 1,
    cornerRadiusMm: 6,
    massKg: 2.6,
    seal: splash,
    gasTight: true,
    hinge: 'left',
    handleRatedKg: 20,
    absorptanceFraction: 0.85,
    trayBelowRimMm: 0,
    priceAmount: 31
  },
  {
    id: 'case-plastic-medium',
    name: 'Medium plastic utility can, 6.4 l',
    caseKind: 'hinged-can',
    material: 'PP',
    floorLengthMm: 266,
    floorWidthMm: 128,
    rimLengthMm: 278,
    rimWidthMm: 140,
    depthMm: 160,
    lidDepthMm: 14,
    wallMm: 3,
    cornerRadiusMm: 8,
    massKg: 0.95,
    seal: splash,
    gasTight: true,
    hinge: 'back',
    handleRatedKg: null,
    absorptanceFraction: 0.85,
    trayBelowRimMm: 0,
    priceAmount: 19,
    ribPitchMm: 69
  },
  {
    id: 'case-plastic-deep',
    name: 'Deep plastic utility can, 7.6 l',
    caseKind: 'hinged-can',
    material: 'PP',
    floorLengthMm: 262,
    floorWidthMm: 132,
    rimLengthMm: 270,
    rimWidthMm: 140,
    depthMm: 190,
    lidDepthMm: 20,
    wallMm: 3,
    cornerRadiusMm: 8,
    massKg: 1.05,
    seal: splash,
    gasTight: true,
    hinge: 'back',
    handleRatedKg: 10,
    absorptanceFraction: 0.85,
    trayBelowRimMm: 0,
    priceAmount: 23
  },
  {
    id: 'case-plastic-tall',
    name: 'Tall plastic utility can, 12.6 l',
    caseKind: 'hinged-can',
    material: 'PP',
    floorLengthMm: 290,
    floorWidthMm: 160,
    rimLengthMm: 306,
    rimWidthMm: 176,
    depthMm: 225,
    lidDepthMm: 25,
    wallMm: 3.5,
    cornerRadiusMm: 10,
    massKg: 1.5,
    seal: splash,
    gasTight: true,
    hinge: 'back',
    handleRatedKg: 15,
    absorptanceFraction: 0.85,
    trayBelowRimMm: 0,
    priceAmount: 28,
    ribPitchMm: 60
  },
  {
    id: 'case-hard-small',
    name: 'Small foam-lined hard case, 3.2 l',
    caseKind: 'hard-case',
    material: 'ABS',
    floorLengthMm: 214,
    floorWidthMm: 154,
    rimLengthMm: 220,
    rimWidthMm: 160,
    depthMm: 66,
    lidDepthMm: 28,
    wallMm: 3.5,
    cornerRadiusMm: 12,
    massKg: 0.8,
    seal: ip67,
    gasTight: true,
    hinge: 'back',
    handleRatedKg: 10,
    absorptanceFraction: 0.93,
    trayBelowRimMm: 0,
    priceAmount: 34
  },
  {
    id: 'case-hard-mid',
    name: 'Mid foam-lined hard case, 10.9 l',
    caseKind: 'hard-case',
    material: 'PP',
    floorLengthMm: 322,
    floorWidthMm: 222,
    rimLengthMm: 330,
    rimWidthMm: 230,
    depthMm: 105,
    lidDepthMm: 42,
    wallMm: 3.8,
    cornerRadiusMm: 15,
    massKg: 1.8,
    seal: ip67,
    gasTight: true,
    hinge: 'back',
    handleRatedKg: 15,
    absorptanceFraction: 0.93,
    trayBelowRimMm: 0,
    priceAmount: 52,
    ribPitchMm: 82
  },
  {
    id: 'case-hard-deep',
    name: 'Deep foam-lined hard case, 24 l',
    caseKind: 'hard-case',
    material: 'PP',
    floorLengthMm: 388,
    floorWidthMm: 288,
    rimLengthMm: 400,
    rimWidthMm: 300,
    depthMm: 160,
    lidDepthMm: 45,
    wallMm: 4,
    cornerRadiusMm: 20,
    massKg: 3.4,
    seal: ip67,
    gasTight: true,
    hinge: 'back',
    handleRatedKg: 25,
    absorptanceFraction: 0.93,
    trayBelowRimMm: 0,
    priceAmount: 86,
    ribPitchMm: 80
  },
  {
    id: 'case-battery-box',
    name: 'Strap-lid marine battery box, 11.7 l',
    caseKind: 'battery-box',
    material: 'PP',
    floorLengthMm: 266,
    floorWidthMm: 172,
    rimLengthMm: 286,
    rimWidthMm: 192,
    depthMm: 195,
    lidDepthMm: 35,
    wallMm: 2.5,
    cornerRadiusMm: 15,
    massKg: 1,
    seal: none,
    gasTight: false,
    hinge: 'none',
    handleRatedKg: 20,
    absorptanceFraction: 0.93,
    trayBelowRimMm: 0,
    priceAmount: 18,
    note: 'Vented on purpose: hydrogen can leave, water can enter.'
  },
  {
    id: 'case-tool-box',
    name: 'Tackle box with tray, 11.6 l',
    caseKind: 'tool-box',
    material: 'PP',
    floorLengthMm: 350,
    floorWidthMm: 170,
    rimLengthMm: 370,
    rimWidthMm: 190,
    depthMm: 120,
    lidDepthMm: 55,
    wallMm: 2.5,
    cornerRadiusMm: 15,
    massKg: 1.3,
    seal: none,
    gasTight: false,
    hinge: 'back',
    handleRatedKg: 8,
    absorptanceFraction: 0.6,
    trayBelowRimMm: 45,
    priceAmount: 16
  },
  {
    id: 'case-wooden',
    name: 'Wooden box, 12 mm ply, 10.8 l',
    caseKind: 'wooden-box',
    material: 'wood',
    floorLengthMm: 300,
    floorWidthMm: 200,
    rimLengthMm: 300,
    rimWidthMm: 200,
    depthMm: 170,
    lidDepthMm: 10,
    wallMm: 12,
    cornerRadiusMm: 0,
    massKg: 3,
    seal: none,
    gasTight: false,
    hinge: 'back',
    handleRatedKg: 15,
    absorptanceFraction: 0.6,
    trayBelowRimMm: 0,
    priceAmount: 22,
    note: 'Most panel parts need a counterbore in 12 mm ply.'
  },
  {
    id: 'case-battery-box-large',
    name: 'Large strap-lid battery box, 25 l',
    caseKind: 'battery-box',
    material: 'PP',
    floorLengthMm: 410,
    floorWidthMm: 208,
    rimLengthMm: 430,
    rimWidthMm: 226,
    depthMm: 235,
    lidDepthMm: 45,
    wallMm: 2.8,
    cornerRadiusMm: 18,
    massKg: 1.9,
    seal: none,
    gasTight: false,
    hinge: 'none',
    handleRatedKg: 40,
    absorptanceFraction: 0.93,
    trayBelowRimMm: 0,
    priceAmount: 29,
    note: 'Vented on purpose: hydrogen can leave, water can enter.'
  },
  {
    id: 'case-hard-large',
    name: 'Large foam-lined hard case, 48 l',
    caseKind: 'hard-case',
    material: 'PP',
    floorLengthMm: 488,
    floorWidthMm: 352,
    rimLengthMm: 502,
    rimWidthMm: 366,
    depthMm: 222,
    lidDepthMm: 50,
    wallMm: 4.5,
    cornerRadiusMm: 22,
    massKg: 5.8,
    seal: ip67,
    gasTight: true,
    hinge: 'back',
    handleRatedKg: 45,
    absorptanceFraction: 0.93,
    trayBelowRimMm: 0,
    priceAmount: 139,
    ribPitchMm: 90
  },
  {
    id: 'case-hard-wheeled',
    name: 'Wheeled foam-lined hard case, 78 l',
    caseKind: 'hard-case',
    material: 'PP',
    floorLengthMm: 606,
    floorWidthMm: 376,
    rimLengthMm: 622,
    rimWidthMm: 392,
    depthMm: 268,
    lidDepthMm: 55,
    wallMm: 5,
    cornerRadiusMm: 24,
    massKg: 9.2,
    seal: ip67,
    gasTight: true,
    hinge: 'back',
    handleRatedKg: 60,
    absorptanceFraction: 0.93,
    trayBelowRimMm: 0,
    priceAmount: 198,
    ribPitchMm: 95
  }
];

export const STARTER_CASES: PartOf<'case'>[] = CASES.map(({ ribPitchMm, note, ...row }) => ({
  kind: 'case',
  ...row,
  ...KIND[row.caseKind],
  unmeasured: [],
  faceWallMm: {},
  handleAt: null,
  handleOnLid: row.handleRatedKg !== null && (row.caseKind === 'hinged-can' || row.caseKind === 'steel-can'),
  note: note ?? 'Inner sizes and mass vary between makers and moulds: measure yours at the floor and at the rim.',
  packCount: 1,
  origin: 'catalogue',
  zones: zonesOf(ribPitchMm === undefined ? row : { ...row, ribPitchMm })
}));
