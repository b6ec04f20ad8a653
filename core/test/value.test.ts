import { describe, expect, test } from 'vitest';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { boxSchema, type Box, type Offered } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import { evaluate } from '../src/evaluate.ts';
import { readBox, writeBox } from '../src/exchange/read-box.ts';
import { valueTable } from '../src/kit/value.ts';
import { parseQuantity } from '../src/quantity/parse.ts';
import { AS_BUILT } from './as-built/boxes.ts';
import { DEMO_BOXES } from './boxes.ts';

const offer = (over: Partial<Offered>): Offered => ({
  id: 'o1',
  name: 'Ready-made box',
  priceAmount: 200,
  extrasAmount: 0,
  energyWh: 250,
  massKg: 3,
  chemistry: 'lfp',
  ...over
});
/** By hand: 400 cycles at a depth of 0.8 with exponent 1.1, 200 outings a year. */
const agmYears = (depth: number) => (400 * (0.8 / Math.min(1, Math.max(0.3, depth))) ** 1.1) / 200;
const withOffers = (box: Box, ...offered: Offered[]): Box =>
  boxSchema.parse(applyEdits(box, [{ op: 'set', path: 'kit/offered', value: offered }]));
const tableOf = (box: Box) => valueTable(box, evaluate(box, STARTER_CATALOGUE));
const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });

describe('build or buy', () => {
  test('by hand: 250 Wh of iron phosphate for 200 and 40 along, at 20 °C, 10 outings a year', () => {
    const box = applyEdits(saltmarshHideBox(), [
      set('outing/airC', 20),
      set('bank/outingsPerYear', 10),
      set('kit/offered', [offer({ extrasAmount: 40 })])
    ]);
    const plan = evaluate(box, STARTER_CATALOGUE);
    const row = valueTable(box, plan).rows.find((r) => r.id === 'o1')!;
    // planning depth 0.9, capacity factor 0.99 at 20 °C
    const usable = 250 * 0.9 * 0.99;
    expect(row.usableWh!.low).toBeCloseTo(usable, 9);
    expect(row.usableWh!.high).toBeCloseTo(usable, 9);
    expect(row.price).toBe(240);
    expect(row.pricePerWh!.low).toBeCloseTo(240 / usable, 9);
    expect(row.kgPerKwh!.low).toBeCloseTo(3000 / usable, 9);
    // 3200 cycles and more against 12 years of 10 outings: the years end it
    expect(row.lifeYears!.low).toBeCloseTo(12, 9);
    expect(row.pricePerOuting!.low).toBeCloseTo(240 / 120, 9);
    expect(row.lastsH!.low).toBeCloseTo(usable / (plan.demand.totalWh / box.outing.durationH), 9);
  });

  test('many deep outings wear a lead battery out before its years do', () => {
    const box = applyEdits(canalNightBankBox(), [
      set('bank/outingsPerYear', 200),
      set('kit/offered', [offer({ chemistry: 'agm', energyWh: 200 })])
    ]);
    const plan = evaluate(box, STARTER_CATALOGUE);
    const row = valueTable(box, plan).rows.find((r) => r.id === 'o1')!;
    expect(row.lifeYears!.low).toBeCloseTo(agmYears(plan.demand.totalWh / 200), 9);
    expect(row.lifeYears!.low).toBeLessThan(4);
  });

  test('an unknown chemistry gives spans, never one figure, and nothing is called cheapest that might not be', () => {
    const box = withOffers(saltmarshHideBox(), offer({ chemistry: 'unknown', priceAmount: 60 }));
    const { rows, cheapestPerWhId } = tableOf(box);
    const row = rows.find((r) => r.id === 'o1')!;
    expect(row.usableWh!.low).toBeLessThan(row.usableWh!.high);
    expect(row.pricePerWh!.low).toBeLessThan(row.pricePerWh!.high);
    // dear even at its best end: it is known which is cheaper, whatever it turns out to be
    expect(row.pricePerWh!.high).toBeLessThan(rows.find((r) => r.of === 'box')!.pricePerWh!.low);
    expect(cheapestPerWhId).toBe('o1');
    // a price in the middle of the other's span cannot be ranked
    const own = rows.find((r) => r.of === 'box')!.pricePerWh!.low;
    const usable = row.usableWh!;
    const between = withOffers(
      saltmarshHideBox(),
      offer({ chemistry: 'unknown', priceAmount: (own * (usable.low + usable.high)) / 2 })
    );
    expect(tableOf(between).cheapestPerWhId).toBeUndefined();
  });

  test('what is unknown of an offer stays unknown, and never ranks', () => {
    for (const over of [{ priceAmount: null }, { energyWh: null }, { massKg: null }]) {
      const { rows, cheapestPerWhId } = tableOf(withOffers(saltmarshHideBox(), offer(over)));
      const row = rows.find((r) => r.id === 'o1')!;
      if (!('massKg' in over)) {
        expect(row.pricePerWh).toBeNull();
        expect(row.pricePerOuting).toBeNull();
        expect(cheapestPerWhId).not.toBe('o1');
      } else expect(row.kgPerKwh).toBeNull();
    }
  });

  test('a kit with a line nobody knows the price of has no price to compare', () => {
    const box = saltmarshHideBox();
    const part = box.parts[box.casePartId!]!;
    const blank = applyEdits(box, [set(`parts/${part.id}/priceAmount`, null)]);
    expect(evaluate(blank, STARTER_CATALOGUE).kit.unpricedCount).toBeGreaterThan(0);
    expect(tableOf(blank).rows.find((r) => r.of === 'box')!.price).toBeNull();
  });

  test('any box: figures are finite and positive, ends are in order; no battery leaves the offers alone', () => {
    for (const [, box] of [...DEMO_BOXES, ...AS_BUILT]) {
      const { rows } = tableOf(withOffers(box, offer({}), offer({ id: 'o2', chemistry: 'lithium', energyWh: 90 })));
      for (const r of rows)
        for (const e of [r.usableWh, r.pricePerWh, r.kgPerKwh, r.lifeYears, r.pricePerOuting, r.lastsH])
          if (e) {
            expect(e.low).toBeGreaterThanOrEqual(0);
            expect(e.high).toBeGreaterThanOrEqual(e.low);
            expect(Number.isFinite(e.high)).toBe(true);
          }
    }
    const none = withOffers(applyEdits(saltmarshHideBox(), [set('bank/partId', null)]), offer({}));
    expect(tableOf(none).rows.map((r) => r.of)).toEqual(['offered']);
  });

  test('offers travel in the file; an older file has none; two under one id are refused', () => {
    const box = withOffers(saltmarshHideBox(), offer({}));
    const read = readBox(writeBox(box));
    expect(read.ok && read.box.kit.offered).toEqual([offer({})]);
    const older = JSON.parse(writeBox(box)) as { kit: { offered?: unknown } };
    delete older.kit.offered;
    const old = readBox(JSON.stringify(older));
    expect(old.ok && old.box.kit.offered).toEqual([]);
    const twice = readBox(writeBox(withOffers(saltmarshHideBox(), offer({}), offer({}))));
    expect(twice.ok).toBe(false);
  });

  test('a mass typed without a unit by somebody who thinks in pounds', () => {
    const read = parseQuantity('5', 'mass', { bareUnit: 'lb' });
    expect(read.ok && read.value).toBeCloseTo(2.26796185, 9);
    const kg = parseQuantity('5 kg', 'mass', { bareUnit: 'lb' });
    expect(kg.ok && kg.value).toBe(5);
  });
});
