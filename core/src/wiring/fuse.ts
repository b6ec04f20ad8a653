import type { FuseFamily } from '../catalogue/part.ts';

type CurvePoint = readonly [multiple: number, minS: number, maxS: number];
/** Opening times by multiple of rating. @source ISO 8820-3 as remembered; electrical reference 4. Above the last point I²t is constant. */
const BLADE: readonly CurvePoint[] = [
  [1.1, 360000, Infinity],
  [1.35, 0.75, 600],
  [1.6, 0.25, 50],
  [2, 0.15, 5],
  [3.5, 0.04, 0.5],
  [6, 0.02, 0.1]
];
const LARGE: readonly CurvePoint[] = [
  [1.1, 360000, Infinity],
  [1.35, 60, 1800],
  [2, 2, 60],
  [3.5, 0.2, 7],
  [6, 0.04, 1]
];
/** Thermal breaker: holds 100 %, trips 135 % within an hour. @source electrical reference 4 */
const BREAKER: readonly CurvePoint[] = [
  [1.05, 3600, Infinity],
  [1.35, 60, 3600],
  [2, 5, 60],
  [6, 0.5, 3]
];
/** Glass fuses, quick or slow, whichever it is: holds 150 % for an hour; fast type at its quickest, time-lag type at its slowest. @source IEC 60127-2 as remembered; electrical reference 4 */
const GLASS: readonly CurvePoint[] = [
  [1.5, 3600, Infinity],
  [2.1, 1, 1800],
  [2.75, 0.05, 10],
  [4, 0.01, 3],
  [10, 0.002, 0.3]
];
const CURVES: Record<FuseFamily, readonly CurvePoint[]> = {
  'mini-blade': BLADE,
  blade: BLADE,
  glass: GLASS,
  midi: LARGE,
  post: LARGE,
  breaker: BREAKER
};

/** Melting I²t of blade fuses, A²s, by rating. @source electrical reference 4 */
const BLADE_MELT: Record<string, number> = {
  '1': 0.4,
  '2': 1.4,
  '3': 9,
  '5': 26,
  '7.5': 60,
  '10': 115,
  '15': 340,
  '20': 520,
  '25': 1080,
  '30': 1510
};
/** Cold element resistance of blade fuses, milliohm. @source electrical reference 3 */
const BLADE_COLD_MILLIOHM: readonly (readonly [number, number])[] = [
  [1, 120],
  [2, 54],
  [3, 31],
  [5, 18],
  [7.5, 11],
  [10, 7.7],
  [15, 4.8],
  [20, 3.4],
  [25, 2.5],
  [30, 2],
  [40, 1.4]
];

/** Drop of a thermal breaker at its rating, mV. @source electrical reference 4: 100 to 250 mV */
const BREAKER_MILLIV = 175;
/** Rating lost for each kelvin over 25 °C. @source electrical reference 4, ambient */
const BREAKER_PER_K = 0.007;
/** What a thermal breaker still carries in warm air, A. */
export const breakerHotA = (ratingA: number, airC: number): number => ratingA * (1 - BREAKER_PER_K * (airC - 25));

/** Glass fuses carry half as much again for an hour: against wire their rating counts this many times. @source IEC 60127; electrical reference 4 */
const GLASS_FACTOR = 1.5;
/** What a fuse may carry for good, to be set against the ampacity of its wire, A. */
export const heldA = (family: FuseFamily, ratingA: number): number =>
  family === 'glass' ? GLASS_FACTOR * ratingA : ratingA;

/** Share of melting I²t a repeated inrush may use. @source electrical reference 4 */
export const INRUSH_SHARE = 0.3;
/** Steady load over rating. @source electrical reference 4, selection rule 1 */
export const LOAD_SHARE = 0.8;
/**
 * The same of a load that comes and goes, at its peak: transmitters, pumps, heaters on a thermostat.
 * @source blade fuses hold 1.1 times their rating for 100 h, and lose a tenth of it in a warm box
 */
export const PEAK_SHARE = 0.95;
/**
 * What counts at a fuse as if it flowed for good, A: the heat of a load that comes and goes, or its peak where that comes
 * nearer to the rating.
 * @param rmsShare root mean square over the peak, 0 to 1; 1 for what runs all the time
 */
export const atFuseA = (peakA: number, rmsShare: number): number => peakA * Math.max(rmsShare, LOAD_SHARE / PEAK_SHARE);
/** What a branch's fuse has to carry for good, A: its loads, or what a charger pushes back through it. */
export const countsA = (c: { fuseLoadA: number; pushedA: number }): number => Math.max(c.fuseLoadA, c.pushedA);
/** What a fuse may carry, in words. */
export const atMost = (peakA: number, fuseLoadA: number): string =>
  fuseLoadA < peakA - 1e-9
    ? 'a fuse should carry at most 80 % of its rating, and 95 % at the peak of what comes and goes'
    : 'a fuse should carry at most 80 % of its rating';
/** Ratings sold in some family, A. @source electrical reference 3 */
const FUSE_RATINGS_A = [1, 2, 3, 4, 5, 7.5, 10, 15, 20, 25, 30, 40, 50, 60, 80, 100];
/** The smallest rating sold that carries a load for good, A. */
export const usualFuseA = (loadA: number): number =>
  FUSE_RATINGS_A.find((a) => a * LOAD_SHARE >= loadA - 1e-9) ?? loadA / LOAD_SHARE;
/** What other things bear for good, as a share of their rating: near it they age, and a rating is no promise. */
export const BEARS = {
  /** A wire's ampacity. @source electrical reference 12, table of findings */
  wire: 0.8,
  /** Contacts of a plug. @source electrical reference 12, table of findings */
  contact: 0.8,
  /** A battery's own electronics. @source electrical reference 12, table of findings */
  pack: 0.8,
  /** What a fuse breaks, against the short that could flow. @source electrical reference 12, table of findings */
  breaking: 0.8
} as const;
/** Main over branch at which a branch fault cannot open the main. @source electrical reference 4, selectivity (2.7589) */
export const SELECTIVE_RATIO = 2.76;

const logLog = (x: number, x1: number, x2: number, t1: number, t2: number): number =>
  t1 * (t2 / t1) ** (Math.log(x / x1) / Math.log(x2 / x1));

/**
 * Fastest and slowest opening time of a fuse at a steady current, seconds. Infinity: it may never open.
 * @param currentA >= 0
 * @source electrical reference 4: log-log between points, never below 110 %, no upper limit to 135 %, constant I²t above 600 %
 */
export function openingTimeS(family: FuseFamily, ratingA: number, currentA: number): { minS: number; maxS: number } {
  const curve = CURVES[family];
  const x = currentA / ratingA;
  const first = curve[0]!;
  const last = curve[curve.length - 1]!;
  if (x < first[0]) return { minS: Infinity, maxS: Infinity };
  if (x >= last[0]) return { minS: last[1] * (last[0] / x) ** 2, maxS: last[2] * (last[0] / x) ** 2 };
  const i = curve.findIndex((p) => p[0] > x);
  const [x1, min1, max1] = curve[i - 1]!;
  const [x2, min2, max2] = curve[i]!;
  return { minS: logLog(x, x1, x2, min1, min2), maxS: max1 === Infinity ? Infinity : logLog(x, x1, x2, max1, max2) };
}

/** Most energy a fuse lets through in a heavy short (600 % limit), A²s. */
export const letThroughA2s = (family: FuseFamily, ratingA: number): number => {
  const [multiple, , maxS] = CURVES[family][CURVES[family].length - 1]!;
  return (multiple * ratingA) ** 2 * maxS;
};

/** Melting I²t of a blade fuse, A²s; between listed ratings by the next smaller; undefined for other families. */
export function meltingA2s(family: FuseFamily, ratingA: number): number | undefined {
  if (family !== 'blade' && family !== 'mini-blade') return undefined;
  return MELT_LARGEST_FIRST.find(([listedA]) => listedA <= ratingA)?.[1];
}
const MELT_LARGEST_FIRST = Object.entries(BLADE_MELT)
  .map(([ratingA, a2s]) => [Number(ratingA), a2s] as const)
  .sort((a, b) => b[0] - a[0]);

/** Element resistance under load, milliohm: blade R_cold(1 + 0.4(I/I_n)²); bolt-down families by their 80 mV at rating. @source electrical reference 3 */
export function fuseMilliOhm(family: FuseFamily, ratingA: number, currentA: number): number {
  if (family === 'midi' || family === 'post') return 80 / ratingA;
  if (family === 'glass') return 200 / ratingA;
  if (family === 'breaker') return BREAKER_MILLIV / ratingA;
  const table = BLADE_COLD_MILLIOHM;
  const i = table.findIndex(([r]) => r >= ratingA);
  const cold =
    i < 0
      ? table[table.length - 1]![1]
      : table[i]![0] === ratingA || i === 0
        ? table[i]![1]
        : between(table[i - 1]!, table[i]!, ratingA);
  return cold * (1 + 0.4 * (currentA / ratingA) ** 2);
}
const between = (a: readonly [number, number], b: readonly [number, number], r: number): number =>
  logLog(r, a[0], b[0], a[1], b[1]);

/** How a motor starts: so many times its running current at 12 V, for so long. @source electrical reference 4, E4.4 */
export const MOTOR_START = { times: 6, forS: 0.15, atV: 12 } as const;
/** Inrush of a motor, A²s. @source electrical reference 4, E4.4 */
export const motorInrushA2s = (runningA: number): number => (MOTOR_START.times * runningA) ** 2 * MOTOR_START.forS;
/** Inrush of a converter's input capacitor, A²s. @source electrical reference 4: V²C/(2R) */
export const capacitorInrushA2s = (volts: number, farad: number, ohm: number): number =>
  (volts ** 2 * farad) / (2 * ohm);
