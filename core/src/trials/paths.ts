import type { Box } from '../box/schema.ts';
import { ampacityA, knownSize } from '../wiring/conductor.ts';
import { laidLookup } from '../wiring/laid.ts';
import { RELAY, type Conductor, type Netlist } from '../wiring/netlist.ts';
import type { Plan } from '../evaluate.ts';
import { railShareW } from '../wiring/rails.ts';
import type { CircuitPlan, WiringPlan } from '../wiring/types.ts';

export type PathRow = {
  id: string;
  /** Circuit it ends at; null for a coil, a pack's own way to the others, or the controller. */
  circuitId: string | null;
  /** Where the current may come from: battery post, charger. */
  source: string;
  charges: boolean;
  to: string;
  feeds: string;
  /** Protection in order from the source: 'F0 30 A', 'F3 5 A', or what is missing. */
  protection: string[];
  protectedBy: { tag: string; ratingA: number } | undefined;
  /** Unfused length from the source to its first fuse, mm; undefined when nothing protects it. */
  firstFuseMm: number | undefined;
  weakest: { name: string; ratingA: number } | undefined;
  loadA: number;
  /** What that is at the battery: behind a converter another current. */
  batteryA: number;
  unknown: string[];
  state: 'holds' | 'caution' | 'stop';
  say: string;
  /** Conductors from the source to its end, for drawing it. */
  conductorIds: string[];
};

/** What all load circuits would draw together. */
export const sumOfBranchesA = (rows: readonly PathRow[]): number =>
  rows.reduce((s, r) => s + (r.charges || r.circuitId === null ? 0 : r.batteryA), 0);

/** Positive conductors by where they start: a path is followed from the post outward. */
export function wayFrom(net: Netlist, packId: string, endPart: string): Conductor[] | undefined {
  const next = new Map<string, Conductor[]>();
  for (const c of net.conductors)
    if (c.polarity === 'positive') next.set(c.from.part, [...(next.get(c.from.part) ?? []), c]);
  const came = new Map<string, Conductor>();
  const seen = new Set([packId]);
  const queue = [packId];
  for (let part = queue.shift(); part !== undefined; part = queue.shift()) {
    if (part === endPart) break;
    for (const c of next.get(part) ?? [])
      if (!seen.has(c.to.part)) {
        seen.add(c.to.part);
        came.set(c.to.part, c);
        queue.push(c.to.part);
      }
  }
  if (!seen.has(endPart)) return undefined;
  const way: Conductor[] = [];
  for (let part = endPart; part !== packId;) {
    const c = came.get(part)!;
    way.unshift(c);
    part = c.from.part;
  }
  return way;
}

/** The returns from a part back to the bank. */
export function wayBack(net: Netlist, fromPart: string): Conductor[] {
  const way: Conductor[] = [];
  const seen = new Set([fromPart]);
  let part = fromPart;
  for (;;) {
    const c = net.conductors.find((w) => w.polarity === 'negative' && w.from.part === part && !seen.has(w.to.part));
    if (!c) return way;
    way.push(c);
    seen.add(c.to.part);
    part = c.to.part;
  }
}

/** The path to a circuit's port. */
function circuitRow(box: Box, wiring: WiringPlan, packId: string, source: string, c: CircuitPlan): PathRow {
  const charge = c.circuit.purpose === 'charge';
  const unknown = [
    c.fuseOrigin === 'unknown' ? 'branch fuse' : '',
    c.wireOrigin === 'unknown' ? 'wire' : '',
    c.lengthOrigin === 'unknown' ? 'length' : '',
    c.circuit.from.is === 'unknown' ? 'what feeds it' : '',
    c.portPart && c.portPart.ratingA === null ? 'rating of the port' : '',
    c.switches.some((s) => s.part?.ratingA === null) ? 'rating of the switch' : ''
  ];
  return rowOf(
    box,
    wiring,
    packId,
    { part: c.portTag, terminal: undefined },
    {
      id: `${packId === 'battery' ? '' : `${packId} `}${c.circuit.id}`,
      circuitId: c.circuit.id,
      source: charge ? `${source} and charger` : source,
      charges: charge,
      to: c.portTag,
      feeds: c.feeds,
      loadA: c.loadA,
      batteryA: atBatteryA(wiring, c),
      parts: c.weakest ? [c.weakest] : [],
      unknown
    }
  );
}

/** The path to a relay's coil or a controller. */
const partRow = (box: Box, wiring: WiringPlan, packId: string, source: string, p: Netlist['parts'][number]): PathRow =>
  rowOf(
    box,
    wiring,
    packId,
    { part: p.id, terminal: p.coil ? RELAY.coilPlus : undefined },
    {
      id: `${packId} ${p.id}`,
      circuitId: null,
      source: p.kind === 'controller' ? `${source} and sun` : source,
      charges: p.kind === 'controller',
      to: p.id,
      feeds: p.label,
      loadA: p.coil ? 12 / p.coil.ohm : 0,
      batteryA: p.coil ? 12 / p.coil.ohm : 0,
      parts: [],
      unknown: []
    }
  );

/**
 * Every positive path from every battery or charger to where it ends: its protection in order, the weakest part behind the
 * last fuse, how far the first fuse is from the source, and what about it nobody knows. Followed through the netlist as it is.
 */
export function paths(box: Box, plan: Pick<Plan, 'wiring' | 'findings'>): PathRow[] {
  const { wiring } = plan;
  const { netlist } = wiring;
  const rows: PathRow[] = [];
  for (const packId of netlist.packIds) {
    const source = packId === 'battery' ? 'battery' : packId.replace('battery-', 'battery ');
    for (const c of wiring.circuits) {
      rows.push(circuitRow(box, wiring, packId, source, c));
    }
    if (packId === netlist.packIds[0]) rows.push(...fromChargers(box, wiring, packId));
    for (const p of netlist.parts)
      if (p.kind === 'relay' || p.kind === 'controller') rows.push(partRow(box, wiring, packId, source, p));
  }
  return rows.map((r) => judged(r, plan));
}

/** Findings about how paths are protected and loaded; of the rest a path says nothing. */
const OTHERS: readonly string[] = [
  'unknown-attribute',
  'path-changed',
  'selectivity-poor',
  'fuse-oversized',
  'no-master'
];

/**
 * What the findings say of the places on a way is what its row says: the table has no judgement of its own.
 * Notes do not count, accepted ones neither.
 */
function judged(row: PathRow, { wiring, findings }: Pick<Plan, 'wiring' | 'findings'>): PathRow {
  if (row.state === 'stop') return row;
  const places = placesOf(row, wiring);
  const about = findings.filter(
    (f) =>
      f.verdict === 'safe' &&
      (f.stage === 'wiring' || PATH_OF_BANK.includes(f.id)) &&
      f.severity !== 'note' &&
      f.acceptedBecause === null &&
      !OTHERS.includes(f.id) &&
      (places.has(`${f.where.kind} ${f.where.id}`) || (f.where.kind === 'main' && places.has('main')))
  );
  const stops = about.filter((f) => f.severity === 'stop');
  const said = stops.length > 0 || row.state === 'caution' ? stops : about;
  const worst = said.find((f) => NOTHING_OPENS.includes(f.id)) ?? said[0];
  if (!worst) return row;
  const more = said.length > 1 ? ` (and ${said.length - 1} more)` : '';
  return { ...row, state: worst.severity === 'stop' ? 'stop' : 'caution', say: `${worst.title}${more}` };
}

/** What a row says first: where nothing opens, the size of what does not open is beside the point. */
const NOTHING_OPENS: readonly string[] = [
  'fuse-in-return',
  'no-main-fuse',
  'no-protection',
  'run-unfused',
  'main-fuse-far'
];

/** Rules of the battery that are about the way out of it. */
const PATH_OF_BANK: readonly string[] = ['battery-terminal-small', 'parallel-fuse', 'element-overload'];

/** Circuits, feeds, ports and the battery on the way of a row. */
function placesOf(row: PathRow, wiring: WiringPlan): ReadonlySet<string> {
  const out = new Set<string>(['battery bank']);
  if (row.circuitId !== null) out.add(`circuit ${row.circuitId}`);
  const ids = new Set(row.conductorIds);
  for (const c of wiring.netlist.conductors) {
    if (!ids.has(c.id)) continue;
    if (c.circuitId === null && c.id.startsWith('main/')) out.add('main');
    if (c.circuitId !== null) out.add(`circuit ${c.circuitId}`);
    for (const end of [c.from, c.to]) {
      const ref = wiring.netlist.parts.find((p) => p.id === end.part)?.ref;
      if (ref && 'id' in ref) out.add(`${ref.kind} ${ref.id}`);
    }
  }
  return out;
}

type About = Pick<PathRow, 'id' | 'circuitId' | 'source' | 'charges' | 'to' | 'feeds' | 'loadA' | 'batteryA'> & {
  parts: { name: string; ratingA: number }[];
  unknown: string[];
};

/** The same leads seen from a charger or the sun: what opens when the charger feeds a short on its way in. */
function fromChargers(box: Box, wiring: WiringPlan, packId: string): PathRow[] {
  const rows = wiring.circuits
    .filter((c) => c.circuit.purpose === 'charge')
    .map((c): PathRow => {
      const way = wayTo(wiring.netlist, packId, { part: c.portTag, terminal: undefined }).toReversed();
      const parts = new Map(wiring.netlist.parts.map((p) => [p.id, p]));
      const fuses = way.map((w) => parts.get(w.from.part)!).filter((p) => p.kind === 'fuse');
      const first = fuses.find((p) => p.ratingA !== null);
      let firstFuseMm = 0;
      for (const w of way) {
        firstFuseMm += w.lengthMm;
        if (parts.get(w.from.part)?.kind === 'fuse') break;
      }
      const weakest = c.ampacityA === undefined ? undefined : { name: 'its wire', ratingA: c.ampacityA };
      const burns = weakest !== undefined && c.loadA > weakest.ratingA;
      return {
        id: `charger ${c.circuit.id}`,
        circuitId: null,
        source: `charger at ${c.portTag}`,
        charges: true,
        to: 'battery',
        feeds: 'charging',
        protection: [
          'the charger’s own limit',
          ...fuses.map((p) => `${p.id} ${p.ratingA === null ? 'unknown' : `${p.ratingA} A`}`)
        ],
        protectedBy: first && { tag: first.id, ratingA: first.ratingA! },
        firstFuseMm: fuses.length ? firstFuseMm : undefined,
        weakest,
        loadA: c.loadA,
        batteryA: c.loadA,
        unknown: box.charging.chargerA.is === 'unknown' ? ['current of the charger'] : [],
        state: burns || fuses.length === 0 ? 'stop' : box.charging.chargerA.is === 'unknown' ? 'caution' : 'holds',
        say: burns
          ? `the charger’s ${c.loadA.toFixed(1)} A overheat its wire`
          : fuses.length === 0
            ? 'the battery feeds a short on it with nothing to open'
            : 'before its fuse the charger’s own limit protects, behind it the fuse',
        conductorIds: way.map((w) => w.id)
      };
    });
  return rows;
}

type End = { part: string; terminal: string | undefined };

/** The way to a part, or to one very terminal of it: a relay's coil is not where its contacts are. */
function wayTo(net: Netlist, packId: string, end: End): Conductor[] {
  if (end.terminal === undefined) return wayFrom(net, packId, end.part) ?? [];
  const into = net.conductors.find((c) => c.to.part === end.part && c.to.terminal === end.terminal);
  const before = into && wayFrom(net, packId, into.from.part);
  return into && before ? [...before, into] : [];
}

/** A circuit's load as the battery sees it. */
function atBatteryA(wiring: WiringPlan, { rail, loadA }: CircuitPlan): number {
  if (!rail) return loadA;
  const togetherW = wiring.circuits.reduce((s, c) => s + (c.rail?.feedId === rail.feedId ? c.loadA * rail.outV : 0), 0);
  return railShareW(rail, loadA * rail.outV, togetherW) / wiring.lowV;
}

type Opens = { tag: string; ratingA: number | undefined; limits?: true };

/** What protects along a way, in order, how far the first stands from the source, and what runs behind the last. */
function guardsAlong(net: Netlist, way: readonly Conductor[]) {
  const byId = new Map(net.parts.map((p) => [p.id, p]));
  const fuses: Opens[] = [];
  let firstFuseMm: number | undefined;
  let lengthMm = 0;
  let behindLast: Conductor[] = [];
  for (const c of way) {
    lengthMm += c.lengthMm;
    behindLast.push(c);
    const p = byId.get(c.to.part)!;
    if (p.gives) {
      // behind a converter nothing runs but what it gives
      fuses.push({ tag: p.id, ratingA: p.gives.limitA, limits: true });
      behindLast = [];
    }
    if (p.kind !== 'fuse') continue;
    firstFuseMm ??= lengthMm;
    fuses.push({ tag: p.id, ratingA: p.ratingA ?? undefined });
    behindLast = [];
  }
  return { fuses, firstFuseMm, behindLast };
}

function rowOf(box: Box, wiring: WiringPlan, packId: string, end: End, about: About): PathRow {
  const { main } = wiring;
  const { parts, unknown: open, ...plain } = about;
  const way = wayTo(wiring.netlist, packId, end);
  const { fuses, firstFuseMm, behindLast } = guardsAlong(wiring.netlist, way);
  const laidAt = laidLookup(wiring);
  const rated = behindLast.flatMap((c) =>
    c.size && knownSize(c.size) && c.lengthMm > 0
      ? [{ name: 'its wire', ratingA: c.count * ampacityA(c.size, laidAt(c.circuitId)) }]
      : []
  );
  const weakest = [...rated, ...parts].sort((a, b) => a.ratingA - b.ratingA)[0];
  const last = fuses.findLast((f) => f.ratingA !== undefined);
  const protectedBy = last && { tag: last.tag, ratingA: last.ratingA! };
  const ownFuse = fuses.length > 0 && fuses[fuses.length - 1]!.tag !== 'F0' && !fuses.at(-1)!.tag.startsWith('FP');
  const circuit = wiring.circuits.find((c) => c.circuit.id === about.circuitId);
  const chained = circuit?.sharesFuse === true;
  const unknown = [
    fuses.some((f) => f.tag === 'F0') && main.fuseOrigin === 'unknown' ? 'main fuse' : '',
    main.wireOrigin === 'unknown' ? 'main wire' : '',
    fuses.some((f) => f.tag === 'F0') && main.fuseDistanceMm === undefined ? 'distance of the main fuse' : '',
    ...fuses.filter((f) => f.ratingA === undefined && f.tag !== 'F0').map((f) => `rating of ${f.tag}`),
    ...open
  ].filter(Boolean);
  const stop = way.length === 0 || fuses.length === 0;
  const texts = fuses.map((f) =>
    f.ratingA === undefined
      ? `${f.tag} unknown`
      : f.limits
        ? `${f.tag} gives ${f.ratingA.toFixed(1)} A at most`
        : `${f.tag} ${f.ratingA} A`
  );
  return {
    ...plain,
    protection: [
      ...(fuses.some((f) => f.tag === 'F0') || circuit?.live === 'direct' ? [] : ['no main fuse']),
      ...texts,
      ...(ownFuse || chained || last?.limits || about.circuitId === null ? [] : ['no branch fuse']),
      ...[main.returnFuse, circuit?.returnFuse].flatMap((f) => (f ? [`${f.tag} in the − lead`] : []))
    ],
    protectedBy,
    firstFuseMm,
    weakest,
    unknown,
    state: stop ? 'stop' : unknown.length > 0 ? 'caution' : 'holds',
    say:
      way.length === 0
        ? 'nothing feeds it'
        : fuses.length === 0
          ? 'nothing protects it at the battery'
          : unknown.length > 0
            ? `not known: ${unknown.join(', ')}`
            : `${protectedBy?.tag ?? fuses.at(-1)!.tag} ${last?.limits ? 'holds back' : 'opens'} before ${weakest?.name ?? 'anything'} suffers`,
    conductorIds: way.map((c) => c.id)
  };
}
