import { ofKind } from '../catalogue/of-kind.ts';
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

/** What is wanted of everything sold by length or sheet, gathered job by job. */
class Wants {
  readonly lengths = new Map<string, Wanted>();
  readonly sheets = new Map<string, { name: string; pieces: SheetPiece[] }>();
  readonly #catalogue: Catalogue;
  readonly #several: boolean;

  constructor(catalogue: Catalogue, several: boolean) {
    this.#catalogue = catalogue;
    this.#several = several;
  }

  /** @param at number of the job: pieces of several are told apart by it */
  add(job: CuttingJob, at: number): void {
    this.#wires(job, at);
    this.#strips(job, at);
    this.#strap(job, at);
    this.#foam(job, at);
  }

  #wires(job: CuttingJob, at: number): void {
    for (const run of job.plan.runs.runs) {
      if (!run.wire) continue;
      const { lineId } = wireLine(job.box, run);
      const kitLine = job.plan.kit.lines.find((l) => l.lineId === lineId);
      const soldMm = (kitLine?.perPack ?? soldM(this.#catalogue)) * PER_M;
      const piece = { label: run.id, lengthMm: run.lengthMm, count: run.count };
      this.#want(job, at, lineId, { name: kitLine?.name ?? lineId, sort: 'wire', soldMm }, piece);
      for (const end of [run.from, run.to]) {
        const sleeve = end.joint.kind === 'given' ? undefined : sleeveFor(run, end.terminal, this.#catalogue);
        const sold = sleeve && lineOf(job, 'sleeve', String(sleeve.boreMm));
        if (sold)
          this.#want(
            job,
            at,
            sold.lineId,
            { name: sold.name, sort: 'sleeve', soldMm: sold.perPack * PER_M },
            { label: run.id, lengthMm: sleeve.lengthMm, count: run.count }
          );
      }
    }
  }

  #strips(job: CuttingJob, at: number): void {
    const edge = lineOf(job, 'grommet');
    if (!edge) return;
    const as = { name: edge.name, sort: 'strip', soldMm: edge.perPack * PER_M } as const;
    for (const { label, lengthMm } of edgeStrips(job.box, job.plan.fit))
      this.#want(job, at, edge.lineId, as, { label, lengthMm, count: 1 });
  }

  #strap(job: CuttingJob, at: number): void {
    const strap = lineOf(job, 'strap');
    const lengthMm = job.plan.stance?.hold?.strapMm;
    if (!strap || lengthMm === undefined) return;
    const as = { name: strap.name, sort: 'strap', soldMm: STRAP_SOLD_MM } as const;
    this.#want(job, at, strap.lineId, as, { label: 'battery', lengthMm, count: 1 });
  }

  #foam(job: CuttingJob, at: number): void {
    const foam = lineOf(job, 'foam');
    const who = this.#several ? ` ${job.box.name}` : '';
    const pieces = foamPieces(job.plan.stance?.hold, job.box.kit.boxCount).map((p) => ({
      ...p,
      id: `${at}-${p.id}`,
      label: `${p.label}${who}`
    }));
    if (!foam || pieces.length === 0) return;
    const known = this.sheets.get(foam.lineId) ?? { name: foam.name, pieces: [] };
    known.pieces.push(...pieces);
    this.sheets.set(foam.lineId, known);
  }

  #want(
    { box }: CuttingJob,
    at: number,
    lineId: string,
    as: Omit<Wanted, 'pieces'>,
    { label, lengthMm, count }: { label: string; lengthMm: number; count: number }
  ): void {
    const { boxCount } = box.kit;
    const known = this.lengths.get(lineId) ?? { ...as, pieces: [] };
    for (let b = 0; b < boxCount; b++)
      for (let n = 0; n < count; n++)
        known.pieces.push({
          id: `${at}-${label}-${b}-${n}-${known.pieces.length}`,
          label: boxCount > 1 ? `${label} box ${b + 1}` : label,
          lengthMm,
          ...(this.#several ? { of: box.name } : {})
        });
    this.lengths.set(lineId, known);
  }
}

const lineOf = (job: CuttingJob, use: PartOf<'sundry'>['use'], fits?: string) =>
  job.plan.kit.lines.find(
    ({ what }) => what.kind === 'sundry' && what.use === use && (fits === undefined || what.fits === fits)
  );

/**
 * What is cut of everything sold by length or sheet, over all boxes of all jobs together: what lies in the drawer first, as
 * one length, then new ones as sold.
 */
export function cuttingFor(jobs: readonly CuttingJob[], catalogue: Catalogue, drawer: readonly DrawerLine[]): Cutting {
  const wants = new Wants(catalogue, jobs.length > 1);
  jobs.forEach((job, at) => wants.add(job, at));
  return {
    lengths: [...wants.lengths]
      .sort(([, a], [, b]) => SORTS.indexOf(a.sort) - SORTS.indexOf(b.sort))
      .map(([lineId, w]) => ({
        lineId,
        name: w.name,
        sort: w.sort,
        plan: w.sort === 'strap' ? straps(w) : cutPlan(w.pieces, restsOf(lineId, drawer), { soldMm: w.soldMm })
      })),
    sheets: [...wants.sheets].map(([lineId, s]) => ({
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

const soldM = (catalogue: Catalogue): number => ofKind(catalogue, 'wire')[0]?.packM ?? 5;
