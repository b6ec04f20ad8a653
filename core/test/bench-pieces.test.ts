import type { Box } from '../src/box/schema.ts';
import { describe, expect, test } from 'vitest';
import { fuseCard, fusesInOrder, type CardRow } from '../src/bench/fuse-card.ts';
import { joinStep } from '../src/bench/join-step.ts';
import { judgeReading, OPEN_OHM, openPoints, shownReading, takeOver, unitOf } from '../src/bench/judge-reading.ts';
import { labelSheet, labelSheets } from '../src/bench/label-sheet.ts';
import { leadLabels, portLabels, type Label } from '../src/bench/labels.ts';
import { row, type TestRow } from '../src/bench/tests/row.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { PartOf } from '../src/catalogue/part.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { drawW } from '../src/demand/draw.ts';
import { saltmarshHideBox } from '../src/demo/boxes.ts';
import { set } from '../src/findings/rule.ts';
import { evaluate } from '../src/evaluate.ts';
import { METRIC_UNITS, type Units } from '../src/quantity/said.ts';

const hide = saltmarshHideBox();
const plan = evaluate(hide, STARTER_CATALOGUE);
const US: Units = { lengthUnit: 'in', massUnit: 'lb', temperatureUnit: 'F' };
const asked = (over: Partial<TestRow>): TestRow =>
  row('first', { id: 'r', what: 'w', where: 'x', causes: { low: 'a joint', high: 'a short' }, ...over });

describe('a reading is judged', () => {
  const volts = asked({ kind: 'voltage', unit: 'V', low: 12.5, high: 13.4 });
  test('both ends of the range are right; beyond them the cause is named', () => {
    for (const value of [12.5, 13, 13.4])
      expect(judgeReading(volts, { value })).toEqual({ passes: true, say: 'Right: 12.50 V to 13.40 V.', cause: '' });
    expect(judgeReading(volts, { value: 12.49 })).toEqual({
      passes: false,
      say: 'Too little: 12.50 V to 13.40 V is right.',
      cause: 'a joint'
    });
    expect(judgeReading(volts, { value: 13.41 })).toEqual({
      passes: false,
      say: 'Too much: 12.50 V to 13.40 V is right.',
      cause: 'a short'
    });
  });
  test('what the meter shows too much is taken off first', () => {
    expect(judgeReading(volts, { value: 13.45 }, { offset: 0.1 }).passes).toBe(true);
    expect(judgeReading(volts, { value: 12.55 }, { offset: 0.1 }).passes).toBe(false);
  });
  test('with one end only it is over or under it', () => {
    expect(judgeReading(asked({ kind: 'voltage', unit: 'V', low: 1 }), { value: 5 }).say).toBe('Right: over 1.00 V.');
    expect(judgeReading(asked({ kind: 'resistance', unit: 'Ω', high: 0.5 }), { value: 0.1 }).say).toBe(
      'Right: under 0.500 Ω.'
    );
  });
  test('a drop is judged against the battery as it stood that day, else as the sheet takes it', () => {
    const drop = asked({ kind: 'voltage', unit: 'V', low: -0.5, high: 0, drop: { atRestV: 13.2 } });
    expect(judgeReading(drop, { value: 12.8 }).passes).toBe(true);
    expect(judgeReading(drop, { value: 12.8 }, { restV: 13.4 })).toMatchObject({
      passes: false,
      say: 'Too little: 12.90 V to 13.40 V is right.'
    });
  });
  test('it is so, or it is not', () => {
    expect(judgeReading(asked({}), { value: true })).toEqual({ passes: true, say: 'It is so.', cause: '' });
    expect(judgeReading(asked({}), { value: false })).toEqual({
      passes: false,
      say: 'It is not so.',
      cause: 'a joint'
    });
  });
  test('figures as a meter of that range shows them', () => {
    const say = (over: Partial<TestRow>, units?: Units) =>
      judgeReading(asked(over), { value: 0 }, units ? { units } : {}).say;
    expect(say({ kind: 'current', unit: 'mA', low: -1, high: 0.0123 })).toBe('Right: -1000 mA to 12 mA.');
    expect(say({ kind: 'current', unit: 'A', low: -1, high: 250.4 })).toBe('Right: -1.00 A to 250 A.');
    expect(say({ kind: 'temperature', unit: '°C', low: -5, high: 40 })).toBe('Right: -5 °C to 40 °C.');
    expect(say({ kind: 'temperature', unit: '°C', low: -5, high: 40 }, US)).toBe('Right: 23 °F to 104 °F.');
  });
  test('as the sheet shows it, in its unit', () => {
    expect(shownReading(asked({ kind: 'resistance', unit: 'Ω' }), OPEN_OHM, METRIC_UNITS)).toBe('OL');
    expect(shownReading(asked({ kind: 'resistance', unit: 'Ω' }), OPEN_OHM - 1e3, METRIC_UNITS)).not.toBe('OL');
    expect(shownReading(asked({ kind: 'temperature', unit: '°C' }), 20, US)).toBe('68');
    expect(shownReading(asked({ kind: 'current', unit: 'mA' }), 0.0125, METRIC_UNITS)).toBe('12.5');
    expect(shownReading(asked({ kind: 'voltage', unit: 'V' }), 12.84, METRIC_UNITS)).toBe('12.84');
    expect([unitOf(asked({ kind: 'temperature' }), US), unitOf(asked({ kind: 'voltage', unit: 'V' }), US)]).toEqual([
      '°F',
      'V'
    ]);
  });
  test('open are rows that failed or were not made; a capacity test may come later', () => {
    const rows = [
      asked({ id: 'a' }),
      asked({ id: 'b' }),
      asked({ id: 'c' }),
      asked({ id: 'd', stage: 'capacity' }),
      asked({ id: 'e', stage: 'capacity' })
    ];
    const passed = new Map([
      ['a', true],
      ['b', false],
      ['e', false]
    ]);
    expect(openPoints(rows, passed).map((p) => [p.row.id, p.why])).toEqual([
      ['b', 'failed'],
      ['c', 'not made'],
      ['e', 'failed']
    ]);
  });
});

describe('a reading takes the place of a plan’s figure', () => {
  const device = hide.devices[0]!;
  const draws = { deviceId: device.id, peakA: 0.5, idleA: 0.1 };
  const after = (over: Partial<TestRow>, value: number, at = {}) =>
    applyEdits(hide, takeOver(hide, asked(over), value, '2026-05-01', at));
  test('a draw: its hungriest mode by the same share, what idles beside it taken off', () => {
    const top = (d: typeof device) => Math.max(...d.modes.map((m) => drawW(m.draw)));
    const box = after({ draws }, 0.35);
    expect(top(box.devices[0]!)).toBeCloseTo(top(device) * 0.5, 3);
    expect(box.devices[0]).toMatchObject({ source: 'measured', sourceNote: 'test sheet, 2026-05-01' });
    for (const value of [0.1, 0.05]) expect(takeOver(hide, asked({ draws }), value, 'd')).toEqual([]);
    expect(takeOver(hide, asked({ draws: { ...draws, peakA: 0 } }), 1, 'd')).toEqual([]);
    expect(takeOver(hide, asked({ draws: { ...draws, deviceId: 'nobody' } }), 1, 'd')).toEqual([]);
    expect(takeOver(hide, asked({}), 1, 'd')).toEqual([]);
  });
  test('contacts: what is lost beyond the copper, within what a document keeps; twice the same changes nothing', () => {
    const port = hide.ports[0]!;
    const over = { resists: { portId: port.id, currentA: 2, elseMilliOhm: 30 }, drop: { atRestV: 13 } };
    // 0.2 V at 2 A are 100 mohm, 30 of them copper
    expect(after(over, 12.8).ports[0]!.contactMilliOhm).toBe(70);
    expect(after(over, 12.9, { restV: 13.2, offset: 0.1 }).ports[0]!.contactMilliOhm).toBe(170);
    expect(after(over, 12.99).ports[0]!.contactMilliOhm).toBe(0.1);
    // a tenth of a milliohm is all that a hobby meter tells
    expect(after(over, 12.7777).ports[0]!.contactMilliOhm).toBe(81.2);
    expect(after(over, 5).ports[0]!.contactMilliOhm).toBe(1000);
    expect(takeOver(after(over, 12.8), asked(over), 12.8, 'd')).toEqual([]);
    expect(takeOver(hide, asked({ resists: { ...over.resists, currentA: 0 } }), 12, 'd')).toEqual([]);
  });
  test('amp-hours of a bank: shared by its packs, age is in it from now on', () => {
    const two = applyEdits(hide, [set('bank/count', 2)]);
    const box = applyEdits(two, takeOver(two, asked({ id: 'capacity' }), 37.5, 'd'));
    const part = box.parts[box.bank.partId!] as PartOf<'battery'>;
    expect([part.capacityAh, box.bank.ageYears, box.bank.packs]).toEqual([18.75, 0, []]);
    expect(takeOver(hide, asked({ id: 'capacity' }), 0, 'd')).toEqual([]);
    expect(takeOver(applyEdits(hide, [set('bank/partId', null)]), asked({ id: 'capacity' }), 20, 'd')).toEqual([]);
  });
});

describe('fuses on the card', () => {
  test('every fuse of the circuit once, the main one first', () => {
    const card = fuseCard(plan.wiring);
    expect(card[0]).toMatchObject({ tag: 'F0', feeds: 'everything', live: 'always' });
    const fuses = plan.wiring.netlist.parts.filter((p) => p.kind === 'fuse').map((p) => p.id);
    expect(fuses.every((id) => card.filter((r) => r.tag === id).length === 1)).toBe(true);
  });
  test('in the order they go in: branches, main, posts', () => {
    const r = (tag: string, fuse: string): CardRow => ({ tag, fuse, feeds: '', live: '' });
    expect(
      fusesInOrder([
        r('F0', '30 A'),
        r('FP1', '40 A'),
        r('F1', '3 A'),
        r('F2', 'unknown'),
        r('C3', 'none'),
        r('C4', 'behind F1')
      ])
    ).toBe('Branches: F1 3 A, F2 unknown. Then the main one: F0 30 A. Last those on the battery posts: FP1 40 A.');
    expect(fusesInOrder([r('F0', 'none'), r('F1', '3 A')])).toBe('Branches: F1 3 A. There is no main fuse.');
    expect(fusesInOrder([r('F0', '30 A')])).toBe('Then the main one: F0 30 A.');
  });
});

describe('packs are joined', () => {
  const step = (...edits: Edit[]) =>
    joinStep(applyEdits(hide, edits), evaluate(applyEdits(hide, edits), STARTER_CATALOGUE).runs);
  test('one is not; several by their take-off, each with the leads of the run list', () => {
    expect(step(set('bank/count', 1))).toBeUndefined();
    const of = (takeOff: Box['bank']['takeOff']) => step(set('bank/count', 2), set('bank/takeOff', takeOff))!;
    expect(of('bus').detail).toContain('to the common bars');
    expect(of('opposite').detail).toContain('plus off the first pack and minus off the last');
    expect(of('same-end').detail).toContain('both come off the first pack');
    expect(of('bus')).toMatchObject({
      title: 'Join the 2 batteries',
      caution: expect.stringContaining('hundred amps')
    });
    expect(of('bus').detail).toMatch(/R\d+ \d+ mm/);
  });
  test('a changeover has a step of its own', () => {
    expect(step(set('bank/count', 2), set('bank/arrangement', 'changeover'))).toMatchObject({
      title: 'Wire the 2 batteries to the changeover',
      detail: expect.stringContaining('Minus posts together first')
    });
  });
});

describe('labels', () => {
  const label = (widthMm: number, title = 'A', heightMm = 10): Label => ({ title, detail: 'd', widthMm, heightMm });
  const cuts = (labels: Label[]) =>
    labelSheet('Box', labels).shapes.flatMap((s) => (s.layer === 'cut' && s.kind === 'rect' ? [s] : []));
  test('side by side with a gap, a new row where the sheet ends', () => {
    const rects = cuts([label(80), label(80), label(80)]);
    expect(rects.map((r) => r.xMm)).toEqual([0, 83, 0]);
    expect(rects[0]!.yMm).toBe(rects[1]!.yMm);
    expect(rects[0]!.yMm - rects[2]!.yMm).toBe(13);
    expect(labelSheet('Box', [label(80)])).toMatchObject({ name: 'Box, labels', widthMm: 180, heightMm: 13 });
  });
  test('words too long widen their label, then shrink; never wider than the sheet', () => {
    expect(cuts([label(20, 'x'.repeat(20))])[0]!.widthMm).toBe(Math.ceil(20 * 3 * 0.58) + 4);
    const long = labelSheet('Box', [label(20, 'x'.repeat(200))]);
    expect(cuts([label(20, 'x'.repeat(200))])[0]!.widthMm).toBe(180);
    const title = long.shapes.find((s) => s.kind === 'text')! as { heightMm: number };
    expect(title.heightMm).toBeCloseTo((3 * 180) / (Math.ceil(200 * 3 * 0.58) + 4), 9);
  });
  test('on as many sheets as the paper takes, each named', () => {
    const many = Array.from({ length: 9 }, () => label(150));
    const sheets = labelSheets('Box', many, 40);
    expect(sheets.map((s) => s.name)).toEqual([
      'Box, sheet 1 of 3, labels',
      'Box, sheet 2 of 3, labels',
      'Box, sheet 3 of 3, labels'
    ]);
    expect(sheets.every((s) => s.heightMm <= 40)).toBe(true);
    expect(labelSheets('Box', [label(20)], 5)).toHaveLength(1);
    expect(labelSheets('Box', [], 100)).toEqual([]);
  });
  test('two flags for every lead, each naming the other end; one label for every hole', () => {
    const flags = leadLabels(plan.runs);
    expect(flags).toHaveLength(2 * plan.runs.runs.reduce((n, r) => n + r.count, 0));
    const first = plan.runs.runs[0]!;
    expect(flags.slice(0, 2).map((f) => f.detail)).toEqual([
      `${first.from.tab} · from ${first.to.tab}`,
      `${first.to.tab} · from ${first.from.tab}`
    ]);
    const ports = portLabels(hide, plan.panel!, plan.wiring);
    expect(ports.map((p) => p.portId).sort()).toEqual(
      plan
        .panel!.ports.filter((p) => p.part.hole.shape !== 'none')
        .map((p) => p.port.id)
        .sort()
    );
    expect(ports.every((p) => p.widthMm >= 26)).toBe(true);
  });
});
