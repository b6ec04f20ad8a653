import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { Budget } from '../src/case/budget.ts';
import { caseFit, QUICK_LOOKS, spaceOf } from '../src/case/fit.ts';
import { fullestTry } from '../src/case/first-tries.ts';
import { hardCases } from '../src/case/hard-cases.ts';
import { pack, packing } from '../src/case/pack.ts';
import { placedAt } from '../src/case/search.ts';
import { arrangementFaults, orientations } from '../src/case/space.ts';
import { demoBoxes, saltmarshHideBox } from '../src/demo/boxes.ts';
import { finished } from '../src/work.ts';
import { BODIES, stuffed } from './stuffed.ts';

describe('a case with many things in it', () => {
  test('a search ends when its budget is spent, soon after, and says that nothing is proven', () => {
    for (const { space, bodies } of hardCases(12)) {
      for (const left of [500, 5_000, 50_000]) {
        const budget: Budget = { left };
        const answer = finished(packing(space, bodies, 1e9, budget));
        // one round of eight bodies is a few hundred looks; a node has some tens of rounds at most
        expect(budget.left).toBeGreaterThan(-60_000);
        if (budget.left <= 0) expect(answer.kind).not.toBe('no');
        if (answer.kind === 'fits') expect(arrangementFaults(space, answer.placed)).toEqual([]);
      }
      const without = pack(space, bodies, 300);
      expect(finished(packing(space, bodies, 300, { left: Infinity }))).toEqual(without);
    }
  });

  test('with forty things the answer comes of a bounded number of looks, is the same twice, and nothing shown meets', () => {
    for (const box of demoBoxes().slice(0, 4))
      for (const count of [4, 12, 40]) {
        const fit = caseFit(stuffed(box, count))!;
        expect(caseFit(stuffed(box, count))).toEqual(fit);
        expect(fit.placed.length + fit.leftOut.length).toBe(fit.bodies.length);
        // shown heights are the true ones, so the space is looked at as it is
        const free = spaceOf(fit.part, box.paddingMm);
        expect(arrangementFaults(free, fit.placed).filter((f) => f.other !== undefined)).toEqual([]);
        expect(fit.state === 'fits').toBe(fit.leftOut.length === 0);
        if (count === 40) expect(fit.nodeCount).toBeLessThan(QUICK_LOOKS / (6 * 40 * 40));
      }
  });

  test('what an attempt finds counts, and an attempt never takes what the search has proven impossible', () => {
    const state = (count: number) => caseFit(stuffed(saltmarshHideBox(), count))!.state;
    expect(state(4)).toBe('fits');
    const huge = stuffed(saltmarshHideBox(), 0);
    const wide = { ...BODIES[0]!, id: 'own-wide', lengthMm: 2000, widthMm: 2000, heightMm: 2000 };
    const box = {
      ...huge,
      parts: { ...huge.parts, [wide.id]: wide },
      bodies: [...huge.bodies, { ...huge.bodies[0]!, id: 'wide', name: 'Wide', partId: wide.id }]
    };
    const fit = caseFit(box)!;
    expect(fit.state).toBe('no');
    expect(fit.leftOut).toEqual(['wide']);
  });

  test('the attempt that puts most in: places without fault, more with more attempts, none for what is too large', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 500 }), fc.integer({ min: 1, max: 12 }), (seed, tries) => {
        const { space, bodies } = hardCases(1, seed)[0]!;
        const options = bodies.map((b) => orientations(space, b));
        const volumeOf = (found: ReturnType<typeof fullestTry>) =>
          bodies.reduce((sum, b, i) => sum + (found[i] ? b.lengthMm * b.widthMm * b.heightMm : 0), 0);
        const some = fullestTry(space, options, tries, { left: Infinity });
        const placed = bodies.flatMap((b, i) => (some[i] ? [placedAt(b, some[i])] : []));
        expect(arrangementFaults(space, placed)).toEqual([]);
        expect(volumeOf(fullestTry(space, options, tries + 20, { left: Infinity }))).toBeGreaterThanOrEqual(
          volumeOf(some)
        );
        const without = fullestTry(space, [...options.slice(0, 3), [], ...options.slice(4)], tries, { left: Infinity });
        expect(without[3]).toBeUndefined();
        expect(fullestTry(space, options, tries, { left: 0 })).toEqual([]);
      }),
      { numRuns: 60 }
    );
  });
});
