import { wireSizeText, type WireSize } from '../quantity/wire-size.ts';
import { interpolate } from '../quantity/interpolate.ts';

/** Annealed copper, 20 °C. @source IEC 60028 */
const COPPER_OHM_MM2_PER_M = 0.017241;
const COPPER_PER_K = 0.00393;
/** Stranding allowance of ordinary flexible wire. @source electrical reference 1 */
const STRANDING = 1.02;
/** Copper-clad aluminium against copper. @source electrical reference 1, after ASTM B566 classes */
const CCA_FACTOR = 1.58;

export const AWG_SIZES = [
  '28',
  '26',
  '24',
  '22',
  '20',
  '18',
  '16',
  '14',
  '12',
  '10',
  '8',
  '6',
  '4',
  '2',
  '1',
  '1/0'
] as const;
export const MM2_SIZES = [
  '0.14',
  '0.25',
  '0.34',
  '0.5',
  '0.75',
  '1',
  '1.5',
  '2.5',
  '4',
  '6',
  '10',
  '16',
  '25'
] as const;
/** Largest resistance at 20 °C of class 5 conductors, mohm/m. @source IEC 60228; under 0.5 mm² scaled from 0.5 by area */
const CLASS5_MILLIOHM_PER_M: Record<string, number> = {
  '0.14': 139.3,
  '0.25': 78,
  '0.34': 57.4,
  '0.5': 39,
  '0.75': 26,
  '1': 19.5,
  '1.5': 13.3,
  '2.5': 7.98,
  '4': 4.95,
  '6': 3.3,
  '10': 1.91,
  '16': 1.21,
  '25': 0.78
};

export const INSULATION_CLASSES = [60, 75, 80, 90, 105, 125, 200] as const;
export type InsulationC = (typeof INSULATION_CLASSES)[number];
/** A class by its figure in a list to choose from. */
export const insulationOf = (text: string): InsulationC => INSULATION_CLASSES.find((c) => String(c) === text) ?? 75;

/** Single conductors, DC, open air, 30 °C, columns INSULATION_CLASSES, A. @source ABYC E-11 as remembered; electrical reference 2. 22 AWG and thinner: short leads inside the box and cords of small devices [rule of thumb]. */
const AMPACITY_AWG: Record<string, readonly number[]> = {
  '28': [1.4, 1.4, 1.4, 1.4, 1.4, 1.4, 1.4],
  '26': [2.2, 2.2, 2.2, 2.2, 2.2, 2.2, 2.2],
  '24': [3.5, 3.5, 3.5, 3.5, 3.5, 3.5, 3.5],
  '22': [5, 5, 5, 5, 5, 5, 5],
  '20': [8, 8, 8, 8, 8, 8, 8],
  '18': [10, 10, 15, 20, 20, 25, 25],
  '16': [15, 15, 20, 25, 25, 30, 35],
  '14': [20, 20, 25, 30, 35, 40, 45],
  '12': [25, 25, 35, 40, 45, 50, 55],
  '10': [40, 40, 50, 55, 60, 70, 70],
  '8': [55, 65, 70, 70, 80, 90, 100],
  '6': [80, 95, 100, 100, 120, 125, 135],
  '4': [105, 125, 130, 135, 160, 170, 180],
  '2': [140, 170, 175, 180, 210, 225, 240],
  '1': [165, 195, 210, 210, 245, 265, 280],
  '1/0': [195, 230, 245, 245, 285, 305, 325]
};
/** Metric at 70, 85-90 and 105 °C. @source ISO 10133 as remembered; electrical reference 2; under 0.5 mm² rule of thumb */
const AMPACITY_MM2: Record<string, readonly [number, number, number]> = {
  '0.14': [2, 2, 2],
  '0.25': [4, 4, 4],
  '0.34': [5, 5, 5],
  '0.5': [7, 8, 10],
  '0.75': [10, 12, 16],
  '1': [14, 18, 20],
  '1.5': [18, 21, 25],
  '2.5': [25, 30, 35],
  '4': [35, 40, 45],
  '6': [45, 50, 60],
  '10': [65, 70, 90],
  '16': [90, 100, 130],
  '25': [120, 140, 170]
};
/** Touching loaded conductors for more than about 0.6 m. @source ABYC E-11; electrical reference 2 */
const BUNDLE_STEPS: readonly [upTo: number, factor: number][] = [
  [2, 1],
  [3, 0.7],
  [6, 0.6],
  [24, 0.5],
  [Infinity, 0.4]
];

/** Gauge number of an AWG size: '1/0' is 0, '2/0' is -1. */
const gaugeNumber = (size: string): number => (size.includes('/') ? 1 - Number(size.split('/')[0]) : Number(size));

/** Whether the tables hold this size. */
export const knownSize = (w: WireSize): boolean =>
  Object.hasOwn(w.system === 'awg' ? AMPACITY_AWG : CLASS5_MILLIOHM_PER_M, w.size);

/** Diameter of a solid AWG conductor, mm. @source ASTM B258 */
export const awgDiameterMm = (size: string): number => 0.127 * 92 ** ((36 - gaugeNumber(size)) / 39);

/** Copper cross-section, mm². */
export function areaMm2(w: WireSize): number {
  return w.system === 'mm2' ? Number(w.size) : (Math.PI * awgDiameterMm(w.size) ** 2) / 4;
}

/**
 * Resistance of a stranded conductor, milliohm per metre, at a conductor temperature (-40 to 200 °C).
 * @source ρ/A with 2 % stranding for AWG; the class 5 maximum for metric sizes (electrical reference 1)
 */
export function milliOhmPerM(
  w: WireSize,
  conductorC: number,
  options: { cca?: boolean; stranding?: number } = {}
): number {
  const at20 =
    w.system === 'mm2'
      ? CLASS5_MILLIOHM_PER_M[w.size]!
      : (COPPER_OHM_MM2_PER_M / areaMm2(w)) * 1000 * (options.stranding ?? STRANDING);
  return at20 * (options.cca ? CCA_FACTOR : 1) * (1 + COPPER_PER_K * (conductorC - 20));
}

/** Ambient derating, never above 1; 0 when the air is at the insulation's limit. @source electrical reference 2, loss ∝ I² */
export const ambientFactor = (insulationC: number, ambientC: number): number =>
  ambientC >= insulationC ? 0 : Math.min(1, Math.sqrt((insulationC - ambientC) / (insulationC - 30)));

/** Bundling derating by how many loaded conductors touch. */
const bundleFactor = (count: number): number => BUNDLE_STEPS.find(([upTo]) => count <= upTo)![1];

/** Ampacity at 30 °C in open air, before derating. @throws RangeError for a size outside the tables */
export function tableAmpacityA(w: WireSize, insulationC: number): number {
  if (!knownSize(w)) throw new RangeError(`no ampacity table for ${wireSizeText(w)}`);
  if (w.system === 'mm2') return interpolate([70, 90, 105], AMPACITY_MM2[w.size]!, insulationC);
  return interpolate(INSULATION_CLASSES, AMPACITY_AWG[w.size]!, insulationC);
}

/**
 * Continuous current a conductor may carry where it lies.
 * @param where bundledCount loaded conductors touching (1 = alone), ambientC air around it
 * @source I_z = I_30·k_T·k_b (electrical reference 2); copper-clad aluminium by 1/√1.58
 */
export function ampacityA(
  w: WireSize,
  where: { insulationC: number; ambientC: number; bundledCount: number; cca?: boolean }
): number {
  const table = tableAmpacityA(w, where.insulationC) * (where.cca ? 1 / Math.sqrt(CCA_FACTOR) : 1);
  return table * ambientFactor(where.insulationC, where.ambientC) * bundleFactor(where.bundledCount);
}

/** Conductor temperature while carrying a current. @source electrical reference 2 (rule of thumb) */
export const conductorC = (
  w: WireSize,
  currentA: number,
  where: { insulationC: number; ambientC: number; bundledCount: number }
): number =>
  where.ambientC +
  (where.insulationC - 30) *
    (currentA / (tableAmpacityA(w, where.insulationC) * bundleFactor(where.bundledCount))) ** 2;

/** Least copper for a permitted drop over a two-conductor run, mm², wire only. @source electrical reference 3 */
export const areaForDropMm2 = (
  currentA: number,
  oneWayM: number,
  dropV: number,
  tempC = 20,
  stranding = STRANDING
): number => (COPPER_OHM_MM2_PER_M * stranding * (1 + COPPER_PER_K * (tempC - 20)) * 2 * oneWayM * currentA) / dropV;

/** What insulation survives in a short: k²S², A²s. k 115 for PVC 70 °C, 87.572 for PVC 105 °C. @source IEC 60364-4-43 */
export const adiabaticA2s = (w: WireSize, startC: number, finalC = 160): number =>
  adiabaticK(startC, finalC) ** 2 * areaMm2(w) ** 2;

/** The k of the adiabatic equation for copper. */
export const adiabaticK = (startC: number, finalC: number): number =>
  226 * Math.sqrt(Math.log(1 + (finalC - startC) / (234.5 + startC)));
