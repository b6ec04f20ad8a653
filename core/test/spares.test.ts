import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { saltmarshHideBox } from '../src/demo/boxes.ts';
import { evaluate } from '../src/evaluate.ts';
import { sparesOf, withSpares } from '../src/kit/spares.ts';
import { DEMO_BOXES } from './boxes.ts';
import { randomBox } from './random-box.ts';

describe('a pocket of spares', () => {
  const plan = evaluate(saltmarshHideBox(), STARTER_CATALOGUE);
  // the hide box holds one 30 A bolt-down fuse, three 3 A, four 1 A and two 7.5 A blades
  test('by hand: one of a rating, two where three or more are in; a bolted one names its spanner', () => {
    const fuses = sparesOf(plan).filter((s) => /-[\d.]+a$/.test(s.lineId));
    expect(new Map(fuses.map((s) => [s.lineId, s.count]))).toEqual(
      new Map([
        ['fuse-midi-30a', 1],
        ['fuse-blade-3a', 2],
        ['fuse-blade-1a', 2],
        ['fuse-blade-7.5a', 1]
      ])
    );
    expect(fuses.find((s) => s.lineId === 'fuse-midi-30a')!.tools).toContain('spanner');
    expect(fuses.filter((s) => s.tools === '')).toHaveLength(3);
  });
  test.each(DEMO_BOXES)('%s: every rated fuse has its spare, and no other rating is packed', (_, box) => {
    const p = evaluate(box, STARTER_CATALOGUE);
    const rated = p.wiring.netlist.parts.filter(
      (f) => f.kind === 'fuse' && f.ratingA !== null && f.family !== 'breaker'
    );
    const named = sparesOf(p)
      .filter((s) => /-[\d.]+a$/.test(s.lineId))
      .flatMap((s) => s.where.split(', '));
    expect(named.sort()).toEqual(rated.map((f) => f.id).sort());
  });
  test('bought along: every line at least as much as before, the spares on top, for every box of the batch', () => {
    fc.assert(
      fc.property(randomBox(6), fc.integer({ min: 1, max: 5 }), (box, boxes) => {
        const p = evaluate(box, STARTER_CATALOGUE);
        const spares = sparesOf(p);
        const needs = p.kit.lines.map((l) => ({ lineId: l.lineId, name: l.name, unit: l.unit, count: l.toBuy }));
        const more = new Map(withSpares(needs, spares, boxes).map((n) => [n.lineId, n.count]));
        for (const n of needs) {
          const extra = spares.filter((s) => s.lineId === n.lineId).reduce((sum, s) => sum + s.count * boxes, 0);
          expect(more.get(n.lineId)).toBeCloseTo(n.count + extra, 9);
        }
      }),
      { numRuns: 40, seed: 91 }
    );
  });
  test('what is at hand already still gets its spare', () => {
    const spares = sparesOf(plan);
    expect(
      withSpares([], spares, 1)
        .map((n) => n.lineId)
        .sort()
    ).toEqual(spares.map((s) => s.lineId).sort());
  });
});
