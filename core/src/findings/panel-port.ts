import { fittedPart, valueOf } from '../box/lookup.ts';
import type { PartOf } from '../catalogue/part.ts';
import { maxPowerA } from '../sun/panel.ts';
import { portPlace, type Facts, type Where } from './rule.ts';

/**
 * The port a solar panel plugs into when its controller is built in: no circuit of the box, so what runs through it is told
 * here. Undefined without such a panel, or while nobody said where it plugs in.
 */
export function panelPort(x: Facts): { at: Where; tag: string; part: PartOf<'panel'>; amps: number } | undefined {
  const { solar } = x.box.charging;
  if (solar?.fit !== 'inside') return undefined;
  const id = valueOf(solar.panelPortId, undefined);
  const placed = x.panel?.ports.find((p) => p.port.id === id);
  const part = fittedPart(x.box, placed?.port);
  return placed && part
    ? { at: portPlace(placed.port.id, placed.tag), tag: placed.tag, part, amps: maxPowerA(solar) }
    : undefined;
}
