import type { Bank } from '../battery/bank.ts';
import { CHEMISTRY } from '../battery/chemistry.ts';
import { packCurrents } from '../battery/parallel.ts';
import { packSources } from '../battery/parallel-plan.ts';
import type { Box } from '../box/schema.ts';
import type { Catalogue, FuseFamily } from '../catalogue/part.ts';
import { holdingA } from '../box/relay.ts';
import { ampacityA, knownSize, milliOhmPerM } from '../wiring/conductor.ts';
import { heldA, letThroughA2s } from '../wiring/fuse.ts';
import { fuseOf } from '../wiring/main-path.ts';
import type { Conductor, NetPart } from '../wiring/netlist.ts';
import { laidLookup } from '../wiring/laid.ts';
import { railInputW } from '../wiring/rails.ts';
import { standsA2s } from '../wiring/sizing.ts';
import type { WiringPlan } from '../wiring/types.ts';
import { COIL, Flow, GIVES, nodeOf } from './flow.ts';
import { chargeSources, placeOfSource, type ChargeSource } from './charge-sources.ts';
import { rmsShare } from './rms.ts';
import { terminalBears } from './terminals.ts';

/** What protects an element: the nearest fuse on its way from the battery. */
export type Guard = {
  tag: string;
  family: FuseFamily;
  ratingA: number | null;
  heldA: number | undefined;
  /** A converter, which never drives more: nothing opens, and nothing more comes. */
  limits?: true;
};

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

type Way = {
  guard: Guard | undefined;
  unfusedMm: number;
  ohmOut: number;
  /** Behind a converter: no short draws more, whatever the battery gives. */
  limitA?: number;
};

/** The one table of what happens to every element; every rule, the path table and the survey's words read it. */
export function judge({ box, catalogue, bank, wiring }: JudgeInput): Judge {
  const { netlist } = wiring;
  const flow = new Flow(netlist.conductors);
  const sources = chargeSources(box, bank);
  const partById = new Map(netlist.parts.map((p) => [p.id, p]));
  const branches = [...wiring.circuits, ...wiring.feeds];
  const branchById = new Map(branches.map((c) => [c.circuit.id, c]));
  const share = rmsShare(box);

  // what is drawn and pushed at each node
  const drawn = new Map<string, { steadyA: number; rmsA: number }>();
  const inrush = new Map<string, number>();
  for (const c of wiring.circuits) {
    if (c.circuit.purpose !== 'load') continue;
    const was = drawn.get(c.portTag);
    if (was && was.steadyA >= c.loadA) continue;
    const rmsA = c.devices.reduce((s, d) => s + d.currentA * share(d.id), 0);
    const namedA = c.devices.reduce((s, d) => s + d.currentA, 0);
    drawn.set(c.portTag, { steadyA: c.loadA, rmsA: c.assumedLoad ? c.loadA : rmsA + Math.max(0, c.loadA - namedA) });
    inrush.set(c.portTag, c.inrushA2s);
  }
  for (const p of netlist.parts) {
    if (!p.coil) continue;
    const relay = box.relays.find((r) => p.ref.kind === 'relay' && r.id === p.ref.id);
    const amps = relay ? Math.max(holdingA(relay), 12 / p.coil.ohm) : 12 / p.coil.ohm;
    drawn.set(`${p.id}${COIL}`, { steadyA: amps, rmsA: amps });
  }
  for (const p of netlist.parts) {
    if (!p.gives) continue;
    const { gives } = p;
    const on = wiring.circuits.filter((c) => c.rail?.feedId === gives.feedId && c.circuit.purpose === 'load');
    const watts = (of: 'steadyA' | 'rmsA'): number =>
      [...new Set(on.map((c) => c.portTag))].reduce((s, tag) => s + (drawn.get(tag)?.[of] ?? 0) * gives.outV, 0);
    const amps = (outW: number): number => railInputW(gives, outW) / wiring.lowV;
    drawn.set(p.id, { steadyA: amps(watts('steadyA')), rmsA: amps(watts('rmsA')) });
  }
  const pushed = new Map<string, number>();
  for (const s of sources) {
    const node = placeOfSource(s, wiring.circuits);
    if (node !== undefined) pushed.set(node, Math.max(pushed.get(node) ?? 0, s.currentA ?? 0));
  }
  const sums = (nodes: ReadonlySet<string>) => {
    let steadyA = 0;
    let rmsA = 0;
    let chargeA = 0;
    let inrushA2s = 0;
    for (const n of nodes) {
      const d = drawn.get(n);
      if (d) {
        steadyA += d.steadyA;
        rmsA += d.rmsA;
      }
      chargeA += pushed.get(n) ?? 0;
      inrushA2s = Math.max(inrushA2s, inrush.get(n) ?? 0);
    }
    return { steadyA, rmsA, chargeA, inrushA2s };
  };

  // the nearest fuse on the way from a battery, and the wire without one
  const ways = new Map<string, Way>();
  const queue: string[] = [];
  for (const id of netlist.packIds) {
    ways.set(id, { guard: undefined, unfusedMm: 0, ohmOut: 0 });
    queue.push(id);
  }
  for (const p of netlist.parts) {
    if (!p.gives) continue;
    const limitA = p.gives.limitA ?? null;
    const guard: Guard = { tag: p.id, family: 'breaker', ratingA: limitA, heldA: limitA ?? undefined, limits: true };
    ways.set(`${p.id}${GIVES}`, { guard, unfusedMm: 0, ohmOut: 0, limitA: limitA ?? Infinity });
    queue.push(`${p.id}${GIVES}`);
  }
  const coldOhm = (c: Conductor): number =>
    c.size && knownSize(c.size) ? ((c.lengthMm / 1000) * milliOhmPerM(c.size, 20, { cca: wiring.cca })) / c.count : 0;
  const guardOf = (p: NetPart): Guard => ({
    tag: p.id,
    family: p.family ?? 'blade',
    ratingA: p.ratingA,
    heldA: p.ratingA === null ? undefined : heldA(p.family ?? 'blade', p.ratingA)
  });
  const through = (node: string): Way => {
    const way = ways.get(node)!;
    const part = partById.get(node);
    return part?.kind === 'fuse' ? { ...way, guard: guardOf(part), unfusedMm: 0 } : way;
  };
  const before = new Map<string, Way>();
  for (let node = queue.shift(); node !== undefined; node = queue.shift()) {
    const out = through(node);
    for (const c of flow.next.get(node) ?? []) {
      const to = nodeOf(c.to);
      const next: Way = {
        guard: out.guard,
        unfusedMm: out.guard ? 0 : out.unfusedMm + c.lengthMm,
        ohmOut: out.ohmOut + coldOhm(c),
        ...(out.limitA === undefined ? {} : { limitA: out.limitA })
      };
      before.set(c.id, next);
      const was = ways.get(to);
      // reached by two ways: the worse protected one counts
      if (!was || (was.guard && !next.guard)) {
        ways.set(to, next);
        queue.push(to);
      }
    }
  }

  const fullV = bank?.fullV ?? 0;
  const packMilliOhm = bank ? bank.faultMilliOhm * bank.count : 0;
  const shortAt = ({ ohmOut, limitA }: Pick<Way, 'ohmOut' | 'limitA'>): number =>
    Math.min(limitA ?? Infinity, bank ? (fullV / (bank.faultMilliOhm + 2 * ohmOut)) * 1000 : 0);
  const laidAt = laidLookup(wiring);
  const feedTagOf = (circuitId: string | null): string | undefined => {
    const c = circuitId === null ? undefined : branchById.get(circuitId);
    return c?.feed ? c.portTag : undefined;
  };
  const weakAt = (circuitId: string | null): number =>
    (circuitId === null ? undefined : branchById.get(circuitId)?.weakFaultA) ?? wiring.main.weakFaultA;

  // what each pack gives: by the links it hangs on, all of it in a changeover
  const loadA = wiring.main.loadA + directA(wiring);
  const packA = !bank
    ? 0
    : bank.count === 1 || box.bank.arrangement === 'changeover'
      ? loadA
      : Math.max(
          ...packCurrents(packSources(bank), {
            linkOhm: bank.linkMilliOhm / 1000,
            takeOff: box.bank.takeOff,
            loadA: Math.max(0.01, loadA)
          }).map(Math.abs)
        );
  const packChargeA = sources.reduce((m, s) => Math.max(m, s.currentA ?? 0), 0) / Math.max(1, bank?.count ?? 1);

  const all: Happening[] = [];
  const packParts = new Set<string>([
    ...netlist.packIds,
    ...netlist.parts.filter((p) => /^FP\d+$/.test(p.id)).map((p) => p.id)
  ]);
  const trunkA = wiring.main.loadA;
  for (const p of netlist.parts) {
    const node = p.id;
    const way = ways.get(node);
    // through a port’s contacts goes what is plugged in there, not what is chained on its tabs
    const flows =
      p.kind === 'port'
        ? sums(new Set([node]))
        : p.kind === 'shunt' || p.id.endsWith('-')
          ? sums(flow.returning(node))
          : sums(flow.behind(node));
    const ofBank = packParts.has(p.id);
    const onTrunk = p.ref.kind === 'main' && p.kind !== 'bus';
    const steadyA = ofBank ? packA : onTrunk ? Math.max(flows.steadyA, trunkA) : flows.steadyA;
    const fuse = p.kind === 'fuse' && p.family ? fuseOf(box, catalogue, p.family) : undefined;
    all.push({
      id: p.id,
      kind: p.kind,
      circuitId: p.ref.kind === 'circuit' ? p.ref.id : null,
      part: p,
      conductor: undefined,
      bearsA: p.kind === 'controller' ? loadTerminalA(box, p) : bearsOf(p, bank),
      steadyA,
      rmsA: ofBank ? packA : onTrunk ? Math.max(flows.rmsA, 0) : flows.rmsA,
      inrushA2s: flows.inrushA2s,
      chargeA: ofBank ? packChargeA : p.kind === 'controller' ? 0 : flows.chargeA,
      guard: p.kind === 'controller' ? undefined : way?.guard,
      unfusedMm: way?.unfusedMm ?? 0,
      // what a pack's own fuse breaks comes from itself or from all the others
      shortA: !bank
        ? 0
        : /^FP\d+$/.test(p.id)
          ? (fullV / packMilliOhm) * 1000 * Math.max(1, box.bank.arrangement === 'changeover' ? 1 : bank.count - 1)
          : way
            ? shortAt(way)
            : 0,
      weakA: weakAt(p.ref.kind === 'circuit' ? p.ref.id : null),
      letsA2s: undefined,
      standsA2s: undefined,
      breaksA: p.kind === 'fuse' ? (fuse?.interruptingA ?? null) : undefined
    });
  }
  for (const c of netlist.conductors) {
    const way = before.get(c.id);
    const laid = laidAt(c.circuitId);
    const known = c.size !== null && knownSize(c.size);
    const link = partById.get(c.from.part)?.kind === 'battery' || packParts.has(c.from.part);
    const ofPack = link && partById.get(c.to.part)?.kind !== 'battery' && netlist.packIds.length > 1;
    const flows =
      c.polarity === 'positive'
        ? sums(flow.behind(nodeOf(c.to)))
        : c.polarity === 'negative'
          ? sums(flow.returning(nodeOf(c.from)))
          : { steadyA: 0, rmsA: 0, chargeA: 0, inrushA2s: 0 };
    const trunk = c.circuitId === null && !c.id.startsWith('battery-');
    const guard =
      c.polarity === 'positive'
        ? way?.guard
        : c.polarity === 'negative'
          ? returnGuard(
              c,
              partById.get(c.from.part)?.gives ? c.from.part : feedTagOf(c.circuitId),
              flow,
              ways,
              partById,
              guardOf
            )
          : undefined;
    const lets =
      guard && guard.ratingA !== null && !guard.limits ? letThroughA2s(guard.family, guard.ratingA) : undefined;
    all.push({
      id: c.id,
      kind: c.polarity === 'positive' ? 'wire' : c.polarity === 'negative' ? 'return' : 'sense',
      circuitId: c.circuitId,
      part: undefined,
      conductor: c,
      bearsA: c.lengthMm === 0 ? undefined : known ? c.count * ampacityA(c.size!, laid) : null,
      steadyA: ofPack ? packA : trunk ? Math.max(flows.steadyA, trunkA) : flows.steadyA,
      rmsA: ofPack ? packA : flows.rmsA,
      inrushA2s: flows.inrushA2s,
      chargeA: flows.chargeA,
      guard,
      unfusedMm: way && !way.guard ? way.unfusedMm : 0,
      shortA: shortAt(way ?? { ohmOut: 0 }),
      weakA: weakAt(c.circuitId),
      letsA2s: lets,
      standsA2s: known && c.lengthMm > 0 ? standsA2s(c.size!, laid, c.count) : undefined,
      breaksA: undefined
    });
  }
  const byId = new Map(all.map((h) => [h.id, h]));
  const data = bank && CHEMISTRY[bank.chemistry];
  const volts = sources.flatMap((s) => (s.volts === undefined ? [] : [s.volts]));
  return {
    all,
    of: (id) => byId.get(id),
    sources,
    lowV: wiring.lowV,
    highV: Math.max(data?.chargeMaxV ?? 0, ...volts),
    hotC: wiring.ambientC,
    coldC: box.outing.airC + box.bank.warmerK,
    packA
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

/** A return is watched by the largest fuse of those whose current comes back over it. */
function returnGuard(
  c: Conductor,
  feedTag: string | undefined,
  flow: Flow,
  ways: ReadonlyMap<string, Way>,
  partById: ReadonlyMap<string, NetPart>,
  guardOf: (p: NetPart) => Guard
): Guard | undefined {
  // a short between a joint and its block comes back over the joint's return with nothing but the feed's own fuse before it
  const main = partById.get('F0');
  const own = c.id.startsWith('main/') && main ? guardOf(main) : undefined;
  let worst = feedTag === undefined ? own : ways.get(feedTag)?.guard;
  // what a converter drives from its plus into the box's minus comes back over its return
  const driven = ways.get(`${feedTag}${GIVES}`)?.guard;
  if (driven && (driven.ratingA ?? 0) > (worst?.ratingA ?? 0)) worst = driven;
  for (const node of flow.returning(nodeOf(c.from))) {
    const part = partById.get(node.replace(COIL, ''));
    if (!node.endsWith(COIL) && !['port', 'device', 'controller'].includes(part?.kind ?? '')) continue;
    const guard = ways.get(node)?.guard;
    if (guard && (worst === undefined || (guard.ratingA ?? 0) > (worst.ratingA ?? 0))) worst = guard;
  }
  return worst ?? (main && guardOf(main));
}
