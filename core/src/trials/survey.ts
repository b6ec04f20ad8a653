import type { Bank } from '../battery/bank.ts';
import { ampacityA, knownSize } from '../wiring/conductor.ts';
import { openingTimeS } from '../wiring/fuse.ts';
import { SHORT_C, standsA2s } from '../wiring/sizing.ts';
import type { Conductor, Terminal } from '../wiring/netlist.ts';
import { TrialCircuit } from './circuit.ts';
import { converterBefore } from './converters.ts';
import { ALL_ON, shortSources, type Source } from './setting.ts';

export type Opening = { partId: string; minS: number; maxS: number };
export type ShortTrial = {
  at: Terminal;
  where: string;
  battery: 'weak' | 'strong';
  currentA: number;
  /** The device that opens first, and how fast at least and at most; undefined when none ever opens. */
  opens: Opening | undefined;
  /** Others that may open with it. */
  maybe: string[];
  /** Tags of the ports that go dark. */
  dark: string[];
  hottest: { conductorId: string; name: string; currentA: number; share: number } | undefined;
  /** The converter that feeds it and drives no more; nothing need open. */
  limitedBy: string | undefined;
  /** It lies before the first fuse: nothing can open, only a short, sheathed lead helps. */
  unprotected: boolean;
  /** The hottest wire stays within its limit until something has opened. */
  holds: boolean;
};

const SHORT_S = 5;
/** An overload that lasts longer may warm the wire this much over its class, K. @source rule of thumb: costs a part of its life once */
const LONG_K = 30;

/**
 * How much of what a wire stands is used up by a current until it stops, 1 = all.
 * Up to its ampacity for ever; for some seconds by the heat it soaks up; a current that nothing stops must stay under the
 * ampacity. Between 5 s and for ever the heat it gives off counts with the time constant that joins the two.
 * @source adiabatic equation and ampacity of the electrical reference 2 and 4
 */
export function wireShare(
  currentA: number,
  forS: number,
  wire: { ampacityA: number; k2s2: number; insulationC: number; ambientC: number }
): number {
  const steady = currentA / wire.ampacityA;
  if (steady <= 1) return steady;
  if (!Number.isFinite(forS)) return steady;
  const adiabatic = (currentA * currentA * forS) / wire.k2s2;
  if (forS <= SHORT_S) return adiabatic;
  const riseC = wire.insulationC - wire.ambientC;
  const tauS = (riseC * wire.k2s2) / ((SHORT_C - wire.insulationC) * wire.ampacityA ** 2);
  const endC = wire.ambientC + riseC * (steady ** 2 - (steady ** 2 - 1) * Math.exp(-forS / tauS));
  return (endC - wire.insulationC) / LONG_K;
}

/** A fuse carries the short from this current on; less is the leak of the calculation. */
const CARRIES_A = 0.1;
/** And from this share of it: what a relay’s coil draws meanwhile is no part of a short. */
const CARRIES_SHARE = 0.02;

/** Every positive terminal shorted in turn, with the battery at its weakest and at its strongest. */
export function* survey(circuit: TrialCircuit, bank: Bank, airC: number): Generator<number, ShortTrial[]> {
  const sources = shortSources(bank, airC);
  const places = circuit.positives;
  const out: ShortTrial[] = [];
  for (const [i, at] of places.entries()) {
    for (const battery of ['weak', 'strong'] as const) out.push(oneShort(circuit, at, sources[battery], battery));
    if (i % 4 === 3) yield i / places.length;
  }
  return out;
}

export function oneShort(circuit: TrialCircuit, at: Terminal, source: Source, battery: 'weak' | 'strong'): ShortTrial {
  const { wiring } = circuit;
  const reading = circuit.read(source, { kind: 'short', at }, ALL_ON, 'none');
  const limitedBy = converterBefore(wiring.netlist, at);
  const drivenA = limitedBy === undefined ? reading.batteryA : (reading.railA.get(limitedBy) ?? 0);
  const leastA = Math.max(CARRIES_A, CARRIES_SHARE * Math.abs(reading.batteryA));
  const fuses = wiring.netlist.parts
    .filter((p) => p.kind === 'fuse' && p.ratingA !== null)
    .flatMap((p): Opening[] => {
      const amps = reading.partA.get(p.id) ?? 0;
      if (!p.family || amps < leastA) return [];
      const t = openingTimeS(p.family, p.ratingA!, amps);
      return Number.isFinite(t.minS) ? [{ partId: p.id, ...t }] : [];
    })
    .sort((a, b) => a.maxS - b.maxS || a.minS - b.minS);
  const opens = fuses[0] && Number.isFinite(fuses[0].maxS) ? fuses[0] : undefined;
  let hottest: ShortTrial['hottest'];
  for (const c of wiring.netlist.conductors) {
    if (!c.size || !knownSize(c.size) || c.lengthMm === 0) continue;
    const amps = reading.conductorA.get(c.id) ?? 0;
    const laid = circuit.laidAt(c.circuitId);
    const share = wireShare(amps, opens?.maxS ?? Infinity, {
      // a single short heats one wire of the bundle
      ampacityA: c.count * ampacityA(c.size, { ...laid, bundledCount: 1 }),
      k2s2: standsA2s(c.size, laid, c.count),
      insulationC: laid.insulationC,
      ambientC: laid.ambientC
    });
    if (!hottest || share > hottest.share)
      hottest = { conductorId: c.id, name: conductorName(c), currentA: amps, share };
  }
  return {
    at,
    where: whereOf(circuit, at),
    battery,
    currentA: drivenA,
    limitedBy,
    opens,
    maybe: opens ? fuses.filter((f) => f !== opens && f.minS < opens.maxS).map((f) => f.partId) : [],
    dark: darkAfter(circuit, opens?.partId),
    hottest,
    unprotected:
      limitedBy === undefined &&
      !wiring.netlist.parts.some((p) => p.kind === 'fuse' && (reading.partA.get(p.id) ?? 0) > leastA),
    holds: (hottest?.share ?? 0) <= 1
  };
}

export const conductorName = (c: Conductor): string =>
  `${c.from.part} ${c.from.terminal} to ${c.to.part} ${c.to.terminal}`;

/** The place in words: 'at P1', 'at the fuse block', 'between battery and F0'. */
export function whereOf({ wiring }: TrialCircuit, t: Terminal): string {
  const part = wiring.netlist.parts.find((p) => p.id === t.part)!;
  if (part.kind === 'battery')
    return part.id === 'battery' ? 'at the battery posts' : `at the posts of ${part.label.toLowerCase()}`;
  if (part.kind === 'device') return `in the lead of ${part.label}`;
  if (part.kind === 'relay') return `at ${part.id}, terminal ${t.terminal}`;
  if (part.kind === 'port' && t.terminal === 'plug') return `in the plug of ${t.part}`;
  if (part.kind === 'port') return `in or at ${t.part}`;
  if (part.gives) return `at ${part.id}, ${t.terminal}`;
  const side = t.terminal === 'in' ? 'before' : t.terminal === 'out' ? 'behind' : 'at';
  return `${side} ${part.kind === 'fuse' || part.kind === 'switch' ? part.id : part.label.toLowerCase()}`;
}

const darkBy = new WeakMap<TrialCircuit, Map<string, string[]>>();
/** Under this a port counts as dark, V. */
const DARK_V = 1;

/** Ports that lose their feed when a part opens: solved, so that a coil's fuse takes its relay along. */
export function darkAfter(circuit: TrialCircuit, partId: string | undefined): string[] {
  if (partId === undefined) return [];
  let known = darkBy.get(circuit);
  if (!known) darkBy.set(circuit, (known = new Map<string, string[]>()));
  let dark = known.get(partId);
  if (!dark) {
    const source = { volts: 12, ohm: 0.02 };
    const before = circuit.read(source, undefined, ALL_ON, 'none');
    const after = circuit.read(source, { kind: 'blown', partId }, ALL_ON, 'none');
    dark = [...after.plugV]
      .filter(([tag, v]) => Math.abs(v) < DARK_V && Math.abs(before.plugV.get(tag) ?? 0) >= DARK_V)
      .map(([tag]) => tag);
    known.set(partId, dark);
  }
  return dark;
}
