import { assignShops, type Step } from './assign.ts';
import { CENTS, cents, cheapestPackets, type Packets } from './packets.ts';
import {
  type Basket,
  type BasketOrder,
  type Leftover,
  type Need,
  type Offer,
  type Purchase,
  type Shop
} from './types.ts';

/** A packet's price as it is paid: with tax, less what the shop takes off. */
export const paidPrice = (shop: Shop, price: number): number =>
  cents(price * (1 + shop.taxFraction) * (1 - shop.offFraction)) / CENTS;

/** What an order costs on top of its goods, by their value: shipping until it is free, a coupon from its value on. */
export function feesOf(shop: Shop): Step[] {
  const shipping = cents(shop.shipping);
  const coupon = shop.coupon;
  const freeFrom = shop.freeFrom === null ? undefined : cents(shop.freeFrom);
  const out: Step[] = [{ from: 0, fee: shipping }];
  if (freeFrom !== undefined && shipping > 0) out.push({ from: freeFrom, fee: 0 });
  if (coupon) {
    const from = cents(coupon.from);
    out.push({ from, fee: (freeFrom !== undefined && from >= freeFrom ? 0 : shipping) - cents(coupon.amount) });
    if (freeFrom !== undefined && freeFrom > from) out.push({ from: freeFrom, fee: -cents(coupon.amount) });
  }
  return out;
}

export type BuyOptions = { /** Everything from one shop. */ oneShop?: string; mostNodes?: number };

/**
 * The cheapest way to buy some lines: packets × shops × shipping. Every line is bought in one shop, in whatever mix of its
 * packets is cheapest there. What nobody offers is named, not left out in silence.
 */
export function cheapestBasket(
  needs: readonly Need[],
  shops: readonly Shop[],
  offers: readonly Offer[],
  options: BuyOptions = {}
): Basket {
  const open = options.oneShop === undefined ? shops : shops.filter((s) => s.id === options.oneShop);
  const wanted = needs.filter((n) => n.count > 0);
  const table = wanted.map((n) => open.map((s) => packetsAt(n, s, offers)));
  const met = wanted.map((n, i) => ({ need: n, ways: table[i]! })).filter((x) => x.ways.some((w) => w));
  const unmet = wanted.filter((_, i) => table[i]!.every((w) => !w));
  const found = assignShops(
    {
      costs: met.map((x) => x.ways.map((w) => (w ? cents(w.cost) : Infinity))),
      steps: open.map(feesOf)
    },
    options.mostNodes
  );
  if (!found) return { purchases: [], orders: [], total: 0, unmet, left: [], leftWorth: 0, proven: true, gap: 0 };
  const purchases = met.flatMap(({ need, ways }, i): Purchase[] => {
    const shop = open[found.shopOf[i]!]!;
    return ways[found.shopOf[i]!]!.counts.map(({ id, packets }) => {
      const offer = offers.find((o) => o.id === id)!;
      return {
        lineId: need.lineId,
        name: need.name,
        unit: need.unit,
        shopId: shop.id,
        offerId: id,
        holds: offer.holds,
        packets,
        price: paidPrice(shop, offer.price)
      };
    });
  });
  const left = leftOf(
    met.map((x) => x.need),
    purchases
  );
  return {
    purchases,
    orders: ordersOf(open, purchases),
    total: found.total / CENTS,
    unmet,
    left,
    leftWorth: left.reduce((sum, l) => sum + cents(l.worth), 0) / CENTS,
    proven: found.proven,
    gap: (found.total - found.bound) / CENTS
  };
}

function packetsAt(need: Need, shop: Shop, offers: readonly Offer[]): Packets | undefined {
  const here = offers.filter((o) => o.shopId === shop.id && o.lineId === need.lineId);
  return cheapestPackets(
    here.map((o) => ({ id: o.id, holds: o.holds, price: paidPrice(shop, o.price) })),
    need.count
  );
}

function ordersOf(shops: readonly Shop[], purchases: readonly Purchase[]): BasketOrder[] {
  return shops.flatMap((shop): BasketOrder[] => {
    const mine = purchases.filter((p) => p.shopId === shop.id);
    if (mine.length === 0) return [];
    const goods = mine.reduce((sum, p) => sum + cents(p.price) * p.packets, 0);
    const shipping = shop.freeFrom !== null && goods >= cents(shop.freeFrom) ? 0 : cents(shop.shipping);
    const off = shop.coupon && goods >= cents(shop.coupon.from) ? cents(shop.coupon.amount) : 0;
    return [
      {
        shopId: shop.id,
        goods: goods / CENTS,
        shipping: shipping / CENTS,
        off: off / CENTS,
        total: (goods + shipping - off) / CENTS,
        shortOfFree: shop.freeFrom !== null && shipping > 0 ? (cents(shop.freeFrom) - goods) / CENTS : null
      }
    ];
  });
}

/** What lies over when everything is built, and what was paid for it. */
function leftOf(needs: readonly Need[], purchases: readonly Purchase[]): Leftover[] {
  return needs.flatMap((n): Leftover[] => {
    const mine = purchases.filter((p) => p.lineId === n.lineId);
    const bought = mine.reduce((sum, p) => sum + p.holds * p.packets, 0);
    const paid = mine.reduce((sum, p) => sum + p.price * p.packets, 0);
    const count = Number((bought - n.count).toFixed(2));
    if (count <= 0) return [];
    return [
      {
        lineId: n.lineId,
        name: n.name,
        unit: n.unit,
        count,
        worth: cents((paid * count) / bought) / CENTS
      }
    ];
  });
}
