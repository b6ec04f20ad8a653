import { describe, expect, test } from 'vitest';
import { leadLabels, portLabels } from '../src/bench/labels.ts';
import { labelSheet, labelSheets } from '../src/bench/label-sheet.ts';
import { judgeReading } from '../src/bench/judge-reading.ts';
import { Marks, type Mark, type MarkValue } from '../src/bench/marks.ts';
import { workPlanOf } from '../src/bench/work/plan.ts';
import type { WorkStep } from '../src/bench/work/steps.ts';
import { toolKey, toolsMissing, toolsOf } from '../src/bench/work/tools.ts';
import { runningWaits } from '../src/bench/work/waits.ts';
import { applyEdits } from '../src/box/edits.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import { evaluate } from '../src/evaluate.ts';
import { takenBy, takenText, type Order } from '../src/kit/buy/orders.ts';
import { takenFrom } from '../src/kit/buy/orders-schema.ts';
import { DEMO_BOXES } from './boxes.ts';

const planOf = (box: ReturnType<typeof saltmarshHideBox>) => evaluate(box, STARTER_CATALOGUE);
const mark = (key: string, value: MarkValue, atMs: number): Mark => ({
  id: `${key}-${atMs}`.replace(/\W+/g, '-').toLowerCase(),
  key,
  value,
  by: '',
  atMs
});
const hide = saltmarshHideBox();
const plan = planOf(hide);

describe('waits that run', () => {
  const steps = plan.bench.steps;
  const cures = steps.find((s) => s.waitMin > 0 && steps.some((k) => k.after.includes(s.id)))!;
  test('from the tick of its step, as long as something waits for it and nobody said it is over', () => {
    const ticked = new Marks([mark(`step ${cures.id}`, true, 5000)]);
    expect(runningWaits(steps, ticked, [cures.id]).map((w) => [w.step.id, w.endsMs])).toEqual([
      [cures.id, 5000 + cures.waitMin * 60_000]
    ]);
    expect(runningWaits(steps, new Marks([]), [])).toEqual([]);
    const seen = new Marks([mark(`step ${cures.id}`, true, 5000), mark(`wait ${cures.id}`, true, 6000)]);
    expect(runningWaits(steps, seen, [cures.id])).toEqual([]);
    const all = steps.map((s) => s.id);
    expect(runningWaits(steps, ticked, all)).toEqual([]);
  });
});

describe('a time line of the work', () => {
  const at = (startMin: number, perDayMin: number, zoneMin: number) =>
    workPlanOf({
      box: hide,
      steps: plan.bench.steps,
      marks: new Marks([]),
      lines: plan.kit.lines,
      drawer: plan.kit.lines.map((l) => ({ lineId: l.lineId, name: l.name, unit: l.unit, count: 1e4 })),
      orders: [],
      nowMs: Date.UTC(2026, 10, 28, 12),
      zoneMin,
      hours: { startMin, perDayMin }
    });
  test('its midnights are those of the person’s clock, between first and last moment', () => {
    for (const zoneMin of [0, 60, -300, 345]) {
      const work = at(9 * 60, 120, zoneMin);
      expect(work.midnightsMs.length).toBeGreaterThan(0);
      for (const ms of work.midnightsMs) {
        expect((ms + zoneMin * 60_000) % 86_400_000).toBe(0);
        expect(ms).toBeGreaterThanOrEqual(work.startMs);
        expect(ms).toBeLessThan(work.endMs);
      }
    }
  });
  test('of a plan over many weeks only every seventh is named', () => {
    const work = at(9 * 60, 5, 0);
    if ((work.endMs - work.startMs) / 86_400_000 > 41)
      for (let i = 1; i < work.midnightsMs.length; i++)
        expect(work.midnightsMs[i]! - work.midnightsMs[i - 1]!).toBe(7 * 86_400_000);
    expect(work.midnightsMs.length).toBeLessThan(41);
  });
});

describe('what a built box took out of the drawer', () => {
  const lines = plan.kit.lines;
  const [a, b] = lines as [(typeof lines)[number], (typeof lines)[number]];
  test('as much as the boxes take, never more than lies there; kept as text and read again', () => {
    const drawer = [
      { lineId: a.lineId, name: a.name, unit: a.unit, count: a.perBox * 2 + 5 },
      { lineId: b.lineId, name: b.name, unit: b.unit, count: b.perBox / 2 }
    ];
    const taken = takenBy(lines, drawer, 2);
    expect(taken.map((t) => [t.lineId, t.count])).toEqual([
      [a.lineId, Number((a.perBox * 2).toFixed(3))],
      [b.lineId, Number((b.perBox / 2).toFixed(3))]
    ]);
    expect(takenFrom(takenText(taken))).toEqual(taken);
    expect(takenFrom('gone')).toEqual([]);
    expect(takenFrom('[{"lineId":""}]')).toEqual([]);
    expect(takenBy(lines, [], 1)).toEqual([]);
  });
});

describe('watts at a USB plug', () => {
  const row = plan.bench.tests.find((r) => r.id.startsWith('usb-'))!;
  const device = plan.demand.devices.find(
    (d) => d.rail && plan.wiring.circuits.some((c) => c.circuit.portId === d.portId && row.id === `usb-${c.circuit.id}`)
  )!;
  test('the rail that both sides agree on is named, and what flows on it', () => {
    expect(row.what).toContain(`${device.rail!.volts} V`);
    expect(Number(row.expected)).toBeCloseTo(device.rail!.volts * device.rail!.currentA, 1);
    expect(row.unit).toBe('W');
  });
  test('as expected it passes; stuck without a contract it fails and says what to look at; beyond the module’s rating it fails', () => {
    expect(judgeReading(row, { value: Number(row.expected) }).passes).toBe(true);
    const stuck = judgeReading(row, { value: Number(row.expected) * 0.2 });
    expect(stuck).toMatchObject({ passes: false });
    expect(stuck.cause).toContain('5 V only');
    expect(judgeReading(row, { value: 500 }).passes).toBe(false);
  });
  test('a plain 12 V port has no such row', () => {
    for (const [, box] of DEMO_BOXES) {
      const p = planOf(box);
      for (const r of p.bench.tests.filter((k) => k.id.startsWith('usb-'))) {
        const c = p.wiring.circuits.find((k) => r.id === `usb-${k.circuit.id}`)!;
        expect(c.portPart!.converterRatedW).toBeGreaterThan(0);
        expect(r.low!).toBeLessThan(r.high!);
      }
    }
  });
});

describe('labels', () => {
  test.each(DEMO_BOXES)(
    '%s: both ends of every lead have one, saying where this end goes and the other comes from',
    (_, box) => {
      const p = planOf(box);
      const labels = leadLabels(p.runs);
      expect(labels).toHaveLength(2 * p.runs.runs.reduce((s, r) => s + r.count, 0));
      for (const r of p.runs.runs) {
        const mine = labels.filter((l) => l.title === r.id);
        expect(mine.some((l) => l.detail === `${r.from.tab} · from ${r.to.tab}`)).toBe(true);
        expect(mine.some((l) => l.detail === `${r.to.tab} · from ${r.from.tab}`)).toBe(true);
      }
    }
  );
  test('a name as long as it may be stays on its sheet: its words are set smaller', () => {
    const long = { title: 'W'.repeat(120), detail: 'x', widthMm: 26, heightMm: 10 };
    const { shapes, widthMm } = labelSheet('Box', [long]);
    const rect = shapes.find((s) => s.kind === 'rect')!;
    expect(rect.kind === 'rect' && rect.widthMm).toBeLessThanOrEqual(widthMm);
    const letters = shapes.flatMap((s) => (s.kind === 'text' ? [s.heightMm] : []));
    expect(letters[0]!).toBeLessThan(3);
    const short = labelSheet('Box', [{ ...long, title: 'Lamp' }]).shapes.flatMap((s) =>
      s.kind === 'text' ? [s.heightMm] : []
    );
    expect(short[0]).toBe(3);
  });
  test('on as many sheets as a paper takes: every label once, none over an edge, none on another', () => {
    const p = planOf(canalNightBankBox());
    const labels = [...portLabels(canalNightBankBox(), p.panel!, p.wiring), ...leadLabels(p.runs)];
    for (const most of [240, 60, 5]) {
      const sheets = labelSheets('Box', labels, most);
      const rects = sheets.flatMap((s, at) => s.shapes.flatMap((k) => (k.kind === 'rect' ? [{ ...k, at, s }] : [])));
      expect(rects).toHaveLength(labels.length);
      for (const r of rects) {
        expect(r.xMm + r.widthMm).toBeLessThanOrEqual(r.s.widthMm + 1e-6);
        expect(r.yMm).toBeGreaterThanOrEqual(-1e-6);
        expect(r.yMm + r.heightMm).toBeLessThanOrEqual(r.s.heightMm + 1e-6);
      }
      rects.forEach((a, i) =>
        rects.slice(i + 1).forEach((b) => {
          const apart =
            a.at !== b.at ||
            a.xMm + a.widthMm <= b.xMm ||
            b.xMm + b.widthMm <= a.xMm ||
            a.yMm + a.heightMm <= b.yMm ||
            b.yMm + b.heightMm <= a.yMm;
          expect(apart).toBe(true);
        })
      );
      if (most >= 60) for (const s of sheets) expect(s.heightMm).toBeLessThanOrEqual(most);
    }
    expect(labelSheets('Box', [], 200)).toEqual([]);
    expect(labelSheet('Box', labels).shapes.filter((s) => s.kind === 'rect')).toHaveLength(labels.length);
  });
});

test('what holds a step up is said with how it comes', () => {
  const line = plan.kit.lines.find((l) => l.what.kind === 'battery')!;
  const order = (arrived: number, expectedDay: string | null): Order[] => [
    {
      id: 'o1',
      shopId: 's',
      shopName: 'S',
      boxId: 'b',
      day: '2026-11-20',
      expectedDay,
      shipping: 0,
      off: 0,
      lines: [
        { lineId: line.lineId, name: line.name, unit: line.unit, packets: 1, holds: line.perBox, price: 1, arrived }
      ]
    }
  ];
  const rest = plan.kit.lines
    .filter((l) => l !== line)
    .map((l) => ({ lineId: l.lineId, name: l.name, unit: l.unit, count: 1e4 }));
  const comes = (orders: Order[]) =>
    workPlanOf({
      box: applyEdits(hide, []),
      steps: plan.bench.steps as WorkStep[],
      marks: new Marks([]),
      lines: plan.kit.lines,
      drawer: rest,
      orders,
      nowMs: Date.UTC(2026, 10, 28, 12),
      zoneMin: 0,
      hours: { startMin: 540, perDayMin: 120 }
    }).blockedBy.map((b) => b.comes);
  expect(comes([])).toContain('not ordered yet');
  expect(comes(order(0, '2026-12-03'))).toContain('expected 2026-12-03');
  expect(comes(order(0, null))).toContain('on the way');
});

describe('tools at hand', () => {
  const steps = plan.bench.steps;
  test('each once, with the first step left that wants it; settings are no other tool', () => {
    const all = toolsOf(steps, [], new Marks([]));
    expect(new Set(all.map((t) => t.key)).size).toBe(all.length);
    for (const s of steps) for (const t of s.tools) expect(all.some((k) => t.startsWith(k.tool))).toBe(true);
    expect(all.filter((t) => t.tool.startsWith('torque wrench'))).toHaveLength(1);
    for (const t of all) expect(t.key).toMatch(/^part tool \S[^\n]{0,140}$/);
    const later = toolsOf(steps, [all[0]!.first.id], new Marks([]));
    for (const t of later) expect(t.first.id).not.toBe(all[0]!.first.id);
    expect(
      toolsOf(
        steps,
        steps.map((s) => s.id),
        new Marks([])
      )
    ).toEqual([]);
  });
  test('a step says what it misses once somebody has begun to tick tools, and not before', () => {
    const wire = steps.find((s) => s.id === 'wire')!;
    expect(toolsMissing(wire, steps, new Marks([]))).toEqual([]);
    const one = new Marks([mark(toolKey(wire.tools[0]!), true, 1)]);
    expect(toolsMissing(wire, steps, one)).toHaveLength(wire.tools.length - 1);
    const all = new Marks(wire.tools.map((t, i) => mark(toolKey(t), true, i + 1)));
    expect(toolsMissing(wire, steps, all)).toEqual([]);
  });
});
