import { spawnSync } from 'node:child_process';
import type { Plan } from '../core/src/evaluate.ts';
import { readSpiceOutput, spiceNetlist } from '../core/src/exchange/spice.ts';
import { TrialCircuit } from '../core/src/trials/circuit.ts';
import { benchSource } from '../core/src/trials/setting.ts';

export const SPICE = 'ngspice';
/** Share by which voltages and currents may differ. */
const AGREES = 1e-3;

export type Comparison = { nodeCount: number; leadCount: number; worstV: number; worstA: number; agrees: boolean };

/** The circuit with everything on, solved by the simulator and by us; undefined where no simulator is installed. */
export function compareWithSpice(
  plan: Plan,
  title: string,
  file: string,
  write: (text: string) => void
): Comparison | undefined {
  const source = benchSource(plan.bank);
  const spice = spiceNetlist(plan.wiring, source, title);
  write(spice.text);
  const run = spawnSync(SPICE, ['-b', file], { encoding: 'utf8' });
  if (run.error) return undefined;
  const volts = readSpiceOutput(run.stdout);
  const ours = new TrialCircuit(plan.wiring).read(source);
  let [worstV, worstA, nodeCount, leadCount] = [0, 0, 0, 0];
  let agrees = true;
  for (const p of plan.wiring.netlist.parts)
    for (const terminal of [...p.terminals, ...(p.kind === 'port' ? ['plug'] : [])]) {
      const theirs = volts.get(spice.nodeOf({ part: p.id, terminal }) ?? '');
      const own = ours.voltsAt({ part: p.id, terminal });
      if (theirs === undefined || own === undefined) {
        agrees = false;
        continue;
      }
      nodeCount++;
      const by = Math.abs(theirs - own);
      worstV = Math.max(worstV, by);
      if (by > AGREES * Math.max(1, Math.abs(own))) agrees = false;
    }
  for (const [id, lead] of spice.leads) {
    const [a, b] = [volts.get(lead.a), volts.get(lead.b)];
    // through next to no resistance the printed voltages have no digits left to tell a current
    if (a === undefined || b === undefined || lead.ohm < 1e-4) continue;
    leadCount++;
    const amps = Math.abs(a - b) / lead.ohm;
    const by = Math.abs(amps - (ours.conductorA.get(id) ?? 0));
    worstA = Math.max(worstA, by);
    if (by > AGREES * Math.max(1, amps)) agrees = false;
  }
  return { nodeCount, leadCount, worstV, worstA, agrees: agrees && nodeCount > 0 };
}
