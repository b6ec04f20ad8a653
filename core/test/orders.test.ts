import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { saltmarshHideBox } from '../src/demo/boxes.ts';
import { evaluate } from '../src/evaluate.ts';
import { cheapestBasket } from '../src/kit/buy/basket.ts';
import {
  holdsUp,
  needsOf,
  needsOneMore,
  offersFor,
  onTheWay,
  ordersFrom,
  outstanding,
  standings,
  takenBy,
  takenText,
  type Order
} from '../src/kit/buy/orders.ts';
import { orderSchema, takenFrom } from '../src/kit/buy/orders-schema.ts';
import { PRICE_LIST, type Shop } from '../src/kit/buy/types.ts';

const plan = evaluate(saltmarshHideBox(), STARTER_CATALOGUE);
const { lines } = plan.kit;
const shops: Shop[] = [PRICE_LIST, { ...PRICE_LIST, id: 'b', name: 'B', shipping: 5, deliveryDays: 3 }];
const bought = (drawer: Parameters<typeof standings>[1] = [], orders: Order[] = []) => {
  const all = standings(lines, drawer, orders);
  return cheapestBasket(needsOf(all), shops, offersFor(lines, []).offers);
};
let n = 0;
const place = (basket = bought()): Order[] =>
  ordersFrom(basket, shops, { boxId: null, day: '2026-11-28', newId: () => `o${n++}` });

describe('from the kit to orders', () => {
  test('without shops of one’s own everything is counted from the price list, to the cent of the kit', () => {
    const basket = bought();
    expect(basket.unmet).toEqual([]);
    expect(basket.total).toBeCloseTo(plan.kit.totalCost, 6);
  });
  test('what is in the drawer or on the way is not bought again', () => {
    const orders = place();
    expect(orders.every((o) => orderSchema.safeParse(o).success)).toBe(true);
    expect(needsOf(standings(lines, [], orders))).toEqual([]);
    const ring = lines.find((l) => l.lineId.startsWith('ring-m5'))!;
    const drawer = [{ lineId: ring.lineId, name: ring.name, unit: ring.unit, count: ring.toBuy }];
    expect(bought(drawer).purchases.some((p) => p.lineId === ring.lineId)).toBe(false);
  });
  test('a day of delivery goes over the end of a month', () => {
    const basket = cheapestBasket([{ lineId: 'x', name: 'x', unit: 'pc', count: 1 }], shops, [
      { id: 'f', lineId: 'x', shopId: 'b', holds: 1, price: 2 }
    ]);
    expect(place(basket)[0]).toMatchObject({ shopName: 'B', expectedDay: '2026-12-01', shipping: 5 });
  });
  test('what is missing names the first step it holds up', () => {
    const all = standings(lines, [], place());
    const held = holdsUp(all, plan.bench.steps);
    expect(held.every((h) => h.step !== undefined)).toBe(true);
    const at = held.map((h) => plan.bench.steps.findIndex((s) => s.id === h.step!.id));
    expect(at).toEqual([...at].sort((a, b) => a - b));
    expect(held.find((h) => h.standing.line.lineId.startsWith('fuse-blade'))!.step!.id).toBe('fuse');
    const everything = lines.map((l) => ({ lineId: l.lineId, name: l.name, unit: l.unit, count: l.toBuy }));
    expect(holdsUp(standings(lines, everything, []), plan.bench.steps)).toEqual([]);
  });
  test('drawer, parcels that came and the rest add up to what is wanted, whatever came', () => {
    fc.assert(
      fc.property(fc.array(fc.nat({ max: 5 }), { minLength: lines.length, maxLength: lines.length }), (came) => {
        const orders = place().map((o) => ({
          ...o,
          lines: o.lines.map((l, i) => ({ ...l, arrived: Math.min(l.packets, came[i % came.length]!) }))
        }));
        const drawer = orders.flatMap((o) =>
          o.lines.map((l) => ({ lineId: l.lineId, name: l.name, unit: l.unit, count: l.arrived * l.holds }))
        );
        for (const s of standings(lines, drawer, orders)) {
          expect(s.toOrder).toBe(0);
          expect(s.missing).toBeLessThanOrEqual(onTheWay(orders).get(s.line.lineId)! + 0.011);
        }
      }),
      { numRuns: 40, seed: 61 }
    );
  });
});

describe('a batch that is built', () => {
  const line = lines.find((l) => l.what.kind === 'wire')!;
  test('takes no more than lies there, and exactly that is put back', () => {
    const little = [{ lineId: line.lineId, name: line.name, unit: line.unit, count: line.perBox / 2 }];
    const taken = takenBy(lines, little, 1);
    expect(taken).toEqual([{ ...little[0]!, count: Number((line.perBox / 2).toFixed(3)) }]);
    const much = [{ ...little[0]!, count: 100 }];
    expect(takenBy(lines, much, 3)[0]!.count).toBeCloseTo(3 * line.perBox, 3);
    expect(takenFrom(takenText(taken))).toEqual(taken);
    expect(takenBy(lines, [], 1)).toEqual([]);
    expect(takenFrom('true')).toEqual([]);
    expect(takenFrom('nonsense')).toEqual([]);
  });
  test('one box more wants once more of everything', () => {
    const needs = needsOf(standings(lines, [], []));
    for (const [i, n] of needsOneMore(needs, lines).entries())
      expect(n.count - needs[i]!.count).toBeCloseTo(lines.find((l) => l.lineId === n.lineId)!.perBox, 9);
    const [order] = place();
    expect(outstanding(order!)).toBe(order!.lines.reduce((sum, l) => sum + l.packets, 0));
  });
});
