import type { Box } from '../box/schema.ts';
import { partOf } from '../box/lookup.ts';
import { POLE_COLOURS } from '../kit/kit.ts';
import { wireSizeText, type WireSize } from '../quantity/wire-size.ts';
import { areaMm2, knownSize } from '../wiring/conductor.ts';
import type { Conductor, NetPart, Terminal } from '../wiring/netlist.ts';
import type { WiringPlan } from '../wiring/types.ts';

export type RunEnd = { tab: string; terminal: string };
export type RunRow = {
  id: string;
  /** The conductor it is, the same after an edit elsewhere. */
  key: string;
  from: RunEnd;
  to: RunEnd;
  /** Equal wires side by side. */
  count: number;
  size: string;
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
export type RunList = { runs: RunRow[]; terminals: CountRow[]; sleeves: CountRow[]; outside: string };

/** Insulated terminals by wire, mm² up to which: colour and die. @source common colour code of pre-insulated terminals */
const DIES: readonly [upToMm2: number, colour: string, die: string][] = [
  [1.65, 'red', 'red, 0.5 to 1.5 mm²'],
  [2.7, 'blue', 'blue, 1.5 to 2.5 mm²'],
  [6.7, 'yellow', 'yellow, 4 to 6 mm²']
];
const HEX_DIE = 'bare lug, hexagon die of its size';

/** Switches from this rating on have studs. @source typical of rotary battery switches */
const STUD_FROM_A = 40;

/** Lead cut with this much over, to the next 10 mm: a short one is scrap. */
const CUT_STEP_MM = 10;

const terminalOf = (box: Box, part: NetPart, inBlock: ReadonlySet<string>): string => {
  if (part.kind === 'battery') {
    const t = partOf(box, 'battery', box.bank.partId)?.terminal ?? 'unknown';
    return t.startsWith('tab')
      ? `spade ${t.slice(4)}`
      : t === 'unknown'
        ? 'look at the posts'
        : `ring ${t.toUpperCase()}`;
  }
  if (part.kind === 'fuse-block' || part.kind === 'inlet' || part.id === 'F0') return 'ring M5';
  if (part.kind === 'shunt') return 'ring M6';
  if (part.kind === 'bus') {
    const splice = box.wiring.returns.is === 'set' && box.wiring.returns.value === 'splice' && part.id === 'bus';
    return splice ? 'splice' : 'ring M4';
  }
  if (part.kind === 'changeover' || (part.kind === 'fuse' && part.family === 'post')) return 'ring M8';
  if (part.kind === 'switch' && (part.ratingA ?? 0) >= STUD_FROM_A) return 'ring M8';
  if (part.kind === 'fuse') return inBlock.has(part.id) ? 'spade 6.3' : 'butt splice';
  if (part.kind === 'device') return 'the device’s own plug';
  if (part.kind === 'controller') return 'ferrule';
  return 'spade 6.3';
};
const sleeveOf = (terminal: string): string =>
  terminal.startsWith('ring') || terminal.endsWith('splice') ? 'heat-shrink with glue' : 'heat-shrink';

/** Panel parts: what ends there is crimped in the case. */
const ON_PANEL: readonly NetPart['kind'][] = ['port', 'switch'];

/** Every lead to cut: from tab to tab, what is crimped on each end, and what must be slipped on before. */
export function runList(box: Box, wiring: WiringPlan): RunList {
  const colours = POLE_COLOURS[box.preferences.colours];
  const parts = new Map(wiring.netlist.parts.map((p) => [p.id, p]));
  const inBlock = new Set(wiring.netlist.conductors.filter((c) => c.from.part === 'block').map((c) => c.to.part));
  const end = (t: Terminal): RunEnd => ({
    tab: `${t.part} ${t.terminal === '-' ? '−' : t.terminal}`,
    terminal: terminalOf(box, parts.get(t.part)!, inBlock)
  });
  const cut = wiring.netlist.conductors.filter((c) => c.lengthMm > 0);
  const runs = cut.map((c, i): RunRow => {
    const [from, to] = [end(c.from), end(c.to)];
    const thick = c.size && knownSize(c.size) ? areaMm2(c.size) : 0;
    const die = DIES.find(([upTo]) => thick <= upTo);
    const asCut = box.bench.asCut[c.id] !== undefined;
    return {
      id: `R${i + 1}`,
      key: c.id,
      from,
      to,
      count: c.count,
      size: c.size ? wireSizeText(c.size) : 'unknown',
      colour: colourOf(c, colours),
      lengthMm: asCut ? c.lengthMm : Math.ceil(c.lengthMm / CUT_STEP_MM) * CUT_STEP_MM,
      asCut,
      sleeve: `${sleeveOf(from.terminal)}, two pieces`,
      die: die ? die[2] : HEX_DIE,
      label: `R${i + 1} ${from.tab} → ${to.tab}`
    };
  });
  const terminals = new Map<string, number>();
  const sleeves = new Map<string, number>();
  runs.forEach((r, i) => {
    for (const e of [r.from, r.to]) {
      const name = `${e.terminal} for ${sizeOf(cut[i]!.size)}`;
      terminals.set(name, (terminals.get(name) ?? 0) + r.count);
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
    terminals: rows(terminals),
    sleeves: rows(sleeves),
    outside: loose.length
      ? `${loose.map((r) => r.id).join(', ')} touch no panel part: make them up on the table, outside the case.`
      : 'Every lead ends at a panel part: crimp the block side on the table, the panel side in the case.'
  };
}

const sizeOf = (size: WireSize | null): string => (size ? wireSizeText(size) : 'unknown wire');
const colourOf = (c: Conductor, colours: { positive: string; negative: string }): string =>
  c.polarity === 'sense'
    ? 'twisted pair'
    : c.polarity === 'positive'
      ? `${colours.positive} (+)`
      : `${colours.negative} (−)`;
