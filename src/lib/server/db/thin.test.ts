import fc from 'fast-check';
import { expect, test } from 'vitest';
import { thinned, type Stamped } from './thin.ts';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
const at = (ms: number): Stamped => ({ file: `${ms}.db`, ms });
const start = Date.UTC(2026, 10, 2);
const left = (copies: Stamped[]): number[] => {
  const gone = new Set(thinned(copies).map((c) => c.file));
  return copies.filter((c) => !gone.has(c.file)).map((c) => c.ms);
};

test('a year of a copy every ten minutes comes down to hours, days and weeks; the newest stays', () => {
  const all = Array.from({ length: (365 * DAY) / (10 * 60_000) }, (_, i) => at(start + i * 10 * 60_000));
  const kept = left(all);
  const newest = all.at(-1)!.ms;
  const within = (fromMs: number, toMs: number) => kept.filter((ms) => newest - ms >= fromMs && newest - ms < toMs);
  expect(kept).toContain(newest);
  expect(within(0, DAY)).toHaveLength(24);
  expect(within(DAY, 14 * DAY).length).toBeGreaterThanOrEqual(13);
  expect(within(14 * DAY, 182 * DAY).length).toBeGreaterThanOrEqual(23);
  expect(kept.length).toBeLessThan(70);
  expect(newest - Math.min(...kept)).toBeGreaterThan(175 * DAY);
});

test('thinned step by step, as it happens, loses no more than thinned at once', () => {
  let copies: Stamped[] = [];
  for (let i = 0; i < 24 * 40; i++) {
    copies.push(at(start + i * HOUR));
    const gone = new Set(thinned(copies));
    copies = copies.filter((c) => !gone.has(c));
  }
  const newest = copies.at(-1)!.ms;
  expect(copies.filter((c) => newest - c.ms <= DAY).length).toBeGreaterThanOrEqual(24);
  expect(copies.filter((c) => newest - c.ms > 7 * DAY && newest - c.ms <= 14 * DAY).length).toBeGreaterThanOrEqual(6);
  expect(copies.some((c) => newest - c.ms > 28 * DAY)).toBe(true);
});

test('whatever the stamps: the newest is never taken, and of what is left nothing more can go', () => {
  fc.assert(
    fc.property(fc.uniqueArray(fc.integer({ min: 0, max: 400 * DAY }), { minLength: 1, maxLength: 60 }), (stamps) => {
      const copies = stamps.map(at);
      const kept = left(copies);
      expect(kept).toContain(Math.max(...stamps));
      expect(thinned(kept.map(at))).toEqual([]);
    }),
    { numRuns: 200, seed: 5 }
  );
});
