import { drawW } from '@haversack/core/demand/draw';
import { learntOf, spreadOfDevice } from '@haversack/core/demand/spread';
import { paidFor } from '@haversack/core/kit/buy/orders';
import { orderSchema } from '@haversack/core/kit/buy/orders-schema';
import { count, desc, eq } from 'drizzle-orm';
import { listBatteries } from './batteries.ts';
import { getBox } from './boxes.ts';
import { askedDay } from './day.ts';
import type { Db } from './db/open.ts';
import { boxes, orders, records } from './db/schema.ts';
import { boxToday } from './due.ts';
import { fullCatalogue } from './parts.ts';
import { recordsWhere } from './records.ts';

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
  const today = askedDay(day);
  const catalogue = fullCatalogue(db);
  const kept = db.select({ id: records.boxId, n: count() }).from(records).groupBy(records.boxId).all();
  return Object.fromEntries(
    kept.flatMap(({ id }) => {
      try {
        const now = boxToday(db, getBox(db, id), catalogue, today, false);
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

const MOST_FAULTS = 200;
const ALL = 100_000;

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
  costs: { batteries: number; orders: number; renewals: number; together: number };
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
  const faults = recordsWhere(db, eq(records.kind, 'fault'), MOST_FAULTS).flatMap((r) => {
    if (r.kind !== 'fault') return [];
    const { boxId } = db.select({ boxId: records.boxId }).from(records).where(eq(records.id, r.id)).get()!;
    const { day, what, cause, partName } = r;
    return [{ boxId, boxName: names.get(boxId) ?? 'a box', day, what: what || r.notes.slice(0, 120), cause, partName }];
  });
  const renewals = recordsWhere(db, eq(records.kind, 'renewal'), ALL).reduce(
    (s, r) => s + (r.kind === 'renewal' ? (r.costAmount ?? 0) : 0),
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
  const bought = listBatteries(db).reduce((s, b) => s + (b.priceAmount ?? 0), 0);
  return {
    devices,
    faults,
    costs: { batteries: bought, orders: paid, renewals, together: bought + paid + renewals }
  };
}
