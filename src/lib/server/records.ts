import type { LogEntry, LogRecord } from '@haversack/core/logbook/record';
import { recordWithLater } from '@haversack/core/logbook/later';
import { count, desc, type SQL } from 'drizzle-orm';
import type { Db } from './db/open.ts';
import { records } from './db/schema.ts';

export const recordOf = (row: typeof records.$inferSelect): LogRecord => ({
  ...(recordWithLater(JSON.parse(row.document)) as LogEntry),
  id: row.id,
  createdMs: row.createdMs
});

/** As many as are given at once. */
export const MOST_AT_ONCE = 1000;

/** Records that answer a question, newest first. */
export const recordsWhere = (db: Db, where: SQL | undefined, limit = MOST_AT_ONCE, offset = 0): LogRecord[] =>
  db
    .select()
    .from(records)
    .where(where)
    .orderBy(desc(records.atH), desc(records.createdMs))
    .limit(limit)
    .offset(offset)
    .all()
    .map(recordOf);

export const countWhere = (db: Db, where: SQL | undefined): number =>
  db.select({ n: count() }).from(records).where(where).get()!.n;
