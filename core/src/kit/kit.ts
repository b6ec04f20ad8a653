import type { Bank } from '../battery/bank.ts';
import { CHEMISTRY } from '../battery/chemistry.ts';
import { blockOf, caseBlocks, mainFeed } from '../box/feeds.ts';
import { panelPartOf, partOf } from '../box/lookup.ts';
import type { Box } from '../box/schema.ts';
import type { CaseFit } from '../case/fit.ts';
import type { HoldDown } from '../case/hold.ts';
import type { Catalogue, FuseFamily, Part, PartOf } from '../catalogue/part.ts';
import type { WiringPlan } from '../wiring/types.ts';
import { wireSizeText } from '../quantity/wire-size.ts';
import { endsAt, pieceOf } from '../wiring/joints.ts';
import { fuseOf } from '../wiring/main-path.ts';
import type { NetPart } from '../wiring/netlist.ts';
import { POLE_COLOURS } from '../wiring/pole-colours.ts';
import type { RunList } from '../wiring/run-list.ts';
import { smallPieces } from './pieces.ts';

/** What a line is, whoever's part it is and whatever it is called; of a fuse its family and rating. */
export type What =
  | { kind: 'fuse'; family: FuseFamily; ratingA: number | null }
  | { kind: 'sundry'; use: PartOf<'sundry'>['use']; fits: string }
  | { kind: Exclude<Part['kind'], 'fuse' | 'sundry'> };

export type KitLine = {
  /** Stable name of the line, for what is owned. */
  lineId: string;
  what: What;
  group: 'power' | 'case' | 'panel' | 'wiring' | 'crimps' | 'small';
  name: string;
  /** What one box takes, in pieces or metres. */
  perBox: number;
  unit: 'pc' | 'm';
  /** For all boxes, less what is owned. */
  toBuy: number;
  /** What one packet of the price list holds, pieces or metres. */
  perPack: number;
  packText: string;
  packs: number;
  packPrice: number | null;
  cost: number;
  note: string;
};

export type Kit = {
  lines: KitLine[];
  totalCost: number;
  costPerBox: number;
  /** The same without its batteries. */
  costWithoutBatteries: number;
  /** Lines whose price nobody knows: the sums leave them out. */
  unpricedCount: number;
};

/** Spare length bought with every metre of wire. @source rule of thumb, electrical reference 1 adds 5 % already */
const WIRE_SPARE = 1.1;

/**
 * Everything to buy or take from the drawer for one box or several, in packets as sold: what stands in the document, what
 * the netlist holds and what the run list ends in, nothing counted by a rule of thumb. Packets are rounded up over all
 * boxes together; what is owned is taken off first.
 */
export function kit(
  box: Box,
  catalogue: Catalogue,
  plan: {
    bank: Bank | undefined;
    fit: CaseFit | undefined;
    hold: HoldDown | undefined;
    wiring: WiringPlan;
    runs: RunList;
  }
): Kit {
  const { bank, fit, hold, wiring, runs } = plan;
  const c = new Collector(box, catalogue);
  if (bank) c.part('power', bank.part, bank.count);
  chargingParts(c, box, bank);
  const casePart = partOf(box, 'case', box.casePartId);
  if (casePart) c.part('case', casePart, 1);
  for (const body of box.bodies) {
    const part = partOf(box, 'body', body.partId);
    if (part) c.part('case', part, 1);
  }
  for (const port of box.ports) {
    const part = panelPartOf(box, port);
    if (part) c.part('panel', part, 1);
  }
  for (const feed of box.feeds) {
    const block = blockOf(box, feed);
    if (block) c.part('wiring', block, 1);
  }
  if (wiring.shunt) c.part('wiring', wiring.shunt, 1);
  if (wiring.main.holder && wiring.main.fuseOrigin !== 'none') c.part('wiring', wiring.main.holder, 1);
  fuses(c, wiring);
  wires(c, box, runs);
  netParts(c, box, wiring);
  crimps(c, runs);
  smallThings(c, { box, catalogue, fit, wiring, runs, hold, hasBattery: bank !== undefined });
  const lines = c.lines();
  const totalCost = lines.reduce((s, l) => s + l.cost, 0);
  return {
    lines,
    totalCost,
    costPerBox: totalCost / box.kit.boxCount,
    costWithoutBatteries:
      lines.filter((l) => l.what.kind !== 'battery').reduce((s, l) => s + l.cost, 0) / box.kit.boxCount,
    unpricedCount: lines.filter((l) => l.packPrice === null && l.packs > 0).length
  };
}

type Row = {
  part: Part;
  what: What;
  /** Line it was before it was told apart by sort: what an older document owns stands under it. */
  base: string;
  group: KitLine['group'];
  name: string;
  count: number;
  unit: 'pc' | 'm';
  perPack: number;
  note: string;
};

/** Small parts by use and what they fit, in the order of the catalogue; found once for each catalogue. */
const sundries = new WeakMap<Catalogue, Map<string, PartOf<'sundry'>[]>>();
function sundriesOf(catalogue: Catalogue): Map<string, PartOf<'sundry'>[]> {
  const ready = sundries.get(catalogue);
  if (ready) return ready;
  const out = new Map<string, PartOf<'sundry'>[]>();
  for (const p of catalogue)
    if (p.kind === 'sundry') out.set(`${p.use} ${p.fits}`, [...(out.get(`${p.use} ${p.fits}`) ?? []), p]);
  sundries.set(catalogue, out);
  return out;
}

const whatOf = (part: Part): What => {
  if (part.kind === 'sundry') return { kind: 'sundry', use: part.use, fits: part.fits };
  return part.kind === 'fuse' ? { kind: 'fuse', family: part.family, ratingA: null } : { kind: part.kind };
};

class Collector {
  private readonly rows = new Map<string, Row>();
  readonly box: Box;
  readonly catalogue: Catalogue;

  constructor(box: Box, catalogue: Catalogue) {
    this.box = box;
    this.catalogue = catalogue;
  }

  part(
    group: KitLine['group'],
    part: Part,
    count: number,
    as: {
      lineId?: string;
      base?: string;
      what?: What;
      name?: string;
      unit?: 'pc' | 'm';
      perPack?: number;
      note?: string;
    } = {}
  ): void {
    const lineId = as.lineId ?? part.id;
    const row = this.rows.get(lineId);
    if (row) row.count += count;
    else
      this.rows.set(lineId, {
        part,
        what: as.what ?? whatOf(part),
        base: as.base ?? lineId,
        group,
        name: as.name ?? part.name,
        count,
        unit: as.unit ?? 'pc',
        perPack: as.perPack ?? part.packCount,
        note: as.note ?? part.note
      });
  }

  /** A small thing by its use and what it fits; the person's own with its own price comes first in the catalogue. */
  small(
    group: KitLine['group'],
    use: PartOf<'sundry'>['use'],
    fits: string,
    count: number,
    as: {
      note?: string;
      unit?: 'pc' | 'm';
      /** Sold in several sorts, each in packets of its own. */ sort?: string;
    } = {}
  ): void {
    const found = sundriesOf(this.catalogue).get(`${use} ${fits}`);
    // what is owned is kept under the starter part's name, whoever's part is bought
    const [part, base] = [found?.at(0), found?.at(-1)?.id];
    if (!part || !base || count <= 0) return;
    this.part(group, part, count, {
      lineId: as.sort ? `${base}-${as.sort.replace(/\W+/g, '-')}` : base,
      base,
      ...(as.sort ? { name: `${part.name}, ${as.sort}` } : {}),
      ...(as.unit ? { unit: as.unit } : {}),
      ...(as.note ? { note: as.note } : {})
    });
  }

  lines(): KitLine[] {
    const { boxCount, owned } = this.box.kit;
    const pool = new Map(owned.map((o) => [o.lineId, o.count]));
    const takeOf = (id: string, most: number): number => {
      const taken = Math.min(most, pool.get(id) ?? 0);
      pool.set(id, (pool.get(id) ?? 0) - taken);
      return taken;
    };
    return [...this.rows].map(([lineId, r]) => {
      const wanted = r.count * boxCount;
      const own = takeOf(lineId, wanted);
      const toBuy = Math.max(0, wanted - own - (r.base === lineId ? 0 : takeOf(r.base, wanted - own)));
      const packs = toBuy > 0 ? Math.ceil(toBuy / r.perPack - 1e-9) : 0;
      return {
        lineId,
        what: r.what,
        group: r.group,
        name: r.name,
        perBox: Number(r.count.toFixed(2)),
        unit: r.unit,
        toBuy: Number(toBuy.toFixed(2)),
        perPack: r.perPack,
        packText: r.unit === 'm' ? `${r.perPack} m` : r.perPack === 1 ? 'each' : `pack of ${r.perPack}`,
        packs,
        packPrice: r.part.priceAmount,
        cost: packs * (r.part.priceAmount ?? 0),
        note: r.note
      };
    });
  }
}

/** Fuses that stand in the box's own list of parts: every one of the netlist whose rating is known, and a holder for each outside the block. */
function fuses(c: Collector, wiring: WiringPlan): void {
  const { parts, conductors } = wiring.netlist;
  const blocks = new Set(parts.filter((p) => p.kind === 'fuse-block').map((p) => p.id));
  const inBlock = new Set(conductors.filter((w) => blocks.has(w.from.part)).map((w) => w.to.part));
  for (const p of parts) {
    if (p.kind !== 'fuse' || !p.family) continue;
    const part = fuseOf(c.box, c.catalogue, p.family);
    if (part && p.ratingA !== null)
      c.part('wiring', part, 1, {
        lineId: `${fuseLine(c, p.family)}-${p.ratingA}a`,
        what: { kind: 'fuse', family: p.family, ratingA: p.ratingA },
        name: `${part.name}, ${p.ratingA} A`
      });
    if (p.id !== 'F0' && !inBlock.has(p.id)) {
      const holder = c.catalogue.find(
        (h): h is PartOf<'fuse-holder'> => h.kind === 'fuse-holder' && h.family === p.family
      );
      if (holder) c.part('wiring', holder, 1);
    }
  }
}

/** What is owned of a fuse is kept under the starter part's name, whoever's part is bought. */
const fuseLine = (c: Collector, family: FuseFamily): string =>
  c.catalogue.findLast((p) => p.kind === 'fuse' && p.family === family)?.id ?? family;

/** Line of the kit that a lead is cut from: by size and colour; the two leads of a sense pair are bought as one line. */
export function wireLine(box: Box, run: RunList['runs'][number]): { lineId: string; name: string; isPair: boolean } {
  const colours = POLE_COLOURS[box.preferences.colours];
  const isPair = run.polarity === 'sense';
  const colour = isPair ? 'twisted pair' : run.polarity === 'positive' ? colours.positive : colours.negative;
  const wire = run.wire!;
  return {
    lineId: `wire-${wire.system}-${wire.size.replace('/', '-')}-${isPair ? 'pair' : colour}`,
    name: `Wire ${wireSizeText(wire)}, ${colour}`,
    isPair
  };
}

function wires(c: Collector, box: Box, runs: RunList): void {
  for (const run of runs.runs) {
    const { wire } = run;
    if (!wire) continue;
    const part = c.catalogue.find(
      (p): p is PartOf<'wire'> => p.kind === 'wire' && p.system === wire.system && p.size === wire.size
    );
    if (!part) continue;
    const { lineId, name, isPair } = wireLine(box, run);
    c.part('wiring', part, ((run.count * run.lengthMm) / 1000) * WIRE_SPARE, {
      lineId,
      name,
      unit: 'm',
      perPack: part.packM,
      ...(isPair ? { note: 'Counted as single wire: two colours, twisted together.' } : {})
    });
  }
}

/** Ways of one connector of each kind as sold, fewest first. */
const WAYS = { lever: [2, 3, 5], 'push-in': [2, 4, 8] } as const;

/** Connectors that take a number of leads; where the largest has too few ways, several are linked. */
function connectors(c: Collector, use: keyof typeof WAYS, leads: number): void {
  const sold = WAYS[use];
  const most = sold.at(-1)!;
  const enough = sold.find((n) => n >= leads);
  if (enough) return c.small('wiring', use, String(enough), 1);
  // each link takes a way at both its ends
  const count = Math.ceil((leads - 2) / (most - 2));
  c.small('wiring', use, String(most), count, { note: `${count} linked: a short lead from one to the next.` });
}

/** The block that a feed ends in has a bar for the returns. */
function hasOwnBar(box: Box, joint: NetPart): boolean {
  const feed = box.feeds.find((f) => joint.ref.kind === 'circuit' && f.id === joint.ref.id);
  return feed !== undefined && blockOf(box, feed)?.hasNegativeBus === true;
}

/** What feeds end in, and the joints of their returns: bars and studs, or connectors by the leads that come together. */
function feedJoints(c: Collector, box: Box, wiring: WiringPlan): void {
  const { parts, conductors } = wiring.netlist;
  for (const p of parts) {
    if (p.kind !== 'bus' || p.id === 'bus') continue;
    const ends = endsAt(box, p);
    const leads = conductors.filter((w) => w.from.part === p.id || w.to.part === p.id).reduce((n, w) => n + w.count, 0);
    if (ends === 'lever' || ends === 'push-in') connectors(c, ends, leads);
    else if (ends === 'stud') c.small('wiring', 'bus-bar', 'stud', 1);
    else if (ends === 'fuse-block' && p.terminals.includes('-') && !hasOwnBar(box, p))
      c.small('wiring', 'bus-bar', '', 1);
    else if (ends === undefined || ends === 'bus-bar') c.small('wiring', 'bus-bar', 'power', 1);
  }
  // the main feed ends where its circuits begin: no part of the netlist of its own
  const { ends } = mainFeed(box);
  const leads = 1 + wiring.tree.order.filter((b) => wiring.tree.startOf.get(b.id) === 'main').length;
  if (leads === 1) return;
  if (ends === 'bus-bar') c.small('wiring', 'bus-bar', 'power', 1);
  if (ends === 'stud') c.small('wiring', 'bus-bar', 'stud', 1);
  if (ends === 'lever' || ends === 'push-in') connectors(c, ends, leads);
}

/** Two poles of one connector are two parts of the netlist. */
const PAIRS: readonly NetPart['id'][] = ['inlet', 'dist'];

/** Parts that the netlist has and the document does not name as a part: bars, relays, changeover, connectors. */
function netParts(c: Collector, box: Box, wiring: WiringPlan): void {
  const { parts } = wiring.netlist;
  const has = (id: string) => parts.some((p) => p.id === id);
  const returns = box.wiring.returns;
  const way = returns.is === 'set' ? returns.value : 'bus-bar';
  if (wiring.circuits.length > 0 && way === 'bus-bar' && !caseBlocks(box).some((b) => b.part.hasNegativeBus))
    c.small('wiring', 'bus-bar', '', 1);
  if (wiring.circuits.length > 0 && way === 'stud') c.small('wiring', 'bus-bar', 'stud', 1);
  feedJoints(c, box, wiring);
  c.small('wiring', 'relay', '', parts.filter((p) => p.kind === 'relay').length);
  c.small('wiring', 'other', 'changeover', parts.filter((p) => p.kind === 'changeover').length);
  const placed = box.ports.filter((p) => {
    const role = panelPartOf(box, p)?.role;
    const charges = box.circuits.some((k) => k.portId === p.id && k.purpose === 'charge');
    return (role === 'inlet' || role === 'gland') && !charges;
  }).length;
  c.small('wiring', 'other', 'two-pole', Math.max(0, PAIRS.filter(has).length - placed));
  if (box.bank.postsCovered === 'yes') c.small('wiring', 'boot', '', 2 * box.bank.count);
}

/** Terminals, as many as the run list ends in: a line for each colour class of wire, since each is a packet of its own. */
function crimps(c: Collector, runs: RunList): void {
  for (const j of runs.joints) {
    const piece = pieceOf(j.joint);
    if (piece) c.small('crimps', piece.use, piece.fits, j.count, { sort: j.wireClass });
  }
}

/** Grams in one sachet of the catalogue's gel. */
const SACHET_G = 10;

function smallThings(c: Collector, x: Parameters<typeof smallPieces>[0]): void {
  for (const p of smallPieces(x))
    c.small(p.use === 'sleeve' ? 'crimps' : 'small', p.use, p.fits, p.count, {
      note: p.note,
      ...(p.unit ? { unit: p.unit } : {})
    });
  const { gelG } = x.box.dry;
  if (gelG !== null) c.small('small', 'gel', '', Math.ceil(gelG / SACHET_G));
}

/** Charger of the chemistry, solar panel and its controller; what stands among the bodies is not bought twice. */
function chargingParts(c: Collector, box: Box, bank: Bank | undefined): void {
  const hasBody = (use: PartOf<'body'>['use']) => box.bodies.some((b) => partOf(box, 'body', b.partId)?.use === use);
  if (bank && !bank.assumedChemistry && box.charging.path.is !== 'none' && !hasBody('charger'))
    c.small('power', 'charger', CHEMISTRY[bank.chemistry].isLead ? 'lead' : bank.chemistry, 1);
  const { solar } = box.charging;
  if (!solar) return;
  const panels = c.catalogue
    .filter((p): p is PartOf<'sundry'> => p.kind === 'sundry' && p.use === 'solar-panel')
    .sort((a, b) => Number(a.fits) - Number(b.fits));
  const panel = panels.find((p) => Number(p.fits) >= solar.panelW) ?? panels.at(-1);
  if (panel)
    c.part('power', panel, Math.ceil(solar.panelW / Number(panel.fits)), {
      note: `${solar.panelW} W planned, best at ${solar.maxPowerV} V.`
    });
  if (solar.controller === 'none' || hasBody('controller')) return;
  const controller = c.catalogue.find((p): p is PartOf<'body'> => p.kind === 'body' && p.use === 'controller');
  if (controller)
    c.part('power', controller, 1, {
      note:
        solar.controller === 'unknown'
          ? 'Sort of controller not known yet.'
          : `${solar.controller.toUpperCase()} planned.`
    });
}
