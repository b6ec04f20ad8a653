import Database from 'better-sqlite3';
import { drizzle, type BetterSQLite3Database } from 'drizzle-orm/better-sqlite3';
import { migrate } from 'drizzle-orm/better-sqlite3/migrator';
import {
  mkdirSync,
  rmSync,
  existsSync,
  renameSync,
  copyFileSync,
  accessSync,
  chmodSync,
  constants,
  writeFileSync
} from 'node:fs';
import { dirname, join } from 'node:path';
import { backup, backupsOf, clearHalfCopies, holdsOf } from './backup.ts';
import { inspectDatabase, whyNot } from './inspect.ts';
import { onlyOne } from './only-one.ts';
import * as schema from './schema.ts';

export type Db = BetterSQLite3Database<typeof schema> & { $client: Database.Database };
/** A database within a transaction, or itself. */
export type Tx = Pick<Db, 'select' | 'insert' | 'update' | 'delete'>;
export type Opened =
  | { state: 'ready'; db: Db }
  /** Broken, made by a newer Haversack, or open in another one: left as it is, with what can be done. */
  | { state: 'damaged' | 'newer' | 'busy'; message: string; backups: string[] };

/**
 * Opens the database: checks it, keeps a copy of what was there, brings it to the newest shape. A damaged file is not
 * touched; the caller offers the last backup instead.
 */
export async function openDatabase(file: string, migrations: string, nowMs: number): Promise<Opened> {
  const refused = (state: 'damaged' | 'newer' | 'busy', message: string): Opened => {
    console.error(`${file}: ${message}`);
    return { state, message, backups: state === 'damaged' ? backupsOf(file) : [] };
  };
  try {
    mkdirSync(dirname(file), { recursive: true, mode: 0o700 });
    accessSync(dirname(file), constants.W_OK);
  } catch (error) {
    return refused(
      'damaged',
      FOLDER_SENTENCE[/ENOSPC|EDQUOT/.test((error as { code?: string }).code ?? '') ? 'full' : 'closed']
    );
  }
  if (!onlyOne(file))
    return refused(
      'busy',
      'Another Haversack has these boxes open: two at once could not see each other’s work. Go on in that one, or stop it and start this one again; for other boxes begin in another folder: npm start -- --data FOLDER.'
    );
  const found = inspectDatabase(file, migrations);
  if (found.is === 'newer')
    return refused(
      'newer',
      'The database was made by a newer Haversack than this one. It was left as it is, all boxes are in it. Start the newer one again, or begin in another folder: npm start -- --data FOLDER.'
    );
  if (found.is === 'foreign')
    return refused(
      'damaged',
      `The database in the data folder is none of Haversack’s: ${found.why}. It was left as it is. Begin in another folder: npm start -- --data FOLDER.`
    );
  if (found.is === 'damaged')
    return refused('damaged', `The database is damaged or cannot be opened: ${found.why}. It was left as it is.`);
  let client: Database.Database | undefined;
  try {
    client = new Database(file);
    onlyMine(file);
    client.pragma('journal_mode = WAL');
    // an acknowledged save is on the disk: its draft in the browser goes with the answer
    client.pragma('synchronous = FULL');
    client.pragma('foreign_keys = ON');
    client.pragma('busy_timeout = 3000');
    clearHalfCopies(file);
    if (found.is === 'ours') await backup(client, file, nowMs);
    const db = drizzle(client, { schema }) as Db;
    migrate(db, { migrationsFolder: migrations });
    return { state: 'ready', db };
  } catch (error) {
    client?.close();
    const why = whyNot(error);
    return refused('damaged', `The database could not be brought up: ${why}. What was in it was left as it is.`);
  }
}

/** Nobody else on this machine reads what a person writes into their logbook. */
function onlyMine(file: string): void {
  try {
    chmodSync(file, 0o600);
  } catch {
    // a disk that knows no permissions
  }
}

const FOLDER_SENTENCE = {
  full: 'The disk is full: no data folder can be made. Free some room, or start with a folder on another disk: npm start -- --data FOLDER.',
  closed:
    'The data folder cannot be written. Give it write permission, or start with another one: npm start -- --data FOLDER.'
} as const;

/**
 * Puts a backup in the place of the database; the file that was there is kept beside it under another name.
 * @throws Error when the backup or its copy is broken; then nothing was changed
 */
export function restoreBackup(file: string, from: string, nowMs: number): string {
  const fresh = `${file}.restoring-${nowMs}`;
  copyFileSync(from, fresh);
  if (!holdsOf(fresh)) {
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
