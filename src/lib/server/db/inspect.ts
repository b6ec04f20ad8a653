import Database from 'better-sqlite3';
import { getTableName, is, Table } from 'drizzle-orm';
import { existsSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import * as schema from './schema.ts';

/** What a database file is, found out without writing to it. */
export type Inspected =
  /** Not there yet, or there and empty: it can be made. */
  | { is: 'new' }
  /** Ours and whole; it may still have to be brought to the newest shape. */
  | { is: 'ours' }
  | { is: 'newer' }
  | { is: 'damaged' | 'foreign'; why: string };

/** In words without a path or a line of SQL. */
const WHY: [RegExp, string][] = [
  [/NOTADB/, 'it is no database file'],
  [/CORRUPT/, 'parts of it are damaged'],
  [/FULL|ENOSPC|EDQUOT/, 'the disk is full: free some room, then start again'],
  [/READONLY|EROFS/, 'it cannot be written: give it write permission'],
  [/BUSY|LOCKED/, 'another program holds it: stop that one, then start again'],
  [/CANTOPEN|IOERR|EACCES|EPERM|EISDIR|PERM/, 'it cannot be read: look at its permissions and at the disk']
];
export function whyNot(error: unknown): string {
  const { code, message = '' } = error as { code?: string; message?: string };
  const words = WHY.find(([pattern]) => pattern.test(code ?? '') || pattern.test(message));
  return words?.[1] ?? 'it cannot be opened';
}

/** When the newest migration of a folder was made, as its journal says. */
function newestMigrationMs(migrations: string): number {
  const journal = JSON.parse(readFileSync(join(migrations, 'meta/_journal.json'), 'utf8')) as {
    entries: { when: number }[];
  };
  return Math.max(0, ...journal.entries.map((e) => e.when));
}

/** Every table that this program keeps. */
const TABLES: readonly string[] = Object.values(schema).flatMap((t) => (is(t, Table) ? [getTableName(t)] : []));
/** There since the first version: a database of ours without it is not whole. */
const FIRST = 'boxes';

/** Looks at a database file before anything is written to it. */
export function inspectDatabase(file: string, migrations: string): Inspected {
  if (!existsSync(file)) return { is: 'new' };
  if (!statSync(file).isFile()) return { is: 'damaged', why: 'a folder stands in its place' };
  if (statSync(file).size === 0) return { is: 'new' };
  let client: Database.Database | undefined;
  try {
    client = new Database(file, { readonly: true, fileMustExist: true });
    if (client.pragma('quick_check', { simple: true }) !== 'ok')
      return { is: 'damaged', why: 'parts of it are damaged' };
    const names = new Set(
      (client.prepare("select name from sqlite_master where type = 'table'").all() as { name: string }[]).map(
        (r) => r.name
      )
    );
    if (names.size === 0) return { is: 'new' };
    if (!names.has('__drizzle_migrations')) return { is: 'foreign', why: 'another program made it' };
    const { ms } = client.prepare('select max(created_at) as ms from __drizzle_migrations').get() as {
      ms: number | null;
    };
    const [seenMs, newestMs] = [Number(ms ?? 0), newestMigrationMs(migrations)];
    if (seenMs > newestMs) return { is: 'newer' };
    const wanted = seenMs === newestMs ? TABLES : seenMs > 0 ? [FIRST] : [];
    if (wanted.some((t) => !names.has(t))) return { is: 'damaged', why: 'some of its tables are gone' };
    return { is: 'ours' };
  } catch (error) {
    return { is: 'damaged', why: whyNot(error) };
  } finally {
    client?.close();
  }
}
