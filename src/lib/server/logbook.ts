import { logEntrySchema, logRecordSchema, type LogRecord } from '@haversack/core/logbook/record';
import { desc, eq } from 'drizzle-orm';
import { getBox } from './boxes.ts';
import type { Db } from './db/open.ts';
import { logbook } from './db/schema.ts';
import { ApiError } from './errors.ts';

export function listLog(db: Db, boxId: string): LogRecord[] {
  getBox(db, boxId);
  return db
    .select()
    .from(logbook)
    .where(eq(logbook.boxId, boxId))
    .orderBy(desc(logbook.day), desc(logbook.createdMs))
    .all()
    .map((row) => ({
      id: row.id,
      createdMs: row.createdMs,
      kind: row.kind,
      day: row.day,
      durationH: row.durationH,
      chargeAh: row.chargeAh,
      endV: row.endV,
      airC: row.airC,
      notes: row.notes,
      planned: JSON.parse(row.planned)
    }));
}

/** @throws ApiError 422 with the field that is wrong */
export function addLog(db: Db, boxId: string, data: unknown, nowMs: number): LogRecord {
  getBox(db, boxId);
  const parsed = logEntrySchema.safeParse(data);
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!;
    throw new ApiError(422, `${issue.path.join(' ')}: ${issue.message}.`);
  }
  const record: LogRecord = { ...parsed.data, id: crypto.randomUUID(), createdMs: nowMs };
  db.insert(logbook)
    .values({ ...record, boxId, planned: JSON.stringify(record.planned) })
    .run();
  return record;
}

/** A record that was taken out, back in its place with its own id and time. @throws ApiError 422; 409 when it is there */
export function putBackLog(db: Db, boxId: string, data: unknown): LogRecord {
  getBox(db, boxId);
  const parsed = logRecordSchema.safeParse(data);
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!;
    throw new ApiError(422, `${issue.path.join(' ')}: ${issue.message}.`);
  }
  const record = parsed.data;
  if (db.select().from(logbook).where(eq(logbook.id, record.id)).get())
    throw new ApiError(409, 'That record is in the logbook already.');
  db.insert(logbook)
    .values({ ...record, boxId, planned: JSON.stringify(record.planned) })
    .run();
  return record;
}

export function deleteLog(db: Db, id: string): void {
  if (db.delete(logbook).where(eq(logbook.id, id)).run().changes === 0)
    throw new ApiError(404, 'That record is gone already.');
}
