import type { Box } from '../box/schema.ts';
import { wireSizeText, type WireSize } from '../quantity/wire-size.ts';
import { areaMm2, knownSize } from './conductor.ts';
import { isCut, jointAt, jointText, type Joint } from './joints.ts';
import type { NetPart, Netlist, Terminal } from './netlist.ts';
import { colourText } from './pole-colours.ts';

export type RunEnd = { tab: string; joint: Joint; terminal: string };
export type RunRow = {
  id: string;
  /** The conductor it is, the same after an edit elsewhere. */
  key: string;
  from: RunEnd;
  to: RunEnd;
  /** Equal wires side by side. */
  count: number;
  wire: WireSize | null;
  size: string;
  polarity: 'positive' | 'negative' | 'sense';
  colour: string;
  lengthMm: number;
  /** Somebody wrote down what was really cut. */
  asCut: boolean;
  /** What goes over the wire before the second crimp. */
  sleeve: string;
  die: string;
  label: string;
};
export type CountRow = { name: string; count: number };
/** Ends of one kind on one colour class of wire. */
export type JointCount = { joint: Joint; wireClass: string; count: number };
export type RunList = {
  runs: RunRow[];
  joints: JointCount[];
  terminals: CountRow[];
  sleeves: CountRow[];
  outside: string;
};

/** Insulated terminals by wire, mm² up to which: colour and die. @source common colour code of pre-insulated terminals */
const DIES: readonly [upToMm2: number, colour: string, die: string][] = [
  [1.65, 'red', 'red, 0.5 to 1.5 mm²'],
  [2.7, 'blue', 'blue, 1.5 to 2.5 mm²'],
  [6.7, 'yellow', 'yellow, 4 to 6 mm²']
];
const HEX_DIE = 'bare lug, hexagon die of its size';

/** Lead cut with this much over, to the next 10 mm: a short one is scrap. */
const CUT_STEP_MM = 10;

const dieOf = (size: WireSize | null) => {
  const thick = size && knownSize(size) ? areaMm2(size) : 0;
  return DIES.find(([upTo]) => thick <= upTo);
};
const classOf = (size: WireSize | null): string =>
  size === null ? 'wire not known' : (dieOf(size)?.[1] ?? 'bare lug');
const sleeveOf = (terminal: string): string =>
  terminal.startsWith('ring') || terminal.endsWith('splice') ? 'heat-shrink with glue' : 'heat-shrink';

/** Panel parts: what ends there is crimped in the case. */
const ON_PANEL: readonly NetPart['kind'][] = ['port', 'switch'];

/**
 * Every lead to cut: from tab to tab, what is crimped on each end, and what must be slipped on before. Cut list, kit and
 * steps all read this one list.
 */
export function runList(box: Box, net: Netlist): RunList {
  const parts = new Map(net.parts.map((p) => [p.id, p]));
  const end = (t: Terminal, side: 'from' | 'to'): RunEnd => {
    const joint = jointAt(box, net, t, side);
    return { tab: `${t.part} ${t.terminal === '-' ? '−' : t.terminal}`, joint, terminal: jointText(joint) };
  };
  // a main path that feeds nothing is not cut yet
  const fed = net.conductors.some((c) => c.circuitId !== null);
  const cut = fed ? net.conductors.filter((c) => isCut(net, c)) : [];
  const runs = cut.map((c, i): RunRow => {
    const [from, to] = [end(c.from, 'from'), end(c.to, 'to')];
    const die = dieOf(c.size);
    const asCut = box.bench.asCut[c.id] !== undefined;
    return {
      id: `R${i + 1}`,
      key: c.id,
      from,
      to,
      count: c.count,
      wire: c.size,
      size: c.size ? wireSizeText(c.size) : 'unknown',
      polarity: c.polarity,
      colour: colourText(box, c),
      lengthMm: asCut ? c.lengthMm : Math.ceil(c.lengthMm / CUT_STEP_MM) * CUT_STEP_MM,
      asCut,
      sleeve: `${sleeveOf(from.terminal)}, two pieces`,
      die: die ? die[2] : HEX_DIE,
      label: `R${i + 1} ${from.tab} → ${to.tab}`
    };
  });
  const terminals = new Map<string, number>();
  const sleeves = new Map<string, number>();
  const joints = new Map<string, JointCount>();
  runs.forEach((r, i) => {
    for (const e of [r.from, r.to]) {
      const name = `${e.terminal} for ${sizeOf(cut[i]!.size)}`;
      terminals.set(name, (terminals.get(name) ?? 0) + r.count);
      const wireClass = classOf(cut[i]!.size);
      const known = joints.get(`${e.terminal} ${wireClass}`);
      if (known) known.count += r.count;
      else joints.set(`${e.terminal} ${wireClass}`, { joint: e.joint, wireClass, count: r.count });
      const sleeve = `${sleeveOf(e.terminal)}, ${r.colour}`;
      sleeves.set(sleeve, (sleeves.get(sleeve) ?? 0) + r.count);
    }
  });
  const rows = (m: Map<string, number>): CountRow[] =>
    [...m].map(([name, count]) => ({ name, count })).sort((a, b) => a.name.localeCompare(b.name));
  const onPanel = (t: Terminal) => ON_PANEL.includes(parts.get(t.part)!.kind);
  const loose = runs.filter((_, i) => !onPanel(cut[i]!.from) && !onPanel(cut[i]!.to));
  return {
    runs,
    joints: [...joints.values()],
    terminals: rows(terminals),
    sleeves: rows(sleeves),
    outside: loose.length
      ? `${loose.map((r) => r.id).join(', ')} touch no panel part: make them up on the table, outside the case.`
      : 'Every lead ends at a panel part: crimp the block side on the table, the panel side in the case.'
  };
}

const sizeOf = (size: WireSize | null): string => (size ? wireSizeText(size) : 'unknown wire');
