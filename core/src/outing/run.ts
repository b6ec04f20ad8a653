import { addLaws, lawCurrentA, NO_LOAD, type LoadLaw } from '../network/law.ts';
import type { PackGroup } from '../battery/pack-group.ts';
import { airAtC } from '../sun/air.ts';
import { followIdle, portState, portVWith, setActive, solvePorts, wiringLossW, type PortState } from './ports.ts';
import { acceptedA, advance, meanSoc, refresh, setTemperature, stateOf, together, type PackState } from './sources.ts';

/** One bar of a load: its mean law, and the share of its power that reaches the device after converters. */
export type RunBar = { fromH: number; toH: number; law: LoadLaw; outFraction: number };

/** A load on the run: what it draws, when, and the voltage under which it gives up. */
export type RunLoad = {
  id: string;
  /** Place in the port table. */
  port: number;
  /** Sorted, not overlapping. */
  bars: readonly RunBar[];
  /** Its hungriest mode. */
  peakLaw: LoadLaw;
  minV: number | null;
  belowMin: 'stops' | 'resets' | 'degrades';
  /** Hours its inner battery carries it when the box does not. */
  innerH: number;
};

/** Draws of the box itself at a port. */
export type RunStanding = { port: number; currentA: number; bars: readonly { fromH: number; toH: number }[] };

export type RunInput = {
  packs: readonly PackGroup[];
  /** One group after the other instead of all together. */
  changeover: boolean;
  protectionV: number | null;
  disconnect: { cutV: number; backV: number } | null;
  coldestC: number;
  warmestC: number | null;
  /** How much warmer than the air the battery is kept. */
  warmerK: number;
  /** Resistance table of the ports, ohm (wiring/feed). */
  portOhm: readonly (readonly number[])[];
  loads: readonly RunLoad[];
  standing: readonly RunStanding[];
  /** Current coming in from charger or panel, A, before what the battery accepts. */
  inflowA?: (timeH: number, batteryV: number, airC: number) => number;
  startH: number;
  endH: number;
  stepS: number;
  keepBackFraction: number;
  /** End the run at the first failure instead of showing what happens when forced. */
  untilFailure?: boolean;
  /** Port whose voltage the panel voltmeter shows; null = none. */
  meterPort?: number | null;
  /** Keep no curves: only when it fails. */
  bare?: boolean;
};

export type StopReason = 'kept-back' | 'device' | 'protection' | 'disconnect' | 'empty' | 'power-limit';
export type RunEvent = {
  timeH: number;
  reason: StopReason | 'resets' | 'degrades' | 'on-inner' | 'inner-empty' | 'back' | 'changeover';
  loadId: string | null;
  volts: number;
};

/** Energy of the whole run, Wh, by where it came from and went. */
export type EnergyBalance = {
  /** Out of the chemistry, less what went back in. */
  batteryWh: number;
  inflowWh: number;
  devicesWh: number;
  convertersWh: number;
  boxWh: number;
  wiringWh: number;
  batteryHeatWh: number;
};

export type Run = {
  /** One entry a step, from switch-on: clock hours, charge left, volts at the battery posts, net amps from it. */
  timeH: number[];
  socFraction: number[];
  batteryV: number[];
  currentA: number[];
  inflowA: number[];
  airC: number[];
  /** Amps of each load, same order as the loads, and volts of each port. */
  loadA: number[][];
  portV: number[][];
  events: RunEvent[];
  /** First time the plan is not served any more, clock hours; undefined when it lasts through. */
  failsAtH: number | undefined;
  failReason: StopReason | undefined;
  /** The same with the crossing of the kept-back line put between two steps, so that the step length hardly shows. */
  failsExactH: number | undefined;
  endSocFraction: number;
  /** Charge left in each group of packs. */
  endSocByGroup: number[];
  /** Energy at the plugs. */
  deliveredWh: number;
  drawnAh: number;
  sourceWh: number;
  balance: EnergyBalance;
  stepCount: number;
};

type Device = {
  off: boolean;
  onInner: boolean;
  innerLeftH: number;
  warned: boolean;
  next: number;
  bar: RunBar | undefined;
};
type State = {
  packs: PackState[];
  active: number | undefined;
  tempC: number;
  ports: PortState;
  laws: LoadLaw[];
  devices: Device[];
  standing: { next: number; on: boolean }[];
  dead: boolean;
  open: boolean;
  /** Something switched since the laws were last put together. */
  stale: boolean;
  /** Nothing is switched on or off before this, clock hours. */
  nextChangeH: number;
  /** Most each load can draw at any voltage it bears. */
  mostA: number[];
  /** Present amps of each load. */
  loadA: Float64Array;
  inA: number;
  batteryV: number;
  openV: number;
  sourceOhm: number;
};

/**
 * Steps a bank through an outing, forward Euler, the wiring solved at every step. A device that falls under its least
 * voltage does what such devices do; disconnect and protection end everything. The test precedes the step.
 * @source electrical reference 8, "simulation, reproducible to the last digit"; verified against its table
 */
export function run(input: RunInput): Run {
  const { stepS } = input;
  const stepH = stepS / 3600;
  const steps = Math.ceil(((input.endH - input.startH) * 3600) / stepS - 1e-9);
  const out = emptyRun(input, input.bare ? 0 : steps + 1);
  const s = startState(input);
  let last = steps;
  for (let n = 0; n <= steps; n++) {
    const timeH = input.startH + n * stepH;
    const airC = airAtC(input.coldestC, input.warmestC, timeH);
    prepareSources(input, s, airC + input.warmerK);
    pickBars(input, s, timeH);
    settle(input, s, timeH, airC, out);
    if (!input.bare) record(input, s, n, timeH, airC, out);
    const soc = meanSoc(s.packs);
    if (soc <= input.keepBackFraction) {
      const fresh = out.failsAtH === undefined;
      fail(out, timeH, 'kept-back', null, s.batteryV);
      if (fresh && n > 0 && out.endSocFraction > soc)
        out.failsExactH = timeH - (stepH * (input.keepBackFraction - soc)) / (out.endSocFraction - soc);
    }
    out.endSocFraction = soc;
    last = n;
    if (n === steps || (input.untilFailure && out.failsAtH !== undefined)) break;
    if (!input.bare) balance(input, s, stepH, out);
    step(input, s, stepS, timeH, out);
  }
  out.endSocByGroup = s.packs.map((p) => p.soc);
  if (!input.bare && last < steps) cutOff(out, last + 1);
  return out;
}

/** Curves end where the run ended. */
function cutOff(out: Run, length: number): void {
  const curves = [
    out.timeH,
    out.socFraction,
    out.batteryV,
    out.currentA,
    out.inflowA,
    out.airC,
    ...out.loadA,
    ...out.portV
  ];
  for (const curve of curves) curve.length = length;
}

function emptyRun(input: RunInput, length: number): Run {
  const curve = (): number[] => new Array<number>(length).fill(NaN);
  return {
    timeH: curve(),
    socFraction: curve(),
    batteryV: curve(),
    currentA: curve(),
    inflowA: curve(),
    airC: curve(),
    loadA: input.loads.map(curve),
    portV: input.portOhm.map(curve),
    events: [],
    failsAtH: undefined,
    failReason: undefined,
    failsExactH: undefined,
    endSocFraction: 1,
    endSocByGroup: [],
    deliveredWh: 0,
    drawnAh: 0,
    sourceWh: 0,
    balance: {
      batteryWh: 0,
      inflowWh: 0,
      devicesWh: 0,
      convertersWh: 0,
      boxWh: 0,
      wiringWh: 0,
      batteryHeatWh: 0
    },
    stepCount: 0
  };
}

function startState(input: RunInput): State {
  return {
    packs: input.packs.map(stateOf),
    active: input.changeover && input.packs.length > 1 ? 0 : undefined,
    tempC: NaN,
    ports: portState(input.portOhm),
    laws: input.portOhm.map(() => NO_LOAD),
    devices: input.loads.map((l) => ({
      off: false,
      onInner: false,
      innerLeftH: l.innerH,
      warned: false,
      next: 0,
      bar: undefined
    })),
    standing: input.standing.map(() => ({ next: 0, on: false })),
    dead: false,
    open: false,
    stale: true,
    nextChangeH: -Infinity,
    mostA: input.loads.map((l) =>
      l.minV ? Math.max(lawCurrentA(l.peakLaw, l.minV), lawCurrentA(l.peakLaw, HIGHEST_V)) : Infinity
    ),
    loadA: new Float64Array(input.loads.length),
    inA: 0,
    batteryV: 0,
    openV: 0,
    sourceOhm: 0
  };
}

function prepareSources(input: RunInput, s: State, tempC: number): void {
  if (tempC !== s.tempC) {
    s.tempC = tempC;
    for (const p of s.packs) setTemperature(p, tempC);
  }
  for (let i = 0; i < s.packs.length; i++) refresh(s.packs[i]!);
}

/** No 12 V bank stands above this, V. @source electrical reference 6, 4S Li-ion on charge */
const HIGHEST_V = 16.8;
/** Times nearer than this are the same: hours added up step by step are not exact. */
const CLOCK_H = 1e-9;

function pickBars(input: RunInput, s: State, timeH: number): void {
  if (timeH < s.nextChangeH) return;
  s.nextChangeH = Infinity;
  for (let i = 0; i < input.loads.length; i++) {
    const d = s.devices[i]!;
    const { bars } = input.loads[i]!;
    while (d.next < bars.length && bars[d.next]!.toH <= timeH + CLOCK_H) d.next++;
    const next = bars[d.next];
    const bar = next && timeH >= next.fromH - CLOCK_H ? next : undefined;
    if (next) s.nextChangeH = Math.min(s.nextChangeH, (bar ? next.toH : next.fromH) - CLOCK_H);
    if (bar === d.bar) continue;
    d.bar = bar;
    s.stale = true;
  }
  for (let i = 0; i < input.standing.length; i++) {
    const d = s.standing[i]!;
    const { bars } = input.standing[i]!;
    while (d.next < bars.length && bars[d.next]!.toH <= timeH + CLOCK_H) d.next++;
    const next = bars[d.next];
    const on = next !== undefined && timeH >= next.fromH - CLOCK_H;
    if (next) s.nextChangeH = Math.min(s.nextChangeH, (on ? next.toH : next.fromH) - CLOCK_H);
    if (on === d.on) continue;
    d.on = on;
    s.stale = true;
  }
}

const draws = (s: State, i: number): RunBar | undefined => {
  const d = s.devices[i]!;
  return s.dead || s.open || d.off || d.onInner ? undefined : d.bar;
};

function setLaws(input: RunInput, s: State): void {
  if (!s.stale) return;
  s.stale = false;
  s.laws.fill(NO_LOAD);
  if (s.dead || s.open) return setActive(s.ports, s.laws);
  input.standing.forEach((load, i) => {
    if (s.standing[i]!.on) s.laws[load.port] = addLaws(s.laws[load.port]!, { ...NO_LOAD, currentA: load.currentA });
  });
  for (let i = 0; i < input.loads.length; i++) {
    const bar = draws(s, i);
    if (bar) s.laws[input.loads[i]!.port] = addLaws(s.laws[input.loads[i]!.port]!, bar.law);
  }
  setActive(s.ports, s.laws);
}

/** Solves one moment, letting devices and cut-offs act until what is left can be carried. */
function settle(input: RunInput, s: State, timeH: number, airC: number, out: Run): void {
  for (;;) {
    setLaws(input, s);
    const { openV, ohm } = together(s.packs, s.active);
    s.openV = openV;
    s.sourceOhm = ohm;
    const offered = input.inflowA ? input.inflowA(timeH, s.batteryV || openV, airC) : 0;
    s.inA = offered > 0 ? Math.min(offered, s.ports.totalA + acceptedA(s.packs, s.active, s.tempC)) : 0;
    if (s.dead) return sleep(s, openV, ohm);
    const empty = s.active === undefined ? meanSoc(s.packs) <= 0 : s.packs[s.active]!.soc <= 0;
    const carried = !empty && solvePorts(s.ports, s.laws, openV, ohm, s.inA);
    if (!carried) {
      if (changeOver(input, s, timeH, out)) continue;
      die(s, out, timeH, empty ? 'empty' : 'power-limit', 0);
      continue;
    }
    s.batteryV = openV - ohm * (s.ports.totalA - s.inA);
    if (s.open) {
      if (!(input.disconnect && s.batteryV > input.disconnect.backV)) return sleep(s, openV, ohm);
      s.open = false;
      s.stale = true;
      out.events.push({ timeH, reason: 'back', loadId: null, volts: s.batteryV });
      continue;
    }
    const cut = input.disconnect;
    if (cut && s.batteryV < cut.cutV) {
      if (changeOver(input, s, timeH, out)) continue;
      s.open = true;
      s.stale = true;
      fail(out, timeH, 'disconnect', null, s.batteryV);
      continue;
    }
    if (input.protectionV !== null && s.batteryV < input.protectionV) {
      if (changeOver(input, s, timeH, out)) continue;
      die(s, out, timeH, 'protection', s.batteryV);
      continue;
    }
    if (s.active !== undefined && s.packs[s.active]!.soc <= input.keepBackFraction && changeOver(input, s, timeH, out))
      continue;
    if (!dropWeak(input, s, timeH, out)) return;
  }
}

/** Nothing is connected any more; the battery rests at its open voltage. */
function sleep(s: State, openV: number, ohm: number): void {
  s.ports.amps.fill(0);
  s.ports.volts.fill(0);
  s.ports.totalA = 0;
  s.batteryV = openV + ohm * s.inA;
}

function die(s: State, out: Run, timeH: number, reason: StopReason, volts: number): void {
  s.dead = true;
  s.stale = true;
  fail(out, timeH, reason, null, volts);
}

/** Takes the next pack of a changeover; false when there is none left. */
function changeOver(input: RunInput, s: State, timeH: number, out: Run): boolean {
  if (s.active === undefined || s.active + 1 >= s.packs.length) return false;
  s.packs[s.active]!.spent = true;
  s.active++;
  out.events.push({ timeH, reason: 'changeover', loadId: null, volts: s.batteryV });
  return true;
}

/** Lets the first device that falls under its least voltage act; true when the moment must be solved again. */
function dropWeak(input: RunInput, s: State, timeH: number, out: Run): boolean {
  for (let i = 0; i < input.loads.length; i++) {
    const load = input.loads[i]!;
    const bar = draws(s, i);
    const d = s.devices[i]!;
    if (!bar || load.minV === null || (d.warned && load.belowMin !== 'stops')) continue;
    // no mode can pull its plug lower than this: most are far from giving up, and cheap to pass over
    const ohm = s.sourceOhm + s.ports.ohm[load.port * (s.ports.count + 1)]!;
    if (s.ports.volts[load.port]! - s.mostA[i]! * ohm > load.minV) continue;
    const volts = peakV(s, load, bar);
    if (volts >= load.minV) continue;
    if (load.innerH > 0) {
      d.onInner = true;
      s.stale = true;
      out.events.push({ timeH, reason: 'on-inner', loadId: load.id, volts });
      return true;
    }
    if (load.belowMin === 'stops') {
      d.off = true;
      s.stale = true;
      fail(out, timeH, 'device', load.id, volts);
      return true;
    }
    d.warned = true;
    out.events.push({ timeH, reason: load.belowMin, loadId: load.id, volts });
    if (load.belowMin === 'resets') fail(out, timeH, 'device', load.id, volts);
  }
  return false;
}

/** Plug voltage while this one load is in its hungriest mode and the others at their mean. */
function peakV(s: State, load: RunLoad, bar: RunBar): number {
  const base = s.laws[load.port]!;
  const law = {
    powerW: base.powerW - bar.law.powerW + load.peakLaw.powerW,
    currentA: base.currentA - bar.law.currentA + load.peakLaw.currentA,
    conductanceS: base.conductanceS - bar.law.conductanceS + load.peakLaw.conductanceS
  };
  return portVWith(s.ports, load.port, law, s.sourceOhm);
}

function record(input: RunInput, s: State, n: number, timeH: number, airC: number, out: Run): void {
  out.timeH[n] = timeH;
  out.socFraction[n] = meanSoc(s.packs);
  out.batteryV[n] = s.batteryV;
  out.currentA[n] = s.ports.totalA - s.inA;
  out.inflowA[n] = s.inA;
  out.airC[n] = airC;
  for (let i = 0; i < input.loads.length; i++) {
    const bar = draws(s, i);
    const amps = bar ? lawCurrentA(bar.law, s.ports.volts[input.loads[i]!.port]!) : 0;
    s.loadA[i] = amps;
    out.loadA[i]![n] = amps;
  }
  if (!s.dead && !s.open) followIdle(s.ports, s.batteryV);
  for (let p = 0; p < s.ports.count; p++) out.portV[p]![n] = s.ports.volts[p]!;
}

function balance(input: RunInput, s: State, stepH: number, out: Run): void {
  const b = out.balance;
  b.inflowWh += s.batteryV * s.inA * stepH;
  b.wiringWh += wiringLossW(s.ports) * stepH;
  const netA = s.ports.totalA - s.inA;
  for (let i = 0; i < s.packs.length; i++) {
    const p = s.packs[i]!;
    const packA = currentOf(s, i, netA);
    b.batteryWh += p.openV * packA * p.count * stepH;
    b.batteryHeatWh += packA * packA * p.ohm * p.count * stepH;
  }
  let devicesW = 0;
  let deliveredW = 0;
  for (let i = 0; i < input.loads.length; i++) {
    const amps = s.loadA[i]!;
    if (amps === 0) continue;
    const w = amps * s.ports.volts[input.loads[i]!.port]!;
    deliveredW += w;
    devicesW += w * s.devices[i]!.bar!.outFraction;
  }
  let plugsW = 0;
  for (let k = 0; k < s.ports.active.length; k++) {
    const p = s.ports.active[k]!;
    plugsW += s.ports.amps[p]! * s.ports.volts[p]!;
  }
  b.devicesWh += devicesW * stepH;
  b.convertersWh += (deliveredW - devicesW) * stepH;
  b.boxWh += (plugsW - deliveredW) * stepH;
  out.deliveredWh += deliveredW * stepH;
}

/** Discharge current of one pack of a group. */
function currentOf(s: State, i: number, netA: number): number {
  const p = s.packs[i]!;
  if (s.active !== undefined) return i === s.active ? netA / p.count : 0;
  if (s.packs.length === 1) return netA / p.count;
  return (p.openV - s.batteryV) / p.ohm;
}

function step(input: RunInput, s: State, stepS: number, timeH: number, out: Run): void {
  const netA = s.ports.totalA - s.inA;
  if (!s.dead || s.inA > 0) {
    for (let i = 0; i < s.packs.length; i++) {
      const p = s.packs[i]!;
      p.packA = currentOf(s, i, netA);
      advance(p, stepS);
    }
    out.drawnAh += (s.ports.totalA * stepS) / 3600;
    out.sourceWh += (s.openV * netA * stepS) / 3600;
  }
  if (!s.dead) out.stepCount++;
  for (let i = 0; i < input.loads.length; i++) {
    const d = s.devices[i]!;
    if (!d.bar || d.off || d.innerLeftH <= 0 || !(d.onInner || s.dead || s.open)) continue;
    d.innerLeftH -= stepS / 3600;
    if (d.innerLeftH > 0) continue;
    out.events.push({ timeH, reason: 'inner-empty', loadId: input.loads[i]!.id, volts: 0 });
    d.off = true;
    if (d.onInner) fail(out, timeH, 'device', input.loads[i]!.id, 0);
  }
}

function fail(out: Run, timeH: number, reason: StopReason, loadId: string | null, volts: number): void {
  if (out.events.some((e) => e.reason === reason && e.loadId === loadId)) return;
  out.events.push({ timeH, reason, loadId, volts });
  if (out.failsAtH !== undefined) return;
  out.failsAtH = timeH;
  out.failsExactH = timeH;
  out.failReason = reason;
}
