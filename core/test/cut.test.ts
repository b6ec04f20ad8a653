import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { cutPlan, type CutPiece } from '../src/kit/cut.ts';

const pieces = (...lengths: number[]): CutPiece[] =>
  lengths.map((lengthMm, i) => ({ id: `p${i}`, label: `R${i + 1}`, lengthMm }));

/** Fewest stocks by trying every way: an oracle for a handful of pieces. */
function fewest(lengths: readonly number[], soldMm: number, kerfMm: number): number {
  let best = lengths.length;
  const sorted = [...lengths].sort((a, b) => b - a);
  const put = (i: number, rooms: number[]): void => {
    if (rooms.length >= best) return;
    if (i === sorted.length) {
      best = rooms.length;
      return;
    }
    const need = sorted[i]! + kerfMm;
    const tried = new Set<number>();
    rooms.forEach((room, k) => {
      if (room < need - 1e-9 || tried.has(room)) return;
      tried.add(room);
      put(i + 1, rooms.with(k, room - need));
    });
    put(i + 1, [...rooms, soldMm + kerfMm - need]);
  };
  put(0, []);
  return best;
}

describe('a cutting plan', () => {
  // 5 m reels: 3 + 2 and 2.6 + 2.4 are two full ones
  test('by hand: two reels cut to nothing', () => {
    const plan = cutPlan(pieces(2600, 2400, 3000, 2000), [], { soldMm: 5000 });
    expect(plan).toMatchObject({ boughtCount: 2, leastBought: 2, leftMm: 0, tooLong: [] });
    expect(plan.stocks.map((s) => s.pieces.map((p) => p.lengthMm))).toEqual([
      [3000, 2000],
      [2600, 2400]
    ]);
  });
  test('by hand: a saw takes its kerf with every piece but the last', () => {
    // 3 × 330 + 2 × 5 = 1000
    expect(cutPlan(pieces(330, 330, 330), [], { soldMm: 1000, kerfMm: 5 }).boughtCount).toBe(1);
    expect(cutPlan(pieces(330, 330, 331), [], { soldMm: 1000, kerfMm: 5 }).boughtCount).toBe(2);
  });
  test('rests at hand go first, the shortest that will do', () => {
    const plan = cutPlan(
      pieces(400, 900),
      [
        { id: 'long', lengthMm: 3000 },
        { id: 'rest', lengthMm: 450 }
      ],
      { soldMm: 5000 }
    );
    expect(plan.boughtCount).toBe(0);
    expect(plan.stocks.map((s) => [s.id, s.pieces.length])).toEqual([
      ['rest', 1],
      ['long', 1]
    ]);
  });
  test('what is longer than any stock is named', () => {
    const plan = cutPlan(pieces(6000, 200), [], { soldMm: 5000 });
    expect(plan.tooLong.map((p) => p.lengthMm)).toEqual([6000]);
    expect(plan.boughtCount).toBe(1);
  });
  test('nothing to cut is no stock', () =>
    expect(cutPlan([], [], { soldMm: 5000 })).toMatchObject({ stocks: [], boughtCount: 0, leastBought: 0 }));

  const small = fc.array(fc.integer({ min: 10, max: 100 }), { minLength: 1, maxLength: 8 });
  test('at most one more than the fewest found by trying every way', () => {
    let same = 0;
    fc.assert(
      fc.property(small, fc.constantFrom(0, 2), (lengths, kerfMm) => {
        const plan = cutPlan(pieces(...lengths), [], { soldMm: 100, kerfMm });
        const least = fewest(lengths, 100, kerfMm);
        expect(plan.boughtCount).toBeGreaterThanOrEqual(least);
        expect(plan.boughtCount).toBeLessThanOrEqual(least + 1);
        if (plan.boughtCount === least) same++;
      }),
      { numRuns: 250, seed: 5 }
    );
    expect(same).toBeGreaterThan(230);
  });
  test('every piece once, no stock over its length, and never more than one reel above the bound of total length', () => {
    const leads = fc.array(fc.integer({ min: 8, max: 150 }), { minLength: 1, maxLength: 300 });
    fc.assert(
      fc.property(leads, (tens) => {
        const all = pieces(...tens.map((t) => 10 * t));
        const plan = cutPlan(all, [], { soldMm: 5000 });
        expect(plan.stocks.flatMap((s) => s.pieces.map((p) => p.id)).sort()).toEqual(all.map((p) => p.id).sort());
        for (const s of plan.stocks) {
          const used = s.pieces.reduce((sum, p) => sum + p.lengthMm, 0);
          expect(used + s.leftMm).toBeCloseTo(s.lengthMm, 6);
        }
        expect(plan.boughtCount).toBeLessThanOrEqual(plan.leastBought + 1);
      }),
      { numRuns: 120, seed: 6 }
    );
  });
});
