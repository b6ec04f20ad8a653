import type { Bank } from '../battery/bank.ts';
import type { Box } from '../box/schema.ts';
import { type Demand, type LoadLaw } from '../demand/demand.ts';
import { interpolate } from '../quantity/interpolate.ts';
import { run, type Run, type RunEvent, type RunInput, type RunLoad, type StopReason } from './run.ts';

/** Resistances the wiring step found, ohm. */
export type Paths = { commonOhm: number; branchOhmByPort: Record<string, number> };

export type Outing = {
  run: Run;
  wantedH: number;
  /** Hours from switch-on until the plan is no longer served; Infinity when even the longest look ahead does not empty it. */
  lastsH: number;
  /** Clock time of the end, or undefined when it lasts beyond pack-up. */
  endsAtH: number | undefined;
  reason: StopReason | undefined;
  /** First device that gives up, if any, within the outing. */
  firstStop: RunEvent | undefined;
  endSocFraction: number;
  endBatteryV: number;
  /** What the devices want against what the battery gives, Ah. */
  drawnAh: number;
  /** Chance of lasting the wanted hours. */
  chanceFraction: number;
  spreadH: number;
};

/** Half of it moves the hours by well under 0.2 %, and every edit runs it. */
export const RUN_STEP_S = 120;
/** How far past the wanted hours the run is carried on at the outing's mean load before saying 'more than'. */
const LOOK_AHEAD = 6;
/** One standard deviation of usable capacity between packs of one label. @source electrical reference 6 and 8: ±10 % with default data */
const CAPACITY_SPREAD_FRACTION = 0.06;

/**
 * Runs the outing on the bank: until pack-up with the time line as planned, then on with the plan's mean load, so that
 * spare hours can be told. Undefined while there is no battery or nothing to run.
 */
export function outing(
  box: Box,
  need: Demand,
  b: Bank | undefined,
  paths: Paths,
  stepS = RUN_STEP_S
): Outing | undefined {
  if (!b || (need.devices.every((d) => d.onH === 0) && need.box.currentA === 0)) return undefined;
  const { startH, durationH } = box.outing;
  const input = runInput(box, need, b, paths, stepS);
  const planned = run(input);
  const wantedH = durationH;
  const after = planned.failsAtH === undefined ? carryOn(input, planned, need, durationH) : undefined;
  const endsAtH = planned.failsAtH === undefined ? undefined : exactEnd(planned, b.keepBackFraction);
  const lastsH = endsAtH !== undefined ? endsAtH - startH : after === undefined ? Infinity : durationH + after;
  const { chanceFraction, spreadH } = chance(need, lastsH, wantedH);
  return {
    run: planned,
    wantedH,
    lastsH,
    endsAtH,
    reason: planned.failReason,
    firstStop: planned.events.find((e) => e.reason === 'device'),
    endSocFraction: Math.max(0, planned.socFraction[planned.socFraction.length - 1]!),
    endBatteryV: planned.batteryV[planned.batteryV.length - 1]!,
    drawnAh: planned.drawnAh,
    chanceFraction,
    spreadH
  };
}

function runInput(box: Box, need: Demand, b: Bank, paths: Paths, stepS: number): RunInput {
  const loads: RunLoad[] = need.devices.map((d, i) => ({
    id: d.deviceId,
    meanLaw: d.meanLaw,
    peakLaw: d.peakLaw,
    branchOhm: (d.portId !== null ? paths.branchOhmByPort[d.portId] : undefined) ?? 0,
    minV: box.devices[i]!.minV,
    spans: [...box.devices[i]!.spans].map((s) => ({ fromH: s.startH, toH: s.endH })).sort((x, y) => x.fromH - y.fromH)
  }));
  return {
    battery: {
      chemistry: b.chemistry,
      capacityAh: b.part.capacityAh,
      count: b.count,
      healthFraction: b.healthFraction,
      protectionV: b.part.protectionCutoffV,
      startFraction: 1
    },
    airC: box.outing.airC,
    commonOhm: paths.commonOhm,
    loads,
    boxA: need.box.currentA,
    startH: box.outing.startH,
    endH: box.outing.startH + box.outing.durationH,
    stepS,
    keepBackFraction: b.keepBackFraction
  };
}

/** Hours the plan's mean load goes on after pack-up, or undefined when the look-ahead does not reach the end. */
function carryOn(input: RunInput, planned: Run, need: Demand, durationH: number): number | undefined {
  const horizonH = durationH * (LOOK_AHEAD - 1);
  const loads = input.loads.map((load, i): RunLoad => {
    const share = need.devices[i]!.onH / durationH;
    return {
      ...load,
      meanLaw: scale(load.meanLaw, share),
      peakLaw: share > 0 ? load.peakLaw : scale(load.peakLaw, 0),
      spans: [{ fromH: 0, toH: horizonH + 1 }],
      minV: share > 0 ? load.minV : null
    };
  });
  const stepS = Math.max(input.stepS, (durationH * 3600) / 150);
  const battery = { ...input.battery, startFraction: planned.socFraction[planned.socFraction.length - 1]! };
  const rest = run({ ...input, battery, loads, startH: 0, endH: horizonH, stepS, untilFailure: true });
  return rest.failsAtH === undefined ? undefined : exactEnd(rest, input.keepBackFraction);
}

const scale = (law: LoadLaw, by: number): LoadLaw => ({
  powerW: law.powerW * by,
  currentA: law.currentA * by,
  conductanceS: law.conductanceS * by
});

/** Puts the crossing of the kept-back line between two steps, so that the step length hardly shows. */
function exactEnd(r: Run, keepBackFraction: number): number {
  if (r.failReason !== 'kept-back') return r.failsAtH!;
  const i = r.socFraction.findIndex((s) => s <= keepBackFraction);
  if (i <= 0) return r.failsAtH!;
  return interpolate(
    [0, r.socFraction[i - 1]! - r.socFraction[i]!],
    [r.timeH[i]!, r.timeH[i - 1]!],
    keepBackFraction - r.socFraction[i]!
  );
}

/**
 * Chance of making the wanted hours: draws and capacity taken as independent normal spreads, hours in proportion.
 * A first-order estimate; the draw spreads come from guess, label or measurement.
 */
function chance(need: Demand, lastsH: number, wantedH: number): { chanceFraction: number; spreadH: number } {
  if (!Number.isFinite(lastsH)) return { chanceFraction: 1, spreadH: 0 };
  const variance = need.devices.reduce((s, d) => s + (d.energyWh * d.spreadFraction) ** 2, 0);
  const drawSpread = need.totalWh > 0 ? Math.sqrt(variance) / need.totalWh : 0;
  const spreadH = lastsH * Math.hypot(drawSpread, CAPACITY_SPREAD_FRACTION);
  return { chanceFraction: normalShare((lastsH - wantedH) / spreadH), spreadH };
}

/** Standard normal distribution function. @source Abramowitz and Stegun 26.2.17, error under 7.5e-8 */
export function normalShare(z: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(z));
  const tail =
    (Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI)) *
    t *
    (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return z >= 0 ? 1 - tail : tail;
}
