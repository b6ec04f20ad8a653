import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { setTo } from '../src/box/attr.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { boxSchema, type Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import {
  judgedReadings,
  judgeReading,
  OPEN_OHM,
  openPoints,
  shownReading,
  takeOver,
  unitOf
} from '../src/bench/judge-reading.ts';
import { Marks } from '../src/bench/marks.ts';
import { TEST_STAGES, type TestRow } from '../src/bench/tests.ts';
import { chargingPlan } from '../src/charge/charging.ts';
import { faultIn } from '../src/bench/work/schedule.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import { campTableBox } from '../src/demo/fed.ts';
import { AS_BUILT } from './as-built/boxes.ts';
import { DEMO_BOXES } from './boxes.ts';
import { randomBox } from './random-box.ts';
import { evaluate } from './evaluated.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const rowsOf = (box: Box): TestRow[] => planOf(box).bench.tests;
const rowOf = (box: Box, id: string): TestRow => rowsOf(box).find((r) => r.id === id)!;
const hide = saltmarshHideBox();
const canal = canalNightBankBox();

describe('a test sheet of this very circuit', () => {
  test.each([...DEMO_BOXES, ...AS_BUILT])(
    '%s: every lead is tugged, every port measured, in a safe order',
    (_, box) => {
      const plan = planOf(box);
      const rows = plan.bench.tests;
      if (!plan.bank) return;
      expect(rows.filter((r) => r.id.startsWith('tug-'))).toHaveLength(plan.runs.runs.length);
      for (const c of plan.wiring.circuits)
        for (const head of ['plus', 'minus', 'polarity'])
          expect(rows.some((r) => r.id === `${head}-${c.circuit.id}`)).toBe(true);
      const order = rows.map((r) => TEST_STAGES.indexOf(r.stage));
      expect(order).toEqual([...order].sort((a, b) => a - b));
      expect(new Set(rows.map((r) => r.id)).size).toBe(rows.length);
      for (const r of rows) {
        if (r.kind === undefined) continue;
        expect(r.low !== undefined || r.high !== undefined, r.id).toBe(true);
        if (r.low !== undefined && r.high !== undefined) expect(r.low, r.id).toBeLessThan(r.high);
      }
    }
  );
  test('a box that stays dry is not hosed; one that must bear rain is, hole by hole', () => {
    expect(rowsOf(change(hide, set('outing/seal', 'dry-store'))).filter((r) => r.stage === 'water')).toEqual([]);
    const holes = hide.ports.length;
    expect(rowsOf(change(hide, set('outing/seal', 'rain'))).filter((r) => r.stage === 'water')).toHaveLength(holes + 1);
  });
  test('a steel can is measured against both poles, a plastic one is not', () => {
    expect(rowsOf(hide).some((r) => r.id === 'insulation')).toBe(false);
    const can = change(hide, set(`parts/${hide.casePartId}/material`, 'steel'));
    expect(rowsOf(can).some((r) => r.id === 'insulation')).toBe(true);
  });
  test('a low-voltage stop and a relay are tested where there is one', () => {
    expect(rowsOf(canal).some((r) => r.id === 'cutoff')).toBe(false);
    const cut = change(canal, set('bank/disconnect', setTo({ cutV: 11.6, backV: 12.4 })));
    expect(rowOf(cut, 'cutoff')).toMatchObject({ low: expect.closeTo(11.4, 6), high: expect.closeTo(11.8, 6) });
    expect(rowsOf(campTableBox()).filter((r) => r.id.startsWith('relay-'))).toHaveLength(campTableBox().relays.length);
  });
});
const change = (box: Box, ...edits: Edit[]): Box => boxSchema.parse(applyEdits(box, edits));

describe('a reading is judged at once', () => {
  test('by hand: 800 ohm between + and − is a short, 4.7 k is none', () => {
    expect(judgeReading(rowOf(hide, 'short'), { value: 800 })).toMatchObject({ passes: false });
    expect(judgeReading(rowOf(hide, 'short'), { value: 800 }).cause).toContain('pull fuse by fuse');
    expect(judgeReading(rowOf(hide, 'short'), { value: 4700 }).passes).toBe(true);
  });
  // the sheet reckons with three quarters; the battery of the day stands at 12.40 V: the drop counts, not the voltage
  test('by hand: a drop is judged against the battery of the day', () => {
    const row = rowsOf(hide).find((r) => r.drop && r.id.startsWith('port-'))!;
    const drop = -(row.low! + 0.1) / 1.4;
    const at = (volts: number, restV: number) => judgeReading(row, { value: volts }, { restV }).passes;
    expect(at(12.4 - drop, 12.4)).toBe(true);
    expect(at(12.4 - 2 * drop - 0.2, 12.4)).toBe(false);
    expect(at(13.3 - drop, 13.3)).toBe(true);
    expect(at(12.4 - drop, 13.3)).toBe(false);
  });
  test('what the meter shows too much is taken off first', () => {
    const rest = rowOf(hide, 'rest');
    const just = rest.high! + 0.05;
    expect(judgeReading(rest, { value: just }).passes).toBe(false);
    expect(judgeReading(rest, { value: just }, { offset: 0.06 }).passes).toBe(true);
  });
  test('temperatures are said as the person reads them', () => {
    const warm = rowOf(hide, 'warm-10');
    const units = { lengthUnit: 'in', massUnit: 'lb', temperatureUnit: 'F' } as const;
    expect(judgeReading(warm, { value: 75 }, { units }).say).toBe('Too much: under 140 °F is right.');
    expect(judgeReading(warm, { value: 41 }).passes).toBe(true);
  });
  test('milliamps are said as milliamps', () => {
    const standing = rowOf(hide, 'standing');
    expect(judgeReading(standing, { value: 2 }).say).toMatch(/\d mA to \d+ mA is right/);
  });
  test('it is so, or it is not', () => {
    const tug = rowsOf(hide).find((r) => r.id.startsWith('tug-'))!;
    expect(judgeReading(tug, { value: true }).passes).toBe(true);
    expect(judgeReading(tug, { value: false })).toMatchObject({
      passes: false,
      cause: expect.stringContaining('crimp')
    });
  });
  test('any box: what the plan expects passes its own sheet', () => {
    fc.assert(
      fc.property(randomBox(8), (box) => {
        for (const r of rowsOf(box)) {
          if (r.kind === undefined || !/^-?[\d.]+$/.test(r.expected)) continue;
          const value = Number(r.expected) / (r.unit === 'mA' ? 1000 : 1);
          expect(judgeReading(r, { value }).passes, `${r.id}: ${r.expected} ${r.unit}`).toBe(true);
        }
      }),
      { numRuns: 60, seed: 41 }
    );
  });
});

describe('what was measured takes the place of what was guessed, when the person says so', () => {
  test.each(DEMO_BOXES)('%s: a draw, whatever stands between it and the battery', (_, box) => {
    for (const row of rowsOf(box).filter((r) => r.draws)) {
      const read = 1.2 * row.draws!.peakA + row.draws!.idleA;
      const after = change(box, ...takeOver(box, row, read, '2026-10-01'));
      const device = after.devices.find((d) => d.id === row.draws!.deviceId)!;
      expect(device).toMatchObject({ source: 'measured', sourceNote: 'test sheet, 2026-10-01' });
      // the sheet now expects what was read: what idles beside it is not counted twice
      const now = rowOf(after, row.id).draws!;
      expect(Math.abs(now.peakA + now.idleA - read) / read, row.id).toBeLessThan(0.03);
    }
  });
  test('by hand: what idles in the box is in the reading, not in the device', () => {
    // a lamp that is to draw 0.2 A in a box that idles with 0.05 A: the meter shows 0.25 A
    const lamp = hide.devices.find((d) => d.name === 'Red work lamp')!;
    const row = rowOf(hide, `draw-${lamp.id}`);
    expect(Number(row.expected)).toBeCloseTo(row.draws!.peakA + row.draws!.idleA, 2);
    expect(row.draws!.idleA).toBeCloseTo(planOf(hide).demand.box.currentA, 9);
    const edits = takeOver(hide, row, row.draws!.peakA + row.draws!.idleA, '2026-10-01');
    expect(edits[0]!.op === 'set' && edits[0]!.value).toMatchObject({
      kind: 'current',
      currentA: expect.closeTo(0.2, 3)
    });
    // nothing is left for the device itself
    expect(takeOver(hide, row, row.draws!.idleA, '2026-10-01')).toEqual([]);
  });
  test('amp-hours: the battery is as good as it was found, its age is in the figure', () => {
    const after = change(canal, ...takeOver(canal, rowOf(canal, 'capacity'), 15.2, '2026-10-01'));
    expect(planOf(after).bank).toMatchObject({ ratedAh: 15.2, healthFraction: 1 });
  });
  test('a resistance stands for no figure of the plan', () =>
    expect(takeOver(hide, rowOf(hide, 'short'), 5000, '')).toEqual([]));
});

describe('what was read, as the sheet shows it', () => {
  const us = { lengthUnit: 'in', massUnit: 'lb', temperatureUnit: 'F' } as const;
  test('milliamps, no end, and the person’s own degrees', () => {
    expect(shownReading(rowOf(hide, 'standing'), 0.0321, us)).toBe('32.1');
    expect(shownReading(rowOf(hide, 'short'), OPEN_OHM, us)).toBe('OL');
    expect(shownReading(rowOf(hide, 'warm-10'), 40, us)).toBe('104');
    expect([unitOf(rowOf(hide, 'warm-10'), us), unitOf(rowOf(hide, 'standing'), us)]).toEqual(['°F', 'mA']);
  });
  test('all that was made is judged against the rest voltage of the day, its meter’s offset taken off', () => {
    const row = rowsOf(hide).find((r) => r.drop && r.id.startsWith('port-'))!;
    const mark = (id: string, value: number, offset: number) => ({
      id,
      key: `reading ${id}`,
      value: { value, meter: '', offset },
      by: '',
      atMs: 1
    });
    const drop = (-row.low! - 0.1) / 1.4;
    const made = (offset: number) =>
      judgedReadings(rowsOf(hide), new Marks([mark('rest', 12.5, 0.1), mark(row.id, 12.4 - drop + offset, offset)]));
    expect(made(0).get(row.id)!.judged.passes).toBe(true);
    expect(made(0.5).get(row.id)!.judged.passes).toBe(true);
    expect([...made(0).keys()].sort()).toEqual(['rest', row.id].sort());
  });
});

describe('finished', () => {
  test('what failed and what was not made is named; the capacity may follow', () => {
    const rows = rowsOf(canal);
    expect(openPoints(rows, new Map()).every((p) => p.why === 'not made' && p.row.stage !== 'capacity')).toBe(true);
    const all = new Map(rows.map((r) => [r.id, true]));
    expect(openPoints(rows, all)).toEqual([]);
    expect(openPoints(rows, new Map(all).set('short', false)).map((p) => [p.row.id, p.why])).toEqual([
      ['short', 'failed']
    ]);
  });
});

describe('the plan of work of any box', () => {
  const BEFORE: readonly [string, string][] = [
    ['mock', 'mark'],
    ['measure', 'mark'],
    ['drill', 'fit-parts'],
    ['deburr', 'hold'],
    ['cords', 'harness'],
    ['fit-parts', 'wire'],
    ['fit-parts', 'inside'],
    ['fit-parts', 'water'],
    ['water', 'inside'],
    ['water', 'wire'],
    ['test-dead', 'fuse'],
    ['hold', 'fuse'],
    ['join', 'fuse'],
    ['fuse', 'test-live'],
    ['charge', 'hold'],
    ['test-live', 'load']
  ];
  test('order prevents rework, nothing waits for nothing, and every line of the kit is needed by some step', () => {
    fc.assert(
      fc.property(randomBox(8), (box) => {
        const { bench, kit } = planOf(box);
        expect(faultIn(bench.steps)).toBeUndefined();
        const at = (id: string) => bench.steps.findIndex((s) => s.id === id);
        for (const [a, b] of BEFORE)
          if (at(a) >= 0 && at(b) >= 0) expect(at(a), `${a} before ${b}`).toBeLessThan(at(b));
        const used = new Set(bench.steps.flatMap((s) => s.lineIds));
        const unused = kit.lines.filter((l) => !used.has(l.lineId)).map((l) => l.lineId);
        expect(unused).toEqual([]);
      }),
      { numRuns: 80, seed: 51 }
    );
  });
});

describe('what each step needs goes by what a part is, not by its name', () => {
  test('own parts in place of the catalogue’s hold up the same steps', () => {
    const own = (id: string) => `mine-${id}`;
    const renamed = boxSchema.parse(
      JSON.parse(
        Object.keys(hide.parts).reduce((text, id) => text.replaceAll(`"${id}"`, `"${own(id)}"`), JSON.stringify(hide))
      )
    );
    const names = (box: Box) =>
      new Map(planOf(box).bench.steps.map((s) => [s.id, s.lineIds.map((l) => l.replace(/^mine-/, '')).sort()]));
    expect(names(renamed)).toEqual(names(hide));
    expect(planOf(renamed).kit.costWithoutBatteries).toBeCloseTo(planOf(hide).kit.costWithoutBatteries, 6);
    expect(planOf(hide).kit.costWithoutBatteries).toBeCloseTo(planOf(hide).kit.costPerBox - 92, 6);
  });
  test.each(DEMO_BOXES)('%s: the first charge takes as long as the charging plan says', (_, box) => {
    const plan = planOf(box);
    const step = plan.bench.steps.find((s) => s.id === 'charge');
    const hours = chargingPlan(box, plan)?.hours?.totalH;
    if (step && hours !== undefined) expect(step.waitMin).toBe(Math.ceil(60 * hours));
  });
});
