import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { criticalPath, faultIn, schedule, tails, type Job } from '../src/bench/work/schedule.ts';

const job = (id: string, workMin: number, waitMin: number, ...after: string[]): Job => ({
  id,
  workMin,
  waitMin,
  after
});

/** Shortest end over every order of the work: an oracle for a handful of steps. */
function shortest(jobs: readonly Job[]): number {
  let best = Infinity;
  const go = (
    left: readonly Job[],
    ready: ReadonlyMap<string, { done: number; cured: number }>,
    now: number,
    end: number
  ): void => {
    if (left.length === 0) best = Math.min(best, end);
    for (const j of left) {
      const follows = j.follows ?? [];
      if (![...j.after, ...follows].every((a) => ready.has(a))) continue;
      const start = Math.max(
        now,
        j.earliestMin ?? 0,
        ...j.after.map((a) => ready.get(a)!.cured),
        ...follows.map((a) => ready.get(a)!.done)
      );
      const done = start + j.workMin;
      go(
        left.filter((k) => k !== j),
        new Map(ready).set(j.id, { done, cured: done + j.waitMin }),
        done,
        Math.max(end, done + j.waitMin)
      );
    }
  };
  go(jobs, new Map(), 0, 0);
  return best;
}

describe('a plan of work', () => {
  // drill 60, paint 10 and 240 to dry, fit 30; cut 45 can be done while it dries: 60 + 10 + 240 + 30 = 340
  const JOBS = [
    job('drill', 60, 0),
    job('paint', 10, 240, 'drill'),
    job('fit', 30, 0, 'paint'),
    job('cut', 45, 0),
    job('wire', 40, 0, 'cut', 'fit')
  ];
  test('by hand: the critical path is drill, paint, its drying, fit, wire', () => {
    expect(criticalPath(JOBS).map((j) => j.id)).toEqual(['drill', 'paint', 'fit', 'wire']);
    expect(tails(JOBS).get('drill')).toBe(60 + 10 + 240 + 30 + 40);
  });
  test('by hand: the wires are cut while the paint dries', () => {
    const plan = schedule(JOBS);
    expect(plan.slots.map((s) => [s.id, s.startMin])).toEqual([
      ['drill', 0],
      ['paint', 60],
      ['cut', 70],
      ['fit', 310],
      ['wire', 340]
    ]);
    expect(plan).toMatchObject({ endMin: 380, workMin: 185 });
  });
  // two hours an evening from 19:00; 60 + 10 on the first, then 45 of cutting, 5 minutes are left
  test('by hand: evenings of two hours; what cures does so overnight', () => {
    const plan = schedule(JOBS, 19 * 60, { startMin: 19 * 60, perDayMin: 120 });
    const at = (id: string) => plan.slots.find((s) => s.id === id)!.startMin;
    expect([at('drill'), at('paint'), at('cut')]).toEqual([1140, 1200, 1210]);
    // dry at 01:10, nobody works before 19:00 of the next day
    expect(at('fit')).toBe(1440 + 1140);
    expect(plan.endMin).toBe(1440 + 1140 + 70);
  });
  test('work longer than an evening goes on the next one', () => {
    const plan = schedule([job('long', 200, 0)], 0, { startMin: 0, perDayMin: 120 });
    expect(plan.endMin).toBe(1440 + 80);
  });
  // nuts are on after 30 min, what seals them cures for 240: the block may go in at 30, the wires at 270
  test('by hand: what follows the work does not wait for what cures', () => {
    const jobs: Job[] = [
      job('fit', 30, 240),
      { ...job('block', 20, 0), follows: ['fit'] },
      job('wire', 10, 0, 'fit', 'block')
    ];
    expect(schedule(jobs).slots.map((s) => [s.id, s.startMin])).toEqual([
      ['fit', 0],
      ['block', 30],
      ['wire', 270]
    ]);
    expect(criticalPath(jobs).map((j) => j.id)).toEqual(['fit', 'wire']);
    expect(tails(jobs).get('fit')).toBe(280);
    expect(
      faultIn([
        { ...job('a', 1, 0), follows: ['b'] },
        { ...job('b', 1, 0), follows: ['a'] }
      ])
    ).toContain('wait for each other');
  });
  // parts come at 500; three hours of other work are done meanwhile and do not push it on
  test('by hand: what comes from outside is there at its hour, whatever is done meanwhile', () => {
    const jobs: Job[] = [{ ...job('fuse', 10, 0), earliestMin: 500 }, job('cut', 180, 0), job('crimp', 60, 0)];
    const at = new Map(schedule(jobs).slots.map((s) => [s.id, s.startMin]));
    expect(at).toEqual(
      new Map([
        ['cut', 0],
        ['crimp', 180],
        ['fuse', 500]
      ])
    );
    expect(criticalPath(jobs).map((j) => j.id)).toEqual(['fuse']);
  });
  test('a ring, and a step that waits for nothing known, are named', () => {
    expect(faultIn(JOBS)).toBeUndefined();
    expect(faultIn([job('a', 1, 0, 'b'), job('b', 1, 0, 'a')])).toContain('wait for each other');
    expect(faultIn([job('a', 1, 0, 'z')])).toBe('a waits for z, which is no step');
  });

  const graph = fc
    .array(
      fc.record({
        work: fc.integer({ min: 1, max: 60 }),
        wait: fc.oneof(fc.constant(0), fc.integer({ min: 0, max: 200 })),
        before: fc.array(fc.nat(), { maxLength: 2 }),
        earliest: fc.oneof(fc.constant(0), fc.integer({ min: 0, max: 150 })),
        followsOne: fc.boolean()
      }),
      { minLength: 1, maxLength: 7 }
    )
    .map((list) =>
      list.map((v, i): Job => {
        const before = [...new Set(i === 0 ? [] : v.before.map((b) => `j${b % i}`))];
        const follows = v.followsOne ? before.slice(0, 1) : [];
        return {
          ...job(`j${i}`, v.work, v.wait, ...before.slice(follows.length)),
          follows,
          earliestMin: v.earliest
        };
      })
    );
  test('no step before what it needs, one at a time, and never far from the best of all orders', () => {
    let same = 0;
    let runs = 0;
    fc.assert(
      fc.property(graph, (jobs) => {
        const plan = schedule(jobs);
        const at = new Map(plan.slots.map((s) => [s.id, s]));
        for (const j of jobs) {
          const mine = at.get(j.id)!;
          expect(mine.endMin - mine.startMin).toBe(j.workMin);
          for (const a of j.after) expect(mine.startMin).toBeGreaterThanOrEqual(at.get(a)!.readyMin);
          for (const a of j.follows ?? []) expect(mine.startMin).toBeGreaterThanOrEqual(at.get(a)!.endMin);
          expect(mine.startMin).toBeGreaterThanOrEqual(j.earliestMin ?? 0);
        }
        plan.slots.slice(1).forEach((s, i) => expect(s.startMin).toBeGreaterThanOrEqual(plan.slots[i]!.endMin));
        const best = shortest(jobs);
        const path = criticalPath(jobs).reduce((sum, j) => sum + j.workMin, 0);
        expect(plan.endMin).toBeGreaterThanOrEqual(best);
        expect(best).toBeGreaterThanOrEqual(path);
        expect(plan.endMin).toBeLessThan(1.5 * best);
        runs++;
        if (plan.endMin === best) same++;
      }),
      { numRuns: 300, seed: 9 }
    );
    expect(same / runs).toBeGreaterThan(0.85);
  });
});
