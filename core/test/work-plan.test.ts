import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { Marks, type Mark } from '../src/bench/marks.ts';
import { paperOf, PAPER_KINDS } from '../src/bench/papers.ts';
import { passportOf, serialOf } from '../src/bench/passport.ts';
import { workPlanOf } from '../src/bench/work/plan.ts';
import { START_SETS } from '../src/drill/bits.ts';
import { applyEdits } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import type { Order } from '../src/kit/buy/orders.ts';
import { printsFor } from '../src/bench/as-built.ts';
import { cuttingFor } from '../src/kit/cutting.ts';
import { drawerFrom } from '../src/kit/drawer-csv.ts';
import { AS_BUILT } from './as-built/boxes.ts';
import { DEMO_BOXES } from './boxes.ts';
import { randomBox } from './random-box.ts';
import { evaluate } from './evaluated.ts';

const pp = canalNightBankBox();
/** Of a plastic that sealant bonds to: parts are fitted, and a day is waited. */
const canal = applyEdits(pp, [{ op: 'set', path: `parts/${pp.casePartId}/material`, value: 'ABS' }]);
const plan = evaluate(canal, STARTER_CATALOGUE);
const AT = Date.UTC(2026, 10, 28, 10, 0);
const H = 3_600_000;
let n = 0;
const mark = (key: string, value: Mark['value'], atMs = AT): Mark => ({ id: `m${n++}`, key, value, by: 'Ann', atMs });
const everything = plan.kit.lines.map((l) => ({ lineId: l.lineId, name: l.name, unit: l.unit, count: 1000 }));
const work = (marks: Mark[] = [], over: { box?: Box; orders?: Order[]; drawer?: typeof everything } = {}) =>
  workPlanOf({
    box: over.box ?? canal,
    steps: plan.bench.steps,
    lines: plan.kit.lines,
    drawer: over.drawer ?? everything,
    orders: over.orders ?? [],
    marks: new Marks(marks),
    nowMs: AT,
    zoneMin: 60,
    hours: { startMin: 18 * 60, perDayMin: 180 }
  });
const allBut = (...left: string[]): Mark[] =>
  plan.bench.steps.filter((s) => !left.includes(s.id)).map((s) => mark(`step ${s.id}`, true, AT - 100 * H));

test('no sealant is waited for where none bonds: the ring seals', () => {
  const step = (box: Box) => evaluate(box, STARTER_CATALOGUE).bench.steps.find((s) => s.id === 'fit-parts')!;
  expect([step(pp).waitMin, step(pp).tools.join()]).toEqual([0, 'spanners for the nuts']);
  expect(step(canal).waitMin).toBe(1440);
  expect(step(pp).detail).toContain('no sealant bonds');
});

describe('a plan of work over somebody’s evenings', () => {
  test('nothing is done before 18:00 of the wall clock, and nothing after three hours', () => {
    for (const r of work().rows) {
      const minute = (ms: number) => ((ms / 60_000 + 60) % 1440) / 60;
      expect(minute(r.startMs)).toBeGreaterThanOrEqual(18 - 1e-9);
      if (r.endMs > r.startMs) expect(minute(r.endMs - 60_000)).toBeLessThan(21);
    }
  });
  // fitted at 09:00 with sealant that takes a day: connecting cannot begin before 09:00 of the next day, so at 18:00 of it
  test('by hand: a wait runs from the tick, and can be ended by hand', () => {
    const fitted = [...allBut('wire', 'fit-parts'), mark('step fit-parts', true, AT - H)];
    const at = (w: ReturnType<typeof work>) => w.rows.find((r) => r.step.id === 'wire')!.startMs;
    expect(at(work(fitted))).toBe(Date.UTC(2026, 10, 29, 17, 0));
    expect(at(work([...fitted, mark('wait fit-parts', true)]))).toBe(Date.UTC(2026, 10, 28, 17, 0));
    expect(work(fitted).pathWords).toContain('the sealant cures');
  });
  test('a step whose parts are on the way waits for their day; one that is not ordered says so', () => {
    const line = plan.bench.steps.find((s) => s.id === 'fuse')!.lineIds[0]!;
    const drawer = everything.filter((d) => d.lineId !== line);
    const none = work(allBut('fuse', 'test-live'), { drawer });
    expect(none.blockedBy.map((b) => [b.step.id, b.expectedDay])).toEqual([['fuse', undefined]]);
    const order: Order = {
      id: 'o',
      boxId: null,
      shopId: 's',
      shopName: 'S',
      day: '2026-11-27',
      expectedDay: '2026-12-01',
      shipping: 0,
      off: 0,
      lines: [{ lineId: line, name: line, unit: 'pc', holds: 100, packets: 1, price: 1, arrived: 0 }]
    };
    const coming = work(allBut('fuse', 'test-live'), { drawer, orders: [order] });
    expect(coming.blockedBy[0]!.expectedDay).toBe('2026-12-01');
    expect(coming.rows.find((r) => r.step.id === 'fuse')!.startMs).toBe(Date.UTC(2026, 11, 1, 17, 0));
  });
  test('four boxes at once take less than four times one, and more than one', () => {
    const one = work().workMin;
    const four = work([], { box: applyEdits(canal, [{ op: 'set', path: 'kit/boxCount', value: 4 }]) }).workMin;
    expect(four).toBeGreaterThan(2 * one);
    expect(four).toBeLessThan(4 * one);
  });
  test('all ticked: nothing is left', () => expect(work(allBut())).toMatchObject({ leftCount: 0, workMin: 0 }));
  test('whatever is ticked, no step begins before what it needs is done and cured', () => {
    fc.assert(
      fc.property(fc.subarray(plan.bench.steps.map((s) => s.id)), (ticked) => {
        const w = work(ticked.map((id) => mark(`step ${id}`, true, AT - H)));
        const of = new Map(w.rows.map((r) => [r.step.id, r]));
        for (const r of w.rows.filter((k) => !k.done))
          for (const a of r.step.after) {
            const before = of.get(a)!;
            const ready = before.done ? AT - H + before.step.waitMin * 60_000 : before.readyMs;
            expect(r.startMs).toBeGreaterThanOrEqual(ready - 1);
          }
      }),
      { numRuns: 60, seed: 71 }
    );
  });
});

describe('papers', () => {
  const sources = (box: Box, marks: Mark[] = []) => ({
    box,
    boxId: '12345678-aaaa-bbbb-cccc-dddddddddddd',
    plan: evaluate(box, STARTER_CATALOGUE),
    marks: new Marks(marks),
    bits: START_SETS,
    records: [],
    day: '2026-11-28'
  });
  test.each([...DEMO_BOXES, ...AS_BUILT])('%s: no paper has an empty table or a row of nothing', (_, box) => {
    for (const kind of PAPER_KINDS)
      for (const b of paperOf(kind, sources(box)).blocks) {
        if (b.kind === 'table') {
          expect(b.rows.length).toBeGreaterThan(0);
          for (const r of b.rows) {
            expect(r).toHaveLength(b.head.length);
            expect(r.some((c) => c !== '')).toBe(true);
            expect(r.join(' ')).not.toMatch(/undefined|NaN|\?(?: |$)/);
          }
        } else if (b.kind === 'list') expect(b.items.length).toBeGreaterThan(0);
        else expect(b.text).not.toMatch(/undefined|NaN/);
      }
  });
  test('a box without a master has no switch row; one in pounds says pounds', () => {
    const box = { ...canal, preferences: { ...canal.preferences, massUnit: 'lb' as const } };
    const text = JSON.stringify(paperOf('passport', sources(box)));
    expect(text).toMatch(/"Mass","[\d.]+ lb"/);
    expect(text).not.toMatch(/\d kg"/);
  });
  test('the passport says what was tested, what failed and what is open', () => {
    const at = sources(canal, [mark('reading short', { value: 12, meter: 'm', offset: 0 })]);
    const p = passportOf(at);
    expect(p.serial).toBe(serialOf(at.boxId));
    expect(p.serial).toBe('H-12345678');
    expect(p.tests).toEqual([
      expect.objectContaining({ id: 'short', value: 12, passes: false, day: '2026-11-28', by: 'Ann' })
    ]);
    expect(p.openTests.some((t) => t.startsWith('Failed: Resistance'))).toBe(true);
    expect(p.stops).toEqual([]);
  });
  test('a hole that was moved in the drawing after it was drilled is open in the passport', () => {
    const port = canal.ports[0]!;
    const tick = `hole drill ${port.id}`;
    const marks = [mark(tick, true), ...printsFor(canal, plan, tick).map((p) => mark(p.key, p.value))];
    expect(passportOf(sources(canal, marks)).openTests.some((t) => t.startsWith('Drawn unlike'))).toBe(false);
    const moved = applyEdits(canal, [{ op: 'set', path: `ports/${port.id}/xMm`, value: port.xMm + 12 }]);
    expect(passportOf(sources(moved, marks)).openTests[0]).toMatch(/^Drawn unlike built: \w+, built .*, drawn /);
  });
  test('a box that is not sound says so in its passport', () => {
    const hide = saltmarshHideBox();
    expect(passportOf(sources(hide)).stops.length).toBeGreaterThan(0);
    expect(JSON.stringify(paperOf('passport', sources(hide)))).toContain('Not sound as it stands');
  });
});

describe('which reel gives which lead', () => {
  test('every lead of every box is cut once; the drawer goes first', () => {
    fc.assert(
      fc.property(randomBox(6), fc.integer({ min: 1, max: 4 }), (box, boxes) => {
        const batch = applyEdits(box, [{ op: 'set', path: 'kit/boxCount', value: boxes }]);
        const p = evaluate(batch, STARTER_CATALOGUE);
        const plans = cuttingFor([{ box: batch, plan: p }], STARTER_CATALOGUE, []).lengths.filter(
          (x) => x.sort === 'wire'
        );
        const cut = plans.flatMap((x) => [...x.plan.stocks.flatMap((s) => s.pieces), ...x.plan.tooLong]);
        const wanted = p.runs.runs.filter((r) => r.wire).reduce((s, r) => s + r.count * boxes, 0);
        expect(cut).toHaveLength(wanted);
        for (const x of plans) expect(x.plan.boughtCount).toBeLessThanOrEqual(x.plan.leastBought + 1);
      }),
      { numRuns: 40, seed: 81 }
    );
    const line = cuttingFor([{ box: canal, plan }], STARTER_CATALOGUE, []).lengths[0]!;
    const rest = [{ lineId: line.lineId, name: line.name, unit: 'm' as const, count: 50 }];
    expect(cuttingFor([{ box: canal, plan }], STARTER_CATALOGUE, rest).lengths[0]!.plan.boughtCount).toBe(0);
  });
});

describe('a drawer counted from a table', () => {
  const known = [{ lineId: 'ring-m5-yellow', name: 'Crimp ring M5, tinned, yellow', unit: 'pc' as const }];
  test('known names become their lines, others keep their own; a comma is a point; twice is added up', () => {
    const got = drawerFrom(
      [
        { Part: 'Crimp ring M5, tinned, yellow', Count: '12' },
        { Part: 'crimp ring m5, tinned, yellow', Count: '3' },
        { Part: 'Old speaker wire', Count: '2,5' }
      ],
      known
    );
    expect(got).toEqual({
      ok: true,
      lines: [
        { lineId: 'ring-m5-yellow', name: 'Crimp ring M5, tinned, yellow', unit: 'pc', count: 15 },
        { lineId: 'own-old-speaker-wire', name: 'Old speaker wire', unit: 'pc', count: 2.5 }
      ]
    });
  });
  test.each([
    [[], 'no rows'],
    [[{ colour: 'red', weight: '3' }], 'named among|No column for the part'],
    [[{ part: 'x', weight: '3' }], 'how much of it'],
    [[{ part: 'x', count: '-3' }], "'-3' is no count"],
    [[{ part: 'x', count: 'many' }], 'nothing was taken']
  ])('%j is refused with what is wrong', (table, message) => {
    const got = drawerFrom(table as never, known);
    expect(got.ok).toBe(false);
    if (!got.ok) expect(got.message).toMatch(new RegExp(message));
  });
});
