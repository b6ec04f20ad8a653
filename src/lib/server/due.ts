import { DUE_KEYS, due, type Due } from '@haversack/core/logbook/due';
import { chargeToday, type ChargeToday } from '@haversack/core/logbook/charge-today';
import { momentH } from '@haversack/core/logbook/kinds';
import type { LogRecord } from '@haversack/core/logbook/record';
import type { Catalogue } from '@haversack/core/catalogue/part';
import { evaluate } from '@haversack/core/evaluate';
import { seasonPlan } from '@haversack/core/season/season';
import { and, eq } from 'drizzle-orm';
import { createEvents, type DateArray } from 'ics';
import { z } from 'zod';
import { getBox, type StoredBox } from './boxes.ts';
import { askedDay, dayOf } from './day.ts';
import type { Db } from './db/open.ts';
import { boxes, dueSnoozes } from './db/schema.ts';
import { ApiError } from './errors.ts';
import { listLog } from './logbook.ts';
import { fullCatalogue } from './parts.ts';

const snoozeSchema = z.strictObject({ key: z.enum(DUE_KEYS), until: z.iso.date().nullable() });

const snoozesOf = (db: Db, boxId: string): Record<string, string> =>
  Object.fromEntries(
    db
      .select()
      .from(dueSnoozes)
      .where(eq(dueSnoozes.boxId, boxId))
      .all()
      .map((s) => [s.key, s.until])
  );

/** Puts something off, or takes that back (until null). @throws ApiError 404, 422 */
export function snooze(db: Db, boxId: string, data: unknown): Record<string, string> {
  getBox(db, boxId);
  const parsed = snoozeSchema.safeParse(data);
  if (!parsed.success) throw new ApiError(422, 'Say what is put off, and until which day.');
  const { key, until } = parsed.data;
  if (until === null)
    db.delete(dueSnoozes)
      .where(and(eq(dueSnoozes.boxId, boxId), eq(dueSnoozes.key, key)))
      .run();
  else
    db.insert(dueSnoozes)
      .values({ boxId, key, until })
      .onConflictDoUpdate({ target: [dueSnoozes.boxId, dueSnoozes.key], set: { until } })
      .run();
  return snoozesOf(db, boxId);
}

/** What the logbook says of a box today: the last outing, how full it is, what is due. */
export type BoxToday = { lastOutingDay: string | null; charge: ChargeToday | null; due: Due[] };

/** @param withSeason its days are worked out, too: slower, for one box. @throws ApiError 404 where it is gone meanwhile */
export function boxToday(db: Db, box: StoredBox, catalogue: Catalogue, today: string, withSeason: boolean): BoxToday {
  const { records } = listLog(db, box.id, { limit: 1000 });
  const plan = evaluate(box.document, catalogue);
  const row = db.select({ ms: boxes.createdMs }).from(boxes).where(eq(boxes.id, box.id)).get();
  // it was read, and somebody threw it away before this was worked out
  if (!row) throw new ApiError(404, 'This box is not on the shelf any more.');
  const first = records.reduce((day, r: LogRecord) => (r.day < day ? r.day : day), dayOf(row.ms));
  const atH = momentH({ day: today, time: null });
  return {
    lastOutingDay: records.find((r) => r.kind === 'outing')?.day ?? null,
    charge: chargeToday(box.document, plan, records, atH) ?? null,
    due: due({
      box: box.document,
      plan,
      records,
      today,
      since: first,
      snoozed: snoozesOf(db, box.id),
      season: withSeason ? seasonPlan(box.document, plan) : undefined
    })
  };
}

/** What the logbook says of a stored box. @param day where the person is; null = here. @throws ApiError 400, 404, 422 */
export const todayOf = (
  db: Db,
  { boxId, day, withSeason }: { boxId: string; day: string | null; withSeason: boolean }
) => boxToday(db, getBox(db, boxId), fullCatalogue(db), askedDay(day), withSeason);

/** The same as a calendar. @throws ApiError 400, 404, 422 */
export function calendarOf(db: Db, args: Parameters<typeof todayOf>[1]): string {
  const { document } = getBox(db, args.boxId);
  return dueCalendar(args.boxId, document.name, todayOf(db, args).due);
}

/** What is due as a calendar: an event the day it is due, with an alarm in the morning. @throws Error of the writer */
export function dueCalendar(boxId: string, boxName: string, rows: readonly Due[]): string {
  const { value, error } = createEvents(
    rows.map((d) => ({
      uid: `${boxId}-due-${d.key}@haversack`,
      title: `${boxName}: ${d.what}`,
      description: [d.why, d.bring.length > 0 ? `Bring: ${d.bring.join(', ')}` : ''].filter(Boolean).join('\n'),
      start: partsOf(d.snoozedUntil ?? d.day),
      duration: { days: 1 },
      alarms: [{ action: 'display' as const, description: d.what, trigger: { hours: 8, minutes: 0, before: false } }]
    }))
  );
  if (error) throw error;
  return value ?? '';
}

const partsOf = (day: string): DateArray => day.split('-').map(Number) as [number, number, number];
