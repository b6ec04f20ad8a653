// What lies in a data folder: the database, its mark as a demo, the mark of a running application, its backups.
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const SUFFIXES = ['', '-wal', '-shm'];
export const databaseIn = (dataDir) => join(dataDir, 'haversack.db');
const demoMark = (dataDir) => join(dataDir, '.haversack-demo');
const runMark = (dataDir) => join(dataDir, 'haversack.run');

/** Marks a database that is about to be made as one of the demo; one that is there already is never marked. */
export function markDemo(dataDir) {
  if (existsSync(databaseIn(dataDir))) return false;
  mkdirSync(dataDir, { recursive: true });
  writeFileSync(demoMark(dataDir), 'Made by Haversack for its demo boxes. --fresh may put this database aside.\n');
  return true;
}
export const isDemo = (dataDir) => existsSync(demoMark(dataDir));

/**
 * Puts the demo database aside so that the demo starts over. Only what Haversack marked as a demo is touched, only the
 * database's own files, and they are kept under another name.
 * @returns {{ ok: true, keptAs: string | undefined } | { ok: false, why: string }}
 */
export function startOver(dataDir, nowMs) {
  const db = databaseIn(dataDir);
  if (!existsSync(db)) return { ok: true, keptAs: undefined };
  if (!isDemo(dataDir))
    return {
      ok: false,
      why: `The database in ${dataDir} was not made by the demo, so --fresh leaves it alone. Nothing was removed. Name another folder: --data FOLDER.`
    };
  const running = runningIn(dataDir);
  if (running) return { ok: false, why: `Haversack runs with this folder (process ${running}). Stop it first.` };
  const aside = `${db}.before-fresh-${nowMs}`;
  for (const suffix of SUFFIXES) if (existsSync(db + suffix)) renameSync(db + suffix, aside + suffix);
  return { ok: true, keptAs: aside };
}

/** The process that has a data folder's database open now; undefined when none has. */
export function runningIn(dataDir) {
  if (!existsSync(runMark(dataDir))) return undefined;
  const pid = Number(readFileSync(runMark(dataDir), 'utf8'));
  if (!Number.isInteger(pid) || pid <= 0) return undefined;
  try {
    process.kill(pid, 0);
    return pid;
  } catch (error) {
    return error.code === 'EPERM' ? pid : undefined;
  }
}

/** Every file of the present database under another name. @returns its name, undefined when there was none */
export function putAside(dataDir, why, nowMs) {
  const db = databaseIn(dataDir);
  if (!existsSync(db)) return undefined;
  const aside = `${db}.before-${why}-${nowMs}`;
  for (const suffix of SUFFIXES) if (existsSync(db + suffix)) renameSync(db + suffix, aside + suffix);
  return aside;
}
