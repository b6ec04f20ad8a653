import { drawerLineSchema, orderSchema, type DrawerLine, type Order } from '@haversack/core/kit/buy/orders-schema';
import { shopsSchema } from '@haversack/core/kit/buy/shops-schema';
import { NO_SHOPS, type Shops } from '@haversack/core/kit/buy/types';
import { asc, desc, eq } from 'drizzle-orm';
import { z } from 'zod';
import type { Db, Tx } from './db/open.ts';
import { drawer, orders, settings } from './db/schema.ts';
import { ApiError } from './errors.ts';
import { refusal } from './refusal.ts';

const SHOPS = 'shops';
/** Reads data by a schema. @throws ApiError 422 with place and reason */
function read<T>(schema: z.ZodType<T>, data: unknown, what: string): T {
  const parsed = schema.safeParse(data);
  if (parsed.success) return parsed.data;
  throw refusal(what, parsed.error, data);
}

const stored = z.strictObject({ version: z.number().int(), shops: shopsSchema });

/** The person's shops with what they sell, and the version a save must start from. */
export function ownShops(db: Tx): { version: number; shops: Shops } {
  const row = db.select().from(settings).where(eq(settings.key, SHOPS)).get();
  const parsed = row && stored.safeParse(JSON.parse(row.value));
  return parsed?.success ? parsed.data : { version: 0, shops: NO_SHOPS };
}

/** @throws ApiError 422; 409 when they were changed elsewhere meanwhile */
export function saveShops(db: Db, data: unknown): { version: number; shops: Shops } {
  const next = read(stored, data, 'Shops');
  return db.transaction((tx) => {
    const now = ownShops(tx);
    if (now.version !== next.version)
      throw new ApiError(409, 'The shops were changed in another window: they are shown as they are now.', {
        stored: now
      });
    const kept = { version: now.version + 1, shops: next.shops };
    const value = JSON.stringify(kept);
    tx.insert(settings)
      .values({ key: SHOPS, value })
      .onConflictDoUpdate({ target: settings.key, set: { value } })
      .run();
    return kept;
  });
}

export const listDrawer = (db: Db): DrawerLine[] => db.select().from(drawer).orderBy(asc(drawer.name)).all();

const changesSchema = z
  .array(
    drawerLineSchema.omit({ count: true }).extend({
      /** What is put in or taken out, or how much lies there now. */
      by: z.number().finite().min(-100000).max(100000).optional(),
      count: z.number().finite().min(0).max(100000).optional()
    })
  )
  .min(1)
  .max(500);

function putIn(db: Tx, line: Omit<DrawerLine, 'count'>, count: number): void {
  const left = Number(Math.max(0, count).toFixed(3));
  if (left === 0) db.delete(drawer).where(eq(drawer.lineId, line.lineId)).run();
  else
    db.insert(drawer)
      .values({ lineId: line.lineId, name: line.name, unit: line.unit, count: left })
      .onConflictDoUpdate({ target: drawer.lineId, set: { count: left, name: line.name } })
      .run();
}
const liesIn = (db: Tx, lineId: string): number =>
  db.select().from(drawer).where(eq(drawer.lineId, lineId)).get()?.count ?? 0;

/** Puts things into the drawer or takes them out, all or nothing. What is not there cannot be taken: it ends at nothing. @throws ApiError 422 */
export function changeDrawer(db: Db, data: unknown): DrawerLine[] {
  const changes = read(changesSchema, data, 'The drawer');
  db.transaction((tx) => {
    for (const c of changes) putIn(tx, c, c.count ?? liesIn(tx, c.lineId) + (c.by ?? 0));
  });
  return listDrawer(db);
}

export const listOrders = (db: Db): Order[] =>
  db
    .select()
    .from(orders)
    .orderBy(desc(orders.day), desc(orders.createdMs))
    .all()
    .map((row) => JSON.parse(row.document) as Order);

/** Keeps orders as they were placed. @throws ApiError 422, and nothing is kept */
export function addOrders(db: Db, data: unknown, nowMs: number): Order[] {
  const list = read(z.array(orderSchema).min(1).max(20), data, 'The order');
  db.transaction((tx) => {
    for (const o of list)
      tx.insert(orders)
        .values({ id: o.id, boxId: o.boxId, day: o.day, document: JSON.stringify(o), createdMs: nowMs })
        .run();
  });
  return listOrders(db);
}

function orderOf(db: Tx, id: string): Order {
  const row = db.select().from(orders).where(eq(orders.id, id)).get();
  if (!row) throw new ApiError(404, 'This order is not kept here.');
  return JSON.parse(row.document) as Order;
}

const changeSchema = z.union([
  /** Packets that came. */
  z.strictObject({ lineId: z.string().min(1).max(120), arrived: z.number().int().min(0).max(10000) }),
  /** What a packet really cost. */
  z.strictObject({ lineId: z.string().min(1).max(120), price: z.number().finite().min(0).max(100000) })
]);

/**
 * A line of an order: what came of it lies in the drawer from then on, taken back it is out of it again; or what a packet
 * really cost, where it was not as the shop lists it. @throws ApiError 404, 422
 */
export function changeLine(db: Db, id: string, data: unknown): { orders: Order[]; drawer: DrawerLine[] } {
  const change = read(changeSchema, data, 'What came or was paid');
  db.transaction((tx) => {
    const order = orderOf(tx, id);
    const line = order.lines.find((l) => l.lineId === change.lineId);
    if (!line) throw new ApiError(422, 'This order holds no such line.');
    if ('arrived' in change) {
      if (change.arrived > line.packets)
        throw new ApiError(422, `${line.packets} packets were ordered; ${change.arrived} cannot have come of them.`);
      putIn(tx, line, liesIn(tx, line.lineId) + (change.arrived - line.arrived) * line.holds);
    }
    const next = { ...order, lines: order.lines.map((l) => (l === line ? { ...l, ...change } : l)) };
    tx.update(orders)
      .set({ document: JSON.stringify(next) })
      .where(eq(orders.id, id))
      .run();
  });
  return { orders: listOrders(db), drawer: listDrawer(db) };
}

/** Takes an order out; what came of it stays in the drawer. @throws ApiError 404 */
export function removeOrder(db: Db, id: string): Order[] {
  orderOf(db, id);
  db.delete(orders).where(eq(orders.id, id)).run();
  return listOrders(db);
}
