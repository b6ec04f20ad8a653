import { valueOf } from '../box/lookup.ts';
import type { Box, Device } from '../box/schema.ts';
import type { WireSize } from '../quantity/wire-size.ts';
import { at, BATTERY_REF } from './net-builder.ts';
import type { NetContext } from './net-branch.ts';
import { STUB_MM } from './net-main.ts';
import { plugOf } from './netlist.ts';
import type { CircuitPlan } from './types.ts';

/** A device's lead while nobody named it. @source rule of thumb: ready-made low-current leads */
export const USUAL_LEAD_WIRE: WireSize = { system: 'awg', size: '18' };
const PANEL_RUN_MM = 400;
/** Fuses are never chosen under this for a controller, A. */
const CONTROLLER_LEAST_A = 5;
const SHARE = 0.8;

export const leadWire = (lead: NonNullable<Device['lead']>): WireSize | undefined =>
  valueOf<WireSize>(lead.wire, USUAL_LEAD_WIRE);

/** Tag of a device in the circuit: D1, D2 … in the order of the document. */
export const deviceTag = (box: Box, id: string): string => `D${box.devices.findIndex((d) => d.id === id) + 1}`;

/** A built-in solar controller's fuse: set, or the next step over its current; undefined for none, null when nobody knows. */
export function controllerFuseA(box: Box): number | null | undefined {
  const { solar } = box.charging;
  if (!solar || solar.fuse.is === 'none') return undefined;
  if (solar.fuse.is === 'unknown') return null;
  if (solar.fuse.is === 'set') return solar.fuse.value;
  const mostA = solar.controllerMaxA ?? solar.panelW / 12;
  return [CONTROLLER_LEAST_A, 7.5, 10, 15, 20, 25, 30].find((r) => SHARE * r >= mostA) ?? 30;
}

/** Leads of devices that are described, and a solar controller that is built in. */
export function extrasNet({ builder: n, ends, box, main, tags }: NetContext, circuits: readonly CircuitPlan[]): void {
  for (const d of box.devices) {
    const c = d.portId === null ? undefined : circuits.find((k) => k.circuit.portId === d.portId);
    if (!d.lead || !c) continue;
    const id = deviceTag(box, d.id);
    n.part({ id, kind: 'device', label: d.name, terminals: ['+', '-'], ref: { kind: 'device', id: d.id } });
    const turned = d.lead.adapter === 'reversing';
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
  const { solar } = box.charging;
  if (!solar || solar.fit !== 'inside') return;
  const circuitId = 'solar';
  const size = main.wire ?? null;
  n.part({
    id: 'SC',
    kind: 'controller',
    label: 'Solar controller',
    terminals: ['battery +', 'battery −', 'panel +', 'panel −'],
    ratingA: solar.controllerMaxA,
    ref: BATTERY_REF
  });
  const fuseA = controllerFuseA(box);
  let now = ends.source;
  if (fuseA !== undefined) {
    n.part({
      id: 'FS',
      kind: 'fuse',
      label: 'Controller fuse',
      terminals: ['in', 'out'],
      ratingA: fuseA,
      family: 'blade',
      throughMilliOhm: 10,
      ref: BATTERY_REF
    });
    n.wire({
      id: 'solar/fuse',
      from: now,
      to: at('FS', 'in'),
      polarity: 'positive',
      size,
      lengthMm: STUB_MM,
      circuitId
    });
    now = at('FS', 'out');
  }
  const run = { size, lengthMm: PANEL_RUN_MM, circuitId };
  n.wire({ id: 'solar/battery+', from: now, to: at('SC', 'battery +'), polarity: 'positive', ...run });
  n.wire({ id: 'solar/battery-', from: at('SC', 'battery −'), to: ends.bus, polarity: 'negative', ...run });
  const portId = valueOf(solar.panelPortId, undefined);
  const tag = portId === undefined ? undefined : tags[portId];
  if (tag === undefined || portId === undefined || n.parts.some((p) => p.id === tag)) return;
  n.part({ id: tag, kind: 'port', label: tag, terminals: ['+', '-', 'plug'], ref: { kind: 'port', id: portId } });
  n.wire({ id: 'solar/panel+', from: at(tag, '+'), to: at('SC', 'panel +'), polarity: 'positive', ...run });
  n.wire({ id: 'solar/panel-', from: at('SC', 'panel −'), to: at(tag, '-'), polarity: 'negative', ...run });
}
