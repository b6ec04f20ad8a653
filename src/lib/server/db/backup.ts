import Database from 'better-sqlite3';
import { chmodSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { thinned, type Stamped } from './thin.ts';

export const backupDir = (file: string): string => join(dirname(file), 'backups');

const NAME = /^haversack-(\d{4}-\d\d-\d\dT)(\d\d)-(\d\d)-(\d\d)-(\d{3}Z)\.db$/;
const nameAt = (ms: number): string => `haversack-${new Date(ms).toISOString().replace(/[:.]/g, '-')}.db`;

/** When a backup was made, as its name says; undefined for another file. */
function stampOf(name: string): number | undefined {
  const m = NAME.exec(name);
  const ms = m ? Date.parse(`${m[1]}${m[2]}:${m[3]}:${m[4]}.${m[5]}`) : NaN;
  return Number.isNaN(ms) ? undefined : ms;
}

function stampedIn(file: string): Stamped[] {
  const dir = backupDir(file);
  if (!existsSync(dir)) return [];
  return readdirSync(dir).flatMap((name): Stamped[] => {
    const ms = stampOf(name);
    return ms === undefined ? [] : [{ file: join(dir, name), ms }];
  });
}

/** What a database file holds; undefined when it is broken or none of ours. */
export type Holds = { boxCount: number; names: string[]; changedMs: number | null };

/** How many names of boxes are told. */
const TOLD = 4;

/** Looks into a database file without changing it. */
export function holdsOf(file: string): Holds | undefined {
  let client: Database.Database | undefined;
  try {
    client = new Database(file, { readonly: true, fileMustExist: true });
    if (client.pragma('quick_check', { simple: true }) !== 'ok') return undefined;
    const rows = client.prepare('select name, updated_ms as ms from boxes order by updated_ms desc').all() as {
      name: string;
      ms: number;
    }[];
    return { boxCount: rows.length, names: rows.slice(0, TOLD).map((r) => r.name), changedMs: rows[0]?.ms ?? null };
  } catch {
    return undefined;
  } finally {
    client?.close();
  }
}

/** Backups of a database that are whole, newest first, with what they hold: a broken one is never offered. */
export const backupsWithContents = (file: string): (Stamped & Holds)[] =>
  stampedIn(file)
    .toSorted((a, b) => b.ms - a.ms)
    .flatMap((b) => {
      const holds = holdsOf(b.file);
      return holds ? [{ ...b, ...holds }] : [];
    });

/** Backups of a database that are whole, newest first. */
export const backupsOf = (file: string): string[] => backupsWithContents(file).map((b) => b.file);

/** What a copy that was killed half way left behind. */
export function clearHalfCopies(file: string): void {
  const dir = backupDir(file);
  if (!existsSync(dir)) return;
  for (const name of readdirSync(dir)) if (name.includes('.db.part')) rmSync(join(dir, name), { force: true });
}

/** SQLite's own online backup: written aside, checked, then named; older ones are thinned by age. A failing copy does not keep the box from opening. */
export async function backup(client: Database.Database, file: string, nowMs: number): Promise<string | undefined> {
  const dir = backupDir(file);
  // a clock that went back must not make the newest look old
  const ms = Math.max(nowMs, 1 + Math.max(0, ...stampedIn(file).map((s) => s.ms)));
  const target = join(dir, nameAt(ms));
  const part = `${target}.part`;
  try {
    mkdirSync(dir, { recursive: true, mode: 0o700 });
    await client.backup(part);
    if (!holdsOf(part)) throw new Error('the copy is not whole; is the disk full?');
    chmodSync(part, 0o600);
    renameSync(part, target);
    for (const old of thinned(stampedIn(file))) rmSync(old.file, { force: true });
    return target;
  } catch (error) {
    rmSync(part, { force: true });
    console.error(`No backup could be made in ${dir}: ${error instanceof Error ? error.message : error}`);
    return undefined;
  }
}

/** After so many changed rows a copy is made; with fewer, once a day. */
const MANY_CHANGES = 400;
const DAY_MS = 86_400_000;
const LOOK_EVERY_MS = 5 * 60_000;

/** Whether it is time for another copy. @param changes rows changed since the last; sinceMs time since the last */
export const isDue = (changes: number, sinceMs: number): boolean =>
  changes >= MANY_CHANGES || (changes > 0 && sinceMs >= DAY_MS);

/** Makes copies while the program runs: after so many changes, at least daily. Gives back how to stop. */
export function backupWhileRunning(
  client: Database.Database,
  file: string,
  clock: () => number = Date.now
): () => void {
  const total = (): number => (client.prepare('select total_changes() as n').get() as { n: number }).n;
  let copied = total();
  // time that passes, not the time of day: a clock that is set brings no copy and keeps none back
  let since = performance.now();
  let busy = false;
  const look = async (): Promise<void> => {
    if (busy || !client.open) return;
    const now = total();
    if (!isDue(now - copied, performance.now() - since)) return;
    busy = true;
    if (await backup(client, file, clock())) [copied, since] = [now, performance.now()];
    busy = false;
  };
  const timer = setInterval(() => void look(), LOOK_EVERY_MS);
  timer.unref();
  return () => clearInterval(timer);
}
