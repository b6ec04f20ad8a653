import { ampsText, fixed, runText } from '../quantity/format.ts';
import type { LengthUnit } from '../quantity/length.ts';
import { wireSizeText } from '../quantity/wire-size.ts';
import { ampacityA, knownSize } from '../wiring/conductor.ts';
import type { Conductor, NetPart, Terminal } from '../wiring/netlist.ts';
import type { WiringPlan } from '../wiring/types.ts';
import { laidLookup } from '../wiring/laid.ts';
import type { Reading } from './reading.ts';
import { wayBack, wayFrom } from './paths.ts';

export type Fact = { name: string; value: string };
export type Station = { word: string; volts: number | undefined };
export type Followed = { conductorIds: string[]; stations: Station[] };

const word = (t: Terminal): string => `${t.part} ${t.terminal === '-' ? '−' : t.terminal}`;

/** A lead in figures: where from and to, size, length, resistance, what it carries and may carry, and what opens for it. */
export function conductorFacts(
  wiring: WiringPlan,
  reading: Reading,
  id: string,
  unit: LengthUnit
): { title: string; facts: Fact[] } | undefined {
  const c = wiring.netlist.conductors.find((w) => w.id === id);
  if (!c) return undefined;
  const run = runText(c.lengthMm, unit);
  const facts: Fact[] = [
    { name: 'Pole', value: c.polarity === 'positive' ? '+' : c.polarity === 'negative' ? '− return' : 'sense' },
    {
      name: 'Wire',
      value:
        c.lengthMm === 0
          ? 'inside the block'
          : `${c.count > 1 ? `${c.count} × ` : ''}${c.size ? wireSizeText(c.size) : 'unknown'}, ${run.value} ${run.unit}`
    },
    { name: 'Resistance with its joints', value: `${fixed(c.milliOhm, 1)} mohm` },
    { name: 'Carries at the hungriest', value: `${ampsText(reading.conductorA.get(id) ?? 0)} A` }
  ];
  if (c.size && knownSize(c.size) && c.lengthMm > 0)
    facts.push({
      name: 'May carry here',
      value: `${fixed(c.count * ampacityA(c.size, laidLookup(wiring)(c.circuitId)), 1)} A`
    });
  const opens = opensFor(wiring, c);
  facts.push({ name: 'Opens for it', value: opens ?? 'nothing' });
  return { title: `${word(c.from)} → ${word(c.to)}`, facts };
}

const KIND_WORDS: Record<NetPart['kind'], string> = {
  battery: 'battery',
  inlet: 'plug contact',
  fuse: 'fuse',
  switch: 'switch',
  changeover: 'changeover',
  relay: 'relay',
  'fuse-block': 'fuse block',
  port: 'port',
  device: 'device',
  bus: 'joint',
  shunt: 'shunt',
  controller: 'solar controller',
  converter: 'converter'
};

/** A part in figures: what it is, its rating, what runs through it, and the voltage at each of its terminals. */
export function partFacts(
  wiring: WiringPlan,
  reading: Reading,
  id: string
): { title: string; facts: Fact[] } | undefined {
  const p = wiring.netlist.parts.find((x) => x.id === id);
  if (!p) return undefined;
  const facts: Fact[] = [{ name: 'What', value: p.family === 'breaker' ? 'breaker' : KIND_WORDS[p.kind] }];
  const rated: NetPart['kind'][] = ['fuse', 'switch', 'relay', 'port', 'shunt', 'controller', 'changeover'];
  if (rated.includes(p.kind)) facts.push({ name: 'Rated', value: p.ratingA === null ? 'unknown' : `${p.ratingA} A` });
  const amps = p.kind === 'battery' ? (reading.packA.get(id) ?? 0) : reading.partA.get(id);
  if (amps !== undefined) facts.push({ name: 'Carries at the hungriest', value: `${ampsText(Math.abs(amps))} A` });
  if (p.throughMilliOhm > 0) facts.push({ name: 'Resistance', value: `${fixed(p.throughMilliOhm, 1)} mohm` });
  if (p.coil)
    facts.push({
      name: 'Coil',
      value: `${fixed(p.coil.ohm, 0)} ohm, ${reading.pulledIn.has(id) ? 'pulled in' : 'let go'}`
    });
  for (const terminal of p.terminals) {
    const volts = reading.voltsAt({ part: id, terminal });
    if (volts !== undefined)
      facts.push({ name: `At ${terminal === '-' ? '−' : terminal}`, value: `${fixed(volts, 2)} V` });
  }
  return { title: p.label === p.id ? p.id : `${p.id}, ${p.label}`, facts };
}

/** The nearest fuse on the way from a battery to a lead; a return is watched by the fuse of its circuit. */
function opensFor(wiring: WiringPlan, c: Conductor): string | undefined {
  if (c.polarity !== 'positive') {
    const circuit = wiring.circuits.find((k) => k.circuit.id === c.circuitId);
    if (c.polarity === 'sense') {
      const fuse = wiring.netlist.parts.find((p) => p.kind === 'fuse' && (p.id === c.from.part || p.id === c.to.part));
      return fuse && textOf(fuse);
    }
    if (circuit) return circuit.guard && `${circuit.guard.tag} ${circuit.guard.ratingA ?? '?'} A`;
    const main = wiring.netlist.parts.find((p) => p.id === 'F0');
    return main && textOf(main);
  }
  const byId = new Map(wiring.netlist.parts.map((p) => [p.id, p]));
  const way = wayFrom(wiring.netlist, wiring.netlist.packIds[0]!, c.from.part) ?? [];
  const last = way.map((w) => byId.get(w.to.part)!).findLast((p) => p.kind === 'fuse');
  return last && textOf(last);
}
const textOf = (p: NetPart): string => `${p.id} ${p.ratingA ?? '?'} A`;

/** The whole way of one port's current, out and back, with what a meter shows at each stop against the bank's negative. */
export function follow(wiring: WiringPlan, reading: Reading, endPart: string): Followed | undefined {
  const { netlist } = wiring;
  const out = netlist.packIds.map((id) => wayFrom(netlist, id, endPart)).find((w) => w !== undefined);
  if (!out) return undefined;
  const back = wayBack(netlist, endPart);
  const stations: Station[] = [];
  const stop = (t: Terminal) => {
    const text = word(t);
    if (stations.at(-1)?.word !== text) stations.push({ word: text, volts: reading.voltsAt(t) });
  };
  for (const c of [...out, ...back]) for (const t of [c.from, c.to]) stop(t);
  return { conductorIds: [...out, ...back].map((c) => c.id), stations };
}
