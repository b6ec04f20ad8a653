import type { Bank } from '../battery/bank.ts';
import { CHEMISTRY } from '../battery/chemistry.ts';
import { weakestMilliOhm } from '../battery/resistance.ts';
import type { Box } from '../box/schema.ts';
import { WEAK_SOC } from '../wiring/draft.ts';
import { coveredPorts } from '../wiring/cutoff.ts';
import type { WiringPlan } from '../wiring/types.ts';
import type { Judge } from './table.ts';

/** The least that a battery gains as soon as a load is off, V. Lead 'recovers on rest' (electrical reference 6); how much is an estimate. @source rule of thumb */
const RESTS_V = 0.3;
/** Room between the voltage it recovers to and the one at which the cut-off closes again, V. @source rule of thumb */
const CLEAR_V = 0.3;
/** Least width of a cut-off that is offered, V. @source rule of thumb */
const WIDTH_V = 0.8;

type Ground = { box: Box; bank: Bank; wiring: WiringPlan; judge: Judge };

/** What a low-voltage cut-off meets when it has opened. */
export type Recovery = {
  /** What it switches off, A. */
  offA: number;
  /** Where the battery stands as soon as that is off, V. */
  recoversV: number;
  /** The most that anything charges it to, V. */
  chargedV: number;
  /** A voltage to close again that it does not reach by resting, V. */
  closesV: number;
};

/**
 * The voltage that the battery springs back to when a cut-off opens: by what flowed, over its resistance in the cold with a
 * fifth left; of a changeover the oldest pack stands alone. A source whose voltage nobody knows may give the most the battery
 * bears. @source electrical reference 5 and 6, resistance
 */
export function recovery({ box, bank, wiring, judge }: Ground, cutV: number): Recovery {
  const covered = coveredPorts(box, wiring.tree);
  const behindA = wiring.circuits
    .filter((c) => c.circuit.purpose === 'load' && (!covered || covered.has(c.circuit.portId)))
    .reduce((sum, c) => sum + c.lowLoadA, 0);
  const offA = Math.min(behindA, wiring.main.timetableA);
  const springsV = (offA * weakestMilliOhm(bank, box.bank.arrangement === 'changeover', judge.coldC, WEAK_SOC)) / 1000;
  const recoversV = cutV + Math.max(RESTS_V, springsV);
  const { absorbV, chargeMaxV } = CHEMISTRY[bank.chemistry];
  const volts = judge.sources.map((s) => s.volts ?? chargeMaxV);
  return {
    offA,
    recoversV,
    chargedV: volts.length > 0 ? Math.max(...volts) : absorbV,
    closesV: Math.ceil(10 * Math.max(cutV + WIDTH_V, recoversV + CLEAR_V) - 1e-9) / 10
  };
}
