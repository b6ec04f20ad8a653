import type { Mark } from '@haversack/core/bench/marks';
import type { TestRow } from '@haversack/core/bench/tests';
import type { Box } from '@haversack/core/box/schema';
import type { Catalogue } from '@haversack/core/catalogue/part';
import { evaluate, type Plan } from '@haversack/core/evaluate';
import { cheapestBasket } from '@haversack/core/kit/buy/basket';
import { needsOf, offersFor, ordersFrom, standings } from '@haversack/core/kit/buy/orders';
import { PRICE_LIST, type Offer, type Shop } from '@haversack/core/kit/buy/types';
import { PNG } from 'pngjs';
import { addMarks, addPhoto } from './bench.ts';
import type { Db } from './db/open.ts';
import { addOrders, saveShops, changeLine } from './shopping.ts';

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;
/** A meter that shows a little too much, as one in the drawer does. */
const METER = { meter: 'yellow meter', offset: 0 };

const SHOPS: Shop[] = [
  { ...PRICE_LIST, id: 'shop-a', name: 'Shop A', shipping: 4.9, freeFrom: 60, deliveryDays: 2 },
  { ...PRICE_LIST, id: 'shop-b', name: 'Shop B', shipping: 3.5, deliveryDays: 5, offFraction: 0.05 }
];

/** Two made-up shops that sell most of a kit, each with packets of its own. */
function demoOffers(plan: Plan): Offer[] {
  return plan.kit.lines.flatMap((l, i): Offer[] => {
    if (l.packPrice === null) return [];
    const at = (shop: string, holds: number, price: number): Offer => ({
      id: `demo-${shop}-${l.lineId}`.slice(0, 60),
      lineId: l.lineId,
      shopId: shop,
      holds,
      price: Number(price.toFixed(2))
    });
    return [
      ...(i % 5 === 4 && i % 3 !== 1 ? [] : [at('shop-a', l.perPack, l.packPrice)]),
      ...(i % 3 === 1
        ? []
        : [at('shop-b', l.perPack * (l.perPack > 1 ? 5 : 1), l.packPrice * (l.perPack > 1 ? 2.4 : 1.02))])
    ];
  });
}

/** A value that passes a row, near what it expects. */
function goodValue(row: TestRow): number | boolean {
  if (row.kind === undefined) return true;
  const base = row.drop?.atRestV ?? 0;
  const low = row.low === undefined ? undefined : base + row.low;
  const high = row.high === undefined ? undefined : base + row.high;
  if (low === undefined) return Number((high! * 0.4).toPrecision(3));
  if (high === undefined) return low * 4;
  return Number(((low + high) / 2).toPrecision(4));
}

/**
 * What stands at the bench of two demo boxes: one half built with orders on their way, ticks, readings and one that failed,
 * one finished.
 */
export function seedBench(
  db: Db,
  boxes: { halfBuilt: { id: string; box: Box }; finished: { id: string; box: Box } },
  catalogue: Catalogue,
  nowMs: number
): void {
  const half = evaluate(boxes.halfBuilt.box, catalogue);
  const whole = evaluate(boxes.finished.box, catalogue);
  let n = 0;
  const mark = (key: string, value: Mark['value'], agoH: number, by = 'Robin'): Mark => ({
    id: `demo-${n++}`,
    key,
    value,
    by,
    atMs: nowMs - agoH * HOUR_MS
  });
  const send = (id: string, marks: Mark[]): void => {
    for (let i = 0; i < marks.length; i += 400) addMarks(db, id, marks.slice(i, i + 400));
  };

  const done = half.bench.steps.slice(
    0,
    half.bench.steps.findIndex((s) => s.id === 'wire')
  );
  const dead = half.bench.tests.filter((r) => r.stage === 'dead').slice(0, 9);
  send(boxes.halfBuilt.id, [
    ...done.map((s, i) => mark(`step ${s.id}`, true, 40 - i, i % 3 === 2 ? 'Kim' : 'Robin')),
    ...half.runs.runs.slice(0, 6).map((r) => mark(`lead cut ${r.key}`, true, 34)),
    mark('note drill', 'The step drill grabbed at the last size: slower, with a drop of water.', 36),
    ...dead.map((r, i) =>
      mark(`reading ${r.id}`, { value: i === 3 && r.kind === 'resistance' ? 38 : goodValue(r), ...METER }, 2, 'Kim')
    )
  ]);
  addPhoto(db, boxes.halfBuilt.id, 'step drill', drawnPhoto('holes'), nowMs - 36 * HOUR_MS);
  addPhoto(db, boxes.halfBuilt.id, 'step fit-parts', drawnPhoto('panel'), nowMs - 26 * HOUR_MS);

  saveShops(db, { version: 0, shops: { shops: SHOPS, offers: demoOffers(half) } });
  const all = standings(half.kit.lines, [], []);
  const { offers } = offersFor(half.kit.lines, demoOffers(half));
  const shops = [...SHOPS, PRICE_LIST];
  const day = new Date(nowMs - 3 * DAY_MS).toISOString().slice(0, 10);
  const orders = ordersFrom(cheapestBasket(needsOf(all), shops, offers), shops, {
    boxId: boxes.halfBuilt.id,
    day,
    newId: () => `demo-order-${n++}`
  });
  addOrders(db, orders, nowMs);
  // the first parcels came but for one packet, the last is on its way
  for (const [i, o] of orders.slice(0, -1).entries())
    for (const [k, l] of o.lines.entries())
      if (i > 0 || k > 0) changeLine(db, o.id, { lineId: l.lineId, arrived: l.packets });

  send(boxes.finished.id, [
    ...whole.bench.steps.map((s, i) => mark(`step ${s.id}`, true, 24 * 40 - i)),
    ...whole.bench.tests.map((r) => mark(`reading ${r.id}`, { value: goodValue(r), ...METER }, 24 * 38))
  ]);
}

/** A small drawn picture in place of a photograph: a panel with its holes, or with its parts. */
function drawnPhoto(what: 'holes' | 'panel'): Buffer {
  const png = new PNG({ width: 360, height: 240 });
  const fill = (colour: readonly [number, number, number], inside: (x: number, y: number) => boolean): void => {
    for (let y = 0; y < png.height; y++)
      for (let x = 0; x < png.width; x++) if (inside(x, y)) png.data.set([...colour, 255], 4 * (y * png.width + x));
  };
  fill([216, 216, 212], () => true);
  fill([92, 104, 74], (x, y) => x >= 20 && x < 340 && y >= 30 && y < 210);
  for (const [cx, cy, r] of [
    [80, 90, 24],
    [160, 90, 24],
    [240, 90, 24],
    [120, 160, 16],
    [220, 160, 20]
  ] as const) {
    if (what === 'panel') fill([40, 40, 40], (x, y) => Math.hypot(x - cx, y - cy) <= r + 5);
    fill(what === 'holes' ? [20, 20, 20] : [180, 140, 60], (x, y) => Math.hypot(x - cx, y - cy) <= r);
  }
  return PNG.sync.write(png);
}
