import Database from 'better-sqlite3';
import { chmodSync } from 'node:fs';
import { dirname, join } from 'node:path';

/** Locks held by this process, by folder: what opens the database again holds it already. */
const held = new Map<string, Database.Database>();

/**
 * Whether this process is the only one with a data folder: a lock of the system's, held until the process ends, however it
 * ends. A mark with a number could be another program's after a crash. On a disk that knows no locks nothing is refused.
 */
export function onlyOne(databaseFile: string): boolean {
  const folder = dirname(databaseFile);
  if (held.has(folder)) return true;
  const file = join(folder, 'haversack.lock');
  let lock: Database.Database | undefined;
  try {
    lock = new Database(file, { timeout: 0 });
    lock.exec('BEGIN EXCLUSIVE');
    held.set(folder, lock);
    chmodSync(file, 0o600);
    return true;
  } catch (error) {
    if (lock && !held.has(folder)) lock.close();
    return !/^SQLITE_(BUSY|LOCKED)/.test((error as { code?: string }).code ?? '');
  }
}
