import { coldestAirC } from '../sun/season-air.ts';
import type { Bank } from '../battery/bank.ts';
import { CHEMISTRY } from '../battery/chemistry.ts';
import { packCurrents } from '../battery/parallel.ts';
import { packSources } from '../battery/parallel-plan.ts';
import type { Box } from '../box/schema.ts';
import type { Catalogue } from '../catalogue/part.ts';
import { ampacityA, knownSize } from '../wiring/conductor.ts';
import { letThroughA2s } from '../wiring/fuse.ts';
import { fuseOf } from '../wiring/main-path.ts';
import type { Conductor, NetPart } from '../wiring/netlist.ts';
import { laidLookup } from '../wiring/laid.ts';
import { standsA2s } from '../wiring/sizing.ts';
import type { WiringPlan } from '../wiring/types.ts';
import { Drawn, type Sums } from './drawn.ts';
import { Flow, nodeOf } from './flow.ts';
import { chargeSources, type ChargeSource } from './charge-sources.ts';
import { terminalBears } from './terminals.ts';
import { isPackFuse, Ways, type Guard, type Way } from './ways.ts';

/** What happens to one element of the circuit, and what it bears. Figures are the worst the plan allows. */
export type Happening = {
  id: string;
  kind: NetPart['kind'] | 'wire' | 'return' | 'sense';
  /** Where a finding about it stands: circuit, feed, port; null = the bank and the main feed. */
  circuitId: string | null;
  part: NetPart | undefined;
  conductor: Conductor | undefined;
  /** What it bears for good, A; null when nobody knows, undefined when nothing limits it. */
  bearsA: number | null | undefined;
  /** Everything on that its switches allow; the same as its heat counts it; and by the time table. */
  steadyA: number;
  rmsA: number;
  /** Heaviest switching on behind it, A²s. */
  inrushA2s: number;
  /** While charging, from all sources behind it. */
  chargeA: number;
  guard: Guard | undefined;
  /** Of all fuses on its way the one that opens first: what it has to bear for minutes. */
  opensFirst: Guard | undefined;
  /** Wire without any fuse before it, from the nearest battery post, mm; 0 when something protects it. */
  unfusedMm: number;
  /** Bolted short right here, full and warm; and at its far end, cold and nearly empty. */
  shortA: number;
  weakA: number;
  /** What its guard lets through in a heavy short, and what its insulation stands, A²s. */
  letsA2s: number | undefined;
  standsA2s: number | undefined;
  /** What it can break, of a fuse or breaker. */
  breaksA: number | null | undefined;
};

export type Judge = {
  all: readonly Happening[];
  of: (id: string) => Happening | undefined;
  sources: readonly ChargeSource[];
  /** Lowest and highest voltage the bank's circuit sees, while charging, too. */
  lowV: number;
  highV: number;
  /** Air in the box at its warmest, the battery at its coldest. */
  hotC: number;
  coldC: number;
  /** Most a single pack gives. */
  packA: number;
};

export type JudgeInput = { box: Box; catalogue: Catalogue; bank: Bank | undefined; wiring: WiringPlan };

/** What the rows of the table are made of. */
type Ground = JudgeInput & {
  flow: Flow;
  drawn: Drawn;
  ways: Ways;
  partById: ReadonlyMap<string, NetPart>;
  packParts: ReadonlySet<string>;
  packA: number;
  packChargeA: number;
};

/** The one table of what happens to every element; every rule, the path table and the survey's words read it. */
export function judge(input: JudgeInput): Judge {
  const { box, bank, wiring } = input;
  const { netlist } = wiring;
  const flow = new Flow(netlist.conductors);
  const sources = chargeSources(box, bank);
  const partById = new Map(netlist.parts.map((p) => [p.id, p]));
  const ground: Ground = {
    ...input,
    flow,
    drawn: new Drawn(box, wiring, sources),
    ways: new Ways(wiring, flow, partById, together(box)),
    partById,
    packParts: new Set([...netlist.packIds, ...netlist.parts.filter(isPackFuse).map((p) => p.id)]),
    packA: packMostA(input),
    packChargeA: sources.reduce((m, s) => Math.max(m, s.currentA ?? 0), 0) / Math.max(1, bank?.count ?? 1)
  };
  const partRow = partRows(ground);
  const wireRow = wireRows(ground);
  const all = [...netlist.parts.map(partRow), ...netlist.conductors.map(wireRow)];
  const byId = new Map(all.map((h) => [h.id, h]));
  const volts = sources.flatMap((s) => (s.volts === undefined ? [] : [s.volts]));
  return {
    all,
    of: (id) => byId.get(id),
    sources,
    lowV: wiring.lowV,
    highV: Math.max(bank ? CHEMISTRY[bank.chemistry].chargeMaxV : 0, ...volts),
    hotC: wiring.ambientC,
    coldC: coldestAirC(box) + box.bank.warmerK,
    packA: ground.packA
  };
}

/** How many packs give at once. */
const together = (box: Box): number => (box.bank.arrangement === 'changeover' ? 1 : box.bank.count);

/** What the hardest worked pack gives: by the links it hangs on, all of it in a changeover. */
function packMostA({ box, bank, wiring }: JudgeInput): number {
  if (!bank) return 0;
  const loadA = wiring.main.loadA + directA(wiring);
  if (bank.count === 1 || box.bank.arrangement === 'changeover') return loadA;
  const shares = packCurrents(packSources(bank), {
    linkOhm: bank.linkMilliOhm / 1000,
    takeOff: box.bank.takeOff,
    loadA: Math.max(0.01, loadA)
  });
  return Math.max(...shares.map(Math.abs));
}

/** A bolted short where a way ends, full and warm. */
const shortAt = (bank: Bank | undefined, { ohmOut, limitA }: Pick<Way, 'ohmOut' | 'limitA'>): number =>
  Math.min(limitA ?? Infinity, bank ? (bank.fullV / (bank.faultMilliOhm + 2 * ohmOut)) * 1000 : 0);

/** The weakest short by circuit or feed, else at the end of the main feed. */
function weakestShorts({ circuits, feeds, main }: WiringPlan): (circuitId: string | null) => number {
  const byId = new Map([...circuits, ...feeds].map((c) => [c.circuit.id, c.weakFaultA]));
  return (id) => (id === null ? undefined : byId.get(id)) ?? main.weakFaultA;
}

/** What sits in one lead, the positive or the negative. */
const IN_A_LEAD: ReadonlySet<NetPart['kind']> = new Set(['fuse', 'switch', 'inlet', 'shunt', 'bus']);

function partRows(g: Ground): (p: NetPart) => Happening {
  const { box, catalogue, bank, wiring, flow, drawn, ways } = g;
  const trunkA = wiring.main.loadA;
  const weakAt = weakestShorts(wiring);
  const flowsOf = (p: NetPart): Sums =>
    drawn.over(
      // through a port’s contacts goes what is plugged in there, not what is chained on its tabs
      p.kind === 'port'
        ? new Set([p.id])
        : IN_A_LEAD.has(p.kind) && flow.inReturn(p.id)
          ? flow.returning(p.id)
          : flow.behind(p.id)
    );
  // what a pack's own fuse breaks comes from itself or from all the others
  const others = box.bank.arrangement === 'changeover' ? 1 : Math.max(1, (bank?.count ?? 1) - 1);
  const packShortA = bank ? (bank.fullV / (bank.faultMilliOhm * bank.count)) * 1000 * others : 0;
  return (p) => {
    const way = ways.to.get(p.id);
    const flows = flowsOf(p);
    const ofBank = g.packParts.has(p.id);
    const onTrunk = p.ref.kind === 'main' && p.kind !== 'bus';
    const circuitId = p.ref.kind === 'circuit' ? p.ref.id : null;
    const controller = p.kind === 'controller';
    const fuse = p.kind === 'fuse' && p.family ? fuseOf(box, catalogue, p.family) : undefined;
    return {
      id: p.id,
      kind: p.kind,
      circuitId,
      part: p,
      conductor: undefined,
      bearsA: controller ? loadTerminalA(box, p) : bearsOf(p, bank),
      steadyA: ofBank ? g.packA : onTrunk ? Math.max(flows.steadyA, trunkA) : flows.steadyA,
      rmsA: ofBank ? g.packA : flows.rmsA,
      inrushA2s: flows.inrushA2s,
      chargeA: ofBank ? g.packChargeA : controller ? 0 : flows.chargeA,
      guard: controller ? undefined : way?.guard,
      opensFirst: controller ? undefined : way?.least,
      unfusedMm: way?.unfusedMm ?? 0,
      shortA: isPackFuse(p) ? packShortA : way ? shortAt(bank, way) : 0,
      weakA: weakAt(circuitId),
      letsA2s: undefined,
      standsA2s: undefined,
      breaksA: p.kind === 'fuse' ? (fuse?.interruptingA ?? null) : undefined
    };
  };
}

/** What fuses in a row let through in a heavy short, A²s: the quicker one ends it; undefined where nobody read the nearest. */
function leastLet(nearest: Guard | undefined, first: Guard | undefined): number | undefined {
  if (!nearest || nearest.ratingA === null) return undefined;
  const lets = [nearest, first].flatMap((g) =>
    g && g.ratingA !== null && !g.limits ? [letThroughA2s(g.family, g.ratingA)] : []
  );
  return lets.length > 0 ? Math.min(...lets) : undefined;
}

const NOTHING: Sums = { steadyA: 0, rmsA: 0, chargeA: 0, inrushA2s: 0 };

function wireRows(g: Ground): (c: Conductor) => Happening {
  const { bank, wiring, flow, drawn, ways, partById } = g;
  const laidAt = laidLookup(wiring);
  const weakAt = weakestShorts(wiring);
  const feedTags = new Map(wiring.feeds.map((f) => [f.circuit.id, f.portTag]));
  const flowsOf = (c: Conductor): Sums =>
    c.polarity === 'positive'
      ? drawn.over(flow.behind(nodeOf(c.to)))
      : c.polarity === 'negative'
        ? drawn.over(flow.returning(nodeOf(c.from)))
        : NOTHING;
  /** The nearest fuse, and the one that opens first. */
  const guardsAt = (c: Conductor): [Guard | undefined, Guard | undefined] => {
    const way = ways.ahead.get(c.id);
    if (c.polarity === 'positive') return [way?.guard, way?.least];
    if (c.polarity !== 'negative') return [undefined, undefined];
    const joint = partById.get(c.from.part)?.gives ? c.from.part : feedTags.get(c.circuitId ?? '');
    const guard = ways.ofPack(c, ways.returnGuard(c, joint));
    return [guard, guard];
  };
  /** A lead of one pack of several: it carries that pack's share. */
  const isOfPack = (c: Conductor): boolean =>
    c.circuitId === null &&
    (partById.get(c.from.part)?.kind === 'battery' || g.packParts.has(c.from.part)) &&
    partById.get(c.to.part)?.kind !== 'battery' &&
    wiring.netlist.packIds.length > 1;
  return (c) => {
    const way = ways.ahead.get(c.id);
    const laid = laidAt(c.circuitId);
    const known = c.size !== null && knownSize(c.size);
    const flows = flowsOf(c);
    const [guard, opensFirst] = guardsAt(c);
    const ofPack = isOfPack(c);
    const trunk = c.circuitId === null && !c.id.startsWith('battery-');
    return {
      id: c.id,
      kind: c.polarity === 'positive' ? 'wire' : c.polarity === 'negative' ? 'return' : 'sense',
      circuitId: c.circuitId,
      part: undefined,
      conductor: c,
      bearsA: c.lengthMm === 0 ? undefined : known ? c.count * ampacityA(c.size!, laid) : null,
      steadyA: ofPack ? g.packA : trunk ? Math.max(flows.steadyA, wiring.main.loadA) : flows.steadyA,
      rmsA: ofPack ? g.packA : flows.rmsA,
      inrushA2s: flows.inrushA2s,
      chargeA: flows.chargeA,
      guard,
      opensFirst,
      unfusedMm: way && !way.guard ? way.unfusedMm : 0,
      shortA: shortAt(bank, way ?? { ohmOut: 0 }),
      weakA: weakAt(c.circuitId),
      letsA2s: leastLet(guard, opensFirst),
      standsA2s: known && c.lengthMm > 0 ? standsA2s(c.size!, laid, c.count) : undefined,
      breaksA: undefined
    };
  };
}

/** What is drawn straight off the posts, round the main feed, A. */
const directA = (wiring: WiringPlan): number =>
  [...wiring.circuits, ...wiring.feeds]
    .filter((c) => c.live === 'direct' && c.upId === undefined && c.circuit.purpose === 'load')
    .reduce((s, c) => s + c.carriesA, 0);

/** What a controller's load terminals give; the controller itself limits what it takes from the panel. */
const loadTerminalA = (box: Box, p: NetPart): number | null | undefined =>
  p.id === 'SC' ? box.charging.solar?.loadTerminal?.mostA : undefined;

/** What a part bears for good; null when nobody knows; undefined when nothing limits it. */
function bearsOf(p: NetPart, bank: Bank | undefined): number | null | undefined {
  if (p.kind === 'battery') return bank ? (terminalBears(bank.part)?.ratingA ?? null) : undefined;
  if (p.kind === 'device') return undefined;
  // one that nobody rated is bought to bear the main fuse; one that somebody built in and nobody read is asked for
  if (p.kind === 'bus' || p.kind === 'changeover') return p.ratingA ?? undefined;
  return p.ratingA;
}
