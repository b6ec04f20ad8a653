import { z } from 'zod';
import { oneLine } from '../quantity/clean-text.ts';
export * from './names.ts';
import { BODY_USES, CASE_MEASURES, CHEMISTRIES, FUSE_FAMILIES, SUPPLIES, TAB_ORDERS, WIRED_BY } from './names.ts';
import { FACES, type Face } from './faces.ts';
import { PART_LATER } from './part-later.ts';

/** Shared pieces. A null figure means 'unknown': nobody read the label yet. It is never replaced silently. */
const id = z
  .string()
  .regex(/^[a-z0-9][a-z0-9._-]{0,63}$/, 'use lower-case letters, digits, dots and dashes, 64 at most')
  // every object answers to these, whatever is filed in it
  .refine((name) => !(name in Object.prototype), 'is a word that programs keep for themselves; take another');
const text = (max: number) => z.string().overwrite(oneLine).max(max);
/** Less of anything is nothing: a figure to be divided by is never under this. */
export const LEAST = 1e-6;
const positive = z.number().finite().min(LEAST);
const notNegative = z.number().finite().min(0);
const sizeMm = positive.max(2000);
const ratingA = positive.max(1000).nullable();

const common = {
  id,
  name: text(120).min(1),
  /** Why a maker's figure may differ, or what to measure. */
  note: text(500),
  /** Price of one pack as sold, in the person's currency; null when unknown. */
  priceAmount: notNegative.max(100000).nullable(),
  packCount: z.number().int().min(1).max(1000),
  massKg: notNegative.max(200),
  origin: z.enum(['catalogue', 'own'])
};

export type TabOrder = (typeof TAB_ORDERS)[number];

/** Water marks of the mechanical reference 7.1: jet 0-6, dunk 0, 7 or 8. */
const sealMark = z.strictObject({
  jet: z.number().int().min(0).max(6),
  dunk: z.union([z.literal(0), z.literal(7), z.literal(8)])
});

const batteryPart = z.strictObject({
  kind: z.literal('battery'),
  ...common,
  chemistry: z.enum(CHEMISTRIES),
  /** At the chemistry's own hour rate (20 h lead, 5 h lithium), 25 °C. */
  capacityAh: positive.max(1000),
  lengthMm: sizeMm,
  widthMm: sizeMm,
  /** Over the terminals. */
  heightMm: sizeMm,
  /** 'post' = tapered lead posts; 'lead' = a lead of its own. */
  terminal: z.enum(['tab-4.8', 'tab-6.3', 'm5', 'm6', 'm8', 'post', 'lead', 'unknown']),
  flagClearanceMm: notNegative.max(200),
  straightClearanceMm: notNegative.max(200),
  maxContinuousA: ratingA,
  /** Most it may be charged with, by its label; null = by its chemistry. */
  maxChargeA: ratingA,
  /** Figures above that nobody knows: usual ones stand in. */
  notKnown: z.array(z.enum(['capacity', 'mass', 'size'])).max(3),
  /** Voltage at which built-in protection opens; null when unknown or there is none (hasProtection tells). */
  protectionCutoffV: positive.max(60).nullable(),
  hasProtection: z.boolean().nullable(),
  anyWayUp: z.enum(['upright', 'not-inverted', 'any'])
});

const zone = z.strictObject({
  face: z.enum(FACES),
  kind: z.enum(['rib', 'boss', 'standoff', 'hinge', 'latch', 'gasket', 'handle', 'curve', 'foot']),
  xMm: notNegative,
  yMm: notNegative,
  widthMm: positive,
  heightMm: positive
});

export const casePart = z.strictObject({
  kind: z.literal('case'),
  ...common,
  caseKind: z.enum([
    'hinged-can',
    'steel-can',
    'hard-case',
    'junction-box',
    'battery-box',
    'tool-box',
    'wooden-box',
    // what a big battery stood in, emptied: known only so that it can be refused
    'battery-shell'
  ]),
  material: z.enum(['PP', 'ABS', 'PC', 'steel', 'wood']),
  floorLengthMm: sizeMm,
  floorWidthMm: sizeMm,
  rimLengthMm: sizeMm,
  rimWidthMm: sizeMm,
  depthMm: sizeMm,
  lidDepthMm: notNegative.max(500),
  wallMm: positive.max(50),
  /** Walls that differ from the rest. */
  faceWallMm: z.partialRecord(z.enum(FACES), positive.max(50)),
  /** Vertical corners, and where wall meets floor. */
  cornerRadiusMm: notNegative.max(100),
  floorFilletMm: notNegative.max(100),
  /** How far the lid reaches down over the walls outside. */
  skirtMm: notNegative.max(200),
  /** Band below the rim that the gasket needs whole. */
  gasketBandMm: notNegative.max(200),
  /** A flat and easy, B workable round ribs or thin metal, C awkward. */
  drillGrade: z.enum(['A', 'B', 'C']),
  seal: sealMark,
  /** True when closed it lets no gas out: lead-acid must not be charged in it. */
  gasTight: z.boolean(),
  hinge: z.enum(['back', 'left', 'none']),
  handleRatedKg: positive.max(200).nullable(),
  /** Where it hangs when it is carried, in the frame of the case; null: over the middle of the lid. */
  handleAt: z.strictObject({ xMm: z.number().finite(), yMm: z.number().finite(), zMm: z.number().finite() }).nullable(),
  /** The handle sits on the lid: the latch carries the box. */
  handleOnLid: z.boolean(),
  /** Solar absorptance of the outside. */
  absorptanceFraction: z.number().min(0.05).max(1),
  /** Roof under a lift-out tray, measured down from the rim; 0 = no tray. */
  trayBelowRimMm: notNegative.max(1000),
  /** Figures above that nobody measured on this very case: usual values stand in. */
  unmeasured: z.array(z.enum(CASE_MEASURES)).max(CASE_MEASURES.length),
  zones: z.array(zone).max(60)
});

const roundHole = z.strictObject({
  shape: z.literal('round'),
  diameterMm: positive.max(200),
  minMm: positive.max(200),
  maxMm: positive.max(200),
  /** What stops the part from turning: flats (distance across, from the round's other side with one) or a notch so wide. */
  key: z
    .discriminatedUnion('form', [
      z.strictObject({ form: z.literal('flat'), acrossMm: positive.max(200) }),
      z.strictObject({ form: z.literal('two-flats'), acrossMm: positive.max(200) }),
      z.strictObject({ form: z.literal('notch'), widthMm: positive.max(50), deepMm: positive.max(50) })
    ])
    .nullable()
});
const rectHole = z.strictObject({ shape: z.literal('rect'), widthMm: positive.max(300), heightMm: positive.max(300) });
const twinHole = z.strictObject({ shape: z.literal('twin'), diameterMm: positive.max(50), pitchMm: positive.max(200) });
const noHole = z.strictObject({ shape: z.literal('none') });

const panelPart = z.strictObject({
  kind: z.literal('panel'),
  ...common,
  role: z.enum(['outlet', 'inlet', 'switch', 'meter', 'gland', 'vent', 'lamp', 'blank']),
  /** What else is in the same body: one hole, several circuits end in it. */
  also: z.array(z.enum(['switch', 'meter', 'outlet'])).max(3),
  /** What it can feed, for outlets. */
  supply: z.enum(SUPPLIES).nullable(),
  hole: z.discriminatedUnion('shape', [roundHole, rectHole, twinHole, noHole]),
  keyNote: text(120),
  flangeWidthMm: positive.max(300),
  flangeHeightMm: positive.max(300),
  behindWidthMm: positive.max(300),
  behindHeightMm: positive.max(300),
  bodyDepthMm: notNegative.max(300),
  straightMm: notNegative.max(200),
  flagMm: notNegative.max(200),
  /** Widest thing plugged in from outside; 0 when nothing is. */
  plugWidthMm: notNegative.max(200),
  panelMinMm: notNegative.max(50),
  panelMaxMm: positive.max(100),
  ratingA,
  /** Contact and terminal resistance of both poles together; null = unknown. */
  contactMilliOhm: notNegative.max(1000).nullable(),
  /** Draw at 12 V while its circuit is on and nothing is plugged in. */
  quiescentA: notNegative.max(5),
  /** Largest power its converter gives; null for plain sockets. */
  converterRatedW: positive.max(500).nullable(),
  /** Of a gland: the round cords it closes on, across; null = nobody knows, or no gland. */
  cordMinMm: positive.max(60).nullable().default(PART_LATER.panel.cordMinMm),
  cordMaxMm: positive.max(60).nullable().default(PART_LATER.panel.cordMaxMm),
  seal: z.strictObject({ mated: sealMark.nullable(), capped: sealMark.nullable(), open: sealMark }),
  keyed: z.boolean().nullable(),
  exposedLivePins: z.boolean(),
  /** Tabs of a switch; null = nobody knows. Other parts: two-tabs. */
  tabs: z.enum(TAB_ORDERS).nullable(),
  measureYours: z.enum(['no', 'advised', 'must']),
  /** What joins its leads to it; 'none' where nothing is joined. */
  wiredBy: z.enum(WIRED_BY).default(PART_LATER.panel.wiredBy)
});

const fusePart = z.strictObject({
  kind: z.literal('fuse'),
  ...common,
  family: z.enum(FUSE_FAMILIES),
  ratingsA: z.array(positive.max(500)).min(1).max(40),
  /** Stated DC voltage; null when only an AC voltage is printed. */
  voltageDcV: positive.max(1000).nullable(),
  interruptingA: positive.max(100000).nullable(),
  /** A breaker is reset by hand, or closes again by itself. */
  reset: z.enum(['replace', 'manual', 'auto'])
});

const fuseHolderPart = z.strictObject({
  kind: z.literal('fuse-holder'),
  ...common,
  family: z.enum(FUSE_FAMILIES),
  ratingA,
  contactMilliOhm: notNegative.max(100).nullable(),
  /** Distance from the battery post along the conductor when fitted as usual. */
  usualDistanceMm: notNegative.max(2000)
});

const fuseBlockPart = z.strictObject({
  kind: z.literal('fuse-block'),
  ...common,
  family: z.enum(FUSE_FAMILIES),
  wayCount: z.number().int().min(1).max(40),
  perWayA: ratingA,
  totalA: ratingA,
  hasNegativeBus: z.boolean(),
  lengthMm: sizeMm,
  widthMm: sizeMm,
  heightMm: sizeMm
});

const shuntPart = z.strictObject({
  kind: z.literal('shunt'),
  ...common,
  ratingA,
  ratingMilliV: positive.max(200),
  lengthMm: sizeMm,
  widthMm: sizeMm,
  heightMm: sizeMm
});

const bodyPart = z.strictObject({
  kind: z.literal('body'),
  ...common,
  use: z.enum(BODY_USES),
  lengthMm: sizeMm,
  widthMm: sizeMm,
  heightMm: sizeMm,
  keepUpright: z.boolean(),
  /** Heat it sheds inside while the outing runs; of a converter that feeds ports the heat follows from what they take. */
  lossW: notNegative.max(500),
  /** Of a converter: what it gives for good, and the least volts at its input at which it still does; null = nobody knows. */
  converterRatedW: positive.max(2000).nullable().default(PART_LATER.body.converterRatedW),
  leastInV: positive.max(60).nullable().default(PART_LATER.body.leastInV),
  /** The volts it can be set to; the same twice for one that is fixed. */
  leastOutV: positive.max(60).nullable().default(PART_LATER.body.leastOutV),
  mostOutV: positive.max(60).nullable().default(PART_LATER.body.mostOutV)
});

/** Insulation classes of the ampacity table, °C. */
export const insulation = z.union([
  z.literal(60),
  z.literal(75),
  z.literal(80),
  z.literal(90),
  z.literal(105),
  z.literal(125),
  z.literal(200)
]);
const wirePart = z.strictObject({
  kind: z.literal('wire'),
  ...common,
  system: z.enum(['awg', 'mm2']),
  size: text(8),
  insulationC: insulation,
  outsideMm: positive.max(60),
  /** Metres in one pack as sold; price and mass are per pack. */
  packM: positive.max(1000)
});

const sundryPart = z.strictObject({
  kind: z.literal('sundry'),
  ...common,
  /** What the kit uses it for. */
  use: z.enum([
    'ring',
    'spade',
    'butt',
    'lever',
    'push-in',
    'sleeve',
    'strap',
    'foam',
    'sealant',
    'bus-bar',
    'label',
    'charger',
    'relay',
    'boot',
    'ferrule',
    'gel',
    'bolt',
    'nut',
    'washer',
    'tie',
    'grommet',
    'solar-panel',
    'other'
  ]),
  /** Stud size, tab width or wire range it suits, as text. */
  fits: text(40)
});

const modeFigures = z.strictObject({
  name: text(60),
  powerW: positive.max(2000),
  lowW: positive.max(2000),
  highW: positive.max(2000),
  dutyFraction: z.number().min(0).max(1)
});

const devicePart = z.strictObject({
  kind: z.literal('device'),
  ...common,
  supply: z.enum(SUPPLIES),
  behaves: z.enum(['power', 'current', 'resistive', 'led-strip']),
  modes: z.array(modeFigures).max(12),
  /** Energy per event, for things that sleep between: range, usual number a day, length of one. */
  events: z
    .array(
      z.strictObject({
        name: text(60),
        lowJ: positive.max(1e6),
        highJ: positive.max(1e6),
        perDay: notNegative.max(100000),
        eventS: positive.max(86400)
      })
    )
    .max(6),
  wantsV: positive.max(60).nullable(),
  /** Battery of its own inside. */
  innerWh: positive.max(1000).nullable(),
  belowMin: z.enum(['stops', 'resets', 'degrades']),
  minV: notNegative.max(60).nullable(),
  maxV: positive.max(60).nullable(),
  hasMotor: z.boolean(),
  fussy: z.boolean()
});

export const partSchema = z.discriminatedUnion('kind', [
  batteryPart,
  casePart,
  panelPart,
  fusePart,
  fuseHolderPart,
  fuseBlockPart,
  shuntPart,
  bodyPart,
  wirePart,
  sundryPart,
  devicePart
]);

export type Part = z.infer<typeof partSchema>;
export type PartKind = Part['kind'];
export type PartOf<K extends PartKind> = Extract<Part, { kind: K }>;
export type Chemistry = (typeof CHEMISTRIES)[number];
export type KnownChemistry = Exclude<Chemistry, 'unknown' | 'lithium'>;
export type { Face };
export type FuseFamily = (typeof FUSE_FAMILIES)[number];
export type Supply = (typeof SUPPLIES)[number];
export type SealMark = z.infer<typeof sealMark>;
export type Zone = z.infer<typeof zone>;
export type Catalogue = readonly Part[];
export const idSchema = id;
