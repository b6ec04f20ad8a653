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
  constants
} from 'node:fs';
import { dirname, join } from 'node:path';
import * as schema from './schema.ts';

export type Db = BetterSQLite3Database<typeof schema> & { $client: Database.Database };
export type Opened = { state: 'ready'; db: Db } | { state: 'damaged'; message: string; backups: string[] };

const KEPT_BACKUPS = 10;

export const backupDir = (file: string): string => join(dirname(file), 'backups');

/** Backups of a database, newest first. */
export function backupsOf(file: string): string[] {
  const dir = backupDir(file);
  if (!existsSync(dir)) return [];
  return readdirSync(dir)
    .filter((f) => f.endsWith('.db'))
    .map((f) => join(dir, f))
    .sort((a, b) => statSync(b).mtimeMs - statSync(a).mtimeMs);
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

/** SQLite's own online backup, the last ones kept. A failing copy does not keep the box from opening. */
export async function backup(client: Database.Database, file: string, nowMs: number): Promise<string | undefined> {
  const dir = backupDir(file);
  const target = join(dir, `haversack-${new Date(nowMs).toISOString().replace(/[:.]/g, '-')}.db`);
  try {
    mkdirSync(dir, { recursive: true });
    await client.backup(target);
    for (const old of backupsOf(file).slice(KEPT_BACKUPS)) rmSync(old);
    return target;
  } catch (error) {
    console.error(`No backup could be made in ${dir}: ${error instanceof Error ? error.message : error}`);
    return undefined;
  }
}

/** Puts a backup in the place of the database; the file that was there is kept beside it under another name. */
export function restoreBackup(file: string, from: string, nowMs: number): string {
  const aside = `${file}.damaged-${nowMs}`;
  for (const suffix of ['', '-wal', '-shm']) if (existsSync(file + suffix)) renameSync(file + suffix, aside + suffix);
  copyFileSync(from, file);
  return aside;
}
