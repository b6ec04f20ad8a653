import { describe, expect, test } from 'vitest';
import { CHEMISTRY } from '../src/battery/chemistry.ts';
import { capacityFactor } from '../src/battery/model.ts';
import { setTo } from '../src/box/attr.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box, Offered } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { campTableBox } from '../src/demo/fed.ts';
import { canalNightBankBox } from '../src/demo/boxes.ts';
import { moorCameraPost } from '../src/demo/wired.ts';
import { evaluate } from '../src/evaluate.ts';
import { outstanding, paidFor, type Order } from '../src/kit/buy/orders.ts';
import { drawerLineSchema, orderSchema } from '../src/kit/buy/orders-schema.ts';
import { cheapestPackets } from '../src/kit/buy/packets.ts';
import { shopsSchema } from '../src/kit/buy/shops-schema.ts';
import { drawerFrom } from '../src/kit/drawer-csv.ts';
import { foamPieces, withSpare } from '../src/kit/pieces.ts';
import { sheetPlan } from '../src/kit/sheet-cut.ts';
import { valueTable } from '../src/kit/value.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const linesOf = (box: Box, use: string) =>
  planOf(box).kit.lines.filter((l) => l.what.kind === 'sundry' && l.what.use === use);

describe('the battery alone, as it is compared', () => {
  const canal = canalNightBankBox();
  const batteryId = canal.bank.partId!;
  const rowsOf = (...edits: Edit[]) => {
    const box = applyEdits(canal, edits);
    return valueTable(box, planOf(box)).rows;
  };
  const alone = (...edits: Edit[]) => rowsOf(...edits).find((r) => r.of === 'battery')!;
  const part = canal.parts[batteryId] as { name: string; priceAmount: number; massKg: number; capacityAh: number };

  test('two are twice one: name, price, mass, energy', () => {
    const [one, two] = [alone(set('bank/count', 1)), alone(set('bank/count', 2))];
    expect(one.name).toBe(`${part.name} alone`);
    expect(two.name).toBe(`2 × ${part.name} alone`);
    expect([two.price, two.massKg, two.energyWh]).toEqual([2 * part.priceAmount, 2 * part.massKg, 2 * one.energyWh!]);
  });
  test('a price or a mass nobody knows makes no figure of what hangs on it, and leaves the rest', () => {
    const unpriced = alone(set(`parts/${batteryId}/priceAmount`, null));
    expect([unpriced.price, unpriced.pricePerWh, unpriced.pricePerOuting]).toEqual([null, null, null]);
    expect(unpriced.kgPerKwh).not.toBeNull();
    const unweighed = alone(set(`parts/${batteryId}/notKnown`, ['mass']));
    expect([unweighed.massKg, unweighed.kgPerKwh]).toEqual([null, null]);
    expect(unweighed.pricePerWh).not.toBeNull();
    const unrated = alone(set(`parts/${batteryId}/notKnown`, ['capacity']));
    expect([unrated.energyWh, unrated.usableWh, unrated.lifeYears, unrated.lastsH]).toEqual([null, null, null, null]);
    expect(unrated.price).toBe(part.priceAmount * canal.bank.count);
  });
  test('with no outing in the year its years end it, and an outing has no price', () => {
    const idle = alone(set('bank/outingsPerYear', 0));
    const kind = planOf(canal).bank!.chemistry;
    expect(idle.lifeYears!.low).toBeCloseTo(CHEMISTRY[kind].calendarYears, 9);
    expect(idle.pricePerOuting).toBeNull();
    expect(alone(set('bank/outingsPerYear', 1)).pricePerOuting).not.toBeNull();
  });
  test('a line without a price takes the price of the whole box away, not that of the battery', () => {
    const holder = Object.values(canal.parts).find((p) => p.kind === 'fuse-holder')!;
    const rows = rowsOf(set(`parts/${holder.id}/priceAmount`, null));
    expect(rows.find((r) => r.of === 'box')!.price).toBeNull();
    expect(rows.find((r) => r.of === 'battery')!.price).toBe(part.priceAmount * canal.bank.count);
  });
  test('where nothing is drawn no hours are told; what was offered stands by the same measure', () => {
    const offered: Offered = {
      id: 'o1',
      name: 'Ready-made',
      priceAmount: null,
      extrasAmount: 0,
      energyWh: 200,
      massKg: null,
      chemistry: 'agm'
    };
    const idle = [...canal.devices.map((d) => set(`devices/${d.id}/spans`, [])), set('kit/offered', [offered])];
    const row = rowsOf(...idle).find((r) => r.id === 'o1')!;
    const usable = 200 * CHEMISTRY.agm.planningDepthFraction * capacityFactor('agm', canal.outing.airC);
    expect(row.usableWh!.low).toBeCloseTo(usable, 9);
    expect([row.price, row.pricePerWh, row.kgPerKwh]).toEqual([null, null, null]);
  });
});

describe('packets that cost the same', () => {
  const eight = { id: 'eight', holds: 8, price: 5 };
  const ten = { id: 'ten', holds: 10, price: 5 };
  test('the one that leaves more over is taken, in whichever order they are offered', () => {
    for (const sizes of [
      [eight, ten],
      [ten, eight]
    ])
      expect(cheapestPackets(sizes, 7)).toEqual({ cost: 5, counts: [{ id: 'ten', packets: 1 }] });
  });
  test('packets of nothing are no packets', () => {
    expect(cheapestPackets([{ id: 'none', holds: 0, price: 0 }], 3)).toBeUndefined();
    expect(cheapestPackets([{ id: 'none', holds: 0, price: 0 }, ten], 3)!.counts).toEqual([{ id: 'ten', packets: 1 }]);
  });
});

describe('what an order cost and what is still to come', () => {
  const line = (packets: number, price: number, arrived: number): Order['lines'][number] => ({
    lineId: `l${price}`,
    name: 'Thing',
    unit: 'pc',
    holds: 10,
    packets,
    price,
    arrived
  });
  const order = (over: Partial<Order>): Order => ({
    id: 'o1',
    boxId: null,
    shopId: 's1',
    shopName: 'Shop',
    day: '2026-10-01',
    expectedDay: null,
    shipping: 5,
    off: 3,
    lines: [line(2, 3, 1), line(1, 4, 0)],
    ...over
  });
  test('by hand: two at 3 and one at 4, shipping 5 on top, 3 off', () => {
    expect(paidFor(order({}))).toBe(2 * 3 + 1 * 4 + 5 - 3);
    expect(outstanding(order({}))).toBe(2);
    expect(outstanding(order({ lines: [line(2, 3, 2)] }))).toBe(0);
  });
  test('more off than it cost is paid with nothing, never with less', () => {
    expect(paidFor(order({ off: 100 }))).toBe(0);
  });
  test('names, packets and days have their ends', () => {
    const ok = (over: Partial<Order>) => orderSchema.safeParse(order(over)).success;
    const named = (length: number) => ok({ lines: [{ ...line(1, 1, 0), name: 'x'.repeat(length) }] });
    expect([named(200), named(201)]).toEqual([true, false]);
    expect([ok({ shopName: 'x'.repeat(60) }), ok({ shopName: 'x'.repeat(61) }), ok({ shopName: ' ' })]).toEqual([
      true,
      false,
      false
    ]);
    expect([ok({ lines: [line(3, 1, 3)] }), ok({ lines: [line(3, 1, 4)] })]).toEqual([true, false]);
    expect([ok({ day: '2026-10-24' }), ok({ day: '24.10.2026' })]).toEqual([true, false]);
    expect([ok({ shipping: 100000 }), ok({ shipping: 100001 }), ok({ shipping: -1 })]).toEqual([true, false, false]);
    const lies = (name: string, count = 1) =>
      drawerLineSchema.safeParse({ lineId: 'a', name, unit: 'pc', count }).success;
    expect([lies('x'.repeat(200)), lies('x'.repeat(201)), lies(' ')]).toEqual([true, false, false]);
    expect([lies('x', 0), lies('x', -0.1), lies('x', 100000), lies('x', 100001)]).toEqual([true, false, true, false]);
  });
  test('a shop delivers within its days', () => {
    const shop = { id: 's', name: 'S', shipping: 0, freeFrom: null, deliveryDays: 0 };
    const parsed = shopsSchema.safeParse({ shops: [shop], offers: [] });
    const days = (deliveryDays: number): boolean => {
      const issues = shopsSchema.safeParse({ shops: [{ ...shop, deliveryDays }], offers: [] }).error?.issues ?? [];
      return !issues.some((i) => i.path.includes('deliveryDays'));
    };
    expect(parsed.error?.issues.some((i) => i.path.includes('deliveryDays')) ?? false).toBe(false);
    expect([days(120), days(121), days(-1), days(1.5)]).toEqual([true, false, false, false]);
  });
});

describe('a drawer from a table', () => {
  const lines = (table: Record<string, string>[]) => {
    const got = drawerFrom(table, [{ lineId: 'wire-16', name: 'Wire 16 AWG', unit: 'm' }]);
    return got.ok ? got.lines : got.message;
  };
  test('metres are read from the unit, in the words people have, or from the line it is', () => {
    for (const unit of ['m', 'M', 'metre', 'metres', 'meter', 'meters'])
      expect(lines([{ part: 'Rope', count: '3', unit }])).toMatchObject([{ unit: 'm', count: 3 }]);
    for (const unit of ['', 'pc', 'mm', 'pieces'])
      expect(lines([{ part: 'Rope', count: '3', unit }])).toMatchObject([{ unit: 'pc' }]);
    expect(lines([{ part: 'wire 16 awg', count: '3', unit: 'pc' }])).toMatchObject([{ lineId: 'wire-16', unit: 'm' }]);
    expect(lines([{ id: 'wire-16', part: 'anything', count: '1' }])).toMatchObject([{ name: 'Wire 16 AWG' }]);
  });
  test('heads are found in any case, rows without a name are passed over', () => {
    expect(
      lines([
        { ' Item ': 'Nut', QTY: '4' },
        { ' Item ': '  ', QTY: 'x' }
      ] as never)
    ).toEqual([{ lineId: 'own-nut', name: 'Nut', unit: 'pc', count: 4 }]);
  });
  test('a long or odd name still has an id, and its own name to 200 letters', () => {
    const [l] = lines([{ part: `${'Ä-long name, '.repeat(30)}`, count: '1' }]) as { lineId: string; name: string }[];
    expect(l!.lineId).toMatch(/^own-[a-z0-9-]{1,80}$/);
    expect(l!.lineId.length).toBe(84);
    expect(l!.name).toHaveLength(200);
  });
  test('no more than five hundred rows and a hundred thousand of a thing', () => {
    const rows = (n: number) => Array.from({ length: n }, (_, i) => ({ part: `p${i}`, count: '1' }));
    expect(lines(rows(500))).toHaveLength(500);
    expect(lines(rows(501))).toBe('The file holds 501 rows; 500 are read at most.');
    expect(lines([{ part: 'x', count: '100000' }])).toHaveLength(1);
    expect(
      lines([
        { part: 'a', count: '1' },
        { part: 'x', count: '100001' }
      ])
    ).toBe("Row 3, 'x': '100001' is no count; nothing was taken.");
    expect(lines([])).toMatch(/^The file holds no rows/);
  });
});

describe('strips of one sheet', () => {
  const sheet = { lengthMm: 100, widthMm: 100 };
  const piece = (id: string, lengthMm: number, widthMm: number) => ({ id, label: id, lengthMm, widthMm });
  test('by hand: a saw takes its kerf after each piece of a strip; what is left of it is not more', () => {
    // 45 + 5 + 45 and a kerf fill the strip: an 8 mm piece begins the next
    const { sheets } = sheetPlan([piece('a', 45, 40), piece('b', 45, 40), piece('c', 8, 8)], sheet, 5);
    expect(sheets).toHaveLength(1);
    expect(sheets[0]!.rows.map((r) => r.pieces.map((p) => p.id))).toEqual([['a', 'b'], ['c']]);
    expect(sheets[0]!.rows[0]!.leftMm).toBe(0);
    expect(sheets[0]!.leftWidthMm).toBe(100 - (40 + 5) - (8 + 5));
  });
  test('exactly full: a piece as long and as wide as what is left goes in', () => {
    const { sheets, leftMm2, leastSheets } = sheetPlan(
      [piece('a', 60, 30), piece('b', 40, 30), piece('c', 100, 70)],
      sheet
    );
    expect([sheets.length, leftMm2, leastSheets]).toEqual([1, 0, 1]);
  });
  test('pieces of nothing are not cut', () => {
    expect(sheetPlan([piece('a', 0, 50), piece('b', 50, 0)], sheet)).toEqual({
      sheets: [],
      leastSheets: 0,
      leftMm2: 0
    });
  });
});

describe('foam by the box', () => {
  const foam = { foam: [{ side: 'left', thicknessMm: 20, lengthMm: 101.6, heightMm: 60 }] } as never;
  test('each box has its strips, told apart where there are several', () => {
    const one = foamPieces(foam, 1);
    expect(one.every((p) => p.label === 'left' && p.id.endsWith('-1') && p.lengthMm === 102)).toBe(true);
    const two = foamPieces(foam, 2);
    expect(two).toHaveLength(2 * one.length);
    expect(new Set(two.map((p) => p.id)).size).toBe(two.length);
    expect(new Set(two.map((p) => p.label))).toEqual(new Set(['left, box 1', 'left, box 2']));
    expect(foamPieces(undefined, 3)).toEqual([]);
  });
  test('one more of the largest, whichever place it has; nothing to spare of nothing', () => {
    const small = { id: 's', label: 's', lengthMm: 10, widthMm: 90 };
    const large = { id: 'l', label: 'l', lengthMm: 40, widthMm: 30 };
    for (const list of [
      [small, large],
      [large, small]
    ])
      expect(withSpare(list).at(-1)).toEqual({ ...large, id: 'spare', label: 'spare' });
    expect(withSpare([])).toEqual([]);
  });
  test('a battery outside wants nothing to hold it', () => {
    const strapped = applyEdits(canalNightBankBox(), [set('bank/holdDown', setTo('strap'))]);
    expect(linesOf(strapped, 'strap')).toHaveLength(1);
    const outside = applyEdits(strapped, [set('bank/stands', 'outside')]);
    expect(linesOf(outside, 'strap')).toEqual([]);
    expect(linesOf(outside, 'foam')).toEqual([]);
  });
});

describe('what feeds end in and what makes the sun useful', () => {
  const bars = (box: Box, fits: string): number =>
    linesOf(box, 'bus-bar')
      .filter((l) => l.what.kind === 'sundry' && l.what.fits === fits)
      .reduce((n, l) => n + l.perBox, 0);
  test('a main feed on a bar takes one for power, on a stud one stud; in a fuse block neither', () => {
    const camp = campTableBox();
    const main = (ends: string) => applyEdits(camp, [set('feeds/main/ends', ends)]);
    const block = main('fuse-block');
    expect(bars(main('bus-bar'), 'power') - bars(block, 'power')).toBe(1);
    expect(bars(main('stud'), 'stud') - bars(block, 'stud')).toBe(1);
  });
  test('a panel is taken that gives what was planned, the smallest of them; its controller says what it is to be', () => {
    const { solar } = moorCameraPost().charging;
    const withSun = canalNightBankBox();
    const of = (over: object) => planOf(applyEdits(withSun, [set('charging/solar', { ...solar!, ...over })])).kit.lines;
    const panel = (panelW: number) =>
      of({ panelW }).find((l) => l.what.kind === 'sundry' && l.what.use === 'solar-panel')!;
    const sizes = STARTER_CATALOGUE.flatMap((p) =>
      p.kind === 'sundry' && p.use === 'solar-panel' ? [Number(p.fits)] : []
    );
    const [small, large] = [Math.min(...sizes), Math.max(...sizes)];
    expect(panel(small - 1).what).toMatchObject({ fits: String(small) });
    expect(panel(small).perBox).toBe(1);
    expect(panel(large * 2 + 1)).toMatchObject({ perBox: 3, what: { fits: String(large) } });
    const note = (controller: string) =>
      of({ controller, fit: 'plugged' }).find((l) => /planned|not known yet/.test(l.note) && !/best at/.test(l.note))
        ?.note;
    expect(note('mppt')).toBe('MPPT planned for 50 V of the panel and 5 A.');
    expect(note('unknown')).toBe('Sort of controller not known yet.');
    expect(note('none')).toBeUndefined();
  });
});

describe('foam laid on sheets', () => {
  const sheet = { lengthMm: 500, widthMm: 300 };
  const pieces = (lengthMm: number, widthMm: number) =>
    sheetPlan([{ id: 'f1', label: 'Floor', lengthMm, widthMm }], sheet, 0)
      .sheets.flatMap((s) => s.rows)
      .flatMap((r) => r.pieces)
      .map((p) => [p.id, p.label, ...[p.lengthMm, p.widthMm].toSorted((a, b) => b - a)]);

  test('what goes on a sheet keeps its name; what is larger is butted from equal parts, each with a number', () => {
    expect(pieces(500, 300)).toEqual([['f1', 'Floor', 500, 300]]);
    expect(pieces(600, 200)).toEqual([
      ['f1-1', 'Floor, part 1 of 2', 300, 200],
      ['f1-2', 'Floor, part 2 of 2', 300, 200]
    ]);
    expect(pieces(500, 301).map(([id, , , shortMm]) => [id, shortMm])).toEqual([
      ['f1-1', 150.5],
      ['f1-2', 150.5]
    ]);
  });
});
