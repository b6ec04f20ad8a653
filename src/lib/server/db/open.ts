import Database from 'better-sqlite3';
import { drizzle, type BetterSQLite3Database } from 'drizzle-orm/better-sqlite3';
import { migrate } from 'drizzle-orm/better-sqlite3/migrator';
import {
  mkdirSync,
  readdirSync,
  rmSync,
  statSync,
  existsSync,
  renameSync,
  copyFileSync,
  accessSync,
  constants,
  readFileSync,
  writeFileSync
} from 'node:fs';
import { dirname, join } from 'node:path';
import * as schema from './schema.ts';

export type Db = BetterSQLite3Database<typeof schema> & { $client: Database.Database };
export type Opened =
  | { state: 'ready'; db: Db }
  /** Broken, or made by a newer Haversack: left as it is, with what can be done. */
  | { state: 'damaged' | 'newer'; message: string; backups: string[] };

const KEPT_BACKUPS = 10;

export const backupDir = (file: string): string => join(dirname(file), 'backups');

/** Whether a database file is whole. */
export function isWhole(file: string): boolean {
  let client: Database.Database | undefined;
  try {
    client = new Database(file, { readonly: true, fileMustExist: true });
    return client.pragma('quick_check', { simple: true }) === 'ok';
  } catch {
    return false;
  } finally {
    client?.close();
  }
}

const filesIn = (file: string): string[] => {
  const dir = backupDir(file);
  if (!existsSync(dir)) return [];
  return readdirSync(dir)
    .filter((f) => f.endsWith('.db'))
    .map((f) => join(dir, f))
    .sort((a, b) => statSync(b).mtimeMs - statSync(a).mtimeMs);
};

/** Backups of a database that are whole, newest first: a broken one is never offered. */
export const backupsOf = (file: string): string[] => filesIn(file).filter(isWhole);

/** When the newest migration of a folder was made, as its journal says. */
function newestMigrationMs(migrations: string): number {
  const journal = JSON.parse(readFileSync(join(migrations, 'meta/_journal.json'), 'utf8')) as {
    entries: { when: number }[];
  };
  return Math.max(0, ...journal.entries.map((e) => e.when));
}

/** When the newest migration that a database has seen was made; 0 for a new one. */
function seenMigrationMs(client: Database.Database): number {
  const has = client.prepare("select 1 from sqlite_master where name = '__drizzle_migrations'").get();
  if (!has) return 0;
  const row = client.prepare('select max(created_at) as ms from __drizzle_migrations').get() as { ms: number | null };
  return Number(row.ms ?? 0);
}

/**
 * Opens the database: checks it, keeps a copy of what was there, brings it to the newest shape. A damaged file is not
 * touched; the caller offers the last backup instead.
 */
export async function openDatabase(file: string, migrations: string, nowMs: number): Promise<Opened> {
  try {
    mkdirSync(dirname(file), { recursive: true });
    accessSync(dirname(file), constants.W_OK);
  } catch {
    return {
      state: 'damaged',
      message: `The data folder ${dirname(file)} cannot be written. Give it write permission, or start with another one: npm start -- --data FOLDER.`,
      backups: []
    };
  }
  let client: Database.Database | undefined;
  try {
    client = new Database(file);
    const check = client.pragma('quick_check', { simple: true });
    if (check !== 'ok') throw new Error(String(check).slice(0, 200));
    client.pragma('journal_mode = WAL');
    client.pragma('foreign_keys = ON');
    client.pragma('busy_timeout = 3000');
    const hasTables = client.prepare("select count(*) as n from sqlite_master where type = 'table'").get() as {
      n: number;
    };
    if (seenMigrationMs(client) > newestMigrationMs(migrations)) {
      client.close();
      return {
        state: 'newer',
        message: `The database ${file} was made by a newer Haversack than this one. It was left as it is, all boxes are in it. Start the newer one again, or begin in another folder: npm start -- --data FOLDER.`,
        backups: []
      };
    }
    if (hasTables.n > 0) await backup(client, file, nowMs);
    const db = drizzle(client, { schema }) as Db;
    migrate(db, { migrationsFolder: migrations });
    return { state: 'ready', db };
  } catch (error) {
    client?.close();
    const reason = error instanceof Error ? error.message : 'it cannot be opened';
    return {
      state: 'damaged',
      message: `The database ${file} is damaged or cannot be opened (${reason}). It was left as it is.`,
      backups: backupsOf(file)
    };
  }
}

/** SQLite's own online backup: written aside, checked, then named; the last ones kept. A failing copy does not keep the box from opening. */
export async function backup(client: Database.Database, file: string, nowMs: number): Promise<string | undefined> {
  const dir = backupDir(file);
  const target = join(dir, `haversack-${new Date(nowMs).toISOString().replace(/[:.]/g, '-')}.db`);
  const part = `${target}.part`;
  try {
    mkdirSync(dir, { recursive: true });
    await client.backup(part);
    if (!isWhole(part)) throw new Error('the copy is not whole; is the disk full?');
    renameSync(part, target);
    for (const old of filesIn(file).slice(KEPT_BACKUPS)) rmSync(old);
    return target;
  } catch (error) {
    rmSync(part, { force: true });
    console.error(`No backup could be made in ${dir}: ${error instanceof Error ? error.message : error}`);
    return undefined;
  }
}

/**
 * Puts a backup in the place of the database; the file that was there is kept beside it under another name.
 * @throws Error when the backup or its copy is broken; then nothing was changed
 */
export function restoreBackup(file: string, from: string, nowMs: number): string {
  const fresh = `${file}.restoring-${nowMs}`;
  copyFileSync(from, fresh);
  if (!isWhole(fresh)) {
    rmSync(fresh, { force: true });
    throw new Error(`The backup ${from} is broken; nothing was changed.`);
  }
  const aside = `${file}.damaged-${nowMs}`;
  for (const suffix of ['', '-wal', '-shm']) if (existsSync(file + suffix)) renameSync(file + suffix, aside + suffix);
  renameSync(fresh, file);
  return aside;
}

/** Says in the data folder which process has the database open, so that no other command changes it underneath. */
export function markRunning(file: string): void {
  const mark = join(dirname(file), 'haversack.run');
  try {
    writeFileSync(mark, String(process.pid));
    process.once('exit', () => rmSync(mark, { force: true }));
  } catch {
    // a folder that cannot be written is told when the database is opened
  }
}
