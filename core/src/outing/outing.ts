import type { Bank } from '../battery/bank.ts';
import type { Box } from '../box/schema.ts';
import type { Demand } from '../demand/demand.ts';
import { scaledLaw } from '../network/law.ts';
import type { Feed } from '../wiring/feed.ts';
import { runInput } from './input.ts';
import { run } from './run.ts';
import type { Run, RunEvent, RunInput, RunLoad, StopReason } from './run-types.ts';
import { normalShare } from './normal.ts';

export type Outing = {
  run: Run;
  wantedH: number;
  /** Hours from switch-on until the plan is no longer served; Infinity when even the longest look ahead does not empty it. */
  lastsH: number;
  /** Clock time of the end, or undefined when it lasts beyond pack-up. */
  endsAtH: number | undefined;
  /** Charge left at that moment: what is kept back, or more where something else gives up first. */
  endsSocFraction: number | undefined;
  reason: StopReason | undefined;
  /** First device that gives up, if any, within the outing. */
  firstStop: RunEvent | undefined;
  endSocFraction: number;
  endBatteryV: number;
  /** What the devices want against what the battery gives, Ah. */
  drawnAh: number;
  /** Drawn, over the wanted hours. */
  meanA: number;
  /** Port the panel voltmeter hangs on, in the run's port table. */
  meterPort: number | null;
  /** Place of each device's port in the run's table. */
  portOfLoad: number[];
  /** Chance of lasting the wanted hours: a first-order estimate. */
  chanceFraction: number;
  spreadH: number;
};

/** How far past the wanted hours the run is carried on at the outing's mean load before saying 'more than'. */
const LOOK_AHEAD = 6;
/** One standard deviation of usable capacity between packs of one label. @source electrical reference 6 and 8: ±10 % with default data */
export const CAPACITY_SPREAD_FRACTION = 0.06;

/**
 * Runs the outing on the bank: until pack-up with the time line as planned, then on with the plan's mean load, so that
 * spare hours can be told. Undefined while there is no battery or nothing to run.
 */
export function outing(box: Box, need: Demand, b: Bank | undefined, feed: Feed, stepS?: number): Outing | undefined {
  if (!b || (need.devices.every((d) => d.onH === 0) && need.box.currentA === 0)) return undefined;
  const { durationH } = box.outing;
  const input = runInput(box, need, b, feed, stepS);
  const planned = run(input);
  const { lastsH, endsAtH } = hoursOf(input, planned);
  const { chanceFraction, spreadH } = lastsChance(need, b, lastsH, durationH);
  return {
    run: planned,
    wantedH: durationH,
    lastsH,
    endsAtH,
    endsSocFraction: endsAtH === undefined ? undefined : socAt(planned, endsAtH),
    reason: planned.failReason,
    firstStop: planned.events.find((e) => e.reason === 'device'),
    endSocFraction: Math.max(0, planned.endSocFraction),
    endBatteryV: planned.batteryV[planned.batteryV.length - 1]!,
    drawnAh: planned.drawnAh,
    meanA: planned.drawnAh / durationH,
    meterPort: input.meterPort ?? null,
    portOfLoad: input.loads.map((l) => l.port),
    chanceFraction,
    spreadH
  };
}

/** Charge left at a moment of a run, between its steps in a straight line. */
function socAt({ timeH, socFraction }: Run, atH: number): number {
  const after = timeH.findIndex((t) => t >= atH);
  if (after < 0) return socFraction.at(-1)!;
  if (after === 0) return socFraction[0]!;
  const [from, to] = [timeH[after - 1]!, timeH[after]!];
  const share = to > from ? (atH - from) / (to - from) : 1;
  return socFraction[after - 1]! + share * (socFraction[after]! - socFraction[after - 1]!);
}

/** Only the hours, for a 'what if': coarser and without curves. */
export function lastsOnly(box: Box, need: Demand, b: Bank | undefined, feed: Feed, stepS: number): number {
  if (!b) return 0;
  const input: RunInput = { ...runInput(box, need, b, feed, stepS), bare: true, untilFailure: true };
  return hoursOf(input, run(input)).lastsH;
}

/** Hours a run lasts: to its failure, or past the wanted hours at the plan's mean load. */
export function hoursOf(input: RunInput, planned: Run): { lastsH: number; endsAtH: number | undefined } {
  const durationH = input.endH - input.startH;
  if (planned.failsAtH !== undefined) {
    const endsAtH = planned.failsExactH!;
    return { lastsH: endsAtH - input.startH, endsAtH };
  }
  const after = carryOn(input, planned);
  return { lastsH: after === undefined ? Infinity : durationH + after, endsAtH: undefined };
}

/** Hours the plan's mean load goes on after pack-up, or undefined when the look-ahead does not reach the end. */
function carryOn(input: RunInput, planned: Run): number | undefined {
  const durationH = input.endH - input.startH;
  const horizonH = durationH * (LOOK_AHEAD - 1);
  const whole = { fromH: input.endH, toH: input.endH + horizonH + 1 };
  const loads = input.loads.map((load): RunLoad => {
    const onH = load.bars.reduce((s, b) => s + b.toH - b.fromH, 0);
    const bars = load.bars
      .map((b) => ({ ...b, share: (b.toH - b.fromH) / durationH }))
      .reduce(
        (sum, b) => ({
          powerW: sum.powerW + scaledLaw(b.law, b.share).powerW,
          currentA: sum.currentA + scaledLaw(b.law, b.share).currentA,
          conductanceS: sum.conductanceS + scaledLaw(b.law, b.share).conductanceS
        }),
        { powerW: 0, currentA: 0, conductanceS: 0 }
      );
    return {
      ...load,
      bars: onH > 0 ? [{ ...whole, law: bars, outFraction: 1 }] : [],
      minV: onH > 0 ? load.minV : null
    };
  });
  const standing = input.standing.map((d) => ({
    ...d,
    currentA: (d.currentA * d.bars.reduce((s, b) => s + b.toH - b.fromH, 0)) / durationH,
    bars: [whole]
  }));
  const rest = run({
    ...input,
    packs: input.packs.map((p, i) => ({ ...p, startFraction: planned.endSocByGroup[i]! })),
    loads,
    standing,
    startH: input.endH,
    endH: input.endH + horizonH,
    stepS: Math.max(input.stepS, (durationH * 3600) / 150),
    bare: true,
    untilFailure: true
  });
  return rest.failsAtH === undefined ? undefined : rest.failsExactH! - input.endH;
}

/**
 * Chance of making the wanted hours: draws and capacity taken as independent normal spreads, hours in proportion.
 * A first-order estimate that every edit can afford; the many runs of outing/sure replace it.
 */
export function lastsChance(
  need: Demand,
  b: Bank,
  lastsH: number,
  wantedH: number
): { chanceFraction: number; spreadH: number } {
  if (!Number.isFinite(lastsH)) return { chanceFraction: 1, spreadH: 0 };
  const variance = need.devices.reduce((s, d) => s + (d.energyWh * d.spreadFraction) ** 2, 0);
  const drawSpread = need.totalWh > 0 ? Math.sqrt(variance) / need.totalWh : 0;
  const spreadH = lastsH * Math.hypot(drawSpread, b.capacitySpreadFraction ?? CAPACITY_SPREAD_FRACTION);
  return { chanceFraction: normalShare((lastsH - wantedH) / spreadH), spreadH };
}
