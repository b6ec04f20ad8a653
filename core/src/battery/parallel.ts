import type { KnownChemistry } from '../catalogue/part.ts';
import { NO_LOAD } from '../network/law.ts';
import { solveNetwork } from '../network/solve.ts';
import { chargeLimits } from './charge-limits.ts';
import { faultMilliOhm, openCircuitV, sagMilliOhm } from './model.ts';

export type TakeOff = 'bus' | 'opposite' | 'same-end';
export type ParallelPack = { openV: number; ohm: number };

/**
 * Current of each pack of a parallel bank under a load, discharge positive.
 * @param linkOhm one link between neighbours, one pole; on a bus the lead of each pack to it
 * @param takeOff opposite: plus at the first pack, minus at the last; same-end: both at the first
 * @source nodal solution of the ladder of battery and link resistances, electrical reference 6
 */
export function packCurrents(
  packs: readonly ParallelPack[],
  x: { linkOhm: number; takeOff: TakeOff; loadA: number }
): number[] {
  const n = packs.length;
  if (n === 0) return [];
  const link = Math.max(x.linkOhm, 1e-6);
  // nodes: 0 is the minus take-off; plus rail 1..n, minus rail n+1..2n, plus bus 2n+1
  const plus = (i: number): number => 1 + i;
  const minus = (i: number): number => 1 + n + i;
  const bus = 2 * n + 1;
  const resistors: { a: number; b: number; ohm: number }[] = [];
  if (x.takeOff === 'bus')
    packs.forEach((_, i) => resistors.push({ a: plus(i), b: bus, ohm: link }, { a: minus(i), b: 0, ohm: link }));
  else {
    const last = x.takeOff === 'same-end' ? 0 : n - 1;
    for (let i = 0; i + 1 < n; i++)
      resistors.push({ a: plus(i), b: plus(i + 1), ohm: link }, { a: minus(i), b: minus(i + 1), ohm: link });
    resistors.push({ a: plus(0), b: bus, ohm: 1e-6 }, { a: minus(last), b: 0, ohm: 1e-6 });
  }
  const solved = solveNetwork({
    nodeCount: bus + 1,
    resistors,
    sources: packs.map((p, i) => ({ plus: plus(i), minus: minus(i), volts: p.openV, ohm: p.ohm })),
    loads: [{ plus: bus, minus: 0, law: { ...NO_LOAD, currentA: x.loadA } }]
  });
  return solved.kind === 'solved' ? solved.sourceA : packs.map(() => NaN);
}

/** How unevenly packs share: the largest current over the smallest; 1 is even. */
export function unevenness(currentsA: readonly number[]): number {
  const least = Math.min(...currentsA);
  return least > 0 ? Math.max(...currentsA) / least : Infinity;
}

export type Surge = {
  /** Over the first minute, with the resistance of sag. */
  settledA: number;
  /** The first moment, with the low resistance of a fault. */
  peakA: number;
  /** Charge that moves until they stand level, Ah. */
  movedAh: number;
  /** What the emptier pack may be charged with. */
  limitA: number;
};

/**
 * Current from the fuller into the emptier pack when two are joined.
 * A pack fresh off the charger carries surface charge, so the real first surge can be double.
 * @source electrical reference 6: (E1 - E2)/(R1 + R2 + R_link)
 */
export function joiningSurge(
  kind: { chemistry: KnownChemistry; capacityAh: number; tempC: number; linkOhm: number; labelA: number | null },
  socFractions: readonly [fuller: number, emptier: number]
): Surge {
  const { chemistry, capacityAh, tempC } = kind;
  const [full, empty] = [Math.max(...socFractions), Math.min(...socFractions)];
  const stepV = openCircuitV(chemistry, full) - openCircuitV(chemistry, empty);
  const sagOhm = sagMilliOhm(chemistry, capacityAh, tempC, 1) / 1000;
  return {
    settledA: stepV / (2 * sagOhm + kind.linkOhm),
    peakA: stepV / ((2 * faultMilliOhm(chemistry, capacityAh)) / 1000 + kind.linkOhm),
    movedAh: ((full - empty) * capacityAh) / 2,
    limitA: chargeLimits(chemistry, { capacityAh, labelA: kind.labelA }).mostA
  };
}
