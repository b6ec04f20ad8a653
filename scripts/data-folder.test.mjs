import Database from 'better-sqlite3';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, writeFileSync, utimesSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beforeEach, describe, expect, test } from 'vitest';
import { databaseIn, isDemo, markDemo, runningIn, startOver } from './data-folder.mjs';
import { OptionError, readOptions } from './options.mjs';
import { backupsIn, lookInto, restore } from './restore-plan.mjs';

let dir;
beforeEach(() => (dir = mkdtempSync(join(tmpdir(), 'haversack-folder-'))));

/** A small database with boxes of these names. */
function database(file, ...names) {
  mkdirSync(join(file, '..'), { recursive: true });
  const db = new Database(file);
  db.exec('create table if not exists boxes (name text, updated_ms integer)');
  names.forEach((n, i) => db.prepare('insert into boxes values (?, ?)').run(n, i));
  db.close();
  return file;
}
const namesIn = (file) => lookInto(file).boxes;

describe('starting the demo over', () => {
  test('a folder of the person’s own is left alone, photographs and database', () => {
    writeFileSync(join(dir, 'heron.jpg'), 'picture');
    database(databaseIn(dir), 'My box');
    const over = startOver(dir, 1);
    expect(over.ok).toBe(false);
    expect(over.why).toContain('Nothing was removed');
    expect(readdirSync(dir).sort()).toEqual(['haversack.db', 'heron.jpg']);
  });
  test('a demo database is put aside, what else lies there stays', () => {
    expect(markDemo(dir)).toBe(true);
    database(databaseIn(dir), 'Demo box');
    writeFileSync(join(dir, 'heron.jpg'), 'picture');
    const over = startOver(dir, 7);
    expect(over).toMatchObject({ ok: true, keptAs: `${databaseIn(dir)}.before-fresh-7` });
    expect(existsSync(databaseIn(dir))).toBe(false);
    expect(namesIn(over.keptAs)).toEqual(['Demo box']);
    expect(readFileSync(join(dir, 'heron.jpg'), 'utf8')).toBe('picture');
  });
  test('a database that was there first is never marked as the demo’s', () => {
    database(databaseIn(dir), 'My box');
    expect(markDemo(dir)).toBe(false);
    expect(isDemo(dir)).toBe(false);
  });
  test('not while the application runs', () => {
    markDemo(dir);
    database(databaseIn(dir), 'Demo box');
    writeFileSync(join(dir, 'haversack.run'), String(process.pid));
    expect(startOver(dir, 7)).toMatchObject({ ok: false });
    expect(existsSync(databaseIn(dir))).toBe(true);
  });
});

describe('restoring', () => {
  const backup = (name, ...boxes) => database(join(dir, 'backups', name), ...boxes);
  const run = (file) => restore({ dataDir: dir, file, cwd: dir, nowMs: 42 });
  beforeEach(() => {
    backup('a.db', 'Old');
    backup('b.db', 'Newest', 'Second');
    database(databaseIn(dir), 'Present');
  });

  test('takes the backup that was named, not the newest, and keeps the present one', async () => {
    const done = await run('a.db');
    expect(done.ok).toBe(true);
    expect(done.say.join(' ')).toContain('with 1 box: Old');
    expect(namesIn(databaseIn(dir))).toEqual(['Old']);
    expect(namesIn(`${databaseIn(dir)}.before-restore-42`)).toEqual(['Present']);
  });
  test('lists the backups newest first, whatever their names', () => {
    const at = (name, second) => utimesSync(join(dir, 'backups', name), second, second);
    at('a.db', 3000);
    at('b.db', 2000);
    expect(backupsIn(dir)).toEqual(['a.db', 'b.db']);
    at('b.db', 4000);
    expect(backupsIn(dir)).toEqual(['b.db', 'a.db']);
    expect(backupsIn(join(dir, 'none'))).toEqual([]);
  });

  test('takes a path from anywhere', async () => {
    const elsewhere = database(join(dir, 'stick', 'copy.db'), 'From the stick');
    expect((await run(elsewhere)).ok).toBe(true);
    expect(namesIn(databaseIn(dir))).toEqual(['From the stick']);
  });
  test.each([
    [undefined, 'Name the backup to restore'],
    ['zzz.db', "There is no backup 'zzz.db'"]
  ])('without a real name (%s) nothing is changed and the list is shown', async (file, says) => {
    const done = await run(file);
    expect(done.ok).toBe(false);
    expect(done.why).toContain(says);
    expect(done.why).toContain('b.db  2 boxes: ');
    expect(namesIn(databaseIn(dir))).toEqual(['Present']);
  });
  test('a broken backup is refused and nothing is changed', async () => {
    writeFileSync(join(dir, 'backups', 'bad.db'), 'no database');
    const done = await run('bad.db');
    expect(done.ok).toBe(false);
    expect(done.why).toContain('was not restored');
    expect(namesIn(databaseIn(dir))).toEqual(['Present']);
    expect(readdirSync(dir).filter((f) => f.includes('restor'))).toEqual([]);
  });
  test('not while the application runs; a mark left by one that died does not count', async () => {
    writeFileSync(join(dir, 'haversack.run'), String(process.pid));
    expect((await run('a.db')).why).toContain('Stop it with Ctrl+C');
    expect(namesIn(databaseIn(dir))).toEqual(['Present']);
    writeFileSync(join(dir, 'haversack.run'), '999999999');
    expect(runningIn(dir)).toBeUndefined();
    expect((await run('a.db')).ok).toBe(true);
  });
});

describe('options of a command', () => {
  const known = { '--data': { value: 'FOLDER', what: 'the folder' }, '--fresh': { what: 'anew' } };
  test.each([
    [['--data', 'x'], { '--data': 'x' }],
    [['--data=x y'], { '--data': 'x y' }],
    [['--fresh', '--data=a=b'], { '--fresh': true, '--data': 'a=b' }],
    [[], {}]
  ])('%j is read', (args, options) => {
    expect(readOptions(args, known)).toEqual({ options, files: [] });
  });
  test.each([
    [['--dat', 'x'], "'--dat' is no option"],
    [['--fresh=yes'], 'takes no value'],
    [['--data'], 'wants a FOLDER'],
    [['--data='], 'wants a FOLDER'],
    [['--data', '--fresh'], 'wants a FOLDER'],
    [['stray'], "'stray' was not expected"]
  ])('%j is refused, with the list of real ones', (args, says) => {
    expect(() => readOptions(args, known)).toThrow(OptionError);
    expect(() => readOptions(args, known)).toThrow(says);
    expect(() => readOptions(args, known)).toThrow('--data FOLDER  the folder');
  });
  test('a file may stand among the options', () => {
    expect(readOptions(['--data', 'x', 'f.db'], known, { most: 1 })).toEqual({
      options: { '--data': 'x' },
      files: ['f.db']
    });
    expect(() => readOptions(['a', 'b'], known, { most: 1 })).toThrow("'b' was not expected");
  });
});
