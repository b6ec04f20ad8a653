import { fromOlder } from '@haversack/core/box/older';
import { momentH } from '@haversack/core/logbook/kinds';
import {
  logEntrySchema,
  recordMarksSchema,
  type LogEntry,
  type LogKind,
  type LogRecord
} from '@haversack/core/logbook/record';
import { LOG_KINDS, blankEntry } from '@haversack/core/logbook/kinds';
import { whatChanged } from '@haversack/core/logbook/what-changed';
import { recordWords } from '@haversack/core/logbook/words';
import { METRIC_UNITS } from '@haversack/core/quantity/said';
import type { Box } from '@haversack/core/box/schema';
import { dayAfter } from '@haversack/core/sun/sun';
import { z } from 'zod';
import { and, eq, inArray, like, type SQL } from 'drizzle-orm';
import { batteryName, boughtDay } from './batteries.ts';
import { getBox } from './boxes.ts';
import type { Db } from './db/open.ts';
import { logSnapshots, recordBatteries, records } from './db/schema.ts';
import { dayOf } from './day.ts';
import { ApiError } from './errors.ts';
import { refusal } from './refusal.ts';
import { countWhere, MOST_AT_ONCE, recordOf, recordsWhere } from './records.ts';

/** Records of one box at most. */
const MOST_RECORDS = 20_000;
/** Kinds that tell something of draws and battery. */
const TELLING: LogKind[] = ['outing', 'charge', 'storage', 'reading', 'capacity'];

export type LogQuery = {
  kind?: LogKind | undefined;
  text?: string | undefined;
  batteryId?: string | undefined;
  /** Only what the estimate reads. */
  telling?: boolean | undefined;
  offset?: number | undefined;
  limit?: number | undefined;
};

/** A person's text as it is looked for: its own marks of a pattern mean themselves. */
const pattern = (text: string): string => `%${text.toLowerCase().replace(/[%_]/g, ' ')}%`;

/** Records of a box, newest first, and how many there are of that sort. @throws ApiError 404 */
export function listLog(db: Db, boxId: string, query: LogQuery = {}): { records: LogRecord[]; total: number } {
  getBox(db, boxId);
  const wanted: SQL[] = [eq(records.boxId, boxId)];
  if (query.kind) wanted.push(eq(records.kind, query.kind));
  if (query.telling) wanted.push(inArray(records.kind, TELLING));
  if (query.text?.trim()) wanted.push(like(records.words, pattern(query.text.trim().slice(0, 100))));
  if (query.batteryId)
    wanted.push(
      inArray(
        records.id,
        db
          .select({ id: recordBatteries.recordId })
          .from(recordBatteries)
          .where(eq(recordBatteries.batteryId, query.batteryId))
      )
    );
  const where = and(...wanted);
  const limit = Math.min(MOST_AT_ONCE, Math.max(1, query.limit ?? MOST_AT_ONCE));
  return { records: recordsWhere(db, where, limit, Math.max(0, query.offset ?? 0)), total: countWhere(db, where) };
}

/** What a query string asks for. @throws ApiError 400 */
export function logQuery(search: URLSearchParams): LogQuery {
  const kind = search.get('kind') ?? undefined;
  if (kind !== undefined && !LOG_KINDS.includes(kind as LogKind))
    throw new ApiError(400, `There are no records of the kind '${kind.slice(0, 40)}'.`);
  const whole = (name: string): number | undefined => {
    const text = search.get(name);
    if (text === null) return undefined;
    const value = Number(text);
    if (!Number.isInteger(value) || value < 0) throw new ApiError(400, `'${name}' is a whole number, 0 or more.`);
    return value;
  };
  return {
    kind: kind as LogKind | undefined,
    text: search.get('text') ?? undefined,
    batteryId: search.get('battery') ?? undefined,
    telling: search.get('telling') === '1',
    offset: whole('offset'),
    limit: whole('limit')
  };
}

/** An entry from outside. @throws ApiError 422 with the field that is wrong */
function parseEntry(db: Db, data: unknown, today: string): LogEntry {
  const parsed = logEntrySchema.safeParse(data);
  if (!parsed.success) throw refusal('the record', parsed.error, data);
  const entry = parsed.data;
  // a day may begin elsewhere before it begins here
  if (entry.day > dayAfter(today, 1))
    throw new ApiError(422, `${entry.day} is still to come: a record tells what has happened.`);
  for (const id of entry.batteryIds) {
    const bought = boughtDay(db, id);
    if (bought !== null && bought > entry.day)
      throw new ApiError(
        422,
        `${batteryName(db, id)} was bought on ${bought}, after ${entry.day}: take another battery, or mend the day it was bought.`
      );
  }
  return entry;
}

type Writer = Pick<Db, 'insert' | 'delete'>;

/** Writes a record as it is, with what it is found by. */
export function writeRecord(tx: Writer, boxId: string, record: LogRecord): void {
  const { id, createdMs, ...entry } = record;
  const row = {
    boxId,
    kind: entry.kind,
    atH: momentH(entry),
    words: `${recordWords(entry, METRIC_UNITS)}\n${entry.notes}`.toLowerCase(),
    document: JSON.stringify(entry),
    createdMs
  };
  tx.insert(records)
    .values({ id, ...row })
    .onConflictDoUpdate({ target: records.id, set: row })
    .run();
  tx.delete(recordBatteries).where(eq(recordBatteries.recordId, id)).run();
  for (const batteryId of new Set(entry.batteryIds))
    tx.insert(recordBatteries).values({ recordId: id, batteryId }).run();
}

/** An entry may bring the mark it was made under, so that one that is sent twice is in the logbook once. */
function ownId(data: unknown): { id?: string; entered: unknown } {
  if (typeof data !== 'object' || data === null || !('id' in data)) return { entered: data };
  const { id, ...entered } = data;
  if (!z.uuid().safeParse(id).success) throw new ApiError(422, 'The record’s id is not one of Haversack’s.');
  return { id: id as string, entered };
}

/** Writes a record; with an outing goes what changed in the box since the one before. @throws ApiError 404, 422 */
export function addLog(db: Db, boxId: string, data: unknown, nowMs: number): LogRecord {
  const box = getBox(db, boxId);
  const { id = crypto.randomUUID(), entered } = ownId(data);
  const there = db.select().from(records).where(eq(records.id, id)).get();
  if (there?.boxId === boxId) return recordOf(there);
  if (there) throw new ApiError(409, 'That record is in the logbook of another box.');
  const entry = parseEntry(db, entered, dayOf(nowMs));
  if (countWhere(db, eq(records.boxId, boxId)) >= MOST_RECORDS)
    throw new ApiError(422, `This box has ${MOST_RECORDS} records: that is as many as are kept.`);
  const record: LogRecord = { ...entry, id, createdMs: nowMs };
  db.transaction((tx) => {
    if (entry.kind === 'outing') noteChanges(tx as unknown as Db, boxId, box.document, entry.day, nowMs);
    writeRecord(tx, boxId, record);
  });
  return record;
}

/** What differs from the box that went out last, as a record of its own; the box as it is now is kept for the next time. */
function noteChanges(db: Db, boxId: string, document: Box, day: string, nowMs: number): void {
  const last = db.select().from(logSnapshots).where(eq(logSnapshots.boxId, boxId)).get();
  // an outing entered later, of an earlier day, says nothing about the box of today
  if (last && day < last.day) return;
  if (last) {
    const changes = whatChanged(fromOlder(JSON.parse(last.document)) as Box, document).map((c) => c.slice(0, 300));
    if (changes.length > 0)
      writeRecord(db, boxId, {
        ...blankEntry('change', day),
        changes,
        notes: `since the outing of ${last.day}`,
        time: '00:00',
        id: crypto.randomUUID(),
        createdMs: nowMs - 1
      });
  }
  const row = { document: JSON.stringify(document), day };
  db.insert(logSnapshots)
    .values({ boxId, ...row })
    .onConflictDoUpdate({ target: logSnapshots.boxId, set: row })
    .run();
}

function boxOf(db: Db, id: string): { boxId: string; record: LogRecord } {
  const row = db.select({ boxId: records.boxId }).from(records).where(eq(records.id, id)).get();
  if (!row) throw new ApiError(404, 'That record is gone already.');
  return { boxId: row.boxId, record: recordsWhere(db, eq(records.id, id))[0]! };
}

/** A record as it reads after it was mended; what it was before is given back, for the way back. @throws ApiError 404, 422 */
export function changeLog(db: Db, id: string, data: unknown, nowMs: number): { before: LogRecord; after: LogRecord } {
  const { boxId, record: before } = boxOf(db, id);
  const entry = parseEntry(db, data, dayOf(nowMs));
  if (entry.kind !== before.kind)
    throw new ApiError(422, 'A record stays what it is: take it out and write another one.');
  const after: LogRecord = { ...entry, id, createdMs: before.createdMs };
  db.transaction((tx) => writeRecord(tx, boxId, after));
  return { before, after };
}

/** A record that was taken out, back in its place with its own id and time. @throws ApiError 422; 409 when it is there */
export function putBackLog(db: Db, boxId: string, data: unknown): LogRecord {
  getBox(db, boxId);
  const marks = recordMarksSchema.safeParse(data);
  if (!marks.success)
    throw new ApiError(422, `The record’s ${marks.error.issues[0]!.path.join(' ')} is not one of Haversack’s.`);
  const { id, createdMs, ...rest } = data as Record<string, unknown> & LogRecord;
  const parsed = logEntrySchema.safeParse(rest);
  if (!parsed.success) throw refusal('the record', parsed.error, rest);
  if (db.select().from(records).where(eq(records.id, id)).get())
    throw new ApiError(409, 'That record is in the logbook already.');
  const record: LogRecord = { ...parsed.data, id, createdMs };
  db.transaction((tx) => writeRecord(tx, boxId, record));
  return record;
}

/** @throws ApiError 404 */
export function deleteLog(db: Db, id: string): void {
  if (db.delete(records).where(eq(records.id, id)).run().changes === 0)
    throw new ApiError(404, 'That record is gone already.');
}
