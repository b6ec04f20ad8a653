import Database from 'better-sqlite3';
import { emptyBox } from '@haversack/core/box/empty';
import { spawn } from 'node:child_process';
import {
  copyFileSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  statSync,
  truncateSync,
  writeFileSync
} from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test, vi } from 'vitest';
import { createBox } from '../boxes.ts';
import { backup, backupDir, backupsWithContents, backupWhileRunning, clearHalfCopies, isDue } from './backup.ts';
import { whyNot } from './inspect.ts';
import { openDatabase } from './open.ts';

const MIGRATIONS = join(process.cwd(), 'drizzle');
const SECRET = /select |insert |\/tmp\/|haversack\.db|sqlite_/i;
const folder = (): string => mkdtempSync(join(tmpdir(), 'haversack-damage-'));
let good: string;

beforeAll(async () => {
  vi.spyOn(console, 'error').mockImplementation(() => {});
  good = join(folder(), 'haversack.db');
  const opened = await openDatabase(good, MIGRATIONS, 1_000);
  if (opened.state !== 'ready') throw new Error(opened.message);
  for (let i = 0; i < 30; i++) createBox(opened.db, emptyBox(`Box ${i}`), i);
  opened.db.$client.pragma('wal_checkpoint(TRUNCATE)');
  opened.db.$client.close();
});
afterAll(() => vi.restoreAllMocks());

/** A copy of the good one in a folder of its own, changed. */
function changed(how: (file: string) => void): string {
  const file = join(folder(), 'haversack.db');
  copyFileSync(good, file);
  how(file);
  return file;
}
const sql = (file: string, text: string): void => {
  const client = new Database(file);
  client.exec(text);
  client.pragma('wal_checkpoint(TRUNCATE)');
  client.close();
};
const TABLES = ['boxes', 'revisions', 'variants', 'own_parts', 'settings', 'records', 'batteries'];
const cut = (share: number) => (file: string) => truncateSync(file, Math.floor(statSync(file).size * share));
const overwrite = (share: number, length: number) => (file: string) => {
  const bytes = readFileSync(file);
  bytes.fill(0x5a, Math.floor(bytes.length * share), Math.floor(bytes.length * share) + length);
  writeFileSync(file, bytes);
};

const CASES: [string, (file: string) => void][] = [
  ...Array.from({ length: 20 }, (_, i): [string, (file: string) => void] => [
    `cut to ${(i + 1) * 4} %`,
    cut((i + 1) / 25)
  ]),
  ...Array.from({ length: 19 }, (_, i): [string, (file: string) => void] => [
    `a block written over at ${i * 5} %`,
    overwrite(i / 20, 4096)
  ]),
  ...TABLES.map((t): [string, (file: string) => void] => [
    `without its table ${t}`,
    (f) => sql(f, `PRAGMA foreign_keys=OFF; DROP TABLE ${t}`)
  ]),
  [
    'a text',
    (f) => writeFileSync(f, 'this is no database, only a text that is long enough for one page of it'.repeat(9))
  ],
  ['a picture', (f) => writeFileSync(f, Buffer.from([0x89, 0x50, 0x4e, 0x47, ...new Array<number>(5000).fill(7)]))],
  ['zeros', (f) => writeFileSync(f, Buffer.alloc(20_000))],
  [
    'another program’s',
    (f) => {
      writeFileSync(f, '');
      sql(f, 'CREATE TABLE notes(id, text); INSERT INTO notes VALUES(1, 2)');
    }
  ],
  [
    'another program’s with a table of the same name',
    (f) => {
      writeFileSync(f, '');
      sql(f, 'CREATE TABLE boxes(id)');
    }
  ],
  [
    'of a newer program',
    (f) => sql(f, "INSERT INTO __drizzle_migrations(hash, created_at) VALUES('new', 99999999999999)")
  ],
  [
    'with its first page’s tree turned into another kind',
    (f) => {
      const b = readFileSync(f);
      b[100] = 0x02;
      writeFileSync(f, b);
    }
  ],
  [
    'with a page size that is none',
    (f) => {
      const b = readFileSync(f);
      b.writeUInt16BE(3, 16);
      writeFileSync(f, b);
    }
  ],
  [
    'with a schema that is cut',
    (f) => {
      const b = readFileSync(f);
      b.fill(0x5a, 100, 220);
      writeFileSync(f, b);
    }
  ],
  ['with its head gone', overwrite(0, 64)],
  ['written over at its end', (f) => overwrite(0.97, 4096)(f)],
  [
    'with a free list that leads nowhere',
    (f) => {
      const b = readFileSync(f);
      b.writeUInt32BE(0x7fffffff, 32);
      b.writeUInt32BE(5, 36);
      writeFileSync(f, b);
    }
  ],
  [
    'with every second page swapped',
    (f) => {
      const b = readFileSync(f);
      for (let i = 1; i * 8192 + 4096 < b.length; i++) b.copyWithin(i * 8192, i * 8192 + 4096, i * 8192 + 8192);
      writeFileSync(f, b);
    }
  ],
  [
    'with letters turned',
    (f) => {
      const b = readFileSync(f);
      for (let i = 100; i < b.length; i += 97) b[i] = b[i]! ^ 0xff;
      writeFileSync(f, b);
    }
  ]
];

describe('what is no whole database of ours', () => {
  test('is tried in sixty ways', () => expect(CASES.length).toBeGreaterThanOrEqual(60));

  test.each(CASES)('%s: is recognised before anything is written, and told without a path or SQL', async (_, how) => {
    const file = changed(how);
    const before = readFileSync(file);
    const opened = await openDatabase(file, MIGRATIONS, 2_000);
    if (opened.state === 'ready') opened.db.$client.close();
    expect(opened.state).not.toBe('ready');
    if (opened.state === 'ready') return;
    expect(opened.message).not.toMatch(SECRET);
    expect(opened.message).toMatch(/left as it is/);
    expect(readFileSync(file).equals(before)).toBe(true);
    expect(readdirSync(dirname(file)).filter((f) => f.endsWith('.db'))).toEqual(['haversack.db']);
  });

  test('a folder in its place, and a whole one, are told apart', async () => {
    const at = join(folder(), 'haversack.db');
    mkdirSync(at);
    expect((await openDatabase(at, MIGRATIONS, 1)).state).toBe('damaged');
    const whole = await openDatabase(
      changed(() => {}),
      MIGRATIONS,
      2_000
    );
    expect(whole.state).toBe('ready');
    if (whole.state === 'ready') whole.db.$client.close();
  });

  test('file, copies and folder are the person’s own', async () => {
    const file = join(folder(), 'data', 'haversack.db');
    for (const ms of [1_000, 2_000]) {
      const opened = await openDatabase(file, MIGRATIONS, ms);
      if (opened.state === 'ready') opened.db.$client.close();
    }
    const [copy] = backupsWithContents(file);
    const modes = [file, copy!.file, dirname(file), backupDir(file)].map((f) => (statSync(f).mode & 0o777).toString(8));
    expect(modes).toEqual(['600', '600', '700', '700']);
  });

  test('a full disk is called a full disk, and no error is told in its own words', () => {
    expect(whyNot({ code: 'SQLITE_FULL', message: 'database or disk is full' })).toContain('the disk is full');
    expect(whyNot({ code: 'ENOSPC' })).toContain('the disk is full');
    expect(whyNot({ code: 'SQLITE_ERROR', message: 'near "x": syntax error in /home/me/haversack.db' })).toBe(
      'it cannot be opened'
    );
  });
});

describe('copies while the program runs', () => {
  test('are due after many changes, or after a day with any', () => {
    expect(isDue(0, 1e12)).toBe(false);
    expect(isDue(1, 86_399_999)).toBe(false);
    expect(isDue(1, 86_400_000)).toBe(true);
    expect([isDue(399, 0), isDue(400, 0)]).toEqual([false, true]);
  });

  test('are made by themselves and say what they hold; a clock that went back takes none away', async () => {
    vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval'] });
    const file = changed(() => {});
    const yesterday = await openDatabase(file, MIGRATIONS, Date.UTC(2026, 9, 31));
    if (yesterday.state === 'ready') yesterday.db.$client.close();
    const opened = await openDatabase(file, MIGRATIONS, Date.UTC(2026, 10, 1));
    if (opened.state !== 'ready') throw new Error(opened.message);
    const { db } = opened;
    // set back by a year while it runs
    const stop = backupWhileRunning(db.$client, file, () => Date.UTC(2025, 10, 1));
    for (let i = 0; i < 500; i++) createBox(db, emptyBox(`More ${i}`), 10_000 + i);
    await vi.advanceTimersByTimeAsync(5 * 60_000);
    vi.useRealTimers();
    await vi.waitFor(() => expect(backupsWithContents(file)[0]!.boxCount).toBe(530), { timeout: 10_000 });
    stop();
    const [newest, first] = backupsWithContents(file);
    expect(first!.boxCount).toBe(30);
    expect(newest!.names[0]).toBe('More 499');
    expect(newest!.ms).toBeGreaterThan(first!.ms);
    db.$client.close();
  });

  test('killed half way leave nothing behind, twelve times of twelve', { timeout: 120_000 }, async () => {
    const file = changed(() => {});
    const script = `
      import Database from 'better-sqlite3';
      import { mkdirSync } from 'node:fs';
      const [file, part] = process.argv.slice(2);
      const client = new Database(file);
      mkdirSync(${JSON.stringify(backupDir(file))}, { recursive: true });
      console.log('begun');
      await client.backup(part, { progress: () => 1 });
      setInterval(() => {}, 1000);`;
    const runner = join(process.cwd(), 'node_modules', `.kill-${process.pid}.mjs`);
    writeFileSync(runner, script);
    for (let n = 0; n < 12; n++) {
      const part = join(backupDir(file), `haversack-2026-01-01T00-00-00-${String(n).padStart(3, '0')}Z.db.part`);
      await new Promise<void>((done) => {
        const child = spawn(process.execPath, [runner, file, part], { stdio: ['ignore', 'pipe', 'ignore'] });
        child.stdout.once('data', () => setTimeout(() => child.kill('SIGKILL'), 2.5 * n));
        child.once('exit', () => done());
      });
      clearHalfCopies(file);
      expect(readdirSync(backupDir(file))).toEqual([]);
    }
    const client = new Database(file);
    expect(await backup(client, file, 1)).toBeDefined();
    client.close();
    expect(backupsWithContents(file)[0]!.boxCount).toBe(30);
  });
});
