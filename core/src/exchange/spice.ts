import { CONVERTER, innerEdges, type Terminal } from '../wiring/netlist.ts';
import { drawsOf } from '../wiring/draws.ts';
import { railInputW } from '../wiring/rails.ts';
import type { WiringPlan } from '../wiring/types.ts';
import { LEAK_OHM, MICRO_OHM } from '../trials/circuit.ts';
import type { Source } from '../trials/setting.ts';

/** A circuit as an open SPICE netlist, and how its nodes and resistors are called there. */
export type SpiceFile = {
  text: string;
  /** Node of a terminal, '0' for the bank's negative; undefined for one that is not there. */
  nodeOf: (t: Terminal) => string | undefined;
  /** Ends and resistance of each conductor. */
  leads: ReadonlyMap<string, { a: string; b: string; ohm: number }>;
};

const keyOf = (t: Terminal): string => `${t.part}\u0000${t.terminal}`;
const bare = (text: string): string => text.replace(/[^\w+.-]+/g, '_');

/** Each converter: a voltage for what it gives, and a source that takes the same watts and its loss from its input. */
const converterLines = (wiring: WiringPlan, node: (t: Terminal) => string): string[] =>
  wiring.netlist.parts.flatMap((p, i) => {
    if (!p.gives) return [];
    const at = (terminal: string): string => node({ part: p.id, terminal });
    const { outV } = p.gives;
    const outA = wiring.circuits.reduce((s, c) => s + (c.rail?.feedId === p.gives!.feedId ? c.loadA : 0), 0);
    const inputW = railInputW(p.gives, outV * outA);
    const [plus, minus] = [at(CONVERTER.inPlus), at(CONVERTER.inMinus)];
    return [
      `VR${i} ${at(CONVERTER.outPlus)} ${at(CONVERTER.outMinus)} DC ${outV} ; ${bare(p.id)}`,
      `B${i} ${plus} ${minus} I={${inputW.toExponential(9)}/max(V(${plus},${minus}),1)} ; ${bare(p.id)} input`
    ];
  });

/**
 * Everything switched on and drawing its most, as a netlist any SPICE simulator reads: each pack a voltage behind a
 * resistance, each lead with its joints and each contact, fuse and coil a resistor, each load a constant current. Relays
 * stand as the coils hold them.
 * @param source volts and resistance of the whole bank
 */
export function spiceNetlist(wiring: WiringPlan, source: Source, title: string): SpiceFile {
  const { netlist } = wiring;
  const nodes = new Map<string, string>([[keyOf(netlist.feed.minus), '0']]);
  const node = (t: Terminal): string => {
    const key = keyOf(t);
    const known = nodes.get(key);
    if (known !== undefined) return known;
    const name = `n${nodes.size}`;
    nodes.set(key, name);
    return name;
  };
  const lines = [`* ${title.replace(/[\r\n]+/g, ' ')}`];
  const leads = new Map<string, { a: string; b: string; ohm: number }>();
  let count = 0;
  const resistor = (what: string, a: string, b: string, ohm: number): void => {
    if (a !== b) lines.push(`R${++count} ${a} ${b} ${ohm.toExponential(9)} ; ${bare(what)}`);
  };
  for (const c of netlist.conductors) {
    const lead = { a: node(c.from), b: node(c.to), ohm: Math.max(c.milliOhm / 1000, MICRO_OHM) };
    leads.set(c.id, lead);
    resistor(c.id, lead.a, lead.b, lead.ohm);
  }
  for (const p of netlist.parts) {
    for (const terminal of p.terminals) node({ part: p.id, terminal });
    for (const e of innerEdges(p)) {
      // a relay that closes when fed is closed, one that opens is open; a changeover stands on the first pack
      if (e.role === 'through' && p.coil?.contact === 'break') continue;
      if (p.kind === 'changeover' && e.a.terminal !== '1') continue;
      resistor(`${p.id} ${e.role}`, node(e.a), node(e.b), Math.max(e.milliOhm / 1000, MICRO_OHM));
    }
  }
  netlist.packIds.forEach((id, i) => {
    lines.push(`V${i + 1} e${i + 1} ${node({ part: id, terminal: '-' })} DC ${source.volts} ; ${bare(id)}`);
    resistor(`${id} inside`, `e${i + 1}`, node({ part: id, terminal: '+' }), source.ohm * netlist.packIds.length);
  });
  let loads = 0;
  const load = (what: string, plus: Terminal, minus: Terminal, amps: number): void => {
    if (amps > 0) lines.push(`I${++loads} ${node(plus)} ${node(minus)} DC ${amps.toExponential(9)} ; ${bare(what)}`);
  };
  for (const c of wiring.circuits) for (const d of drawsOf(netlist, c)) load(d.what, d.plus, d.minus, d.currentA);
  lines.push(...converterLines(wiring, node));
  // what is cut off stands at a voltage all the same: the ten megohms of a meter
  for (const name of new Set(nodes.values())) if (name !== '0') resistor('leak', name, '0', LEAK_OHM);
  lines.push('.control', 'set numdgt=12', 'op', 'print all', 'quit', '.endc', '.end', '');
  return { text: lines.join('\n'), nodeOf: (t) => nodes.get(keyOf(t)), leads };
}

/** Node voltages from what a simulator printed: 'n12 = 1.28e+01'. */
export function readSpiceOutput(text: string): ReadonlyMap<string, number> {
  const out = new Map<string, number>([['0', 0]]);
  for (const m of text.matchAll(/^\s*(?:v\()?([\w]+)\)?\s*=\s*([-+\d.eE]+)\s*$/gim))
    out.set(m[1]!.toLowerCase(), Number(m[2]));
  return out;
}
