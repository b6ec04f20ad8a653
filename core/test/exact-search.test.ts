import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { Turn } from '../src/box/schema.ts';
import { unlimited } from '../src/case/budget.ts';
import { firstTries, fullestTry, type Try } from '../src/case/first-tries.ts';
import { ExactSearch, placedAt, placedOf } from '../src/case/search.ts';
import { arrangementFaults, orientations, type PackBody, type Space } from '../src/case/space.ts';
import { finished } from '../src/work.ts';
import { everyPosition, straight } from './every-position.ts';
import { runs } from './runs.ts';

/** Turns of what must stay upright, and of what may lie. */
const UPRIGHT: Turn[] = ['lwh', 'wlh'];
const ANY: Turn[] = ['lwh', 'wlh', 'lhw', 'hlw', 'whl', 'hwl'];

const upTo = (max: number, min = 1) => fc.integer({ min, max });
const bodies = fc
  .array(fc.record({ l: upTo(4), w: upTo(3), h: upTo(3), up: fc.boolean() }), { minLength: 1, maxLength: 3 })
  // things of one size are searched otherwise than others
  .chain((list) => fc.boolean().map((twin) => (twin ? [...list.slice(0, 2), list[0]!] : list)))
  .map((list) =>
    list.map((b, i): PackBody => ({
      id: `b${i}`,
      lengthMm: b.l,
      widthMm: b.w,
      heightMm: b.h,
      turns: b.up ? UPRIGHT : ANY
    }))
  );
/** Where nothing may stand: an upright post, a shelf, the room behind a port. */
const keepOut = fc
  .tuple(upTo(5, 0), upTo(4, 0), upTo(3, 0), upTo(3), upTo(3), upTo(3))
  .map(([x, y, z, l, w, h]) => [x, y, z, x + l, y + w, z + h]);
const space = fc
  .record({
    length: upTo(7, 3),
    width: upTo(6, 3),
    height: upTo(5, 2),
    gapMm: upTo(1, 0),
    wallGapMm: upTo(1, 0),
    floorPadMm: upTo(1, 0),
    roofPadMm: upTo(1, 0),
    onFloor: fc.boolean(),
    keepOuts: fc.array(keepOut, { maxLength: 2 })
  })
  .map(({ length, width, height, ...rest }) => straight(length, width, height, rest));

const optionsOf = (s: Space, list: readonly PackBody[]) => list.map((b) => orientations(s, b));
/** What the tree alone says, with no quick try before it. */
function searched(s: Space, list: readonly PackBody[]): Try | undefined {
  const options = optionsOf(s, list);
  if (options.some((o) => o.length === 0)) return undefined;
  return finished(new ExactSearch(s, list, options, unlimited()).work());
}

describe('the search by itself, against trying every position', () => {
  test('never a wrong no and never a wrong yes, with gaps, posts in the way, twins, and where nothing is stacked', () => {
    let went = 0;
    fc.assert(
      fc.property(space, bodies, (s, list) => {
        const found = searched(s, list);
        if (found) expect(arrangementFaults(s, placedOf(list, found))).toEqual([]);
        if (found && s.onFloor) expect(found.every((f) => f.at[2] === s.floorPadMm)).toBe(true);
        expect(found !== undefined).toBe(everyPosition(s, list));
        went += Number(found !== undefined);
      }),
      { seed: 27, numRuns: runs(4000) }
    );
    // neither answer is rare
    expect(went).toBeGreaterThan(runs(4000) / 5);
    expect(went).toBeLessThan((runs(4000) * 4) / 5);
  });

  test('the share that is done grows, and to the whole where there is no arrangement', () => {
    let long = 0;
    fc.assert(
      fc.property(space, bodies, (s, list) => {
        const options = optionsOf(s, list);
        if (options.some((o) => o.length === 0)) return;
        const search = new ExactSearch(s, list, options, unlimited());
        const shares: number[] = [];
        const work = search.work(1);
        let step = work.next();
        for (; !step.done; step = work.next()) shares.push(step.value);
        expect(shares).toEqual(shares.toSorted((a, b) => a - b));
        if (step.value) return;
        expect(search.doneFraction).toBeCloseTo(1, 9);
        long += Number(shares.length > 2);
      }),
      { seed: 29, numRuns: runs(4000) }
    );
    expect(long).toBeGreaterThan(10);
  });
});

describe('the quick tries', () => {
  test('whatever they find has no fault, posts in the way or not; and they find most of what is there', () => {
    let [there, got] = [0, 0];
    fc.assert(
      fc.property(space, bodies, upTo(3), upTo(2, 0), (straight, list, seed, taper) => {
        // walls that lean: what slides down may not go as far to the side as it stood
        const s = {
          ...straight,
          floorLengthMm: straight.rimLengthMm - taper,
          floorWidthMm: straight.rimWidthMm - taper
        };
        const options = optionsOf(s, list);
        if (options.some((o) => o.length === 0)) return;
        const found = finished(firstTries(s, options, 20, seed, unlimited()));
        if (found) {
          expect(arrangementFaults(s, placedOf(list, found))).toEqual([]);
          if (s.onFloor) expect(found.every((f) => f.at[2] === s.floorPadMm)).toBe(true);
        }
        const most = fullestTry(s, options, 5, unlimited());
        const placed = list.flatMap((b, i) => (most[i] ? [placedAt(b, most[i])] : []));
        expect(arrangementFaults(s, placed)).toEqual([]);
        if (!searched(s, list)) return;
        there++;
        got += Number(found !== undefined);
      }),
      { seed: 28, numRuns: runs(1600) }
    );
    expect(there).toBeGreaterThan(50);
    expect(got / there).toBeGreaterThan(0.9);
  });

  test('what is tried slides low, front and left until something stops it', () => {
    const s = straight(10, 10, 10, { gapMm: 1, keepOuts: [[0, 0, 0, 3, 10, 2]] });
    const list = [2, 4].map((l, i): PackBody => ({
      id: `b${i}`,
      lengthMm: l,
      widthMm: l,
      heightMm: l,
      turns: ['lwh']
    }));
    for (let seed = 1; seed <= 8; seed++) {
      const found = finished(firstTries(s, optionsOf(s, list), 5, seed, unlimited()))!;
      const placed = placedOf(list, found);
      expect(arrangementFaults(s, placed)).toEqual([]);
      // none could go further down, to the front or to the left by itself
      for (const p of placed)
        for (const [key, low] of [
          ['zMm', 0],
          ['yMm', 0],
          ['xMm', 0]
        ] as const) {
          if (p[key] <= low) continue;
          const moved = placed.map((o) => (o === p ? { ...p, [key]: Math.max(low, p[key] - 0.01) } : o));
          expect(arrangementFaults(s, moved), `${p.id} ${key} ${p[key]} (seed ${seed})`).not.toEqual([]);
        }
    }
  });
});
