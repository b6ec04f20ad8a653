import { fixed } from '../quantity/format.ts';
import type { TrialCircuit } from './circuit.ts';
import type { Reading } from './reading.ts';
import type { ShortTrial } from './survey.ts';

export type Outcome = {
  title: string;
  /** What happens, in sentences. */
  say: string[];
  state: 'holds' | 'caution' | 'stop';
  /** What the voltmeter at the panel and the shunt meter show; the meter counts discharge positive. */
  panelV: number;
  meterA: number | undefined;
  /** Voltage at each plug. */
  plugs: { tag: string; volts: number }[];
  short: ShortTrial | undefined;
};

/** What the meters and plugs show in a solved trial. */
export const shown = (circuit: TrialCircuit, r: Reading): Pick<Outcome, 'panelV' | 'meterA' | 'plugs'> => ({
  panelV: panelVolts(circuit, r),
  meterA: circuit.wiring.shunt ? r.shuntA : undefined,
  plugs: [...r.plugV].map(([tag, volts]) => ({ tag, volts }))
});

/** Voltage at the meter on the panel, else at the block, else behind the main fuse. */
function panelVolts({ wiring }: TrialCircuit, r: Reading): number {
  const meter = wiring.circuits.find((c) => c.portPart?.role === 'meter');
  if (meter) return r.plugV.get(meter.portTag) ?? 0;
  const plus =
    r.voltsAt({ part: 'block', terminal: '+' }) ??
    r.voltsAt({ part: 'F0', terminal: 'out' }) ??
    r.voltsAt(wiring.netlist.feed.plus) ??
    0;
  return plus - (r.voltsAt({ part: 'bus', terminal: '-' }) ?? 0);
}

export const secondsText = (s: number): string =>
  !Number.isFinite(s)
    ? 'never'
    : s < 0.001
      ? 'under 1 ms'
      : s < 1
        ? `${fixed(s * 1000, 0)} ms`
        : s < 120
          ? `${fixed(s, s < 10 ? 1 : 0)} s`
          : `${fixed(s / 60, 0)} min`;
