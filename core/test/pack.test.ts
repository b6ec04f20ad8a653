import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { pack, shortfallMm } from '../src/case/pack.ts';
import { arrangementFaults, insetMm, type PackBody, type Space } from '../src/case/space.ts';
import type { Turn } from '../src/box/schema.ts';
import { everyPosition, straight } from './every-position.ts';
import { packingCases } from './vectors.ts';

const TURNS: Record<string, Turn[]> = {
  upright: ['lwh', 'wlh'],
  any: ['lwh', 'wlh', 'lhw', 'hlw', 'whl', 'hwl'],
  'not-inverted': ['lwh', 'wlh', 'lhw', 'hlw', 'whl', 'hwl']
};
type Case = Space & {
  id: string;
  title: string;
  fits: boolean;
  bodies: { name: string; lengthMm: number; widthMm: number; heightMm: number; orientations: string }[];
};
const bodiesOf = (c: Case): PackBody[] =>
  c.bodies.map((b) => ({
    id: b.name,
    lengthMm: b.lengthMm,
    widthMm: b.widthMm,
    heightMm: b.heightMm,
    turns: TURNS[b.orientations]!
  }));

describe('packing', () => {
  test.each((packingCases as Case[]).map((c) => [c.id, c.title, c] as const))(
    '%s %s is answered as proven',
    (_, __, c) => {
      const answer = pack(c, bodiesOf(c), 500_000);
      expect(answer.kind).toBe(c.fits ? 'fits' : 'no');
      if (answer.kind === 'fits') expect(arrangementFaults(c, answer.placed)).toEqual([]);
    }
  );

  test('two 7 Ah in line in a 310 mm box are 1 mm short in length', () => {
    const c = (packingCases as Case[]).find((p) => p.id === 'P05')!;
    expect(shortfallMm(c, bodiesOf(c), 'length', 100_000)).toBe(1);
  });

  test('a search that may not look far enough says so instead of no', () => {
    const c = (packingCases as Case[]).find((p) => p.id === 'P15')!;
    expect(pack(c, bodiesOf(c), 50).kind).toBe('not-proven');
  });

  test('never a wrong no and never a wrong yes against trying every position on small boxes', () => {
    const body = fc.record({
      l: fc.integer({ min: 1, max: 4 }),
      w: fc.integer({ min: 1, max: 4 }),
      h: fc.integer({ min: 1, max: 3 }),
      up: fc.boolean()
    });
    fc.assert(
      fc.property(
        fc.array(body, { minLength: 1, maxLength: 3 }),
        fc.integer({ min: 2, max: 5 }),
        fc.integer({ min: 2, max: 5 }),
        fc.integer({ min: 2, max: 4 }),
        (raw, L, W, H) => {
          const space = straight(L, W, H);
          const bodies = raw.map((b, i): PackBody => ({
            id: `b${i}`,
            lengthMm: b.l,
            widthMm: b.w,
            heightMm: b.h,
            turns: b.up ? ['lwh', 'wlh'] : TURNS.any!
          }));
          const answer = pack(space, bodies, 200_000);
          if (answer.kind === 'fits') expect(arrangementFaults(space, answer.placed)).toEqual([]);
          expect(answer.kind).toBe(everyPosition(space, bodies) ? 'fits' : 'no');
        }
      ),
      { seed: 20260101, numRuns: 300 }
    );
  });

  test('draft is measured at the underside: C05 at 100 mm up is 273.5 by 135.5', () => {
    const c05 = { rimLengthMm: 278, rimWidthMm: 140, floorLengthMm: 266, floorWidthMm: 128, taperDepthMm: 160 };
    expect(278 - 2 * insetMm(c05, 0, 100)).toBeCloseTo(273.5, 6);
    expect(140 - 2 * insetMm(c05, 1, 100)).toBeCloseTo(135.5, 6);
  });
});
