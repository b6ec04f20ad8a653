import { lawCurrentA, type LoadLaw } from '../demand/demand.ts';

/** One path from the distribution point to a plug and back: total loop resistance and what hangs on it. */
export type Branch = { ohm: number; law: LoadLaw };

const VOLT_TOLERANCE = 1e-10; // relative; far under any meter, reached in two or three rounds
const ROUND_LIMIT = 200;

/**
 * Voltage at the plug of one branch for a voltage at the distribution point, closed form; undefined when the load
 * asks for more than the path can carry.
 * @source constant-power operating point of the electrical reference 8, with constant-current and resistive shares
 */
export function branchPlugV(branch: Branch, busV: number): number | undefined {
  const { powerW, currentA, conductanceS } = branch.law;
  const open = busV - branch.ohm * currentA;
  const a = 1 + branch.ohm * conductanceS;
  const root = open * open - 4 * a * branch.ohm * powerW;
  if (root < 0 || open <= 0) return undefined;
  return (open + Math.sqrt(root)) / (2 * a);
}

/**
 * Solves a source behind a resistance feeding several branches.
 * @param sourceV open-circuit voltage; sourceOhm battery plus everything shared; startV a near answer to begin from
 * @returns the distribution voltage, currents by branch and plug voltages; undefined when the load cannot be carried
 */
export function solveStar(
  sourceV: number,
  sourceOhm: number,
  branches: readonly Branch[],
  startV = sourceV
): { busV: number; totalA: number; plugV: number[] } | undefined {
  let busV = startV;
  const plugV: number[] = new Array<number>(branches.length);
  for (let round = 0; round < ROUND_LIMIT; round++) {
    let totalA = 0;
    let slope = 0;
    for (let i = 0; i < branches.length; i++) {
      const branch = branches[i]!;
      const { law } = branch;
      if (law.powerW === 0 && law.currentA === 0 && law.conductanceS === 0) {
        plugV[i] = busV;
        continue;
      }
      const v = branchPlugV(branch, busV);
      if (v === undefined) return undefined;
      plugV[i] = v;
      totalA += lawCurrentA(branch.law, v);
      const seen = branch.law.conductanceS - branch.law.powerW / (v * v); // dI/dV at the plug
      slope += seen / (1 + branch.ohm * seen);
    }
    // Newton on f(V) = V + R·I(V) - E; f' is positive on the stable side
    const gradient = 1 + sourceOhm * slope;
    if (gradient <= 0) return undefined;
    const next = busV - (busV + sourceOhm * totalA - sourceV) / gradient;
    if (!(next > 0)) return undefined;
    if (Math.abs(next - busV) <= VOLT_TOLERANCE * sourceV) return { busV, totalA, plugV };
    busV = next;
  }
  return undefined;
}
