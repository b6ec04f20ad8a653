import type { Box } from '../box/schema.ts';
import type { Catalogue, PartOf } from '../catalogue/part.ts';
import type { Plan } from '../evaluate.ts';
import type { DrawerLine } from './buy/orders.ts';
import { cutPlan, type CutPiece, type CutPlan, type Stock } from './cut.ts';
import { wireLine } from './kit.ts';

export type WireCutting = { lineId: string; name: string; plan: CutPlan };

/** Millimetres in a metre. */
const PER_M = 1000;

/**
 * The cutting plan of every sort and colour of wire, over all boxes of the batch: what lies in the drawer first, as one
 * length, then new reels as sold.
 */
export function cuttingFor(
  box: Box,
  plan: Pick<Plan, 'runs' | 'kit'>,
  catalogue: Catalogue,
  drawer: readonly DrawerLine[]
): WireCutting[] {
  const boxes = box.kit.boxCount;
  const byLine = new Map<string, CutPiece[]>();
  for (const run of plan.runs.runs) {
    if (!run.wire) continue;
    const { lineId } = wireLine(box, run);
    const pieces = byLine.get(lineId) ?? [];
    for (let b = 0; b < boxes; b++)
      for (let n = 0; n < run.count; n++)
        pieces.push({
          id: `${run.id}-${b}-${n}`,
          label: boxes > 1 ? `${run.id} box ${b + 1}` : run.id,
          lengthMm: run.lengthMm
        });
    byLine.set(lineId, pieces);
  }
  return [...byLine].map(([lineId, pieces]) => {
    const line = plan.kit.lines.find((l) => l.lineId === lineId);
    const lies = drawer.find((d) => d.lineId === lineId)?.count ?? 0;
    const rests: Stock[] = lies > 0 ? [{ id: 'drawer', lengthMm: lies * PER_M }] : [];
    return {
      lineId,
      name: line?.name ?? lineId,
      plan: cutPlan(pieces, rests, { soldMm: (line?.perPack ?? soldM(catalogue)) * PER_M })
    };
  });
}

const soldM = (catalogue: Catalogue): number =>
  catalogue.find((p): p is PartOf<'wire'> => p.kind === 'wire')?.packM ?? 5;
