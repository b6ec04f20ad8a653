import { isIdle, lawCurrentA, loadV, type LoadLaw } from '../network/law.ts';

/** Voltages and currents of all ports at one moment. Kept from step to step as the next starting point. */
export type PortState = {
  /** ohm[p*n+q]: how far port p falls per ampere at port q, without the battery. */
  ohm: Float64Array;
  count: number;
  volts: Float64Array;
  amps: Float64Array;
  totalA: number;
  /** Ports on which something draws; the others only follow. */
  active: number[];
  /** 1 where nothing draws. */
  idle: Uint8Array;
};

const VOLT_TOLERANCE = 1e-7; // of the open voltage, per sweep; what is left is a hundredth of it, far under any meter
const SWEEP_LIMIT = 60;

export function portState(table: readonly (readonly number[])[]): PortState {
  const count = table.length;
  const ohm = new Float64Array(count * count);
  table.forEach((row, p) => row.forEach((v, q) => (ohm[p * count + q] = v)));
  return {
    ohm,
    count,
    volts: new Float64Array(count),
    amps: new Float64Array(count),
    totalA: 0,
    active: [],
    idle: new Uint8Array(count).fill(1)
  };
}

/** Takes other laws into account. */
export function setActive(s: PortState, laws: readonly LoadLaw[]): void {
  s.active = [];
  laws.forEach((law, p) => {
    s.idle[p] = isIdle(law) ? 1 : 0;
    if (s.idle[p]) s.amps[p] = 0;
    else s.active.push(p);
  });
}

/**
 * Solves the ports of a box behind one source: each port in closed form against the present currents of the others,
 * swept until nothing moves. The others act only through the shared path, so two to four sweeps are enough.
 * @param laws one a port; inflowA current coming in at the battery
 * @returns false when the load cannot be carried
 * @source electrical reference 8; agrees with the general network solution in the tests
 */
export function solvePorts(
  s: PortState,
  laws: readonly LoadLaw[],
  openV: number,
  sourceOhm: number,
  inflowA: number
): boolean {
  const n = s.count;
  const { ohm, amps, volts, active } = s;
  const lifted = openV + sourceOhm * inflowA;
  let total = 0;
  for (let k = 0; k < active.length; k++) total += amps[active[k]!]!;
  for (let sweep = 0; sweep < SWEEP_LIMIT; sweep++) {
    let moved = 0;
    for (let k = 0; k < active.length; k++) {
      const p = active[k]!;
      const law = laws[p]!;
      const own = amps[p]!;
      const row = p * n;
      const loop = ohm[row + p]!;
      let open = lifted - sourceOhm * (total - own) + loop * own;
      for (let m = 0; m < active.length; m++) open -= ohm[row + active[m]!]! * amps[active[m]!]!;
      const v = loadV(open, sourceOhm + loop, law);
      if (v === undefined) return overloaded(s);
      const drawn = lawCurrentA(law, v);
      const by = Math.abs(v - volts[p]!);
      if (by > moved) moved = by;
      volts[p] = v;
      amps[p] = drawn;
      total += drawn - own;
    }
    if (moved <= VOLT_TOLERANCE * openV) {
      s.totalA = total;
      return true;
    }
  }
  return overloaded(s);
}

function overloaded(s: PortState): false {
  s.amps.fill(0);
  s.totalA = 0;
  return false;
}

/** Volts of the ports on which nothing draws, once the others are solved. */
export function followIdle(s: PortState, batteryV: number): void {
  for (let p = 0; p < s.count; p++) {
    if (s.idle[p] === 0) continue;
    let v = batteryV;
    for (let k = 0; k < s.active.length; k++) v -= s.ohm[p * s.count + s.active[k]!]! * s.amps[s.active[k]!]!;
    s.volts[p] = v;
  }
}

/** Voltage at a port while its law is another one and the rest stays as it is. */
export function portVWith(s: PortState, port: number, law: LoadLaw, sourceOhm: number): number {
  const ohm = sourceOhm + s.ohm[port * s.count + port]!;
  return loadV(s.volts[port]! + ohm * s.amps[port]!, ohm, law) ?? 0;
}

/** Power turned into heat in the wiring, W. */
export function wiringLossW(s: PortState): number {
  let sum = 0;
  const { active, amps, ohm, count } = s;
  for (let k = 0; k < active.length; k++) {
    const row = active[k]! * count;
    let fall = 0;
    for (let m = 0; m < active.length; m++) fall += ohm[row + active[m]!]! * amps[active[m]!]!;
    sum += fall * amps[active[k]!]!;
  }
  return sum;
}
