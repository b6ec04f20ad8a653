// Which backup a restore means, whether it is whole, and putting it in the database's place.
import Database from 'better-sqlite3';
import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { basename, join, resolve } from 'node:path';
import { databaseIn, putAside, runningIn } from './data-folder.mjs';

/** Backups of a data folder, newest first. */
export function backupsIn(dataDir) {
  const dir = join(dataDir, 'backups');
  if (!existsSync(dir)) return [];
  return readdirSync(dir)
    .filter((f) => f.endsWith('.db'))
    .sort((a, b) => statSync(join(dir, b)).mtimeMs - statSync(join(dir, a)).mtimeMs);
}

/** What is in a database file; why it cannot be used when it is broken or none of ours. */
export function lookInto(file) {
  let db;
  try {
    db = new Database(file, { readonly: true, fileMustExist: true });
    const check = db.pragma('quick_check', { simple: true });
    if (check !== 'ok') return { ok: false, why: `it is damaged (${String(check).slice(0, 120)})` };
    const names = db.prepare('select name from boxes order by updated_ms desc').all();
    return { ok: true, boxes: names.map((r) => r.name), savedMs: statSync(file).mtimeMs };
  } catch (error) {
    return { ok: false, why: error.message };
  } finally {
    db?.close();
  }
}

/** The boxes of a backup in a few words. */
function contents(file) {
  const found = lookInto(file);
  return found.ok ? namesOf(found.boxes) : `cannot be used: ${found.why}`;
}

const namesOf = (boxes) =>
  `${boxes.length} ${boxes.length === 1 ? 'box' : 'boxes'}${boxes.length ? `: ${boxes.slice(0, 6).join(', ')}` : ''}${boxes.length > 6 ? ', …' : ''}`;

/**
 * Puts a named backup in the place of the database; the present one is kept beside it.
 * @returns {Promise<{ ok: true, say: string[] } | { ok: false, why: string }>}
 */
export async function restore({ dataDir, file, cwd, nowMs }) {
  const list = backupsIn(dataDir);
  const known = list.length
    ? `These are there, with what they hold:\n  ${list.map((name) => `${name}  ${contents(join(dataDir, 'backups', name))}`).join('\n  ')}`
    : `There is no backup in ${join(dataDir, 'backups')}.`;
  if (!file) return { ok: false, why: `Name the backup to restore: npm run restore -- FILE. ${known}` };
  const places = [resolve(cwd, file), join(dataDir, 'backups', basename(file))];
  const from = places.find((p) => existsSync(p) && statSync(p).isFile());
  if (!from) return { ok: false, why: `There is no backup '${file}'. ${known}` };
  const found = lookInto(from);
  if (!found.ok)
    return { ok: false, why: `${from} was not restored: ${found.why}. The present database is as it was.` };
  const running = runningIn(dataDir);
  if (running)
    return {
      ok: false,
      why: `Haversack runs with ${dataDir} (process ${running}); a database in use cannot be changed under it. Stop it with Ctrl+C in its terminal, then restore.`
    };
  const db = databaseIn(dataDir);
  const fresh = `${db}.restoring-${nowMs}`;
  mkdirSync(dataDir, { recursive: true });
  const source = new Database(from, { readonly: true });
  try {
    await source.backup(fresh);
  } finally {
    source.close();
  }
  const copied = lookInto(fresh);
  if (!copied.ok) {
    rmSync(fresh, { force: true });
    return {
      ok: false,
      why: `The copy of ${from} came out broken (${copied.why}): is the disk full? The present database is as it was.`
    };
  }
  const aside = putAside(dataDir, 'restore', nowMs);
  renameSync(fresh, db);
  return {
    ok: true,
    say: [
      `Restored ${from}, saved ${new Date(found.savedMs).toLocaleString()}, with ${namesOf(found.boxes)}.`,
      aside ? `What was there before is kept as ${aside}.` : 'There was no database before.'
    ]
  };
}
