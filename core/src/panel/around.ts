import type { PanelPlan, PortPlan } from './panel.ts';
import { pairGaps } from './spacing.ts';
import { ZONE_WORDS, zonesOn } from './zones.ts';

export type Around = {
  edgesMm: PortPlan['edgesMm'];
  /** Nearest other port on the face, flange to flange. */
  neighbour: { tag: string; gapMm: number } | undefined;
  /** Nearest place where nothing may be drilled; negative: into it. */
  zone: { word: string; gapMm: number } | undefined;
  behind: { name: string; clearMm: number };
};

/** Live distances of a port: to the edges of its face, to the nearest neighbour, rib or latch, and to what stands behind. */
export function around(panel: PanelPlan, p: PortPlan): Around {
  const neighbours = panel.ports
    .filter((o) => o.port.face === p.port.face && o.port.id !== p.port.id)
    .map((o) => ({ tag: o.tag, gapMm: pairGaps({ at: p.port, part: p.part }, { at: o.port, part: o.part }).flangeMm }))
    .sort((a, b) => a.gapMm - b.gapMm);
  const half = {
    x: Math.max(p.part.flangeWidthMm, p.part.behindWidthMm) / 2,
    y: Math.max(p.part.flangeHeightMm, p.part.behindHeightMm) / 2
  };
  const zones = zonesOn(panel.zones, p.port.face)
    .map((z) => {
      const dx = Math.max(z.xMm - (p.port.xMm + half.x), p.port.xMm - half.x - (z.xMm + z.widthMm));
      const dy = Math.max(z.yMm - (p.port.yMm + half.y), p.port.yMm - half.y - (z.yMm + z.heightMm));
      const gapMm = dx > 0 && dy > 0 ? Math.hypot(dx, dy) : Math.max(dx, dy);
      return { word: ZONE_WORDS[z.kind], gapMm };
    })
    .sort((a, b) => a.gapMm - b.gapMm);
  return {
    edgesMm: p.edgesMm,
    neighbour: neighbours[0],
    zone: zones[0],
    behind: { name: p.behindName, clearMm: p.clearMm }
  };
}
