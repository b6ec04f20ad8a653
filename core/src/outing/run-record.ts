import { lawCurrentA } from '../network/law.ts';
import { followIdle, wiringLossW } from './ports.ts';
import type { Run, RunBar, RunInput, RunState } from './run-types.ts';
import { meanSoc } from './sources.ts';

/** The bar a load draws by now; undefined while it is off, on its own battery, or nothing is connected. */
export const draws = (s: RunState, i: number): RunBar | undefined => {
  const d = s.devices[i]!;
  return s.dead || (s.open && s.covered[i]) || d.off || d.onInner ? undefined : d.bar;
};

/** Curves end where the run ended. */
export function cutOff(out: Run, length: number): void {
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

export function emptyRun(input: RunInput, length: number): Run {
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

export function record(input: RunInput, s: RunState, n: number, timeH: number, airC: number, out: Run): void {
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
  if (!s.dead && (!s.open || input.covered)) followIdle(s.ports, s.batteryV);
  for (let p = 0; p < s.ports.count; p++) out.portV[p]![n] = s.ports.volts[p]!;
}

export function balance(input: RunInput, s: RunState, stepH: number, out: Run): void {
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
export function currentOf(s: RunState, i: number, netA: number): number {
  const p = s.packs[i]!;
  if (s.active !== undefined) return i === s.active ? netA / p.count : 0;
  if (s.packs.length === 1) return netA / p.count;
  return (p.openV - s.batteryV) / p.ohm;
}
