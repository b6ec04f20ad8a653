import { CONVERTER, type Terminal } from '../wiring/netlist.ts';
import { railInputW, type SharedRail } from '../wiring/rails.ts';

type Pair = { plus: number; minus: number };
/** A converter in the circuit of a trial, by its nodes. */
export type ConverterSpot = { id: string; gives: SharedRail; input: Pair; output: Pair };

/** It holds its voltage, drives its most into something heavier, or has let go because it gets too little. */
export type ConverterState = { mode: 'holds' | 'limits' | 'off'; inputW: number; limitA: number };
export const FIRST: ConverterState = { mode: 'holds', inputW: 0, limitA: 0 };

const SETTLED_W = 1e-7;

/** How the converters stand after a reading; undefined when nothing changes any more. */
export function nextStates(
  converters: readonly ConverterSpot[],
  states: ReadonlyMap<string, ConverterState>,
  r: { voltsAt: (t: Terminal) => number | undefined; railA: ReadonlyMap<string, number> }
): ReadonlyMap<string, ConverterState> | undefined {
  let changed = false;
  const next = new Map<string, ConverterState>();
  for (const { id, gives } of converters) {
    const was = states.get(id)!;
    const between = (plus: string, minus: string): number =>
      (r.voltsAt({ part: id, terminal: plus }) ?? 0) - (r.voltsAt({ part: id, terminal: minus }) ?? 0);
    const inV = between(CONVERTER.inPlus, CONVERTER.inMinus);
    const outV = between(CONVERTER.outPlus, CONVERTER.outMinus);
    const amps = r.railA.get(id) ?? 0;
    const limitA = gives.worstLimitA;
    // one that let go stays off: it would hunt up and down where its input sags under its own load
    const off = was.mode === 'off' || inV < gives.leastInV;
    const mode = off ? 'off' : was.mode === 'limits' || amps > limitA ? 'limits' : 'holds';
    const inputW = off ? 0 : railInputW(gives, Math.max(0, outV * amps));
    if (mode !== was.mode || Math.abs(inputW - was.inputW) > SETTLED_W) changed = true;
    next.set(id, { mode, inputW, limitA });
  }
  return changed ? next : undefined;
}
