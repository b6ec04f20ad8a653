import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { setTo } from '../src/box/attr.ts';
import { set } from '../src/box/edit.ts';
import { applyEdits } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import type { WireSize } from '../src/quantity/wire-size.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { addFeedEdits } from '../src/box/feed-edits.ts';
import { Marks } from '../src/bench/marks.ts';
import { paperOf } from '../src/bench/papers.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import { BoxBuilder } from '../src/demo/builder.ts';
import { START_SETS } from '../src/drill/bits.ts';
import { slipwayBox } from '../src/demo/fed.ts';
import { evaluate } from '../src/evaluate.ts';
import { fusePlace, wireBuilt } from '../src/bench/as-built.ts';
import { judgeReading } from '../src/bench/judge-reading.ts';
import { labelSheet } from '../src/bench/label-sheet.ts';
import { row } from '../src/bench/tests/row.ts';
import { schedule, type Hours } from '../src/bench/work/schedule.ts';
import { runs } from './runs.ts';

const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const DAY_MIN = 1440;

describe('work over days', () => {
  const job = (workMin: number, over = {}) => ({ id: 'a', workMin, waitMin: 0, after: [], ...over });
  const only = (workMin: number, fromMin: number, hours: Hours) =>
    schedule([job(workMin)], fromMin, hours).slots.map((s) => [s.startMin, s.endMin]);
  const EVENINGS = { startMin: 18 * 60, perDayMin: 180 };

  test('begins when the hours begin, and what does not fit goes on the next day', () => {
    expect(only(100, 0, EVENINGS)).toEqual([[1080, 1180]]);
    expect(only(180, 0, EVENINGS)).toEqual([[1080, 1260]]);
    // two whole evenings and forty minutes of the third
    expect(only(400, 0, EVENINGS)).toEqual([[1080, 1080 + 2 * DAY_MIN + 40]]);
    // from the middle of an evening an hour is left of it
    expect(only(90, 1200, EVENINGS)).toEqual([[1200, 1080 + DAY_MIN + 30]]);
    // after its end the next one
    expect(only(10, 1260, EVENINGS)).toEqual([[1080 + DAY_MIN, 1080 + DAY_MIN + 10]]);
  });

  test('round the clock nothing is put off, whatever the minute', () => {
    expect(schedule([job(3000)], 77).slots).toEqual([{ id: 'a', startMin: 77, endMin: 3077, readyMin: 3077 }]);
    expect(only(3000, 77, { startMin: 300, perDayMin: DAY_MIN })).toEqual([[77, 3077]]);
  });

  test('between start and end lie just the minutes of the work, counted one by one', () => {
    fc.assert(
      fc.property(
        fc.nat(900),
        fc.nat(4000),
        fc.record({ startMin: fc.nat(DAY_MIN - 1), perDayMin: fc.integer({ min: 30, max: DAY_MIN - 1 }) }),
        (workMin, fromMin, hours) => {
          const worksAt = (min: number) => (((min - hours.startMin) % DAY_MIN) + DAY_MIN) % DAY_MIN < hours.perDayMin;
          const [[startMin, endMin]] = only(workMin + 1, fromMin, hours) as [[number, number]];
          expect(worksAt(startMin)).toBe(true);
          // nothing of the hours lies idle ahead of it
          for (let m = fromMin; m < startMin; m++) expect(worksAt(m)).toBe(false);
          let worked = 0;
          for (let m = startMin; m < endMin; m++) if (worksAt(m)) worked++;
          expect(worked).toBe(workMin + 1);
          expect(worksAt(endMin - 1)).toBe(true);
        }
      ),
      { numRuns: runs(60), seed: 25 }
    );
  });

  test('a wait goes on while nobody works; what follows begins at the next hours after it', () => {
    const jobs = [job(60, { waitMin: 600 }), { id: 'b', workMin: 30, waitMin: 0, after: ['a'] }];
    expect(schedule(jobs, 0, EVENINGS)).toEqual({
      slots: [
        { id: 'a', startMin: 1080, endMin: 1140, readyMin: 1740 },
        { id: 'b', startMin: 1080 + DAY_MIN, endMin: 1110 + DAY_MIN, readyMin: 1110 + DAY_MIN }
      ],
      endMin: 1110 + DAY_MIN,
      workMin: 90
    });
  });
});

describe('a lead that was built with another wire', () => {
  const THICK: WireSize = { system: 'awg', size: '12' };
  const wireOf = (box: Box, id: string) => planOf(box).wiring.netlist.conductors.find((c) => c.id === id)?.size;

  test.each([true, false])('its return keeps the wire it was drawn with, set (%s) or not', (isSet) => {
    const hide = saltmarshHideBox();
    const circuit = hide.circuits[0]!;
    const box = isSet
      ? applyEdits(hide, [set(`circuits/${circuit.id}/returnWire`, setTo({ system: 'awg', size: '14' }))])
      : hide;
    const plan = planOf(box);
    const lead = (polarity: string) =>
      plan.runs.runs.find(
        (r) =>
          r.polarity === polarity &&
          plan.wiring.netlist.conductors.some((c) => c.id === r.key && c.circuitId === circuit.id)
      )!;
    const [plus, minus] = [lead('positive'), lead('negative')];
    const was = wireOf(box, minus.key);
    if (isSet) expect(was).toEqual({ system: 'awg', size: '14' });
    const built = applyEdits(box, wireBuilt(box, plan, STARTER_CATALOGUE, plus.key, THICK)!);
    expect(wireOf(built, plus.key)).toEqual(THICK);
    expect(wireOf(built, minus.key)).toEqual(was);
    // and the other way round
    const back = applyEdits(box, wireBuilt(box, plan, STARTER_CATALOGUE, minus.key, THICK)!);
    expect(wireOf(back, minus.key)).toEqual(THICK);
    expect(wireOf(back, plus.key)).toEqual(wireOf(box, plus.key));
  });
});

describe('where a fuse sits', () => {
  test('fuses of one circuit count from one, a lone one bears the name of its circuit', () => {
    const plan = planOf(saltmarshHideBox());
    const places = (ids: string[]) => ids.map((id) => fusePlace(plan, id));
    expect(places(['F0', 'F1', 'F4', 'FM1+', 'FM1−'])).toEqual(['F0', 'c1', 'c4-1', 'c4-2', 'c4-3']);
    expect(fusePlace(plan, 'none of that name')).toBe('none of that name');
  });

  test.each([saltmarshHideBox, canalNightBankBox, slipwayBox])('no two of %o have the same place', (make) => {
    const plan = planOf(make());
    const fuses = plan.wiring.netlist.parts.filter((p) => p.kind === 'fuse').map((p) => fusePlace(plan, p.id));
    expect(new Set(fuses).size).toBe(fuses.length);
  });
});

describe('what is said of a reading', () => {
  const judged = (low: number, high: number, value: number, unit = 'Ω') =>
    judgeReading(row('load', { id: 'r', what: 'A reading', where: 'here', unit, low, high }), { value }).say;

  test('as many decimals as a meter of that range shows', () => {
    expect(judged(0.25, 0.999, 0.5)).toBe('Right: 0.250 Ω to 0.999 Ω.');
    expect(judged(1, 99.99, 5)).toBe('Right: 1.00 Ω to 99.99 Ω.');
    expect(judged(100, 250, 120)).toBe('Right: 100 Ω to 250 Ω.');
    expect(judged(0.05, 0.1, 0.2, 'mA')).toBe('Too much: 50 mA to 100 mA is right.');
    expect(judged(100, 250, 99.99)).toBe('Too little: 100 Ω to 250 Ω is right.');
  });
});

describe('labels on their sheet', () => {
  test('title and detail stand in the middle of their label, one over the other, labels side by side', () => {
    const label = { title: 'Lamp', detail: '2 A', widthMm: 26, heightMm: 10 };
    const { shapes } = labelSheet('Box', [label, { ...label, title: 'Radio' }]);
    const rects = shapes.flatMap((s) => (s.kind === 'rect' ? [s] : []));
    const texts = shapes.flatMap((s) => (s.kind === 'text' ? [s] : []));
    expect(rects).toHaveLength(2);
    for (const [i, r] of rects.entries()) {
      const [title, detail] = texts.slice(2 * i, 2 * i + 2);
      expect(title!.xMm).toBeCloseTo(r.xMm + r.widthMm / 2, 9);
      expect(detail!.xMm).toBeCloseTo(r.xMm + r.widthMm / 2, 9);
      expect(title!.yMm).toBeGreaterThan(detail!.yMm);
      expect(detail!.yMm).toBeGreaterThan(r.yMm);
      expect(title!.yMm).toBeLessThan(r.yMm + r.heightMm);
    }
    expect(rects[1]!.xMm).toBeCloseTo(rects[0]!.xMm + rects[0]!.widthMm + 3, 9);
  });
});

describe('rows of the test sheet', () => {
  function railBox(outV: number) {
    const b = new BoxBuilder('Two voltages');
    b.use('battery', 'battery-lfp-20', 'bank/partId').use('case', 'case-hard-deep', 'casePartId');
    b.use('fuse-block', 'block-blade-6', 'feeds/main/blockPartId');
    const feed = addFeedEdits(b.box, { name: 'Low volts', converter: { outV, partId: null, ratedW: null } });
    b.edit(...feed.edits);
    const port = b.port('dc-5521', 'front', 'Camera');
    b.set(`circuits/${port.circuitId}/from`, setTo({ at: 'feed', id: feed.feedId, ahead: false }));
    const pd = b.port('usb-c-pd-60', 'right', 'Laptop');
    b.device('laptop', { name: 'Laptop', portId: pd.portId });
    return planOf(b.box).bench.tests;
  }

  test.each([7.5, 9])('a shared voltage of %d V is set to it, three per cent either way', (outV) => {
    const set = railBox(outV).find((r) => r.what.startsWith('Volts of Low volts'))!;
    expect(set).toMatchObject({ expected: outV.toFixed(2), unit: 'V', stage: 'first' });
    expect(set.low).toBeCloseTo(0.97 * outV, 9);
    expect(set.high).toBeCloseTo(1.03 * outV, 9);
  });

  test('a USB port is measured by its rail: over 5 V by Power Delivery, at 5 V without a contract', () => {
    const watts = (rows: readonly { id: string; what: string }[]) =>
      rows.filter((r) => r.id.startsWith('usb-')).map((r) => r.what.replace(/.*full: /, ''));
    expect(watts(railBox(9))).toEqual([expect.stringMatching(/^(9|12|15|20) V by Power Delivery$/)]);
    expect(watts(planOf(saltmarshHideBox()).bench.tests)).toEqual(Array(3).fill('5 V without a contract'));
  });
});

test('the printed steps say what is waited for where there is a wait, and nowhere else', () => {
  const box = saltmarshHideBox();
  const plan = planOf(box);
  const sheet = paperOf('build', {
    box,
    boxId: '12345678-aaaa-bbbb-cccc-dddddddddddd',
    plan,
    marks: new Marks([]),
    bits: START_SETS,
    records: [],
    day: '2026-12-01'
  });
  const steps = sheet.blocks.flatMap((b) => (b.kind === 'table' && b.head[1] === 'Step' ? b.rows : []));
  expect(steps).toHaveLength(plan.bench.steps.length);
  for (const [i, step] of plan.bench.steps.entries())
    expect(/Then .+: \d+/.test(steps[i]![2]!), step.title).toBe(step.waitMin > 0);
  expect(plan.bench.steps.some((s) => s.waitMin > 0)).toBe(true);
});
