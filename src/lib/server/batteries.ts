import { batteryLife, type BatteryLife } from '@haversack/core/logbook/battery-life';
import { batteriesOf, batterySchema, moved, type Battery, type StoredBattery } from '@haversack/core/logbook/battery';
import { batteryWithLater } from '@haversack/core/logbook/later';
import { STARTER_CATALOGUE } from '@haversack/core/catalogue/starter';
import { evaluate } from '@haversack/core/evaluate';
import { estimate } from '@haversack/core/logbook/estimate/estimate';
import { desc, eq, inArray } from 'drizzle-orm';
import { getBox } from './boxes.ts';
import type { Db } from './db/open.ts';
import { batteries, boxes, recordBatteries, records } from './db/schema.ts';
import { ApiError } from './errors.ts';
import { refusal } from './refusal.ts';
import { recordsWhere } from './records.ts';

const MOST_BATTERIES = 500;

const stored = (row: typeof batteries.$inferSelect): StoredBattery => ({
  ...(batteryWithLater(JSON.parse(row.document)) as Battery),
  id: row.id
});

export const listBatteries = (db: Db): StoredBattery[] =>
  db.select().from(batteries).orderBy(desc(batteries.updatedMs)).all().map(stored);

/** @throws ApiError 404 */
export function getBattery(db: Db, id: string): StoredBattery {
  const row = db.select().from(batteries).where(eq(batteries.id, id)).get();
  if (!row) throw new ApiError(404, 'This battery is not kept here any more.');
  return stored(row);
}

/** The day a battery was bought; null where nobody knows, or the battery is gone. */
export const boughtDay = (db: Db, id: string): string | null => {
  const row = db.select().from(batteries).where(eq(batteries.id, id)).get();
  return row ? stored(row).boughtDay : null;
};
export const batteryName = (db: Db, id: string): string => getBattery(db, id).name;

const boxName = (db: Db, id: string): string =>
  db.select({ name: boxes.name }).from(boxes).where(eq(boxes.id, id)).get()?.name ?? 'a box that is gone';

/** @throws ApiError 422 with the field that is wrong */
function parse(data: unknown): Battery {
  const parsed = batterySchema.safeParse(data);
  if (!parsed.success) throw refusal('the battery', parsed.error, data);
  return parsed.data;
}

function write(db: Db, id: string, battery: Battery, nowMs: number): StoredBattery {
  const row = { document: JSON.stringify(battery), updatedMs: nowMs };
  db.insert(batteries)
    .values({ id, ...row })
    .onConflictDoUpdate({ target: batteries.id, set: row })
    .run();
  return { ...battery, id };
}

export function addBattery(db: Db, data: unknown, nowMs: number): StoredBattery {
  if (listBatteries(db).length >= MOST_BATTERIES)
    throw new ApiError(422, `${MOST_BATTERIES} batteries are as many as are kept.`);
  return write(db, crypto.randomUUID(), parse(data), nowMs);
}

/** The packs of a box become things of their own; those that stand in it already are left. @throws ApiError 404, 422 */
export function batteriesFromBox(db: Db, boxId: string, today: string, nowMs: number): StoredBattery[] {
  const box = getBox(db, boxId);
  const have = listBatteries(db).filter((b) => b.boxId === boxId && !b.retired).length;
  const made = batteriesOf(box.document, boxId, today).slice(have);
  if (made.length === 0 && have === 0)
    throw new ApiError(422, 'This box has no battery yet: choose one in its Battery stage first.');
  return made.map((b) => addBattery(db, b, nowMs));
}

/** Changes a battery; put into another box the stay that ended is kept. @throws ApiError 404, 422 */
export function changeBattery(db: Db, id: string, data: unknown, today: string, nowMs: number): StoredBattery {
  const before = getBattery(db, id);
  const wanted = parse(data);
  if (wanted.boxId !== null) getBox(db, wanted.boxId);
  const resistance = before.boxId === wanted.boxId ? wanted.resistance : resistanceOf(db, before, today);
  const settled = moved(
    { ...wanted, resistance, boxId: before.boxId, sinceDay: before.sinceDay, stays: before.stays },
    { boxId: wanted.boxId },
    today,
    (box) => boxName(db, box)
  );
  return write(db, id, settled, nowMs);
}

/** Takes a battery out that no record names; one with a history is retired instead. @throws ApiError 404, 409 */
export function deleteBattery(db: Db, id: string): void {
  getBattery(db, id);
  if (db.select().from(recordBatteries).where(eq(recordBatteries.batteryId, id)).get())
    throw new ApiError(409, 'This battery has a history: mark it as retired, and it stays in it.');
  db.delete(batteries).where(eq(batteries.id, id)).run();
}

/** A battery that was taken out, back with its own id. @throws ApiError 409, 422 */
export function putBackBattery(db: Db, id: string, data: unknown, nowMs: number): StoredBattery {
  if (db.select().from(batteries).where(eq(batteries.id, id)).get())
    throw new ApiError(409, 'That battery is there already.');
  return write(db, id, parse(data), nowMs);
}

export type KeptBattery = StoredBattery & { life: BatteryLife };

/** Every record of a battery counts for its life. */
const WHOLE_LIFE = 100_000;

/** What every record of a battery tells of it, over all boxes. @param capacities Ah of all batteries, by id */
function lifeOf(
  db: Db,
  battery: StoredBattery,
  capacities: Readonly<Record<string, number>>,
  today: string
): BatteryLife {
  const named = db
    .select({ id: recordBatteries.recordId })
    .from(recordBatteries)
    .where(eq(recordBatteries.batteryId, battery.id));
  return batteryLife(battery, recordsWhere(db, inArray(records.id, named), WHOLE_LIFE), capacities, today);
}

/** What the records of a box say of the resistance of its bank; null where they say nothing. */
function resistanceIn(db: Db, boxId: string, batteryIds: readonly string[], today: string): Battery['resistance'] {
  const { document } = getBox(db, boxId);
  const kept = recordsWhere(db, eq(records.boxId, boxId));
  const told = estimate(document, evaluate(document, STARTER_CATALOGUE), kept, batteryIds).parameters.find(
    (p) => p.kind === 'resistance'
  );
  if (!told || told.recordCount === 0 || told.now <= 0) return null;
  return { factor: Math.min(50, told.now), spread: Math.min(50, told.nowSpread), day: today };
}

/** A battery's resistance by the records of the box it stands in; what was kept of it where they say nothing. */
export function resistanceOf(db: Db, battery: StoredBattery, today: string): Battery['resistance'] {
  const kept = battery.resistance ?? null;
  if (battery.boxId === null) return kept;
  const here = listBatteries(db).filter((b) => b.boxId === battery.boxId && !b.retired);
  try {
    return (
      resistanceIn(
        db,
        battery.boxId,
        here.map((b) => b.id),
        today
      ) ?? kept
    );
  } catch {
    // a box that cannot be read tells nothing
    return kept;
  }
}

/**
 * All batteries with what their records tell.
 * @param withResistance worked out anew from the records of their boxes: slower, for the page that shows it
 */
export function keptBatteries(db: Db, today: string, withResistance: boolean): KeptBattery[] {
  const all = listBatteries(db);
  const capacities = Object.fromEntries(all.map((b) => [b.id, b.capacityAh]));
  return all.map((b) => ({
    ...b,
    resistance: withResistance ? resistanceOf(db, b, today) : (b.resistance ?? null),
    life: lifeOf(db, b, capacities, today)
  }));
}
