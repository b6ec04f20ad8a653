import { dayAfter } from '../../sun/sun.ts';
import type { KitLine } from '../kit.ts';
import type { DrawerLine, Order } from './orders-schema.ts';
import type { Basket, Need, Offer, Shop } from './types.ts';
import { PRICE_LIST } from './types.ts';

export type { DrawerLine, Order };

const sumBy = (rows: readonly { lineId: string; count: number }[]): Map<string, number> => {
  const out = new Map<string, number>();
  for (const r of rows) out.set(r.lineId, (out.get(r.lineId) ?? 0) + r.count);
  return out;
};
/** Pieces or metres that are ordered and have not come. */
export const onTheWay = (orders: readonly Order[]): Map<string, number> =>
  sumBy(orders.flatMap((o) => o.lines.map((l) => ({ lineId: l.lineId, count: (l.packets - l.arrived) * l.holds }))));

/** Where each line of a kit stands: what is wanted, in the drawer, on the way, and what is still to be ordered. */
export type Standing = {
  line: KitLine;
  wanted: number;
  drawer: number;
  onTheWay: number;
  toOrder: number;
  missing: number;
};

export function standings(
  lines: readonly KitLine[],
  drawer: readonly DrawerLine[],
  orders: readonly Order[]
): Standing[] {
  const lies = sumBy(drawer);
  const comes = onTheWay(orders);
  return lines.map((line) => {
    const have = lies.get(line.lineId) ?? 0;
    const coming = comes.get(line.lineId) ?? 0;
    const round = (v: number) => Number(Math.max(0, v).toFixed(2));
    return {
      line,
      wanted: line.toBuy,
      drawer: have,
      onTheWay: coming,
      toOrder: round(line.toBuy - have - coming),
      missing: round(line.toBuy - have)
    };
  });
}

export const needsOf = (all: readonly Standing[]): Need[] =>
  all
    .filter((s) => s.toOrder > 0)
    .map((s) => ({ lineId: s.line.lineId, name: s.line.name, unit: s.line.unit, count: s.toOrder }));

/** The same for one box more. */
export const needsOneMore = (needs: readonly Need[], lines: readonly KitLine[]): Need[] => {
  const perBox = new Map(lines.map((l) => [l.lineId, l.perBox]));
  return needs.map((n) => ({ ...n, count: n.count + (perBox.get(n.lineId) ?? 0) }));
};

/** Packets of an order that have not come. */
export const outstanding = (order: Order): number => order.lines.reduce((sum, l) => sum + l.packets - l.arrived, 0);

/** What a batch that is built takes out of the drawer: no more than lies there. */
export function takenBy(lines: readonly KitLine[], drawer: readonly DrawerLine[], boxCount: number): DrawerLine[] {
  const lies = new Map(drawer.map((d) => [d.lineId, d.count]));
  return lines.flatMap((l): DrawerLine[] => {
    const count = Math.min(lies.get(l.lineId) ?? 0, l.perBox * boxCount);
    return count > 0 ? [{ lineId: l.lineId, name: l.name, unit: l.unit, count: Number(count.toFixed(3)) }] : [];
  });
}
/** What was taken out, as it is kept with the mark that says the batch is built. */
export const takenText = (taken: readonly DrawerLine[]): string => JSON.stringify(taken);

/** What an order cost: its packets at what was paid for them, shipping on top, what was off taken off. */
export const paidFor = (o: Order): number =>
  Math.max(0, o.lines.reduce((s, l) => s + l.packets * l.price, 0) + o.shipping - o.off);

/** Offers of the person's shops; what none of them sells is counted from the price list. */
export function offersFor(lines: readonly KitLine[], offers: readonly Offer[]): { offers: Offer[]; listed: boolean } {
  const sold = new Set(offers.map((o) => o.lineId));
  const listed = lines
    .filter((l) => !sold.has(l.lineId) && l.packPrice !== null)
    .map((l): Offer => ({
      id: `list-${l.lineId}`,
      lineId: l.lineId,
      shopId: PRICE_LIST.id,
      holds: l.perPack,
      price: l.packPrice!
    }));
  return { offers: [...offers, ...listed], listed: listed.length > 0 };
}

/** A basket as orders to be placed today. */
export function ordersFrom(
  basket: Basket,
  shops: readonly Shop[],
  given: { boxId: string | null; day: string; newId: () => string }
): Order[] {
  return basket.orders.map((o): Order => {
    const shop = shops.find((s) => s.id === o.shopId)!;
    return {
      id: given.newId(),
      boxId: given.boxId,
      shopId: shop.id,
      shopName: shop.name,
      day: given.day,
      expectedDay: shop.deliveryDays === null ? null : dayAfter(given.day, shop.deliveryDays),
      shipping: o.shipping,
      off: o.off,
      lines: basket.purchases
        .filter((p) => p.shopId === o.shopId)
        .map((p) => ({
          lineId: p.lineId,
          name: p.name,
          unit: p.unit,
          holds: p.holds,
          packets: p.packets,
          price: p.price,
          arrived: 0
        }))
    };
  });
}

/** What is still missing and which step it holds up, the earliest step first. */
export function holdsUp(
  all: readonly Standing[],
  steps: readonly { id: string; title: string; lineIds: readonly string[] }[]
): { standing: Standing; step: { id: string; title: string } | undefined }[] {
  return all
    .filter((s) => s.missing > 0)
    .map((standing) => ({ standing, step: steps.find((k) => k.lineIds.includes(standing.line.lineId)) }))
    .sort((a, b) => order(steps, a.step) - order(steps, b.step));
}
const order = (steps: readonly { id: string }[], step: { id: string } | undefined): number =>
  step ? steps.findIndex((s) => s.id === step.id) : steps.length;
