import { CHEMISTRY } from '../battery/chemistry.ts';
import { capacityFactor, openCircuitV, resistanceFactor, sagGrowth } from '../battery/model.ts';
import type { KnownChemistry } from '../catalogue/part.ts';
import { lawCurrentA, type LoadLaw } from '../demand/demand.ts';
import { solveStar, type Branch } from './network.ts';

/** A load on the run: what it draws, when, and the voltage under which it gives up. */
export type RunLoad = {
  id: string;
  meanLaw: LoadLaw;
  peakLaw: LoadLaw;
  branchOhm: number;
  minV: number | null;
  /** On within [from, to) hours, sorted. */
  spans: readonly { fromH: number; toH: number }[];
};

export type RunInput = {
  battery: {
    chemistry: KnownChemistry;
    capacityAh: number;
    count: number;
    healthFraction: number;
    protectionV: number | null;
    startFraction: number;
  };
  airC: number;
  /** Shared path: main fuse, switch, block, returns, shunt. */
  commonOhm: number;
  loads: readonly RunLoad[];
  /** Standing draw of the box while on. */
  boxA: number;
  startH: number;
  endH: number;
  stepS: number;
  keepBackFraction: number;
  /** End the run at the first failure instead of showing what happens when forced. */
  untilFailure?: boolean;
};

export type StopReason = 'kept-back' | 'device' | 'protection' | 'empty' | 'power-limit';
export type RunEvent = { timeH: number; reason: StopReason; loadId: string | null; volts: number };

export type Run = {
  /** One entry a step, from switch-on: clock hours, charge left, volts at the battery posts, amps from it. */
  timeH: number[];
  socFraction: number[];
  batteryV: number[];
  currentA: number[];
  /** Amps of each load, same order as the loads. */
  loadA: number[][];
  events: RunEvent[];
  /** First time the plan is not served any more, clock hours; undefined when it lasts through. */
  failsAtH: number | undefined;
  failReason: StopReason | undefined;
  deliveredWh: number;
  drawnAh: number;
  sourceWh: number;
  stepCount: number;
};

const IDLE: LoadLaw = { powerW: 0, currentA: 0, conductanceS: 0 };

type State = { soc: number; dead: boolean; off: Set<string>; lastBusV: number; on: Branch[]; idle: Branch[] };

/**
 * Steps a battery through an outing, forward Euler, the network solved at every step. A device that falls under its
 * least voltage stays off; the pack's protection ends everything. The test precedes the step.
 * @source electrical reference 8, "simulation, reproducible to the last digit"; verified against its table
 */
export function run(input: RunInput): Run {
  const { battery, stepS } = input;
  const data = CHEMISTRY[battery.chemistry];
  const perAs =
    1 / (3600 * battery.capacityAh * battery.healthFraction * capacityFactor(battery.chemistry, input.airC));
  const resistanceK = (data.sagKMilliOhmAh / battery.capacityAh) * resistanceFactor(battery.chemistry, input.airC);
  const exponent = data.peukertExponent - 1;
  const out: Run = {
    timeH: [],
    socFraction: [],
    batteryV: [],
    currentA: [],
    loadA: input.loads.map(() => []),
    events: [],
    failsAtH: undefined,
    failReason: undefined,
    deliveredWh: 0,
    drawnAh: 0,
    sourceWh: 0,
    stepCount: 0
  };
  const state: State = {
    soc: battery.startFraction,
    dead: false,
    off: new Set(),
    lastBusV: 0,
    on: [
      ...input.loads.map((load): Branch => ({ ohm: load.branchOhm, law: load.meanLaw })),
      { ohm: 0, law: { ...IDLE, currentA: input.boxA } }
    ],
    idle: input.loads.map((load): Branch => ({ ohm: load.branchOhm, law: IDLE }))
  };
  const steps = Math.ceil(((input.endH - input.startH) * 3600) / stepS - 1e-9);
  const nextSpan = input.loads.map(() => 0);
  const running = input.loads.map(() => false);
  const branches = [...state.on];
  for (let n = 0; n <= steps; n++) {
    const timeH = input.startH + (n * stepS) / 3600;
    const sourceV = openCircuitV(battery.chemistry, state.soc);
    const packOhm = (resistanceK * sagGrowth(data, state.soc) + data.sagFixedMilliOhm) / 1000;
    const sourceOhm = packOhm / battery.count;
    for (let i = 0; i < running.length; i++)
      running[i] = !state.dead && !state.off.has(input.loads[i]!.id) && inSpan(input.loads[i]!, nextSpan, i, timeH);
    const solved = state.dead ? undefined : settle(input, state, { running, branches }, sourceV, sourceOhm, timeH, out);
    const currentA = solved?.totalA ?? 0;
    out.timeH.push(timeH);
    out.socFraction.push(state.soc);
    out.batteryV.push(sourceV - currentA * sourceOhm);
    out.currentA.push(currentA);
    for (let i = 0; i < input.loads.length; i++) {
      const amps = running[i] && solved ? lawCurrentA(input.loads[i]!.meanLaw, solved.plugV[i]!) : 0;
      out.loadA[i]!.push(amps);
      if (amps > 0 && n < steps) out.deliveredWh += (amps * solved!.plugV[i]! * stepS) / 3600;
    }
    if (state.soc <= input.keepBackFraction) fail(out, timeH, 'kept-back', null, sourceV - currentA * sourceOhm);
    if (n === steps || (input.untilFailure && out.failsAtH !== undefined)) break;
    if (state.dead) continue;
    const packA = currentA / battery.count;
    state.soc -= packA * Math.max(1, (packA * data.hourRateH) / battery.capacityAh) ** exponent * stepS * perAs;
    out.drawnAh += (currentA * stepS) / 3600;
    out.sourceWh += (sourceV * currentA * stepS) / 3600;
    out.stepCount++;
  }
  return out;
}

function inSpan(load: RunLoad, next: number[], i: number, timeH: number): boolean {
  while (next[i]! < load.spans.length && load.spans[next[i]!]!.toH <= timeH + 1e-9) next[i]!++;
  const span = load.spans[next[i]!];
  return span !== undefined && timeH >= span.fromH - 1e-9;
}

/** Solves one moment, dropping devices that fall under their least voltage, until what is left can be carried. */
function settle(
  input: RunInput,
  state: State,
  { running, branches }: { running: boolean[]; branches: Branch[] },
  sourceV: number,
  sourceOhm: number,
  timeH: number,
  out: Run
) {
  for (;;) {
    for (let i = 0; i < running.length; i++) branches[i] = running[i] ? state.on[i]! : state.idle[i]!;
    // the answer of the step before is near; when it leads astray, once more from the open voltage
    const solved =
      solveStar(sourceV, sourceOhm + input.commonOhm, branches, state.lastBusV || sourceV) ??
      solveStar(sourceV, sourceOhm + input.commonOhm, branches);
    if (!solved || state.soc <= 0) {
      state.dead = true;
      fail(out, timeH, state.soc <= 0 ? 'empty' : 'power-limit', null, solved ? solved.busV : 0);
      running.fill(false);
      return undefined;
    }
    state.lastBusV = solved.busV;
    const batteryV = sourceV - solved.totalA * sourceOhm;
    if (input.battery.protectionV !== null && batteryV < input.battery.protectionV) {
      state.dead = true;
      fail(out, timeH, 'protection', null, batteryV);
      running.fill(false);
      return undefined;
    }
    const weak = weakestLoad(input, running, solved, sourceOhm + input.commonOhm);
    if (weak < 0) return solved;
    const load = input.loads[weak]!;
    state.off.add(load.id);
    running[weak] = false;
    fail(out, timeH, 'device', load.id, peakPlugV(load, solved, weak, sourceOhm + input.commonOhm));
  }
}

/** First running load whose plug falls under its least voltage, or -1. */
function weakestLoad(input: RunInput, running: boolean[], solved: { plugV: number[] }, sharedOhm: number): number {
  for (let i = 0; i < running.length; i++) {
    const load = input.loads[i]!;
    if (running[i] && load.minV !== null && peakPlugV(load, solved, i, sharedOhm) < load.minV) return i;
  }
  return -1;
}

/** Plug voltage while this one load is in its hungriest mode and the others at their mean. */
function peakPlugV(load: RunLoad, solved: { plugV: number[] }, i: number, sharedOhm: number): number {
  const meanV = solved.plugV[i]!;
  const extraA = lawCurrentA(load.peakLaw, meanV) - lawCurrentA(load.meanLaw, meanV);
  return extraA <= 0 ? meanV : meanV - extraA * (sharedOhm + load.branchOhm);
}

function fail(out: Run, timeH: number, reason: StopReason, loadId: string | null, volts: number): void {
  if (out.events.some((e) => e.reason === reason && e.loadId === loadId)) return;
  out.events.push({ timeH, reason, loadId, volts });
  if (out.failsAtH !== undefined) return;
  out.failsAtH = timeH;
  out.failReason = reason;
}
