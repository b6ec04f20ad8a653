import type { Attr } from '../box/attr.ts';
import { mainFeed } from '../box/feeds.ts';
import { valueOf } from '../box/lookup.ts';
import type { Box, Device, Origin } from '../box/schema.ts';
import type { WireSize } from '../quantity/wire-size.ts';
import { builtInA, builtInFuseA, controllerFuseA, SOURCE_FUSE } from './charge-fuse.ts';
import { at, BATTERY_REF, type NetBuilder } from './net-builder.ts';
import { leverAt, leverPart } from './levers.ts';
import type { NetContext } from './net-context.ts';
import { STUB_MM } from './net-coil.ts';
import { CONTROLLER_LEAD_MM, plugOf, type Terminal } from './netlist.ts';
import { areaMm2 } from './conductor.ts';
import { heldA } from './fuse.ts';
import { smallestWire } from './sizing.ts';
import type { CircuitPlan } from './types.ts';

/** A device's lead while nobody named it. @source rule of thumb: ready-made low-current leads */
const USUAL_LEAD_WIRE: WireSize = { system: 'awg', size: '18' };

export const leadWire = (lead: NonNullable<Device['lead']>): WireSize | undefined =>
  valueOf<WireSize>(lead.wire, USUAL_LEAD_WIRE);

/** Tag of a device in the circuit: D1, D2 … in the order of the document. */
const deviceTag = (box: Box, id: string): string => `D${box.devices.findIndex((d) => d.id === id) + 1}`;

/** Leads of devices that are described, and a solar controller that is built in. */
export function extrasNet(
  { builder: n, ends, box, main, tags, bank }: NetContext,
  circuits: readonly CircuitPlan[]
): void {
  for (const d of box.devices) {
    const c = d.portId === null ? undefined : circuits.find((k) => k.circuit.portId === d.portId);
    if (!d.lead || !c) continue;
    const id = deviceTag(box, d.id);
    n.part({ id, kind: 'device', label: d.name, terminals: ['+', '-'], ref: { kind: 'device', id: d.id } });
    // an adapter that swaps the poles cures a device that is wired the other way round
    const turned = (d.lead.adapter === 'reversing') !== (d.lead.reversed === 'yes');
    const size = leadWire(d.lead) ?? null;
    const common = { size, lengthMm: d.lead.lengthMm, circuitId: c.circuit.id };
    n.wire({
      id: `${d.id}/plus`,
      from: plugOf(c.portTag),
      to: at(id, turned ? '-' : '+'),
      polarity: 'positive',
      ...common
    });
    n.wire({
      id: `${d.id}/minus`,
      from: at(id, turned ? '+' : '-'),
      to: at(c.portTag, '-'),
      polarity: 'negative',
      ...common
    });
  }
  controllerNet({ builder: n, ends, box, main, tags, bank }, circuits);
  chargersNet({ builder: n, ends, box, main, tags, bank }, circuits);
}

export const hasLoadTerminal = (box: Box): boolean =>
  box.charging.solar?.fit === 'inside' && box.charging.solar.loadTerminal !== null;

/** The controller that is built in, once; and one of its terminals. */
export function controllerPart(n: NetBuilder, box: Box, terminal: string): Terminal {
  if (!n.parts.some((p) => p.id === 'SC'))
    n.part({
      id: 'SC',
      kind: 'controller',
      label: 'Solar controller',
      terminals: [
        'battery +',
        'battery −',
        'panel +',
        'panel −',
        ...(hasLoadTerminal(box) ? ['load +', 'load −'] : [])
      ],
      ratingA: box.charging.solar?.controllerMaxA ?? null,
      ref: BATTERY_REF
    });
  return at('SC', terminal);
}

/** Where a charge source's lead is taken off. */
function originTerminal(net: NetContext, from: Attr<Origin>, circuits: readonly CircuitPlan[]): Terminal {
  const { ends, bank, box } = net;
  const origin = from.is === 'set' ? from.value : { at: 'feed' as const, id: mainFeed(box).id, ahead: true };
  if (origin.at === 'post')
    return origin.pack && box.bank.count > 1 && origin.pack <= box.bank.count
      ? at(`battery-${origin.pack}`, '+')
      : bank.plus;
  if (origin.at === 'load-terminal') return ends.source;
  if (origin.id === mainFeed(box).id) return origin.ahead ? ends.source : ends.feed;
  const c = circuits.find((k) => k.circuit.id === origin.id);
  return c ? at(c.portTag, '+') : ends.source;
}

/**
 * Wire of a charge source's lead: as what it hangs on; where that is Haversack's choice, no thinner than the lead's own fuse
 * wants.
 */
function sourceLeadWire(
  { main, box }: NetContext,
  { from, fuseA }: { from: Attr<Origin>; fuseA: number | null | undefined },
  circuits: readonly CircuitPlan[]
): WireSize | null {
  const origin = valueOf(from, undefined);
  const on = circuits.find((c) => origin && 'id' in origin && c.circuit.id === origin.id) ?? main;
  const { wire } = on;
  if (!wire || on.wireOrigin !== 'auto' || fuseA == null) return wire ?? null;
  const heldByFuse = heldA(SOURCE_FUSE, fuseA);
  return smallestWire(box.preferences.wireSystem, on.laid, heldByFuse, (s) => areaMm2(s) >= areaMm2(wire));
}

/** A solar controller that is built in: its fuse, its switch, its lead to the battery, and the panel's port. */
function controllerNet(net: NetContext, circuits: readonly CircuitPlan[]): void {
  const { builder: n, ends, box, tags } = net;
  const { solar } = box.charging;
  if (!solar || solar.fit !== 'inside') return;
  controllerPart(n, box, 'battery +');
  const fuseA = controllerFuseA(box);
  const run = {
    size: sourceLeadWire(net, { from: solar.from, fuseA }, circuits),
    lengthMm: CONTROLLER_LEAD_MM,
    circuitId: 'solar'
  };
  let now = originTerminal(net, solar.from, circuits);
  now = chargeFuse(n, { id: 'FS', label: 'Controller fuse', ratingA: fuseA, key: 'solar' }, now, run);
  const lever = leverAt(box, tags, valueOf(solar.switchPortId, undefined));
  if (lever && !n.parts.some((p) => p.id === lever.tag)) {
    n.part(leverPart(lever));
    n.wire({ id: 'solar/switch', from: now, to: at(lever.tag, 'in'), polarity: 'positive', ...run });
    now = at(lever.tag, 'out');
  }
  n.wire({ id: 'solar/battery+', from: now, to: at('SC', 'battery +'), polarity: 'positive', ...run });
  n.wire({ id: 'solar/battery-', from: at('SC', 'battery −'), to: ends.bus, polarity: 'negative', ...run });
  const portId = valueOf(solar.panelPortId, undefined);
  const tag = portId === undefined ? undefined : tags[portId];
  if (tag === undefined || portId === undefined || n.parts.some((p) => p.id === tag)) return;
  n.part({ id: tag, kind: 'port', label: tag, terminals: ['+', '-', 'plug'], ref: { kind: 'port', id: portId } });
  n.wire({ id: 'solar/panel+', from: at(tag, '+'), to: at('SC', 'panel +'), polarity: 'positive', ...run });
  n.wire({ id: 'solar/panel-', from: at('SC', 'panel −'), to: at(tag, '-'), polarity: 'negative', ...run });
}

/** The fuse at the battery end of a charge source's lead, where it has one; gives where the lead goes on. */
function chargeFuse(
  n: NetBuilder,
  x: { id: string; label: string; ratingA: number | null | undefined; key: string },
  from: Terminal,
  run: { size: WireSize | null; circuitId: string }
): Terminal {
  if (x.ratingA === undefined) return from;
  n.part({
    id: x.id,
    kind: 'fuse',
    label: x.label,
    terminals: ['in', 'out'],
    ratingA: x.ratingA,
    family: SOURCE_FUSE,
    throughMilliOhm: 10,
    ref: BATTERY_REF
  });
  const wire = { id: `${x.key}/fuse`, from, to: at(x.id, 'in'), polarity: 'positive' as const, lengthMm: STUB_MM };
  n.wire({ ...wire, ...run, lengthMm: STUB_MM });
  return at(x.id, 'out');
}

/** Chargers that live in the box, each with its own fuse at the battery's end of its lead. */
function chargersNet(net: NetContext, circuits: readonly CircuitPlan[]): void {
  const { builder: n, ends, box } = net;
  box.charging.builtIn.forEach((c, i) => {
    const id = `CG${i + 1}`;
    n.part({
      id,
      kind: 'controller',
      label: c.name || `Charger ${i + 1}`,
      terminals: ['battery +', 'battery −'],
      ratingA: builtInA(c) ?? null,
      ref: BATTERY_REF
    });
    const fuseA = builtInFuseA(c);
    const run = {
      size: sourceLeadWire(net, { from: c.from, fuseA }, circuits),
      lengthMm: CONTROLLER_LEAD_MM,
      circuitId: `charger-${c.id}`
    };
    const fuse = {
      id: `FC${i + 1}`,
      label: `Fuse of ${c.name || id}`,
      ratingA: fuseA,
      key: `charger-${c.id}`
    };
    const now = chargeFuse(n, fuse, originTerminal(net, c.from, circuits), run);
    n.wire({ id: `charger-${c.id}/+`, from: now, to: at(id, 'battery +'), polarity: 'positive', ...run });
    n.wire({ id: `charger-${c.id}/-`, from: at(id, 'battery −'), to: ends.bus, polarity: 'negative', ...run });
  });
}
