import { describe, expect, test } from 'vitest';
import { normalQuantile, normalShare } from '../src/outing/normal.ts';
import { BLOCK, spread } from '../src/outing/scatter.ts';
import { sure } from '../src/outing/sure.ts';
import { seededRandom } from '../src/sun/weather.ts';
import { DEMO_BOXES } from './boxes.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate } from './evaluated.ts';

const taken = (unknowns: number, count: number, seed = 1): number[][] => {
  const draws = spread(unknowns, seededRandom(seed));
  return Array.from({ length: count }, () => draws.next().value);
};

describe('draws spread evenly', () => {
  test('each block tries every unknown once in each fortieth of what it may be', () => {
    const blocks = taken(3, 3 * BLOCK);
    for (let b = 0; b < 3; b++)
      for (let u = 0; u < 3; u++) {
        const parts = blocks.slice(b * BLOCK, (b + 1) * BLOCK).map((z) => Math.floor(normalShare(z[u]!) * BLOCK));
        expect(parts.toSorted((x, y) => x - y)).toEqual(Array.from({ length: BLOCK }, (_, i) => i));
      }
  });
  test('blocks differ, unknowns do not follow each other, and a seed gives the same draws again', () => {
    const draws = taken(2, 25 * BLOCK);
    expect(draws.slice(0, BLOCK)).not.toEqual(draws.slice(BLOCK, 2 * BLOCK));
    const together = draws.reduce((s, z) => s + z[0]! * z[1]!, 0) / draws.length;
    expect(Math.abs(together)).toBeLessThan(0.1);
    expect(taken(2, 50)).toEqual(taken(2, 50));
    expect(taken(2, 50, 2)).not.toEqual(taken(2, 50));
  });
  test('mean and spread are those of a standard normal value, far closer than chance would have them', () => {
    for (const u of [0, 1]) {
      const z = taken(2, 10 * BLOCK).map((d) => d[u]!);
      const mean = z.reduce((s, v) => s + v, 0) / z.length;
      const variance = z.reduce((s, v) => s + v * v, 0) / z.length;
      // independent draws would stray by 0.05 and 0.07
      expect(Math.abs(mean)).toBeLessThan(0.005);
      expect(Math.abs(variance - 1)).toBeLessThan(0.04);
    }
  });
  test('a quantile and its share undo each other', () => {
    for (const share of [0.001, 0.1, 0.5, 0.9, 0.975]) expect(normalShare(normalQuantile(share))).toBeCloseTo(share, 7);
    expect(normalQuantile(0.975)).toBeCloseTo(1.95996, 4);
  });
});

describe('how sure, from few runs that are spread', () => {
  test('the chance and the hours of nine of ten scatter between seeds by a hundredth and a few minutes', () => {
    const [, box] = DEMO_BOXES[0]!;
    const plan = evaluate(box, STARTER_CATALOGUE);
    const answers = [1, 2, 3, 4, 5, 6].map((seed) => sure(box, plan.demand, plan.bank!, plan.feed, { seed }));
    const strays = (of: (s: (typeof answers)[number]) => number): number => {
      const all = answers.map(of);
      return Math.max(...all) - Math.min(...all);
    };
    expect(answers.every((s) => s.runCount === 600)).toBe(true);
    expect(strays((s) => s.chanceFraction)).toBeLessThan(0.05);
    expect(strays((s) => s.p10H)).toBeLessThan(0.25);
  });

  test('where the answer is plain it ends after six blocks, and says the same as all of them', () => {
    let plain = 0;
    for (const [name, box] of DEMO_BOXES) {
      const plan = evaluate(box, STARTER_CATALOGUE);
      if (!plan.bank || !plan.outing) continue;
      const of = (over: { seed: number; runCount?: number }) => sure(box, plan.demand, plan.bank!, plan.feed, over);
      const s = of({ seed: 1 });
      expect(s.wantedRunCount, name).toBe(s.runCount);
      const wanted = box.outing.durationH;
      const isPlain =
        (s.chanceFraction === 1 && s.p10H >= 1.25 * wanted) || (s.chanceFraction === 0 && s.p90H <= 0.8 * wanted);
      expect(s.runCount, name).toBe(isPlain ? 240 : 600);
      if (!isPlain) continue;
      plain++;
      // another seed stands for what more runs would have said
      const other = of({ seed: 2 });
      expect(other.chanceFraction, name).toBe(s.chanceFraction);
      expect(Math.abs(other.p50H / s.p50H - 1), name).toBeLessThan(0.02);
      expect(Math.abs(other.p10H / s.p10H - 1), name).toBeLessThan(0.04);
    }
    // some of each sort are among them
    expect(plain).toBeGreaterThan(2);
    expect(plain).toBeLessThan(DEMO_BOXES.length);
  });

  test('fewer that are asked for are never made more', () => {
    const [, box] = DEMO_BOXES[2]!;
    const plan = evaluate(box, STARTER_CATALOGUE);
    expect(sure(box, plan.demand, plan.bank!, plan.feed, { runCount: 80 }).runCount).toBe(80);
  });
});
