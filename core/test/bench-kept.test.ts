import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { setTo } from '../src/box/attr.ts';
import { addFeedEdits } from '../src/box/feed-edits.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { START_SETS } from '../src/drill/bits.ts';
import { wireBuilt } from '../src/bench/as-built.ts';
import { readDischarge } from '../src/bench/discharge-read.ts';
import { labelSheet, labelSheets } from '../src/bench/label-sheet.ts';
import type { Label } from '../src/bench/labels.ts';
import { Marks, type Mark } from '../src/bench/marks.ts';
import { paperOf } from '../src/bench/papers.ts';
import { workPlanOf } from '../src/bench/work/plan.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox } from '../src/demo/boxes.ts';
import { moorCameraPost } from '../src/demo/wired.ts';
import { campTableBox } from '../src/demo/fed.ts';
import { evaluate } from './evaluated.ts';
import { soundBase } from './small-boxes.ts';

/** What is kept of the bench: readings, marks of several devices, sheets of labels and papers. */
const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const mark = (id: string, atMs: number, over: Partial<Mark> = {}): Mark => ({
  id,
  key: 'step drill',
  value: true,
  by: 'Ann',
  atMs,
  ...over
});

describe('a discharge that was kept', () => {
  const look = { atMs: 1, currentA: 2, volts: 12 };
  const text = (looks: unknown[], endedMs: number | null = null) => JSON.stringify({ looks, endedMs });

  test('is read with one look and with two hundred, with volts or without', () => {
    expect(readDischarge(text([look]))).toEqual({ looks: [look], endedMs: null });
    expect(readDischarge(text(Array(200).fill(look), 5))!.looks).toHaveLength(200);
    expect(readDischarge(text([{ ...look, volts: null }]))!.looks[0]!.volts).toBeNull();
    expect(readDischarge(text([{ atMs: 0, currentA: 0, volts: 0 }]))).toBeDefined();
    expect(readDischarge(text([{ atMs: 0, currentA: 500, volts: 60 }]))).toBeDefined();
  });

  test.each([
    ['no look', text([])],
    ['more looks than are kept', text(Array(201).fill(look))],
    ['current that flows back', text([{ ...look, currentA: -1 }])],
    ['more amps than a meter shows', text([{ ...look, currentA: 500.1 }])],
    ['volts of another thing', text([{ ...look, volts: 60.1 }])],
    ['volts below nought', text([{ ...look, volts: -0.1 }])],
    ['a time before all time', text([{ ...look, atMs: -1 }])],
    ['half a millisecond', text([{ ...look, atMs: 0.5 }])],
    ['an end before all time', text([look], -1)],
    ['no end said', JSON.stringify({ looks: [look] })],
    ['words', 'half of it'],
    ['nothing', '']
  ])('with %s is none', (_, kept) => {
    expect(readDischarge(kept)).toBeUndefined();
  });
});

describe('marks of several devices', () => {
  test('the newest stands; of one millisecond the greater id; in whatever order they come', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.record({ id: fc.string({ minLength: 1, maxLength: 3 }), atMs: fc.nat(3) }), {
          selector: (m) => m.id,
          minLength: 1,
          maxLength: 6
        }),
        (list) => {
          const marks = list.map((m) => mark(m.id, m.atMs));
          const newest = [...marks].sort((a, b) => b.atMs - a.atMs || (a.id > b.id ? -1 : 1))[0]!;
          expect(new Marks(marks).of('step drill')).toBe(newest);
          expect(new Marks([...marks].reverse()).of('step drill')).toBe(newest);
        }
      )
    );
  });

  test('a step that was ticked and unticked is not done, whatever an older document says', () => {
    const marks = new Marks([mark('a', 1), mark('b', 2, { value: false }), mark('c', 1, { key: 'step cut' })]);
    expect(marks.doneSteps(['drill', 'cut', 'wire', 'paint'], ['drill', 'wire'])).toEqual(['cut', 'wire']);
    expect([marks.isTicked('step drill'), marks.isTicked('step cut'), marks.isTicked('step wire')]).toEqual([
      false,
      true,
      false
    ]);
    expect([marks.text('step cut'), new Marks([mark('a', 1, { value: 'blue' })]).text('step drill')]).toEqual([
      '',
      'blue'
    ]);
  });

  test('a reading says who took it and when; a tick is none', () => {
    const reading = { value: 12.6, meter: 'm', offset: 0 };
    const marks = new Marks([
      mark('a', 7, { key: 'reading rest', value: reading }),
      mark('b', 1, { key: 'reading x' })
    ]);
    expect(marks.reading('rest')).toEqual({ ...reading, by: 'Ann', atMs: 7 });
    expect([marks.reading('x'), marks.reading('y')]).toEqual([undefined, undefined]);
  });
});

describe('labels on a sheet', () => {
  const SHEET_MM = 180;
  const labels = (widths: readonly number[]): Label[] =>
    widths.map((widthMm, i) => ({ title: `L${i}`, detail: '', widthMm, heightMm: 8 }));
  const cuts = (list: readonly Label[]) =>
    labelSheet('Box', list).shapes.filter((s) => s.layer === 'cut' && s.kind === 'rect') as {
      xMm: number;
      yMm: number;
      widthMm: number;
      heightMm: number;
    }[];

  test('every one is there once, on the sheet, meets no other, and reads in their order', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 20, max: 170 }), { minLength: 1, maxLength: 25 }), (widths) => {
        const list = labels(widths);
        const found = cuts(list);
        expect(found.map((r) => r.widthMm)).toEqual(widths);
        for (const [i, r] of found.entries()) {
          expect(r.xMm).toBeGreaterThanOrEqual(0);
          expect(r.xMm + r.widthMm).toBeLessThanOrEqual(SHEET_MM + 1e-9);
          for (const o of found.slice(i + 1)) {
            const beside = r.xMm + r.widthMm <= o.xMm || o.xMm + o.widthMm <= r.xMm;
            expect(beside || r.yMm + r.heightMm <= o.yMm || o.yMm + o.heightMm <= r.yMm).toBe(true);
          }
        }
        // a row is left only for one that does not go into it
        const rows = [...new Set(found.map((r) => r.yMm))];
        for (const [i, y] of rows.slice(0, -1).entries()) {
          const used = Math.max(...found.filter((r) => r.yMm === y).map((r) => r.xMm + r.widthMm));
          const next = found.find((r) => r.yMm === rows[i + 1])!;
          expect(used + 3 + next.widthMm).toBeGreaterThan(SHEET_MM);
        }
      })
    );
  });

  test('as many sheets as the paper takes, each with its number; none of no labels', () => {
    const list = labels(Array(12).fill(85));
    const whole = labelSheet('Box', list);
    const sheets = labelSheets('Box', list, whole.heightMm / 2);
    expect(sheets.map((s) => s.name)).toEqual(['Box, sheet 1 of 2, labels', 'Box, sheet 2 of 2, labels']);
    expect(sheets.flatMap((s) => s.shapes.filter((k) => k.layer === 'cut'))).toHaveLength(12);
    expect(labelSheets('Box', list, 1000).map((s) => s.name)).toEqual(['Box, labels']);
    expect(labelSheets('Box', list, 1)).toHaveLength(6);
    expect(labelSheets('Box', [], 1000)).toEqual([]);
  });
});

describe('the card', () => {
  const text = (box: Box) =>
    paperOf('card', {
      box,
      boxId: '12345678-aaaa-bbbb-cccc-dddddddddddd',
      plan: planOf(box),
      marks: new Marks([]),
      bits: START_SETS,
      records: [],
      day: '2026-12-02'
    }).blocks.flatMap((b) => (b.kind === 'heading' ? [b.text] : []));

  test('says how a battery is stored and charged, and nothing of one that is not chosen', () => {
    const canal = canalNightBankBox();
    expect(text(canal)).toEqual(expect.arrayContaining(['Fuses', 'Charging', 'Storing']));
    expect(text(applyEdits(canal, [set('bank/partId', null)]))).not.toContain('Storing');
  });
});

describe('what is measured first', () => {
  const rows = (name: string, at: 'port' | 'nothing') => {
    const b = soundBase('Rails', 'battery-lfp-20');
    const feed = addFeedEdits(b.box, { name, converter: { outV: 9, partId: null, ratedW: null } });
    b.edit(...feed.edits);
    const port = b.port('dc-5521', 'front', 'Camera');
    if (at === 'port') b.set(`circuits/${port.circuitId}/from`, setTo({ at: 'feed', id: feed.feedId, ahead: false }));
    return planOf(b.box).bench.tests.find((r) => r.id === `rail-${feed.feedId}`)!;
  };

  test('a shared voltage at the first port on it, else at its own terminals; by its name, else as what it is', () => {
    expect(rows('Low', 'port')).toMatchObject({ where: 'P1', what: 'Volts of Low, nothing plugged in, at P1' });
    expect(rows('Low', 'nothing')).toMatchObject({
      where: 'its output terminals',
      what: 'Volts of Low, nothing plugged in'
    });
    expect(rows('', 'port').what).toBe('Volts of the converter, nothing plugged in, at P1');
  });

  test('a draw says what it was taken from', () => {
    const canal = canalNightBankBox();
    const device = planOf(canal).demand.devices.find((d) => d.meanA > 0 && d.portId !== null)!;
    const why = (source: string) =>
      planOf(applyEdits(canal, [set(`devices/${device.deviceId}/source`, source)])).bench.tests.find(
        (r) => r.id === `draw-${device.deviceId}`
      )!.why;
    expect(['measured', 'label', 'guess'].map(why)).toEqual([
      'as it was measured',
      'as its label says',
      'as somebody guessed'
    ]);
  });
});

describe('another wire than was drawn', () => {
  test('finds the field its lead takes it from, and has none for leads of which the document holds none', () => {
    const wire = { system: 'awg' as const, size: '12' };
    const camp = campTableBox();
    const plan = planOf(camp);
    let [found, none] = [0, 0];
    for (const c of plan.wiring.netlist.conductors) {
      if (!plan.runs.runs.some((r) => r.key === c.id && r.polarity !== 'sense')) continue;
      const edits = wireBuilt(camp, plan, STARTER_CATALOGUE, c.id, wire);
      const own = c.circuitId === null || [...camp.circuits, ...camp.feeds].some((b) => b.id === c.circuitId);
      if (!own) {
        expect([c.id, edits]).toEqual([c.id, undefined]);
        none++;
      } else if (edits) {
        found++;
        const after = planOf(applyEdits(camp, edits)).wiring.netlist.conductors.find((k) => k.id === c.id)!;
        expect(after.size).toEqual(wire);
      }
    }
    expect(found).toBeGreaterThan(3);
    expect(none).toBeGreaterThan(0);
    expect(wireBuilt(camp, plan, STARTER_CATALOGUE, 'no such lead', wire)).toBeUndefined();
  });

  test('of a relay’s coil as well', () => {
    const moor = moorCameraPost();
    const plan = planOf(moor);
    const coil = plan.wiring.netlist.conductors.find((c) => c.id.endsWith('/coil') && c.circuitId !== null)!;
    expect(moor.circuits.some((c) => c.id === coil.circuitId)).toBe(false);
    expect(wireBuilt(moor, plan, STARTER_CATALOGUE, coil.id, { system: 'awg', size: '16' })).toBeUndefined();
  });
});

describe('work from now on', () => {
  test.each([-300, 0, 60, 570])(
    'begins at this very minute where it falls into somebody’s hours, %d min off',
    (zoneMin) => {
      const box = canalNightBankBox();
      const plan = planOf(box);
      // half past six in the evening on the wall
      const nowMs = Date.UTC(2026, 10, 28, 18, 30) - zoneMin * 60_000;
      const rows = workPlanOf({
        box,
        steps: plan.bench.steps,
        lines: plan.kit.lines,
        drawer: plan.kit.lines.map((l) => ({ lineId: l.lineId, name: l.name, unit: l.unit, count: 1000 })),
        orders: [],
        marks: new Marks([]),
        nowMs,
        zoneMin,
        hours: { startMin: 18 * 60, perDayMin: 180 }
      }).rows;
      expect(Math.min(...rows.map((r) => r.startMs))).toBe(nowMs);
    }
  );
});
