import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { assignShops, totalOf, type Step } from '../src/kit/buy/assign.ts';
import { cheapestBasket, feesOf, paidPrice } from '../src/kit/buy/basket.ts';
import { cheapestPackets } from '../src/kit/buy/packets.ts';
import { shopsSchema } from '../src/kit/buy/shops-schema.ts';
import type { Need, Offer, Shop } from '../src/kit/buy/types.ts';

const shop = (id: string, more: Partial<Shop> = {}): Shop => ({
  id,
  name: id.toUpperCase(),
  shipping: 0,
  freeFrom: null,
  deliveryDays: null,
  taxFraction: 0,
  offFraction: 0,
  coupon: null,
  ...more
});
let made = 0;
const offer = (lineId: string, shopId: string, holds: number, price: number): Offer => ({
  id: `o${made++}`,
  lineId,
  shopId,
  holds,
  price
});
const need = (lineId: string, count: number, unit: 'pc' | 'm' = 'pc'): Need => ({ lineId, name: lineId, unit, count });

describe('packets as sold', () => {
  // 10 for 4.20, 50 for 9: 23 pieces are three tens for 12.60 or one fifty for 9
  test('by hand: the larger packet is cheaper than three small ones, and not for two tens', () => {
    const sizes = [
      { id: 'ten', holds: 10, price: 4.2 },
      { id: 'fifty', holds: 50, price: 9 }
    ];
    expect(cheapestPackets(sizes, 23)).toEqual({ cost: 9, counts: [{ id: 'fifty', packets: 1 }] });
    expect(cheapestPackets(sizes, 20)).toEqual({ cost: 8.4, counts: [{ id: 'ten', packets: 2 }] });
    // 57: a fifty and a ten are 13.20
    expect(cheapestPackets(sizes, 57)?.cost).toBe(13.2);
  });
  test('metres are counted in hundredths', () => {
    expect(cheapestPackets([{ id: 'reel', holds: 5, price: 3 }], 5.01)?.counts).toEqual([{ id: 'reel', packets: 2 }]);
    expect(cheapestPackets([{ id: 'reel', holds: 2.5, price: 3 }], 5)?.counts).toEqual([{ id: 'reel', packets: 2 }]);
  });
  test('nothing on sale is nothing', () => expect(cheapestPackets([], 3)).toBeUndefined());

  const sizesOf = fc.uniqueArray(
    fc.record({ holds: fc.integer({ min: 1, max: 12 }), price: fc.integer({ min: 1, max: 900 }) }),
    { minLength: 1, maxLength: 3, selector: (s) => s.holds }
  );
  test('as cheap as every combination tried one by one, and never cheaper to buy less', () => {
    fc.assert(
      fc.property(sizesOf, fc.integer({ min: 1, max: 30 }), (list, wanted) => {
        const sizes = list.map((s, i) => ({ id: String(i), holds: s.holds, price: s.price / 100 }));
        const found = cheapestPackets(sizes, wanted)!;
        let least = Infinity;
        const all = (i: number, held: number, cost: number): void => {
          if (held >= wanted) {
            least = Math.min(least, cost);
            return;
          }
          if (i === list.length) return;
          for (let n = 0; held + (n - 1) * list[i]!.holds < wanted; n++)
            all(i + 1, held + n * list[i]!.holds, cost + n * list[i]!.price);
        };
        all(0, 0, 0);
        expect(found.cost).toBeCloseTo(least / 100, 9);
        const held = found.counts.reduce((s, c) => s + c.packets * list[Number(c.id)]!.holds, 0);
        expect(held).toBeGreaterThanOrEqual(wanted);
        expect(cheapestPackets(sizes, wanted + 1)!.cost).toBeGreaterThanOrEqual(found.cost);
      }),
      { numRuns: 300, seed: 7 }
    );
  });
});

describe('which shop', () => {
  // A: 4 + 4 of goods, 3 shipping, free from 10. B: 5 + 5 of goods, no shipping.
  test('by hand: shipping decides', () => {
    const costs = [
      [400, 500],
      [400, 500]
    ];
    const steps = [
      [
        { from: 0, fee: 300 },
        { from: 1000, fee: 0 }
      ],
      [{ from: 0, fee: 0 }]
    ];
    expect(assignShops({ costs, steps })).toMatchObject({ shopOf: [1, 1], total: 1000, proven: true });
    // a third line brings A over its limit: 4 + 4 + 3 = 11, free
    const more = [...costs, [300, 350]];
    expect(assignShops({ costs: more, steps })).toMatchObject({ shopOf: [0, 0, 0], total: 1100 });
  });
  test('by hand: one line moves to the dearer shop, because that saves its shipping', () => {
    // A free from 20: 12 + 7 are 19. The third line is 2.00 at A, 1.50 at B with 0 shipping: moved, all is 21 and free
    const costs = [
      [1200, 1500],
      [700, 900],
      [200, 150]
    ];
    const steps: Step[][] = [
      [
        { from: 0, fee: 490 },
        { from: 2000, fee: 0 }
      ],
      [{ from: 0, fee: 0 }]
    ];
    expect(assignShops({ costs, steps })).toMatchObject({ shopOf: [0, 0, 0], total: 2100 });
  });
  test('a line sold nowhere has no answer here', () =>
    expect(assignShops({ costs: [[Infinity, Infinity]], steps: [[{ from: 0, fee: 0 }], [{ from: 0, fee: 0 }]] })).toBe(
      undefined
    ));

  const instance = fc.record({
    costs: fc.array(
      fc.array(fc.oneof(fc.integer({ min: 50, max: 900 }), fc.constant(Infinity)), { minLength: 3, maxLength: 3 }),
      {
        minLength: 1,
        maxLength: 6
      }
    ),
    shops: fc.array(
      fc.record({
        shipping: fc.integer({ min: 0, max: 600 }),
        free: fc.integer({ min: 300, max: 2500 }),
        off: fc.integer({ min: 0, max: 300 }),
        offFrom: fc.integer({ min: 300, max: 2500 })
      }),
      { minLength: 3, maxLength: 3 }
    )
  });
  test('the same as every assignment tried one by one', () => {
    fc.assert(
      fc.property(instance, ({ costs, shops }) => {
        const steps = shops.map((s, i) =>
          feesOf(
            shop(String(i), {
              shipping: s.shipping / 100,
              freeFrom: s.free / 100,
              coupon: s.off > 0 ? { amount: s.off / 100, from: s.offFrom / 100 } : null
            })
          )
        );
        const found = assignShops({ costs, steps });
        let least = Infinity;
        const all = (shopOf: number[]): void => {
          if (shopOf.length === costs.length) {
            least = Math.min(least, totalOf(costs, steps, shopOf));
            return;
          }
          for (let s = 0; s < 3; s++) if (Number.isFinite(costs[shopOf.length]![s]!)) all([...shopOf, s]);
        };
        all([]);
        expect(found?.total ?? Infinity).toBe(least);
        if (found) expect(found).toMatchObject({ proven: true, bound: least });
      }),
      { numRuns: 400, seed: 11 }
    );
  });
  test('a search that is cut short says how far from the cheapest it can be', () => {
    const costs = Array.from({ length: 40 }, (_, i) => [500 + ((i * 37) % 90), 480 + ((i * 53) % 120)]);
    const steps: Step[][] = [
      [
        { from: 0, fee: 900 },
        { from: 11_000, fee: 0 }
      ],
      [
        { from: 0, fee: 800 },
        { from: 12_000, fee: 0 }
      ]
    ];
    const whole = assignShops({ costs, steps })!;
    const cut = assignShops({ costs, steps }, 3)!;
    expect(cut.bound).toBeLessThanOrEqual(whole.total);
    expect(cut.total).toBeGreaterThanOrEqual(whole.total);
    if (cut.total > whole.total) expect(cut.proven).toBe(false);
  });
});

describe('a basket', () => {
  const A = shop('a', { shipping: 4.9, freeFrom: 30, taxFraction: 0.2 });
  const B = shop('b', { shipping: 3, offFraction: 0.1, coupon: { amount: 2, from: 10 } });
  test('by hand: tax is put on, what is off comes off, a coupon counts once an order', () => {
    expect(paidPrice(A, 10)).toBe(12);
    expect(paidPrice(B, 10)).toBe(9);
    const offers = [offer('ring', 'b', 10, 4), offer('wire', 'b', 5, 8)];
    const basket = cheapestBasket([need('ring', 12), need('wire', 4.5, 'm')], [A, B], offers);
    // two packets of 3.60 and a reel of 7.20 are 14.40; 3 shipping, 2 off
    expect(basket.orders).toEqual([{ shopId: 'b', goods: 14.4, shipping: 3, off: 2, total: 15.4, shortOfFree: null }]);
    expect(basket.total).toBe(15.4);
    // 8 of 20 rings and 0.5 of 5 m are over: 7.20 × 8/20 and 7.20 × 0.5/5
    expect(basket.left.map((l) => [l.lineId, l.count, l.worth])).toEqual([
      ['ring', 8, 2.88],
      ['wire', 0.5, 0.72]
    ]);
    expect(basket.leftWorth).toBe(3.6);
    // A ships free from 30: 12.00 of goods are 18.00 short of it
    const far = cheapestBasket([need('ring', 1)], [A], [offer('ring', 'a', 1, 10)]);
    expect(far.orders[0]).toMatchObject({ goods: 12, shipping: 4.9, shortOfFree: 18 });
    const over = cheapestBasket([need('ring', 3)], [A], [offer('ring', 'a', 1, 10)]);
    expect(over.orders[0]).toMatchObject({ goods: 36, shipping: 0, shortOfFree: null });
  });
  test('what nobody sells is named; nothing wanted costs nothing', () => {
    const basket = cheapestBasket([need('ring', 2), need('unicorn', 1)], [B], [offer('ring', 'b', 10, 4)]);
    expect(basket.unmet.map((n) => n.lineId)).toEqual(['unicorn']);
    expect(cheapestBasket([], [A, B], [])).toMatchObject({ total: 0, orders: [], proven: true });
    expect(cheapestBasket([need('ring', 0)], [B], [offer('ring', 'b', 10, 4)]).purchases).toEqual([]);
  });

  const random = fc.record({
    counts: fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 1, maxLength: 8 }),
    offers: fc.array(
      fc.record({
        line: fc.integer({ min: 0, max: 7 }),
        shop: fc.integer({ min: 0, max: 2 }),
        holds: fc.constantFrom(1, 5, 10, 25, 50),
        price: fc.integer({ min: 20, max: 2000 })
      }),
      { minLength: 4, maxLength: 40 }
    ),
    shops: fc.array(
      fc.record({ shipping: fc.integer({ min: 0, max: 900 }), free: fc.integer({ min: 500, max: 6000 }) }),
      {
        minLength: 3,
        maxLength: 3
      }
    )
  });
  const build = (r: {
    counts: number[];
    offers: { line: number; shop: number; holds: number; price: number }[];
    shops: { shipping: number; free: number }[];
  }) => ({
    needs: r.counts.map((c, i) => need(`l${i}`, c)),
    shops: r.shops.map((s, i) => shop(`s${i}`, { shipping: s.shipping / 100, freeFrom: s.free / 100 })),
    offers: r.offers.map((o) => offer(`l${o.line}`, `s${o.shop}`, o.holds, o.price / 100))
  });
  test('its orders add up to its total, and every line is covered', () => {
    fc.assert(
      fc.property(random, (r) => {
        const { needs, shops, offers } = build(r);
        const basket = cheapestBasket(needs, shops, offers);
        expect(basket.orders.reduce((s, o) => s + o.total, 0)).toBeCloseTo(basket.total, 6);
        for (const n of needs) {
          const held = basket.purchases
            .filter((p) => p.lineId === n.lineId)
            .reduce((s, p) => s + p.holds * p.packets, 0);
          expect(held >= n.count || basket.unmet.some((u) => u.lineId === n.lineId)).toBe(true);
        }
      }),
      { numRuns: 200, seed: 21 }
    );
  });
  test('one shop is never cheaper than the best of all; one more offer makes it no dearer than a lost free shipping', () => {
    fc.assert(
      fc.property(random, (r) => {
        const { needs, shops, offers } = build(r);
        const best = cheapestBasket(needs, shops, offers);
        for (const s of shops) {
          const alone = cheapestBasket(needs, shops, offers, { oneShop: s.id });
          if (alone.unmet.length === best.unmet.length) expect(alone.total).toBeGreaterThanOrEqual(best.total - 1e-9);
        }
        const more = cheapestBasket(needs, shops, [...offers, offer('l0', 's0', 1, 0.5)]);
        // a cheaper packet may take an order under its limit: nobody buys dear on purpose to get over it
        const slack = shops.reduce((sum, x) => sum + x.shipping, 0);
        if (more.unmet.length === best.unmet.length) expect(more.total).toBeLessThanOrEqual(best.total + slack + 1e-9);
      }),
      { numRuns: 150, seed: 22 }
    );
  });
  test('more boxes never cost less', () => {
    fc.assert(
      fc.property(random, (r) => {
        const { needs, shops, offers } = build(r);
        const two = cheapestBasket(
          needs.map((n) => ({ ...n, count: 2 * n.count })),
          shops,
          offers
        );
        const one = cheapestBasket(needs, shops, offers);
        // with a free-from limit one may pay a little less for more, by its shipping at most
        const slack = shops.reduce((s, x) => s + x.shipping, 0);
        expect(two.total).toBeGreaterThanOrEqual(one.total - slack - 1e-9);
      }),
      { numRuns: 150, seed: 23 }
    );
  });
});

describe('shops as entered', () => {
  const good = { shops: [shop('a')], offers: [offer('ring', 'a', 10, 4.2)] };
  test('what is right is taken', () => expect(shopsSchema.safeParse(good).success).toBe(true));
  test.each([
    ['a packet of 0', { ...good, offers: [{ ...good.offers[0]!, holds: 0 }] }],
    ['a negative price', { ...good, offers: [{ ...good.offers[0]!, price: -1 }] }],
    ['negative shipping', { ...good, shops: [shop('a', { shipping: -3 })] }],
    ['an offer of no shop', { ...good, offers: [{ ...good.offers[0]!, shopId: 'z' }] }],
    ['one shop twice', { ...good, shops: [shop('a'), shop('a')] }]
  ])('%s is refused', (_, bad) => expect(shopsSchema.safeParse(bad).success).toBe(false));

  const takesShop = (over: Parameters<typeof shop>[1]) =>
    shopsSchema.safeParse({ ...good, shops: [shop('a', over)] }).success;
  const takesOffer = (over: object) =>
    shopsSchema.safeParse({ ...good, offers: [{ ...good.offers[0]!, ...over }] }).success;
  test.each([
    ['tax', (taxFraction: number) => takesShop({ taxFraction }), [0, 0.19, 1], [-0.01, 1.01]],
    ['a share off', (offFraction: number) => takesShop({ offFraction }), [0, 0.95], [-0.01, 0.96]],
    ['shipping', (shipping: number) => takesShop({ shipping }), [0, 100000], [-1, 100001]],
    ['free from', (freeFrom: number) => takesShop({ freeFrom }), [0.01, 100000], [0, -1, 100001]],
    ['a coupon', (amount: number) => takesShop({ coupon: { amount, from: 20 } }), [5], [0, -5, 100001]],
    ['what a packet holds', (holds: number) => takesOffer({ holds }), [0.5, 100000], [0, -1, 100001]],
    ['a price', (price: number) => takesOffer({ price }), [0, 100000], [-0.01, 100001]]
  ] as const)('%s has its ends', (_, takes, right, wrong) => {
    expect(right.map(takes)).toEqual(right.map(() => true));
    expect(wrong.map(takes)).toEqual(wrong.map(() => false));
  });
});

describe('nothing to buy from', () => {
  const need = { lineId: 'ring', name: 'Ring', unit: 'pc', count: 4 } as Need;
  test('everything is named as unmet, and costs nothing', () => {
    const none = { purchases: [], orders: [], total: 0, left: [], leftWorth: 0, proven: true, gap: 0 };
    expect(cheapestBasket([need], [], [])).toEqual({ ...none, unmet: [need] });
    expect(cheapestBasket([need], [shop('a')], [], { oneShop: 'b' })).toEqual({ ...none, unmet: [need] });
    expect(cheapestBasket([], [], [])).toEqual({ ...none, unmet: [] });
  });
});
