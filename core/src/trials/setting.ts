import type { Bank } from '../battery/bank.ts';
import { faultMilliOhm, openCircuitV } from '../battery/model.ts';
import { bankMilliOhm } from '../battery/resistance.ts';

/** How switches, plugs, fuses and batteries stand in a trial; parts by id. */
export type Setting = {
  /** Switches that are open, fuses that are pulled, breakers that are off. */
  off: ReadonlySet<string>;
  /** Ports with nothing plugged in. */
  unplugged: ReadonlySet<string>;
  packsOut?: ReadonlySet<string>;
  /** '1', '2' …, 'both' or 'off'; '1' when it is not said. */
  changeover?: string;
  /** Chargers by the port they are plugged into, and the sun by its controller. */
  charging?: ReadonlyMap<string, { volts: number; currentA: number }>;
  /** Packs that stand at another voltage than the rest. */
  packVolts?: ReadonlyMap<string, number>;
};
export const ALL_ON: Setting = { off: new Set(), unplugged: new Set() };

/** Volts and source resistance of the whole bank for a trial, its packs in parallel. */
export type Source = { volts: number; ohm: number };

/** State of charge at which a box is looked at on the bench. @source rule of thumb */
const USUAL_SOC = 0.7;

/** The bank as it usually is: seven tenths full. */
export const usualSource = (bank: Bank, airC: number): Source => ({
  volts: openCircuitV(bank.chemistry, USUAL_SOC),
  ohm: bankMilliOhm(bank, airC, USUAL_SOC) / 1000
});

/** Room on the bench, °C, and a battery to look at a circuit with while none is chosen. */
const BENCH_C = 20;
const NO_BANK: Source = { volts: 12.8, ohm: 0.02 };
export const benchSource = (bank: Bank | undefined): Source => (bank ? usualSource(bank, BENCH_C) : NO_BANK);

/** Least and most that the bank drives into a short: cold, aged, a fifth left; and full, new, at room temperature. @source electrical reference 5 */
export function shortSources(bank: Bank, airC: number): { weak: Source; strong: Source } {
  const { chemistry } = bank;
  const capacityAh = bank.part.capacityAh;
  return {
    weak: {
      volts: openCircuitV(chemistry, 0.2),
      ohm: bankMilliOhm(bank, airC, 0.2) / 1000
    },
    strong: {
      volts: openCircuitV(chemistry, 1),
      ohm: faultMilliOhm(chemistry, capacityAh) / 1000 / bank.count
    }
  };
}
