import { STARTER_CATALOGUE } from '@haversack/core/catalogue/starter';
import { drawW } from '@haversack/core/demand/draw';
import { learntOf, spreadOfDevice } from '@haversack/core/demand/spread';
import { orderSchema, paidFor } from '@haversack/core/kit/buy/orders';
import type { EntryOf, LogRecord } from '@haversack/core/logbook/record';
import { count, desc, eq } from 'drizzle-orm';
import { listBatteries } from './batteries.ts';
import { getBox } from './boxes.ts';
import type { Db } from './db/open.ts';
import { boxes, orders, records } from './db/schema.ts';
import { boxToday } from './due.ts';
import { ApiError } from './errors.ts';

export type ShelfLine = {
  lastOutingDay: string | null;
  chargeFraction: number | null;
  /** Due today or before, and the first of it. */
  dueCount: number;
  dueFirst: string | null;
};

/**
 * A line for each box that has a logbook; a box that cannot be read has none.
 * @param day where the person is; null = here. @throws ApiError 400
 */
export function shelfToday(db: Db, day: string | null): Record<string, ShelfLine> {
  const today = day ?? new Date().toISOString().slice(0, 10);
  if (!/^\d{4}-\d{2}-\d{2}$/.test(today) || Number.isNaN(Date.parse(today)))
    throw new ApiError(400, 'The day is given as year-month-day.');
  const kept = db.select({ id: records.boxId, n: count() }).from(records).groupBy(records.boxId).all();
  return Object.fromEntries(
    kept.flatMap(({ id }) => {
      try {
        const now = boxToday(db, getBox(db, id), STARTER_CATALOGUE, today, false);
        const due = now.due.filter((d) => d.state === 'overdue');
        const line: ShelfLine = {
          lastOutingDay: now.lastOutingDay,
          chargeFraction: now.charge?.fraction ?? null,
          dueCount: due.length,
          dueFirst: due[0]?.what ?? null
        };
        return [[id, line] as const];
      } catch {
        // a box that cannot be read says so on its own line
        return [];
      }
    })
  );
}

export type Known = {
  /** Devices whose draw was learnt or measured, over all boxes. */
  devices: {
    boxId: string;
    boxName: string;
    deviceId: string;
    name: string;
    mostW: number;
    spreadFraction: number;
    learnt: boolean;
    note: string;
  }[];
  faults: { boxId: string; boxName: string; day: string; what: string; cause: string; partName: string }[];
  costs: { batteries: number; orders: number; renewals: number };
};

/** What was learnt over all boxes: what devices really draw, what failed, what it all cost. */
export function known(db: Db): Known {
  const names = new Map<string, string>();
  const devices: Known['devices'] = [];
  for (const { id } of db.select({ id: boxes.id }).from(boxes).orderBy(desc(boxes.updatedMs)).all())
    try {
      const { document } = getBox(db, id);
      names.set(id, document.name);
      for (const d of document.devices) {
        if (d.source !== 'measured') continue;
        devices.push({
          boxId: id,
          boxName: document.name,
          deviceId: d.id,
          name: d.name,
          mostW: Math.max(...d.modes.map((m) => drawW(m.draw))),
          spreadFraction: spreadOfDevice(d),
          learnt: learntOf(d) !== undefined,
          note: d.sourceNote
        });
      }
    } catch {
      // a box that cannot be read tells nothing
    }
  const rows = db.select().from(records).where(eq(records.kind, 'fault')).orderBy(desc(records.atH)).limit(200).all();
  const faults = rows.map((row) => {
    const r = JSON.parse(row.document) as EntryOf<'fault'>;
    const { day, what, cause, partName } = r;
    return {
      boxId: row.boxId,
      boxName: names.get(row.boxId) ?? 'a box',
      day,
      what: what || r.notes.slice(0, 120),
      cause,
      partName
    };
  });
  const renewed = db.select({ document: records.document }).from(records).where(eq(records.kind, 'renewal')).all();
  const renewals = renewed.reduce(
    (s, r) => s + ((JSON.parse(r.document) as LogRecord & EntryOf<'renewal'>).costAmount ?? 0),
    0
  );
  const paid = db
    .select({ document: orders.document })
    .from(orders)
    .all()
    .reduce((s, o) => {
      const order = orderSchema.safeParse(JSON.parse(o.document));
      return s + (order.success ? paidFor(order.data) : 0);
    }, 0);
  return {
    devices,
    faults,
    costs: {
      batteries: listBatteries(db).reduce((s, b) => s + (b.priceAmount ?? 0), 0),
      orders: paid,
      renewals
    }
  };
}
