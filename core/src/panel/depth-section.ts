import type { PortPlan } from './panel.ts';

/** What a cut through one port shows, from the outside in, mm; each piece is as long as it is drawn. */
export type DepthSection = {
  wallMm: number;
  /** Ring under the flange outside; takes as much off what stands inside. */
  spacerMm: number;
  /** Of the body, what is behind the wall's inner face. */
  bodyMm: number;
  /** Terminals with the first bend, behind the body. */
  bendMm: number;
  clearMm: number;
};

/** Body and bend always add up to what the part needs behind its wall, whatever spacer is under it. */
export function depthSection(p: Pick<PortPlan, 'part' | 'port' | 'needMm' | 'clearMm'>, wallMm: number): DepthSection {
  const bodyMm = Math.max(0, p.part.bodyDepthMm - p.port.spacerMm);
  return { wallMm, spacerMm: p.port.spacerMm, bodyMm, bendMm: p.needMm - bodyMm, clearMm: p.clearMm };
}
