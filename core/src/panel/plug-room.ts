import { pluggedPorts } from '../box/plugged.ts';
import type { Box } from '../box/schema.ts';
import type { Said } from '../quantity/said.ts';
import type { PartOf } from '../catalogue/part.ts';
import { aboveGroundMm, type PanelPlan, type PortPlan } from './panel.ts';
import { ZONE_WORDS } from './zones.ts';

/** How far a plug stands out with the bend of its lead, mm. @source mechanical reference 5 (typical) */
export function plugProudMm(part: PartOf<'panel'>): number {
  if (part.plugWidthMm === 0) return 0;
  return part.supply === 'usb-a' || part.supply === 'usb-c' ? 45 + 20 : 60 + 30;
}

export type PlugClash = { portId: string; what: string; say: string };

/** A lead leaves the plug and bends down: room under the plug, mm. @source mechanical reference 5: cable bend 4-6 × diameter */
const BEND_BELOW_MM = 20;

/** Plugs that meet latch, handle or ground, or that the lid lands on. @source mechanical reference 5 */
export function plugClashes(box: Box, panel: PanelPlan, c: PartOf<'case'>, said: Said): PlugClash[] {
  const used = pluggedPorts(box);
  return panel.ports
    .filter((p) => p.part.plugWidthMm > 0 && (p.port.inUse === 'mated' || used.has(p.port.id)))
    .flatMap((p) => {
      const clash = clashOf(p, panel, c, said);
      return clash ? [{ portId: p.port.id, ...clash }] : [];
    });
}

function clashOf(p: PortPlan, panel: PanelPlan, c: PartOf<'case'>, said: Said): Omit<PlugClash, 'portId'> | undefined {
  const half = p.part.plugWidthMm / 2;
  const zone = panel.zones.find(
    (z) =>
      z.face === p.port.face &&
      (z.kind === 'latch' || z.kind === 'handle') &&
      p.port.xMm - half < z.xMm + z.widthMm &&
      z.xMm < p.port.xMm + half &&
      p.port.yMm - half < z.yMm + z.heightMm &&
      z.yMm < p.port.yMm + half
  );
  if (zone)
    return {
      what: ZONE_WORDS[zone.kind],
      say: `Its plug is ${said.mm(p.part.plugWidthMm)} across and stands ${said.mm(plugProudMm(p.part))} out, over the ${ZONE_WORDS[zone.kind]}.`
    };
  if (c.hinge === p.port.face)
    return { what: 'lid', say: 'It is on the hinge side: the open lid comes down on its plug.' };
  if (p.port.face !== 'lid' && aboveGroundMm(p, c) + p.part.flangeHeightMm / 2 - half < BEND_BELOW_MM)
    return { what: 'ground', say: `Its lead has less than ${said.mm(BEND_BELOW_MM)} under the plug to bend.` };
  return undefined;
}
