import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import { starter } from '../src/demo/builder.ts';
import { evaluate } from '../src/evaluate.ts';
import { countsByLength } from '../src/kit/cut.ts';
import { cuttingFor } from '../src/kit/cutting.ts';
import { edgeStrips, FOAM_SHEET, foamPieces, withSpare } from '../src/kit/pieces.ts';
import { placedOn, sheetPlan, type SheetPiece } from '../src/kit/sheet-cut.ts';
import { DEMO_BOXES } from './boxes.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const jobOf = (box: Box) => ({ box, plan: evaluate(box, STARTER_CATALOGUE) });
const piece = (id: string, lengthMm: number, widthMm: number): SheetPiece => ({ id, label: id, lengthMm, widthMm });
const SHEET = { lengthMm: 300, widthMm: 200 };

/** Fewest sheets by trying every order of level packing: an oracle for a handful of pieces. */
function fewestSheets(pieces: readonly SheetPiece[]): number {
  let best = pieces.length;
  const orders = (rest: readonly SheetPiece[], done: SheetPiece[]): void => {
    if (rest.length === 0) best = Math.min(best, inOrder(done));
    rest.forEach((p, i) => orders(rest.toSpliced(i, 1), [...done, p]));
  };
  const inOrder = (row: readonly SheetPiece[]): number => {
    const sheets: { left: number; rows: { w: number; left: number }[] }[] = [];
    for (const p of row) {
      const [long, wide] = [Math.max(p.lengthMm, p.widthMm), Math.min(p.lengthMm, p.widthMm)];
      const at = sheets.flatMap((s) => s.rows).find((r) => r.w >= wide && r.left >= long);
      if (at) {
        at.left -= long;
        continue;
      }
      let s = sheets.find((k) => k.left >= wide);
      if (!s) sheets.push((s = { left: SHEET.widthMm, rows: [] }));
      s.left -= wide;
      s.rows.push({ w: wide, left: SHEET.lengthMm - long });
    }
    return sheets.length;
  };
  orders(pieces, []);
  return best;
}

describe('pieces from a sheet', () => {
  test('by hand: four quarters fill one sheet, a fifth opens another', () => {
    const quarters = ['a', 'b', 'c', 'd'].map((id) => piece(id, 150, 100));
    const one = sheetPlan(quarters, SHEET);
    expect(one.sheets).toHaveLength(1);
    expect(one.leftMm2).toBe(0);
    expect(one.sheets[0]!.rows.map((r) => r.pieces.length)).toEqual([2, 2]);
    expect(sheetPlan([...quarters, piece('e', 10, 10)], SHEET).sheets).toHaveLength(2);
  });

  test('by hand: a saw takes its kerf, so two halves no longer fit beside each other', () => {
    const halves = [piece('a', 150, 200), piece('b', 150, 200)];
    expect(sheetPlan(halves, SHEET).sheets).toHaveLength(1);
    expect(sheetPlan(halves, SHEET, 2).sheets).toHaveLength(2);
  });

  test('what is longer than a sheet is butted from equal parts, and says so', () => {
    const plan = sheetPlan([piece('left', 500, 80)], SHEET);
    const parts = plan.sheets.flatMap((s) => s.rows.flatMap((r) => r.pieces));
    expect(parts.map((p) => [p.label, p.lengthMm])).toEqual([
      ['left, part 1 of 2', 250],
      ['left, part 2 of 2', 250]
    ]);
  });

  test('any pieces: each once, none over an edge or another, never fewer sheets than their area, at most one more than the best order', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 20, max: 300 }), fc.integer({ min: 15, max: 200 })), {
          minLength: 1,
          maxLength: 6
        }),
        (sizes) => {
          const pieces = sizes.map(([l, w], i) => piece(`p${i}`, l, w));
          const plan = sheetPlan(pieces, SHEET);
          const laid = plan.sheets.flatMap((s) => s.rows.flatMap((r) => r.pieces));
          expect(laid.map((p) => p.id).sort()).toEqual(pieces.map((p) => p.id).sort());
          for (const s of plan.sheets) {
            expect(s.rows.reduce((sum, r) => sum + r.widthMm, 0)).toBeLessThanOrEqual(SHEET.widthMm);
            for (const r of s.rows) {
              expect(r.pieces.reduce((sum, p) => sum + p.lengthMm, 0)).toBeLessThanOrEqual(SHEET.lengthMm);
              for (const p of r.pieces) expect(p.widthMm).toBeLessThanOrEqual(r.widthMm);
            }
          }
          expect(plan.sheets.length).toBeGreaterThanOrEqual(plan.leastSheets);
          expect(plan.sheets.length).toBeLessThanOrEqual(fewestSheets(pieces) + 1);
        }
      ),
      { numRuns: 120, seed: 17 }
    );
  });
});

test('a sheet is drawn as it is cut: strips under each other, pieces side by side', () => {
  const [sheet] = sheetPlan([piece('a', 200, 80), piece('b', 90, 80), piece('c', 150, 60)], SHEET).sheets;
  expect(placedOn(sheet!).map((p) => [p.id, p.xMm, p.yMm])).toEqual([
    ['a', 0, 0],
    ['b', 200, 0],
    ['c', 0, 80]
  ]);
});

test('pieces of one length are counted, the longest first', () => {
  let nth = 0;
  const cut = (lengthMm: number) => ({ id: `p${nth++}`, label: '', lengthMm });
  expect(countsByLength([cut(25), cut(35), cut(25)])).toEqual([
    { lengthMm: 35, count: 1 },
    { lengthMm: 25, count: 2 }
  ]);
  expect(countsByLength([])).toEqual([]);
});

describe('everything that is cut', () => {
  test.each(DEMO_BOXES)('%s: every sleeve of the run list once, and no more bought than the kit says', (_, box) => {
    const job = jobOf(box);
    const { lengths, sheets } = cuttingFor([job], STARTER_CATALOGUE, []);
    for (const l of lengths) {
      const line = job.plan.kit.lines.find((k) => k.lineId === l.lineId)!;
      expect(line, l.lineId).toBeDefined();
      expect(l.plan.tooLong, l.lineId).toEqual([]);
      expect(l.plan.boughtCount, l.lineId).toBeLessThanOrEqual(line.packs + 1);
    }
    const sleeves = lengths.filter((l) => l.sort === 'sleeve');
    const mm = sleeves.reduce(
      (s, l) => s + l.plan.stocks.reduce((t, k) => t + k.pieces.reduce((u, p) => u + p.lengthMm, 0), 0),
      0
    );
    const kitMm = job.plan.kit.lines
      .filter((l) => l.what.kind === 'sundry' && l.what.use === 'sleeve')
      .reduce((s, l) => s + l.perBox * 1000, 0);
    // the kit buys a tenth more for what is spoiled, rounded to a hundredth of a metre for each bore
    expect(Math.abs(mm * 1.1 - kitMm)).toBeLessThanOrEqual(5 * Math.max(1, sleeves.length));
    for (const s of sheets) {
      const line = job.plan.kit.lines.find((k) => k.lineId === s.lineId)!;
      expect(s.plan.sheets.length).toBe(line.perBox);
    }
  });

  test('four boxes take no four sheets where their foam goes on fewer; one spare for all', () => {
    const one = saltmarshHideBox();
    const { hold } = evaluate(one, STARTER_CATALOGUE).stance!;
    const small = { foam: [{ side: 'left', thicknessMm: 8, lengthMm: 120, heightMm: 60 }] };
    expect(withSpare(foamPieces(small, 1))).toHaveLength(2 + 1);
    expect(withSpare(foamPieces(small, 4))).toHaveLength(8 + 1);
    expect(withSpare([])).toEqual([]);
    // 120 × 60: two beside each other, three rows: six on a sheet
    expect(sheetPlan(withSpare(foamPieces(small, 1)), FOAM_SHEET).sheets).toHaveLength(1);
    expect(sheetPlan(withSpare(foamPieces(small, 4)), FOAM_SHEET).sheets).toHaveLength(2);
    const four = applyEdits(one, [set('kit/boxCount', 4)]);
    const line = evaluate(four, STARTER_CATALOGUE).kit.lines.find((l) => l.lineId === 'foam-sheet');
    const sheets = sheetPlan(withSpare(foamPieces(hold, 4)), FOAM_SHEET).sheets.length;
    expect(line?.packs ?? 0).toBe(sheets);
  });

  test('two different boxes from the same reels: every lead of both, named by its box, never more reels than apart', () => {
    const [a, b] = [jobOf(saltmarshHideBox()), jobOf(canalNightBankBox())];
    const both = cuttingFor([a, b], STARTER_CATALOGUE, []);
    const apart = [a, b].flatMap((j) => cuttingFor([j], STARTER_CATALOGUE, []).lengths);
    const bought = (all: typeof apart) => all.reduce((s, l) => s + l.plan.boughtCount, 0);
    expect(bought(both.lengths)).toBeLessThanOrEqual(bought(apart));
    const leads = both.lengths.filter((l) => l.sort === 'wire').flatMap((l) => l.plan.stocks.flatMap((s) => s.pieces));
    const wanted = [a, b].reduce(
      (s, j) => s + j.plan.runs.runs.filter((r) => r.wire).reduce((n, r) => n + r.count, 0),
      0
    );
    expect(leads).toHaveLength(wanted);
    expect(new Set(leads.map((p) => p.of))).toEqual(new Set(['Saltmarsh hide box', 'Canal night bank box']));
    expect(new Set(leads.map((p) => p.id)).size).toBe(leads.length);
  });

  test('foam of two boxes: every strip of both and one spare, of the largest of them all, whichever box comes first', () => {
    const withFoam = (box: Box, lengthMm: number) => {
      const job = jobOf(box);
      const { stance, kit } = job.plan;
      const hold = { ...stance!.hold!, foam: [{ side: 'left', thicknessMm: 4, lengthMm, heightMm: 50 }] };
      const line = jobOf(saltmarshHideBox()).plan.kit.lines.find((l) => l.lineId === 'foam-sheet')!;
      const lines = [...kit.lines.filter((l) => l.lineId !== 'foam-sheet'), line];
      return { box, plan: { ...job.plan, kit: { ...kit, lines }, stance: { ...stance!, hold } } };
    };
    const [small, large] = [withFoam(saltmarshHideBox(), 90), withFoam(canalNightBankBox(), 210)];
    for (const jobs of [
      [small, large],
      [large, small]
    ]) {
      const { sheets } = cuttingFor(jobs, STARTER_CATALOGUE, []);
      const cut = sheets.flatMap((s) => s.plan.sheets.flatMap((k) => k.rows.flatMap((r) => r.pieces)));
      expect(cut.map((p) => p.lengthMm).sort((a, b) => a - b)).toEqual([90, 210, 210]);
      expect(cut.filter((p) => p.label === 'spare').map((p) => p.lengthMm)).toEqual([210]);
    }
  });

  test('an edge strip round every gland in steel, none in plastic', () => {
    const canal = canalNightBankBox();
    const gland = STARTER_CATALOGUE.find((p) => p.kind === 'panel' && p.role === 'gland' && p.hole.shape === 'round')!;
    const steel = starter('case', 'case-steel-medium');
    const port = canal.ports[0]!;
    const box = applyEdits(canal, [
      set(`parts/${gland.id}`, gland),
      set(`ports/${port.id}/partId`, gland.id),
      set(`parts/${steel.id}`, steel),
      set('casePartId', steel.id)
    ]);
    const { fit } = evaluate(box, STARTER_CATALOGUE);
    const d = gland.kind === 'panel' && gland.hole.shape === 'round' ? gland.hole.diameterMm : 0;
    expect(edgeStrips(box, fit)).toEqual([{ label: port.name, lengthMm: Math.ceil(Math.PI * d) + 5 }]);
    const plastic = evaluate(canal, STARTER_CATALOGUE).fit;
    expect(edgeStrips(canal, plastic)).toEqual([]);
  });

  test('a strap is never cut from the rest of another: each has its buckle; one too short is said', () => {
    const job = jobOf(saltmarshHideBox());
    const hold = { ...job.plan.stance!.hold!, strapMm: 600 };
    const two = applyEdits(job.box, [set('kit/boxCount', 2)]);
    const plan = evaluate(two, STARTER_CATALOGUE);
    const withStrap = (strapMm: number) => ({
      box: two,
      plan: { ...plan, stance: { ...plan.stance!, hold: { ...hold, strapMm } } }
    });
    const strap = cuttingFor([withStrap(600)], STARTER_CATALOGUE, []).lengths.find((l) => l.sort === 'strap')!;
    expect(strap.plan.stocks.map((s) => [s.pieces.length, s.leftMm])).toEqual([
      [1, 900],
      [1, 900]
    ]);
    const long = cuttingFor([withStrap(1600)], STARTER_CATALOGUE, []).lengths.find((l) => l.sort === 'strap')!;
    expect(long.plan.tooLong).toHaveLength(2);
  });
});
