import { describe, expect, test } from 'vitest';
import { set } from '../src/box/edit.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { caseFit } from '../src/case/fit.ts';
import { cheapestChanges } from '../src/case/changes.ts';
import { meets, type Solid } from '../src/case/faces.ts';
import { holdDown } from '../src/case/hold.ts';
import { MEASURE_STEPS } from '../src/case/measure.ts';
import { priceOf } from '../src/catalogue/by-price.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import { moorCameraPost } from '../src/demo/wired.ts';
import { finished } from '../src/work.ts';
import { partOf } from '../src/box/lookup.ts';
import { DEMO_BOXES } from './boxes.ts';
import { evaluate } from './evaluated.ts';
import { METRIC } from '../src/quantity/said.ts';

/** What the case says of itself: how full it is, how things are held, what may be measured, what would make room. */
const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);

describe('two solids meet', () => {
  const cube = (at: number, axis: 0 | 1 | 2): Solid => {
    const low: Solid['low'] = [0, 0, 0];
    low[axis] = at;
    return { low, high: [low[0] + 10, low[1] + 10, low[2] + 10] };
  };
  test.each([0, 1, 2] as const)(
    'along axis %d from a thousandth on, not by a rounding error; either way round',
    (axis) => {
      const first = cube(0, axis);
      for (const [at, gap, met] of [
        [9.999, 0, true],
        [10 - 1e-7, 0, false],
        [10, 0, false],
        [14.999, 5, true],
        [15 - 1e-7, 5, false],
        [15.001, 5, false]
      ] as const) {
        expect([at, gap, meets(first, cube(at, axis), gap)]).toEqual([at, gap, met]);
        expect([at, gap, meets(cube(at, axis), first, gap)]).toEqual([at, gap, met]);
      }
    }
  );
});

describe('how full a case is', () => {
  test.each(DEMO_BOXES)('%s: what stands in it by what goes into it', (_, box) => {
    const fit = caseFit(box)!;
    const litres = fit.bodies.reduce((sum, b) => sum + (b.lengthMm / 100) * (b.widthMm / 100) * (b.heightMm / 100), 0);
    expect(fit.fillFraction * fit.innerL).toBeCloseTo(litres, 9);
    expect(fit.fillFraction).toBeLessThan(1);
  });
});

describe('how a body is held is said in words', () => {
  const size = { lengthMm: 150, widthMm: 80, heightMm: 100 };
  const say = (gap: number, massKg = 2, g?: number) =>
    holdDown(massKg, { left: gap, right: gap, front: gap, back: gap }, size, METRIC, g).say;
  test('snug, in foam, by a strap, in a cradle; each with what it must bear', () => {
    expect(say(1)).toMatch(
      /^It stands snug \(1(\.0)? mm\): leave room to swell, never wedge it\. It must bear 98 N \(5 g\)\.$/
    );
    expect(say(9)).toMatch(
      /^Closed-cell foam round it, free thickness: left 12 mm, right 12 mm, front 12 mm, back 12 mm; strips 70 mm high\./
    );
    expect(say(30)).toMatch(/^A strap to two anchors over the top\. It must bear 98 N/);
    expect(say(30, 9)).toMatch(/^A bolted cradle of angle and bar over the top\. It must bear 441 N/);
    expect(say(1, 2, 10)).toContain('It must bear 196 N (10 g).');
  });
  test('beside a wide gap the narrow ones get foam', () => {
    const { say: words } = holdDown(2, { left: 9, right: 40, front: 1, back: 1 }, size, METRIC);
    expect(words).toMatch(/^A strap to two anchors over the top, and foam: left 12 mm\./);
  });
});

test('the warmest hour is said to be the season’s only where that is warmer than the outing’s', () => {
  const said = (box: Box) => planOf(box).heat!.working.lines.find((l) => l.label === 'Air outside')!.source;
  expect(said(canalNightBankBox())).toBe('warmest hour of the outing');
  const moor = moorCameraPost();
  const season = (monthC: number): Edit[] => [
    set('season' as string, {
      startDay: '2026-10-10',
      dayCount: 60,
      monthC: Array<number>(12).fill(monthC),
      swingK: 0,
      boxOn: true,
      useSun: false,
      visitEveryDays: null,
      visit: 'swap'
    }),
    set('outing/airC', 10),
    set('outing/warmestC', 10)
  ];
  const at = (monthC: number) => said(applyEdits(moor, season(monthC)));
  expect([at(30), at(10), at(-10)]).toEqual([
    'warmest hour of the season',
    'warmest hour of the outing',
    'warmest hour of the outing'
  ]);
});

test('what may be measured on a case ends where no case goes', () => {
  expect(Object.fromEntries(MEASURE_STEPS.map((s) => [s.key, [s.min, s.max]]))).toMatchObject({
    wallMm: [0.4, 50],
    lidDepthMm: [0, 500],
    cornerRadiusMm: [0, 100],
    floorFilletMm: [0, 100],
    skirtMm: [0, 200],
    gasketBandMm: [0, 200],
    trayBelowRimMm: [0, 1000],
    massKg: [0, 200],
    handleRatedKg: [0.1, 200],
    depthMm: [20, 2000]
  });
});

test('of larger cases the cheaper one is tried first, and everything that is offered makes room', () => {
  const hide = saltmarshHideBox();
  const big = applyEdits(hide, [
    set(`parts/${hide.bank.partId}/heightMm` as string, 190),
    set(`parts/${hide.bank.partId}/lengthMm` as string, 260)
  ]);
  expect(caseFit(big)!.state).not.toBe('fits');
  const changes = finished(cheapestChanges(big, STARTER_CATALOGUE, { most: 20, nodeLimit: 5000 }));
  const cases = changes.flatMap((c) => {
    const after = applyEdits(big, c.edits);
    expect(caseFit(after, { nodeLimit: 5000 })!.state).toBe('fits');
    return after.casePartId === big.casePartId ? [] : [priceOf(partOf(after, 'case', after.casePartId)!)];
  });
  expect(cases.length).toBeGreaterThan(1);
  expect(cases).toEqual([...cases].sort((a, b) => a - b));
});
