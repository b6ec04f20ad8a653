import { describe, expect, test } from 'vitest';
import { judgeReading, restVolts, takeOver } from '../src/bench/judge-reading.ts';
import { Marks } from '../src/bench/marks.ts';
import { torques, torqueText } from '../src/bench/work/torque.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox } from '../src/demo/boxes.ts';
import { starter } from '../src/demo/builder.ts';
import { evaluate } from '../src/evaluate.ts';
import { paidFor, type Order } from '../src/kit/buy/orders.ts';
import { swapEdits } from '../src/panel/place-port.ts';
import { parseQuantity } from '../src/quantity/parse.ts';
import { DEMO_BOXES } from './boxes.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const canal = canalNightBankBox();
const plan = planOf(canal);
/** The hungriest plug of the box. */
const row = plan.bench.tests.filter((r) => r.resists).toSorted((a, b) => b.resists!.currentA - a.resists!.currentA)[0]!;
const { portId, currentA, elseMilliOhm } = row.resists!;
const DAY = '2026-11-28';
const circuitAt = (box: Box) => planOf(box).wiring.circuits.find((c) => c.circuit.portId === portId)!;

describe('contacts as they were measured', () => {
  test('by hand: what is lost beyond the copper is laid to the contacts of that port', () => {
    // 20 mohm in the contacts and everything else as planned
    const volts = 12.7 - (currentA * (elseMilliOhm + 20)) / 1000;
    const edits = takeOver(canal, row, volts, DAY, { restV: 12.7 });
    expect(edits).toEqual([set(`ports/${portId}/contactMilliOhm`, 20)]);
    // a meter that shows 0.3 V too much does so at rest, too
    expect(takeOver(canal, row, volts + 0.3, DAY, { restV: 12.7, offset: 0.3 })).toEqual(edits);
    // once taken there is nothing to take any more
    expect(takeOver(applyEdits(canal, edits), row, volts, DAY, { restV: 12.7 })).toEqual([]);
  });

  test('the plan reckons with them: the drop grows by just that, and the same reading passes from then on', () => {
    const before = circuitAt(canal);
    const was = before.portPart!.contactMilliOhm ?? 0;
    const box = applyEdits(canal, [set(`ports/${portId}/contactMilliOhm`, was + 150)]);
    const after = circuitAt(box);
    expect(after.branchMilliOhm - before.branchMilliOhm).toBeCloseTo(150, 6);
    const volts = 12.7 - (currentA * (elseMilliOhm + was + 150)) / 1000;
    const now = planOf(box).bench.tests.find((r) => r.id === row.id)!;
    expect(judgeReading(now, { value: volts }, { restV: 12.7 }).passes).toBe(true);
    // the box's own part stays as it was for every other port
    expect(box.parts).toEqual(canal.parts);
  });

  test('better than thought is never nothing; another part in the hole has contacts of its own', () => {
    expect(takeOver(canal, row, 12.7, DAY, { restV: 12.7 })).toEqual([set(`ports/${portId}/contactMilliOhm`, 0.1)]);
    const measured = applyEdits(canal, [set(`ports/${portId}/contactMilliOhm`, 40)]);
    const other = applyEdits(measured, swapEdits(measured, portId, starter('panel', 'binding-posts')));
    expect(other.ports.find((p) => p.id === portId)!.contactMilliOhm).toBeNull();
  });

  test('a contact that loses too much is judged like any other', () => {
    const bad = applyEdits(canal, [set(`ports/${portId}/contactMilliOhm`, 1000)]);
    const before = new Set(plan.findings.map((f) => f.key));
    expect(planOf(bad).findings.some((f) => !before.has(f.key) && f.severity !== 'note')).toBe(true);
  });

  test('the battery at rest is what was read less what the meter shows too much', () => {
    const mark = { id: 'a', key: 'reading rest', value: { value: 12.9, meter: 'm', offset: 0.1 }, by: '', atMs: 1 };
    expect(restVolts(new Marks([mark]))).toBeCloseTo(12.8, 9);
    expect(restVolts(new Marks([]))).toBeUndefined();
  });

  test('milliohm typed without a unit', () => {
    const read = parseQuantity('12', 'resistance', { bareUnit: 'mohm' });
    expect(read.ok && read.value).toBeCloseTo(0.012, 12);
  });
});

describe('tightened with what its stud bears', () => {
  test('by hand: M6 is 4 to 6 N·m, 35 to 53 inch-pounds', () => {
    expect(torqueText('m6', 'mm')).toBe('M6 4 to 6 N·m');
    expect(torqueText('m6', 'in')).toBe('M6 35 to 53 in·lb');
  });
  test.each(DEMO_BOXES)('%s: connecting names every stud of its run list, and no other', (_, box) => {
    const p = planOf(box);
    const studs = new Set(p.runs.joints.flatMap((j) => (j.joint.kind === 'ring' ? [j.joint.stud] : [])));
    expect(torques(p.runs, box.preferences.lengthUnit)).toHaveLength(studs.size);
    const tools = p.bench.steps.find((s) => s.id === 'wire')!.tools.join(' ');
    for (const s of ['m4', 'm5', 'm6', 'm8'] as const) expect(tools.includes(`${s.toUpperCase()} `)).toBe(studs.has(s));
  });
});

describe('what must open under load is opened under load', () => {
  test.each(DEMO_BOXES)('%s: every master and isolator, and every relay', (_, box) => {
    const p = planOf(box);
    const rows = p.bench.tests.filter((r) => r.stage === 'load').map((r) => r.id);
    const kills = p.wiring.netlist.parts.filter((k) => k.kind === 'switch' && k.duty);
    expect(rows.filter((id) => id.startsWith('kill-'))).toHaveLength(kills.length);
    expect(rows.filter((id) => id.startsWith('relay-'))).toHaveLength(box.relays.length);
  });
});

test('what an order cost: packets as paid, shipping, less what was off, never below nothing', () => {
  const line = { lineId: 'a', name: 'A', unit: 'pc' as const, holds: 10, packets: 3, price: 2.5, arrived: 0 };
  const order = (off: number): Order => ({
    id: 'o',
    boxId: null,
    shopId: 's',
    shopName: 'S',
    day: DAY,
    expectedDay: null,
    shipping: 4,
    off,
    lines: [line]
  });
  expect(paidFor(order(1.5))).toBeCloseTo(10, 9);
  expect(paidFor(order(99))).toBe(0);
});
