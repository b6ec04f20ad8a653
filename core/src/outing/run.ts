import { addLaws, lawCurrentA, NO_LOAD } from '../network/law.ts';
import { airAtC } from '../sun/air.ts';
import { DisconnectMoment } from './disconnect.ts';
import { portState, portVWith, setActive, solvePorts } from './ports.ts';
import { balance, currentOf, cutOff, draws, emptyRun, record } from './run-record.ts';
import type { Run, RunBar, RunInput, RunLoad, RunState, StopReason } from './run-types.ts';
import { acceptedA, advance, meanSoc, refresh, setTemperature, stateOf, together } from './sources.ts';

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

function startState(input: RunInput): RunState {
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
    covered: input.loads.map((l) => input.covered?.[l.port] ?? true),
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

function prepareSources(input: RunInput, s: RunState, tempC: number): void {
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

function pickBars(input: RunInput, s: RunState, timeH: number): void {
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

function setLaws(input: RunInput, s: RunState): void {
  if (!s.stale) return;
  s.stale = false;
  s.laws.fill(NO_LOAD);
  const { covered } = input;
  if (s.dead || (s.open && !covered)) return setActive(s.ports, s.laws);
  const cutOff = (port: number): boolean => s.open && covered![port] === true;
  input.standing.forEach((load, i) => {
    if (s.standing[i]!.on && !cutOff(load.port))
      s.laws[load.port] = addLaws(s.laws[load.port]!, { ...NO_LOAD, currentA: load.currentA });
  });
  for (let i = 0; i < input.loads.length; i++) {
    const bar = draws(s, i);
    if (bar) s.laws[input.loads[i]!.port] = addLaws(s.laws[input.loads[i]!.port]!, bar.law);
  }
  setActive(s.ports, s.laws);
}

/** Solves one moment, letting devices and cut-offs act until what is left can be carried. */
function settle(input: RunInput, s: RunState, timeH: number, airC: number, out: Run): void {
  const cut = input.disconnect;
  const moment = cut && new DisconnectMoment(out, timeH);
  for (;;) {
    setLaws(input, s);
    const { openV, ohm } = together(s.packs, s.active);
    s.openV = openV;
    s.sourceOhm = ohm;
    const offered = input.inflowA ? input.inflowA(timeH, s.batteryV || openV, airC) : 0;
    s.inA = offered > 0 ? Math.min(offered, s.ports.totalA + acceptedA(s.packs, s.active, s.tempC)) : 0;
    if (s.dead) return sleep(s, openV, ohm);
    const empty = s.active === undefined ? meanSoc(s.packs) <= 0 : s.packs[s.active]!.soc <= 0;
    let carried = !empty && solvePorts(s.ports, s.laws, openV, ohm, s.inA);
    // what has just been switched off takes nothing of it any more
    const most = s.inA > 0 ? s.ports.totalA + acceptedA(s.packs, s.active, s.tempC) : Infinity;
    if (carried && s.inA > most) {
      s.inA = most;
      carried = solvePorts(s.ports, s.laws, openV, ohm, s.inA);
    }
    if (!carried) {
      if (changeOver(input, s, timeH, out)) continue;
      die(s, out, timeH, empty ? 'empty' : 'power-limit', 0);
      continue;
    }
    s.batteryV = openV - ohm * (s.ports.totalA - s.inA);
    if (s.open) {
      if (cut && s.batteryV > cut.backV && moment!.closes(s.batteryV)) {
        s.open = false;
        s.stale = true;
        continue;
      }
      if (!input.covered) return sleep(s, openV, ohm);
    }
    if (cut && !s.open && s.batteryV < cut.cutV) {
      if (changeOver(input, s, timeH, out)) continue;
      s.open = true;
      s.stale = true;
      moment!.opened(s.batteryV);
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
function sleep(s: RunState, openV: number, ohm: number): void {
  s.ports.amps.fill(0);
  s.ports.volts.fill(0);
  s.ports.totalA = 0;
  s.batteryV = openV + ohm * s.inA;
}

function die(s: RunState, out: Run, timeH: number, reason: StopReason, volts: number): void {
  s.dead = true;
  s.stale = true;
  fail(out, timeH, reason, null, volts);
}

/** Takes the next pack of a changeover; false when there is none left. */
function changeOver(input: RunInput, s: RunState, timeH: number, out: Run): boolean {
  if (s.active === undefined || s.active + 1 >= s.packs.length) return false;
  s.packs[s.active]!.spent = true;
  s.active++;
  out.events.push({ timeH, reason: 'changeover', loadId: null, volts: s.batteryV });
  return true;
}

/** Lets the first device that falls under its least voltage act; true when the moment must be solved again. */
function dropWeak(input: RunInput, s: RunState, timeH: number, out: Run): boolean {
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
function peakV(s: RunState, load: RunLoad, bar: RunBar): number {
  const base = s.laws[load.port]!;
  const law = {
    powerW: base.powerW - bar.law.powerW + load.peakLaw.powerW,
    currentA: base.currentA - bar.law.currentA + load.peakLaw.currentA,
    conductanceS: base.conductanceS - bar.law.conductanceS + load.peakLaw.conductanceS
  };
  return portVWith(s.ports, load.port, law, s.sourceOhm);
}

function step(input: RunInput, s: RunState, stepS: number, timeH: number, out: Run): void {
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
    if (!d.bar || d.off || d.innerLeftH <= 0 || !(d.onInner || s.dead || (s.open && s.covered[i]))) continue;
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
