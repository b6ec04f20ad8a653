import type { PartOf } from '../catalogue/part.ts';

type Panel = PartOf<'panel'>;
type At = { xMm: number; yMm: number };

/** Gaps between neighbours, mm. @source mechanical reference 5 (rules of thumb) */
export const FLANGE_GAP_MM = 2;
export const NUT_GAP_MM = 4;
export const FINGER_GAP_MM = 15;
export const BEHIND_GAP_MM = 5;
export const OPPOSITE_GAP_MM = 10;
export const GROUND_CLEAR_MM = 40;

/** Least web of wall between two holes, by material. */
export const webMm = (material: PartOf<'case'>['material'], wallMm: number): number =>
  material === 'steel' ? Math.max(5, 3 * wallMm) : material === 'wood' ? Math.max(12, wallMm) : Math.max(6, 3 * wallMm);

export const holeSizeMm = (p: Panel): { widthMm: number; heightMm: number } => {
  if (p.hole.shape === 'round') return { widthMm: p.hole.diameterMm, heightMm: p.hole.diameterMm };
  if (p.hole.shape === 'rect') return { widthMm: p.hole.widthMm, heightMm: p.hole.heightMm };
  if (p.hole.shape === 'twin') return { widthMm: p.hole.pitchMm + p.hole.diameterMm, heightMm: p.hole.diameterMm };
  return { widthMm: 0, heightMm: 0 };
};

const isRound = (p: Panel) => p.hole.shape === 'round' && p.flangeWidthMm === p.flangeHeightMm;

/** Clear distance between two outlines on one face: circles by their radii, others by their rectangles. Negative: overlap. */
function outlineGapMm(a: At, b: At, sizeA: [number, number], sizeB: [number, number], round: boolean): number {
  const dx = Math.abs(a.xMm - b.xMm);
  const dy = Math.abs(a.yMm - b.yMm);
  if (round) return Math.hypot(dx, dy) - (sizeA[0] + sizeB[0]) / 2;
  return Math.max(dx - (sizeA[0] + sizeB[0]) / 2, dy - (sizeA[1] + sizeB[1]) / 2);
}

export type PairGaps = { flangeMm: number; webMm: number; nutMm: number; plugMm: number | undefined };

/** The four gaps between two parts on one face; plugs only where both are plugged into. */
export function pairGaps(a: { at: At; part: Panel }, b: { at: At; part: Panel }): PairGaps {
  const round = isRound(a.part) && isRound(b.part);
  const gap = (size: (p: Panel) => [number, number]) => outlineGapMm(a.at, b.at, size(a.part), size(b.part), round);
  const hole = (p: Panel): [number, number] => [holeSizeMm(p).widthMm, holeSizeMm(p).heightMm];
  const plugged = a.part.plugWidthMm > 0 && b.part.plugWidthMm > 0;
  return {
    flangeMm: gap((p) => [p.flangeWidthMm, p.flangeHeightMm]),
    webMm: gap(hole),
    nutMm: gap((p) => [p.behindWidthMm, p.behindHeightMm]),
    plugMm: plugged
      ? outlineGapMm(
          a.at,
          b.at,
          [a.part.plugWidthMm, a.part.plugWidthMm],
          [b.part.plugWidthMm, b.part.plugWidthMm],
          true
        )
      : undefined
  };
}

/**
 * Least centre distance of two round parts side by side.
 * @source mechanical reference 5: the largest of flange, web, nut and plug rules
 */
export function pitchMm(
  a: Panel,
  b: Panel,
  material: PartOf<'case'>['material'],
  wallMm: number
): { flange: number; web: number; nut: number; plug: number; pitch: number } {
  const half = (x: number, y: number) => (x + y) / 2;
  const flange = half(a.flangeWidthMm, b.flangeWidthMm) + FLANGE_GAP_MM;
  const web = half(holeSizeMm(a).widthMm, holeSizeMm(b).widthMm) + webMm(material, wallMm);
  const nut = half(a.behindWidthMm, b.behindWidthMm) + NUT_GAP_MM;
  const plug = a.plugWidthMm > 0 && b.plugWidthMm > 0 ? half(a.plugWidthMm, b.plugWidthMm) + FINGER_GAP_MM : 0;
  return { flange, web, nut, plug, pitch: Math.max(flange, web, nut, plug) };
}

/** Least distance from a hole centre to the face's outer edge. @source mechanical reference 5 */
export const edgeMm = (p: Panel, outerRadiusMm: number): number =>
  Math.max(p.flangeWidthMm / 2 + 2 + outerRadiusMm, p.behindWidthMm / 2 + 3 + 0.2929 * outerRadiusMm);
