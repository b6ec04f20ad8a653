import { CONVERTER, type Netlist, type Terminal } from '../wiring/netlist.ts';
import { railInputW, type SharedRail } from '../wiring/rails.ts';
import type { Reading } from './reading.ts';

type Pair = { plus: number; minus: number };
/** A converter in the circuit of a trial, by its nodes. */
export type ConverterSpot = { id: string; gives: SharedRail; input: Pair; output: Pair };

/** It holds its voltage, drives its most into something heavier, or has let go because it gets too little. */
export type ConverterState = { mode: 'holds' | 'limits' | 'off'; inputW: number; limitA: number };
const FIRST: ConverterState = { mode: 'holds', inputW: 0, limitA: 0 };

const SETTLED_W = 1e-7;

/** How the converters stand after a reading; undefined when nothing changes any more. */
function nextStates(
  converters: readonly ConverterSpot[],
  states: ReadonlyMap<string, ConverterState>,
  r: Pick<Reading, 'voltsAt' | 'railA'>
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

/** What a converter takes and gives settles in a handful of rounds. */
const ROUNDS = 12;

/** A converter takes what it gives, and gives only while it gets enough: solved again until that stands. */
export function settleConverters(
  converters: readonly ConverterSpot[],
  solveWith: (states: ReadonlyMap<string, ConverterState>) => Reading
): Reading {
  let states: ReadonlyMap<string, ConverterState> = new Map(converters.map((c) => [c.id, FIRST]));
  let reading = solveWith(states);
  for (let round = 0; round < ROUNDS; round++) {
    const next = nextStates(converters, states, reading);
    if (!next) break;
    states = next;
    reading = solveWith(states);
  }
  return reading;
}

/** The converters of a netlist by their nodes. */
export const converterSpots = (netlist: Netlist, node: (t: Terminal) => number): ConverterSpot[] =>
  netlist.parts.flatMap((p) => {
    if (!p.gives) return [];
    const at = (terminal: string): number => node({ part: p.id, terminal });
    return [
      {
        id: p.id,
        gives: p.gives,
        input: { plus: at(CONVERTER.inPlus), minus: at(CONVERTER.inMinus) },
        output: { plus: at(CONVERTER.outPlus), minus: at(CONVERTER.outMinus) }
      }
    ];
  });

/** The converter whose voltage stands at a terminal; undefined where the battery's does. */
export function converterBefore(netlist: Netlist, t: Terminal): string | undefined {
  const seen = new Set<string>();
  for (let now: Terminal | undefined = t; now && !seen.has(now.part);) {
    const { part, terminal }: Terminal = now;
    seen.add(part);
    if (netlist.parts.some((p) => p.id === part && p.gives)) return terminal === CONVERTER.outPlus ? part : undefined;
    // upstream: the lead that comes in at this part
    now = netlist.conductors.find((c) => c.polarity === 'positive' && c.to.part === part)?.from;
  }
  return undefined;
}
