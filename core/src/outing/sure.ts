import { yearsOf } from '../box/age.ts';
import type { Bank } from '../battery/bank.ts';
import type { Box } from '../box/schema.ts';
import type { Demand } from '../demand/demand.ts';
import { scaledLaw } from '../network/law.ts';
import { seededRandom } from '../sun/weather.ts';
import type { Feed } from '../wiring/feed.ts';
import { finished } from '../work.ts';
import { runInput } from './input.ts';
import { CAPACITY_SPREAD_FRACTION, hoursOf } from './outing.ts';
import { run } from './run.ts';
import type { RunInput } from './run-types.ts';
import { BLOCK, spread } from './scatter.ts';

export type DoubtKind = 'device' | 'capacity' | 'resistance' | 'temperature' | 'age';
/** One thing that is not known for certain, and how much of the doubt about the hours it makes. */
export type Doubt = { kind: DoubtKind; id: string; name: string; shareFraction: number };

export type Sure = {
  runCount: number;
  wantedRunCount: number;
  chanceFraction: number;
  /** Hours that 90, 50 and 10 % of the runs reach. */
  p10H: number;
  p50H: number;
  p90H: number;
  /** Some runs outlasted the longest look ahead; their hours are held at it. */
  beyond: boolean;
  /** Largest first. */
  doubts: Doubt[];
  /** What to find out first, in words. */
  say: string;
};

/** Whole blocks of even scatter; more would tell nothing that the spreads, rules of thumb themselves, could bear. */
export const SURE_RUNS = 15 * BLOCK;
/**
 * Where every run so far reached the wanted hours, and nine of ten with a quarter to spare (or none did, and nine of ten fell
 * short by a fifth), as many are enough: what is left would move the hours by a hundredth or two and the chance not at all
 * (measured over eight seeds on the demo boxes).
 */
const DECIDED_RUNS = 6 * BLOCK;
const DECIDED = { reachedBy: 1.25, missedBy: 0.8 } as const;

/** Step of these runs: their scatter is far above what a finer one would change. */
const STEP_S = 600;
const STEPS_AT_LEAST = 60;

/** Standard deviations besides the draws' own. @source electrical reference 5 (packs vary by 0.5-2), 6, 8; weather and age by rule of thumb */
const SPREAD = {
  capacityFraction: CAPACITY_SPREAD_FRACTION,
  resistanceLog: 0.35,
  temperatureK: 2.5,
  /** Of what age is taken to have cost. */
  ageShare: 0.4
} as const;

/** A run that outlasts the look ahead counts as this many times the wanted hours. */
const BEYOND_FACTOR = 6;

type Factor = { kind: DoubtKind; id: string; name: string };

/**
 * Many runs over what is not known: each draw by where it comes from, capacity, resistance, temperature and age, spread
 * evenly. Yields after every block of runs, so that a worker can answer early and be stopped; ends early where the answer is
 * plain.
 * @source Monte Carlo over the run of electrical reference 8; seeded, so the same box gives the same answer
 */
export function* sureRuns(
  box: Box,
  need: Demand,
  b: Bank,
  feed: Feed,
  options: { runCount?: number; seed?: number } = {}
): Generator<Sure, Sure> {
  const runCount = options.runCount ?? SURE_RUNS;
  const random = seededRandom(options.seed ?? 1);
  const durationH = box.outing.durationH;
  const stepS = Math.min(STEP_S, (durationH * 3600) / STEPS_AT_LEAST);
  const base: RunInput = { ...runInput(box, need, b, feed, stepS), bare: true, untilFailure: true };
  const uncertain = need.devices.map((d, i) => ({ d, i })).filter(({ d }) => d.energyWh > 0);
  const factors: Factor[] = [
    ...uncertain.map(({ d }): Factor => ({ kind: 'device', id: d.deviceId, name: d.name })),
    { kind: 'capacity', id: 'capacity', name: 'what the battery really holds' },
    { kind: 'resistance', id: 'resistance', name: 'the battery’s resistance' },
    { kind: 'temperature', id: 'temperature', name: 'how cold it gets' },
    // what was learnt of the capacity has the age in it
    ...(yearsOf(box.bank.ageYears) > 0 && b.capacitySpreadFraction === undefined
      ? [{ kind: 'age', id: 'age', name: 'what age has cost' } as const]
      : [])
  ];
  const draws = spread(factors.length, random);
  const hours: number[] = [];
  const tally = new Tally(factors.length);
  let beyond = false;
  for (let n = 1; n <= runCount; n++) {
    const z = draws.next().value;
    const input = perturbed(base, b, uncertain, factors, z);
    const { lastsH } = hoursOf(input, run(input));
    if (!Number.isFinite(lastsH)) beyond = true;
    const held = Math.min(lastsH, BEYOND_FACTOR * durationH);
    hours.push(held);
    tally.add(z, held);
    if (n % BLOCK !== 0 || n === runCount) continue;
    const sofar = summary(hours, runCount, durationH, beyond, factors, tally);
    if (n >= DECIDED_RUNS && isDecided(sofar, durationH)) return { ...sofar, wantedRunCount: n };
    yield sofar;
  }
  return summary(hours, runCount, durationH, beyond, factors, tally);
}

/**
 * Everything the many runs hang on, in full: where it is the same, so is their answer. Most edits of a box change nothing of it.
 */
export function sureQuestion(box: Box, need: Demand, b: Bank, feed: Feed): string {
  return JSON.stringify([
    // what comes in is a function of charging and outing, and no text
    { ...runInput(box, need, b, feed), inflowA: undefined },
    box.charging,
    box.outing,
    box.bank.ageYears,
    need.devices.map((d) => [d.deviceId, d.name, d.energyWh, d.spreadFraction]),
    [b.capacitySpreadFraction, b.resistanceSpreadFraction, b.part]
  ]);
}

const isDecided = (s: Sure, durationH: number): boolean =>
  (s.chanceFraction === 1 && s.p10H >= DECIDED.reachedBy * durationH) ||
  (s.chanceFraction === 0 && s.p90H <= DECIDED.missedBy * durationH);

/** All runs at once, for the report. */
export function sure(...args: Parameters<typeof sureRuns>): Sure {
  return finished(sureRuns(...args));
}

function perturbed(
  base: RunInput,
  b: Bank,
  uncertain: readonly { d: Demand['devices'][number]; i: number }[],
  factors: readonly Factor[],
  z: readonly number[]
): RunInput {
  const loads = [...base.loads];
  uncertain.forEach(({ d, i }, k) => {
    // lognormal with the same mean: a draw is never negative and errs upward as much as down
    const sigma = Math.sqrt(Math.log(1 + d.spreadFraction ** 2));
    const f = Math.exp(sigma * z[k]! - (sigma * sigma) / 2);
    const load = loads[i]!;
    loads[i] = {
      ...load,
      bars: load.bars.map((bar) => ({ ...bar, law: scaledLaw(bar.law, f) })),
      peakLaw: scaledLaw(load.peakLaw, f)
    };
  });
  const of = (kind: DoubtKind): number => {
    const place = factors.findIndex((f) => f.kind === kind);
    return place < 0 ? 0 : z[place]!;
  };
  const capacity = Math.max(0.3, 1 + (b.capacitySpreadFraction ?? SPREAD.capacityFraction) * of('capacity'));
  const lost = (health: number): number =>
    Math.max(0.2, 1 - (1 - health) * Math.max(0, 1 + SPREAD.ageShare * of('age')));
  const resistance = Math.exp((b.resistanceSpreadFraction ?? SPREAD.resistanceLog) * of('resistance'));
  const colderK = SPREAD.temperatureK * of('temperature');
  return {
    ...base,
    loads,
    packs: b.groups.map((g) => ({
      ...g,
      healthFraction: lost(g.healthFraction) * capacity,
      resistanceFactor: g.resistanceFactor * resistance
    })),
    coldestC: base.coldestC + colderK,
    warmestC: base.warmestC === null ? null : base.warmestC + colderK
  };
}

/** Running sums for the correlation of each factor with the hours. */
class Tally {
  count = 0;
  private readonly z: Float64Array;
  private readonly zz: Float64Array;
  private readonly zh: Float64Array;
  private h = 0;
  private hh = 0;

  constructor(size: number) {
    this.z = new Float64Array(size);
    this.zz = new Float64Array(size);
    this.zh = new Float64Array(size);
  }

  add(z: readonly number[], hours: number): void {
    this.count++;
    this.h += hours;
    this.hh += hours * hours;
    z.forEach((v, i) => {
      this.z[i]! += v;
      this.zz[i]! += v * v;
      this.zh[i]! += v * hours;
    });
  }

  /** Squared correlation of one factor with the hours. */
  share(i: number): number {
    const n = this.count;
    const cov = this.zh[i]! / n - (this.z[i]! / n) * (this.h / n);
    const varZ = this.zz[i]! / n - (this.z[i]! / n) ** 2;
    const varH = this.hh / n - (this.h / n) ** 2;
    return varZ > 0 && varH > 1e-12 ? (cov * cov) / (varZ * varH) : 0;
  }
}

function summary(
  hours: readonly number[],
  wantedRunCount: number,
  wantedH: number,
  beyond: boolean,
  factors: readonly Factor[],
  tally: Tally
): Sure {
  const sorted = Float64Array.from(hours).sort();
  const at = (share: number): number => sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!;
  const made = hours.reduce((s, h) => s + (h >= wantedH - 1e-9 ? 1 : 0), 0);
  const raw = factors.map((f, i) => ({ ...f, share: tally.share(i) }));
  const sum = raw.reduce((s, f) => s + f.share, 0);
  const doubts = raw
    .map(({ share, ...f }): Doubt => ({ ...f, shareFraction: sum > 0 ? share / sum : 0 }))
    .sort((a, b) => b.shareFraction - a.shareFraction);
  return {
    runCount: hours.length,
    wantedRunCount,
    chanceFraction: made / hours.length,
    p10H: at(0.1),
    p50H: at(0.5),
    p90H: at(0.9),
    beyond,
    doubts,
    say: advice(doubts[0])
  };
}

function advice(d: Doubt | undefined): string {
  if (!d || d.shareFraction === 0) return '';
  const percent = `${Math.round(d.shareFraction * 100)} % of the doubt`;
  switch (d.kind) {
    case 'device':
      return `Measure ${d.name}: it decides, ${percent}.`;
    case 'capacity':
      return `Run the battery down once and count its amp-hours: ${percent}.`;
    case 'age':
      return `Count what the aged battery still gives: ${percent}.`;
    case 'temperature':
      return `Take a thermometer along: how cold it gets makes ${percent}.`;
    case 'resistance':
      return `Read the voltage under load once: the battery’s resistance makes ${percent}.`;
  }
}
