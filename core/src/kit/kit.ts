import { inBlockWay } from '../wiring/block-way.ts';
import { ofKind } from '../catalogue/of-kind.ts';
import type { Bank } from '../battery/bank.ts';
import { CHEMISTRY } from '../battery/chemistry.ts';
import { blockOf, converterOf } from '../box/feeds.ts';
import { panelPartOf, partOf } from '../box/lookup.ts';
import type { Box, Solar } from '../box/schema.ts';
import type { CaseFit } from '../case/fit.ts';
import type { HoldDown } from '../case/hold.ts';
import type { Catalogue, FuseFamily, PartOf } from '../catalogue/part.ts';
import type { WiringPlan } from '../wiring/types.ts';
import { wireSizeText } from '../quantity/wire-size.ts';
import { pieceOf } from '../wiring/joints.ts';
import { fuseOf } from '../wiring/main-path.ts';
import { POLE_COLOURS } from '../wiring/pole-colours.ts';
import type { RunList } from '../wiring/run-list.ts';
import { Collector } from './collector.ts';
import type { KitLine } from './line.ts';
import { netParts } from './net-parts.ts';
import { smallPieces } from './pieces.ts';

export type { KitLine } from './line.ts';

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
    const converter = converterOf(box, feed);
    if (converter) c.part('wiring', converter, 1);
  }
  if (wiring.shunt) c.part('wiring', wiring.shunt, 1);
  if (wiring.main.holder && (wiring.main.returnFuse || wiring.main.fuseOrigin !== 'none'))
    c.part('wiring', wiring.main.holder, 1);
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

/** Fuses that stand in the box's own list of parts: every one of the netlist whose rating is known, and a holder for each outside the block. */
function fuses(c: Collector, wiring: WiringPlan): void {
  const { parts } = wiring.netlist;
  for (const p of parts) {
    if (p.kind !== 'fuse' || !p.family) continue;
    const part = fuseOf(c.box, c.catalogue, p.family);
    if (part && p.ratingA !== null)
      c.part('wiring', part, 1, {
        lineId: `${fuseLine(c, p.family)}-${p.ratingA}a`,
        what: { kind: 'fuse', family: p.family, ratingA: p.ratingA },
        name: `${part.name}, ${p.ratingA} A`
      });
    if (p.id !== 'F0' && !inBlockWay(wiring.netlist, p.id)) {
      const holder = ofKind(c.catalogue, 'fuse-holder').find((h) => h.family === p.family);
      if (holder) c.part('wiring', holder, 1);
    }
  }
}

/** What is owned of a fuse is kept under the starter part's name, whoever's part is bought. */
const fuseLine = (c: Collector, family: FuseFamily): string =>
  ofKind(c.catalogue, 'fuse').findLast((p) => p.family === family)?.id ?? family;

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
    const part = ofKind(c.catalogue, 'wire').find((p) => p.system === wire.system && p.size === wire.size);
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

/** What the controller is planned to bear, where somebody said so. */
function borne({ controllerMaxV, controllerMaxA }: Solar): string {
  const most = [
    ...(controllerMaxV === null ? [] : [`${controllerMaxV} V of the panel`]),
    ...(controllerMaxA === null ? [] : [`${controllerMaxA} A`])
  ];
  return most.length > 0 ? ` for ${most.join(' and ')}` : '';
}

/** Charger of the chemistry, solar panel and its controller; what stands among the bodies is not bought twice. */
function chargingParts(c: Collector, box: Box, bank: Bank | undefined): void {
  const hasBody = (use: PartOf<'body'>['use']) => box.bodies.some((b) => partOf(box, 'body', b.partId)?.use === use);
  if (bank && !bank.assumedChemistry && box.charging.path.is !== 'none' && !hasBody('charger'))
    c.small('power', 'charger', CHEMISTRY[bank.chemistry].isLead ? 'lead' : bank.chemistry, 1);
  const { solar } = box.charging;
  if (!solar) return;
  const panels = ofKind(c.catalogue, 'sundry')
    .filter((p) => p.use === 'solar-panel')
    .sort((a, b) => Number(a.fits) - Number(b.fits));
  const panel = panels.find((p) => Number(p.fits) >= solar.panelW) ?? panels.at(-1);
  if (panel)
    c.part('power', panel, Math.ceil(solar.panelW / Number(panel.fits)), {
      note: `${solar.panelW} W planned, best at ${solar.maxPowerV} V.`
    });
  if (solar.controller === 'none' || hasBody('controller')) return;
  const controller = ofKind(c.catalogue, 'body').find((p) => p.use === 'controller');
  if (controller)
    c.part('power', controller, 1, {
      note:
        solar.controller === 'unknown'
          ? 'Sort of controller not known yet.'
          : `${solar.controller.toUpperCase()} planned${borne(solar)}.`
    });
}
