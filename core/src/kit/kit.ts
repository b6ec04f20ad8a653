import type { Bank } from '../battery/bank.ts';
import { panelPartOf, partOf } from '../box/lookup.ts';
import type { Box } from '../box/schema.ts';
import type { Catalogue, Part, PartOf } from '../catalogue/part.ts';
import type { WiringPlan } from '../wiring/types.ts';
import { wireSizeText, type WireSize } from '../quantity/wire-size.ts';

export type KitLine = {
  /** Stable name of the line, for what is owned. */
  lineId: string;
  group: 'power' | 'case' | 'panel' | 'wiring' | 'crimps' | 'small';
  name: string;
  /** What one box takes, in pieces or metres. */
  perBox: number;
  unit: 'pc' | 'm';
  /** For all boxes, less what is owned. */
  toBuy: number;
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
  /** Lines whose price nobody knows: the sums leave them out. */
  unpricedCount: number;
};

/** Colours of positive and return, by the person's choice; signs stand beside them everywhere. */
export const POLE_COLOURS: Record<Box['preferences']['colours'], { positive: string; negative: string }> = {
  'red-black': { positive: 'red', negative: 'black' },
  'brown-blue': { positive: 'brown', negative: 'blue' }
};

/** Spare length bought with every metre of wire. @source rule of thumb, electrical reference 1 adds 5 % already */
const WIRE_SPARE = 1.1;

/**
 * Everything to buy or take from the drawer for one box or several, in packets as sold. Packets are rounded up over all
 * boxes together; what is owned is taken off first.
 */
export function kit(box: Box, catalogue: Catalogue, bank: Bank | undefined, wiring: WiringPlan): Kit {
  const c = new Collector(box);
  if (bank) c.part('power', bank.part, bank.count);
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
  if (wiring.block) c.part('wiring', wiring.block, 1);
  if (wiring.shunt) c.part('wiring', wiring.shunt, 1);
  if (wiring.main.holder) c.part('wiring', wiring.main.holder, 1);
  const sundry = (id: string) => catalogue.find((p): p is PartOf<'sundry'> => p.kind === 'sundry' && p.id === id);
  const add = (group: KitLine['group'], id: string, count: number) => {
    const part = sundry(id);
    if (part && count > 0) c.part(group, part, count);
  };
  fuses(c, box, catalogue, wiring);
  wires(c, box, catalogue, wiring);
  const returns = box.wiring.returns;
  const wantsBar = returns.is === 'auto' || (returns.is === 'set' && returns.value === 'bus-bar');
  if (wantsBar && wiring.circuits.length > 0 && !wiring.block?.hasNegativeBus) add('wiring', 'bus-bar-8', 1);
  add('wiring', 'relay-40', box.switching.relays.length);
  add('wiring', 'changeover-switch', wiring.netlist.parts.filter((p) => p.kind === 'changeover').length);
  if (box.bank.postsCovered === 'yes') add('wiring', 'post-boot', 2 * box.bank.count);
  const rings = bank
    ? bank.part.terminal === 'm5' || bank.part.terminal === 'm6' || bank.part.terminal === 'm8'
      ? `ring-${bank.part.terminal}`
      : undefined
    : undefined;
  if (rings) add('crimps', rings, 2 * (bank?.count ?? 1));
  else if (bank) add('crimps', bank.part.terminal === 'tab-4.8' ? 'spade-4.8' : 'spade-6.3', 2 * bank.count);
  const spades =
    wiring.circuits.reduce((n, circuit) => n + 3 + (circuit.switchPortId ? 2 : 0), 0) +
    (wiring.main.masterPortId ? 2 : 0);
  add('crimps', 'spade-6.3', spades);
  if (bank) add('crimps', 'sleeve-set', 1);
  const hold = box.bank.holdDown;
  if (bank && (hold.is === 'auto' || (hold.is === 'set' && hold.value === 'strap'))) add('small', 'strap-25', 1);
  if (bank) add('small', 'foam-sheet', 1);
  if (box.ports.length > 0) {
    add('small', 'sealant-neutral', 1);
    add('small', 'label-sheet', 1);
  }
  const lines = c.lines();
  const totalCost = lines.reduce((s, l) => s + l.cost, 0);
  return {
    lines,
    totalCost,
    costPerBox: totalCost / box.kit.boxCount,
    unpricedCount: lines.filter((l) => l.packPrice === null && l.packs > 0).length
  };
}

class Collector {
  private readonly rows = new Map<
    string,
    { part: Part; group: KitLine['group']; name: string; count: number; unit: 'pc' | 'm'; perPack: number }
  >();
  private readonly box: Box;

  constructor(box: Box) {
    this.box = box;
  }

  part(
    group: KitLine['group'],
    part: Part,
    count: number,
    as?: { lineId: string; name: string; unit?: 'pc' | 'm'; perPack?: number }
  ): void {
    const lineId = as?.lineId ?? part.id;
    const row = this.rows.get(lineId);
    if (row) row.count += count;
    else
      this.rows.set(lineId, {
        part,
        group,
        name: as?.name ?? part.name,
        count,
        unit: as?.unit ?? 'pc',
        perPack: as?.perPack ?? part.packCount
      });
  }

  lines(): KitLine[] {
    const { boxCount, owned } = this.box.kit;
    return [...this.rows].map(([lineId, r]) => {
      const have = owned.find((o) => o.lineId === lineId)?.count ?? 0;
      const toBuy = Math.max(0, r.count * boxCount - have);
      const packs = toBuy > 0 ? Math.ceil(toBuy / r.perPack - 1e-9) : 0;
      return {
        lineId,
        group: r.group,
        name: r.name,
        perBox: Number(r.count.toFixed(2)),
        unit: r.unit,
        toBuy: Number(toBuy.toFixed(2)),
        packText: r.perPack === 1 ? 'each' : r.unit === 'm' ? `${r.perPack} m` : `pack of ${r.perPack}`,
        packs,
        packPrice: r.part.priceAmount,
        cost: packs * (r.part.priceAmount ?? 0),
        note: r.part.note
      };
    });
  }
}

function fuses(c: Collector, box: Box, catalogue: Catalogue, wiring: WiringPlan): void {
  const of = (family: string) =>
    [...Object.values(box.parts), ...catalogue].find(
      (p): p is PartOf<'fuse'> => p.kind === 'fuse' && p.family === family
    );
  const add = (family: string | undefined, ratingA: number | undefined, count: number) => {
    const part = family && of(family);
    if (part && ratingA !== undefined && count > 0)
      c.part('wiring', part, count, { lineId: `${part.id}-${ratingA}a`, name: `${part.name}, ${ratingA} A` });
  };
  const parts = wiring.netlist.parts.filter((p) => p.kind === 'fuse');
  for (const p of parts) if (p.family) add(p.family, p.ratingA ?? undefined, 1);
  // fuses that sit neither in the block nor in the main holder nor on a post want a holder in the wire
  const into = new Map(wiring.netlist.conductors.map((w) => [w.to.part, w]));
  const inLine = parts.filter(
    (p) => p.id !== 'F0' && p.family !== 'post' && p.ratingA !== null && (into.get(p.id)?.lengthMm ?? 0) > 0
  ).length;
  const holder = catalogue.find(
    (p): p is PartOf<'fuse-holder'> => p.id === 'holder-inline-blade' && p.kind === 'fuse-holder'
  );
  if (holder && inLine > 0) c.part('wiring', holder, inLine);
}

function wires(c: Collector, box: Box, catalogue: Catalogue, wiring: WiringPlan): void {
  const colours = POLE_COLOURS[box.preferences.colours];
  for (const conductor of wiring.netlist.conductors) {
    if (!conductor.size || conductor.lengthMm === 0 || conductor.polarity === 'sense') continue;
    const part = wirePart(catalogue, conductor.size);
    const colour = conductor.polarity === 'positive' ? colours.positive : colours.negative;
    if (part)
      c.part('wiring', part, ((conductor.count * conductor.lengthMm) / 1000) * WIRE_SPARE, {
        lineId: `${part.id}-${colour}`,
        name: `Wire ${wireSizeText(conductor.size)}, ${colour}`,
        unit: 'm',
        perPack: part.packM
      });
  }
}

const wirePart = (catalogue: Catalogue, size: WireSize): PartOf<'wire'> | undefined =>
  catalogue.find((p): p is PartOf<'wire'> => p.kind === 'wire' && p.system === size.system && p.size === size.size);
