import type { Box } from '../box/schema.ts';
import type { Catalogue, PartOf } from '../catalogue/part.ts';
import type { Plan } from '../evaluate.ts';
import type { DrawerLine } from './buy/orders.ts';
import { cutPlan, type CutPiece, type CutPlan, type Stock } from './cut.ts';
import { wireLine } from './kit.ts';
import { edgeStrips, FOAM_SHEET, foamPieces, sleeveFor, STRAP_SOLD_MM, withSpare } from './pieces.ts';
import { sheetPlan, type SheetPiece, type SheetPlan } from './sheet-cut.ts';

/** A box that is cut along with others, and its plan. */
export type CuttingJob = { box: Box; plan: Pick<Plan, 'runs' | 'kit' | 'fit' | 'stance'> };
/** Something sold by length: wire of one size and colour, sleeve of one bore, edge strip, straps. */
export type LengthCutting = {
  lineId: string;
  name: string;
  sort: 'wire' | 'sleeve' | 'strip' | 'strap';
  plan: CutPlan;
};
export type SheetCutting = { lineId: string; name: string; plan: SheetPlan };
export type Cutting = { lengths: LengthCutting[]; sheets: SheetCutting[] };

/** In the order of the work. */
const SORTS: readonly LengthCutting['sort'][] = ['wire', 'sleeve', 'strip', 'strap'];
/** Millimetres in a metre. */
const PER_M = 1000;

/** Pieces of one line of the kit, with what one packet of it holds. */
type Wanted = { name: string; sort: LengthCutting['sort']; soldMm: number; pieces: CutPiece[] };

/**
 * What is cut of everything sold by length or sheet, over all boxes of all jobs together: what lies in the drawer first, as
 * one length, then new ones as sold.
 */
export function cuttingFor(jobs: readonly CuttingJob[], catalogue: Catalogue, drawer: readonly DrawerLine[]): Cutting {
  const wanted = new Map<string, Wanted>();
  const sheets = new Map<string, { name: string; pieces: SheetPiece[] }>();
  jobs.forEach((job, at) => {
    const { boxCount } = job.box.kit;
    const who = jobs.length > 1 ? ` ${job.box.name}` : '';
    const line = (use: PartOf<'sundry'>['use'], fits?: string) =>
      job.plan.kit.lines.find(
        ({ what }) => what.kind === 'sundry' && what.use === use && (fits === undefined || what.fits === fits)
      );
    const want = (lineId: string, as: Omit<Wanted, 'pieces'>, label: string, lengthMm: number, count: number): void => {
      const known = wanted.get(lineId) ?? { ...as, pieces: [] };
      for (let b = 0; b < boxCount; b++)
        for (let n = 0; n < count; n++)
          known.pieces.push({
            id: `${at}-${label}-${b}-${n}-${known.pieces.length}`,
            label: boxCount > 1 ? `${label} box ${b + 1}` : label,
            lengthMm,
            ...(jobs.length > 1 ? { of: job.box.name } : {})
          });
      wanted.set(lineId, known);
    };
    for (const run of job.plan.runs.runs) {
      if (!run.wire) continue;
      const { lineId } = wireLine(job.box, run);
      const kitLine = job.plan.kit.lines.find((l) => l.lineId === lineId);
      const soldMm = (kitLine?.perPack ?? soldM(catalogue)) * PER_M;
      want(lineId, { name: kitLine?.name ?? lineId, sort: 'wire', soldMm }, run.id, run.lengthMm, run.count);
      for (const end of [run.from, run.to]) {
        const sleeve = end.joint.kind === 'given' ? undefined : sleeveFor(run, end.terminal, catalogue);
        const sold = sleeve && line('sleeve', String(sleeve.boreMm));
        if (sold)
          want(
            sold.lineId,
            { name: sold.name, sort: 'sleeve', soldMm: sold.perPack * PER_M },
            run.id,
            sleeve.lengthMm,
            run.count
          );
      }
    }
    const edge = line('grommet');
    if (edge)
      for (const strip of edgeStrips(job.box, job.plan.fit))
        want(
          edge.lineId,
          { name: edge.name, sort: 'strip', soldMm: edge.perPack * PER_M },
          strip.label,
          strip.lengthMm,
          1
        );
    const strap = line('strap');
    const strapMm = job.plan.stance?.hold?.strapMm;
    if (strap && strapMm !== undefined)
      want(strap.lineId, { name: strap.name, sort: 'strap', soldMm: STRAP_SOLD_MM }, 'battery', strapMm, 1);
    const foam = line('foam');
    const pieces = foamPieces(job.plan.stance?.hold, boxCount).map((p) => ({
      ...p,
      id: `${at}-${p.id}`,
      label: `${p.label}${who}`
    }));
    if (foam && pieces.length > 0) {
      const known = sheets.get(foam.lineId) ?? { name: foam.name, pieces: [] };
      known.pieces.push(...pieces);
      sheets.set(foam.lineId, known);
    }
  });
  return {
    lengths: [...wanted]
      .sort(([, a], [, b]) => SORTS.indexOf(a.sort) - SORTS.indexOf(b.sort))
      .map(([lineId, w]) => ({
        lineId,
        name: w.name,
        sort: w.sort,
        plan: w.sort === 'strap' ? straps(w) : cutPlan(w.pieces, restsOf(lineId, drawer), { soldMm: w.soldMm })
      })),
    sheets: [...sheets].map(([lineId, s]) => ({
      lineId,
      name: s.name,
      plan: sheetPlan(withSpare(s.pieces), FOAM_SHEET)
    }))
  };
}

function restsOf(lineId: string, drawer: readonly DrawerLine[]): Stock[] {
  const lies = drawer.find((d) => d.lineId === lineId)?.count ?? 0;
  return lies > 0 ? [{ id: 'drawer', lengthMm: lies * PER_M }] : [];
}

/** Each strap has a buckle of its own: none is cut from the rest of another. */
function straps(w: Wanted): CutPlan {
  const fits = w.pieces.filter((p) => p.lengthMm <= w.soldMm);
  return {
    stocks: fits.map((p, i) => ({
      id: `new-${i + 1}`,
      lengthMm: w.soldMm,
      bought: true,
      pieces: [p],
      leftMm: w.soldMm - p.lengthMm
    })),
    boughtCount: fits.length,
    leastBought: fits.length,
    tooLong: w.pieces.filter((p) => p.lengthMm > w.soldMm),
    leftMm: fits.reduce((s, p) => s + w.soldMm - p.lengthMm, 0)
  };
}

const soldM = (catalogue: Catalogue): number =>
  catalogue.find((p): p is PartOf<'wire'> => p.kind === 'wire')?.packM ?? 5;
