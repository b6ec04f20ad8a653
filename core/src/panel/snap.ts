import type { PartOf } from '../catalogue/part.ts';

type Panel = Pick<PartOf<'panel'>, 'flangeWidthMm' | 'flangeHeightMm'>;
export type Neighbour = { xMm: number; yMm: number; part: Panel };
export type Guide = { axis: 'x' | 'y'; atMm: number; why: 'centre' | 'row' | 'edge' | 'equal' | 'grid' };
export type Snapped = { xMm: number; yMm: number; guides: Guide[] };

/** Within this distance a line pulls. */
export const SNAP_MM = 3;
export const GRID_MM = 2;

type Line = { atMm: number; why: Guide['why']; rank: number };

/**
 * Where a dragged port settles: on the face's centre line, in a neighbour's row or column, flush with a neighbour's edge,
 * at equal spacing with two neighbours, else on the grid.
 */
export function snapPort(
  face: { widthMm: number; heightMm: number },
  part: Panel,
  others: readonly Neighbour[],
  at: { xMm: number; yMm: number }
): Snapped {
  const x = settle(
    at.xMm,
    lines(
      face.widthMm,
      part.flangeWidthMm,
      others.map((o) => [o.xMm, o.part.flangeWidthMm] as const)
    )
  );
  const y = settle(
    at.yMm,
    lines(
      face.heightMm,
      part.flangeHeightMm,
      others.map((o) => [o.yMm, o.part.flangeHeightMm] as const)
    )
  );
  return {
    xMm: x.atMm,
    yMm: y.atMm,
    guides: [
      ...(x.why === 'grid' ? [] : [{ axis: 'x' as const, atMm: x.atMm, why: x.why }]),
      ...(y.why === 'grid' ? [] : [{ axis: 'y' as const, atMm: y.atMm, why: y.why }])
    ]
  };
}

function lines(faceMm: number, flangeMm: number, others: readonly (readonly [number, number])[]): Line[] {
  const out: Line[] = [{ atMm: faceMm / 2, why: 'centre', rank: 1 }];
  for (const [at, width] of others) {
    out.push({ atMm: at, why: 'row', rank: 0 });
    for (const side of [-1, 1]) out.push({ atMm: at + (side * (width - flangeMm)) / 2, why: 'edge', rank: 3 });
  }
  const places = [...new Set(others.map(([at]) => at))].sort((a, b) => a - b);
  for (let i = 0; i + 1 < places.length; i++) {
    const [a, b] = [places[i]!, places[i + 1]!];
    for (const atMm of [b + (b - a), a - (b - a), (a + b) / 2]) out.push({ atMm, why: 'equal', rank: 2 });
  }
  return out;
}

function settle(at: number, candidates: readonly Line[]): { atMm: number; why: Guide['why'] } {
  const near = candidates
    .filter((l) => Math.abs(l.atMm - at) < SNAP_MM)
    .sort((a, b) => a.rank - b.rank || Math.abs(a.atMm - at) - Math.abs(b.atMm - at))[0];
  return near
    ? { atMm: Number(near.atMm.toFixed(2)), why: near.why }
    : { atMm: Math.round(at / GRID_MM) * GRID_MM, why: 'grid' };
}
