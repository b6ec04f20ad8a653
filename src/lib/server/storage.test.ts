import { mkdirSync, mkdtempSync, readdirSync, readFileSync, writeFileSync, existsSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { beforeEach, describe, expect, test } from 'vitest';
import { emptyBox } from '@haversack/core/box/empty';
import { STARTER_CATALOGUE } from '@haversack/core/catalogue/starter';
import { backTo, createBox, deleteBox, getBox, rawDocument, saveBox, setArchived } from './boxes.ts';
import { getRevision, listRevisions } from './revisions.ts';
import { parseDocument } from './documents.ts';
import { shelfNow } from './testing/shelf-now.ts';
import { backup, backupDir, backupsOf, holdsOf } from './db/backup.ts';
import { openDatabase, restoreBackup, type Db } from './db/open.ts';
import { answer, ApiError } from './errors.ts';
import { listOwnParts, saveOwnPart } from './parts.ts';

const MIGRATIONS = join(process.cwd(), 'drizzle');
let file: string;
let db: Db;

beforeEach(async () => {
  file = join(mkdtempSync(join(tmpdir(), 'haversack-test-')), 'haversack.db');
  const opened = await openDatabase(file, MIGRATIONS, 1_000);
  if (opened.state !== 'ready') throw new Error(opened.message);
  db = opened.db;
});

describe('boxes', () => {
  test('a save names its revision; a stale one is refused with what is stored, and both stay', () => {
    const made = createBox(db, emptyBox('First'), 1);
    const mine = { ...made.document, name: 'Mine' };
    expect(saveBox(db, made.id, mine, 1, 2).revision).toBe(2);
    const refused = (() => {
      try {
        saveBox(db, made.id, { ...made.document, name: 'Stale' }, 1, 3);
        return undefined;
      } catch (e) {
        return e as ApiError;
      }
    })();
    expect(refused?.status).toBe(409);
    expect((refused!.details.stored as { document: { name: string } }).document.name).toBe('Mine');
    expect(getRevision(db, made.id, 1).name).toBe('First');
    expect(listRevisions(db, made.id).map((r) => r.revision)).toEqual([1]);
  });

  test('only the last forty revisions are kept', () => {
    const made = createBox(db, emptyBox('Often'), 1);
    for (let i = 1; i <= 60; i++) saveBox(db, made.id, { ...made.document, notes: String(i) }, i, i);
    const kept = listRevisions(db, made.id);
    expect(kept.length).toBeLessThanOrEqual(41);
    expect(kept[0]!.revision).toBe(60);
  });

  test('deleting wants the archive first and takes the logbook along', () => {
    const made = createBox(db, emptyBox('Gone'), 1);
    expect(() => deleteBox(db, made.id)).toThrow('archive it first');
    setArchived(db, made.id, true);
    deleteBox(db, made.id);
    expect(() => getBox(db, made.id)).toThrow('not on the shelf');
    expect(shelfNow(db)).toEqual([]);
  });

  test('a hostile document is refused with its place and nothing is stored', () => {
    expect(() => parseDocument({ ...emptyBox('x'), devices: 'many' })).toThrow(/^Devices: must be a list\. Nothing/);
    expect(() =>
      parseDocument(JSON.parse('{"__proto__": {"polluted": true}, "format": "haversack-box", "version": 1}'))
    ).toThrow();
    expect(({} as { polluted?: boolean }).polluted).toBeUndefined();
    expect(shelfNow(db)).toEqual([]);
  });
});

describe('own parts', () => {
  test('an own part is kept and may not take a starter part’s name', () => {
    const starter = STARTER_CATALOGUE[0]!;
    expect(() => saveOwnPart(db, starter, 1)).toThrow('starter catalogue');
    saveOwnPart(db, { ...starter, id: 'own-1' }, 1);
    expect(listOwnParts(db)).toMatchObject([{ id: 'own-1', origin: 'own' }]);
    expect(() => saveOwnPart(db, { ...starter, id: 'own-2', capacityAh: 0 }, 1)).toThrow(
      /^Capacity \(Ah\): must be at least/
    );
  });
});

describe('the database file', () => {
  test('opening again keeps a backup of what was there', async () => {
    createBox(db, emptyBox('Kept'), 1);
    db.$client.close();
    await openDatabase(file, MIGRATIONS, 2_000);
    expect(backupsOf(file)).toHaveLength(1);
  });

  test('a damaged file is said, left as it is, and the backup brings the boxes back', async () => {
    createBox(db, emptyBox('Precious'), 1);
    db.$client.close();
    const again = await openDatabase(file, MIGRATIONS, 2_000);
    if (again.state === 'ready') again.db.$client.close();
    writeFileSync(file, 'this is no database, it is a text that is long enough to be one page of one');
    const damaged = await openDatabase(file, MIGRATIONS, 3_000);
    expect(damaged).toMatchObject({ state: 'damaged' });
    if (damaged.state !== 'damaged') return;
    expect(damaged.backups).toHaveLength(1);
    const aside = restoreBackup(file, damaged.backups[0]!, 4_000);
    expect(existsSync(aside)).toBe(true);
    const restored = await openDatabase(file, MIGRATIONS, 5_000);
    expect(restored.state === 'ready' && shelfNow(restored.db).map((b) => b.name)).toEqual(['Precious']);
  });

  test('a folder that cannot be written is one clear sentence', async () => {
    writeFileSync(join(file, '..', 'plain'), '');
    const opened = await openDatabase(join(file, '..', 'plain', 'haversack.db'), MIGRATIONS, 1);
    expect(opened).toMatchObject({ state: 'damaged' });
    expect(opened.state === 'damaged' && opened.message).toContain('cannot be written');
    expect(readdirSync(join(file, '..'))).toContain('plain');
  });

  test.each([
    ['SQLITE_FULL', 507, 'disk is full'],
    ['SQLITE_READONLY_DBMOVED', 507, 'read-only'],
    ['SQLITE_CORRUPT', 503, 'damaged'],
    ['SQLITE_SOMETHING', 500, 'Something went wrong']
  ])('%s reaches the person as status %d without database text', async (code, status, says) => {
    const response = await answer(() => {
      throw Object.assign(new Error('near "select": syntax error in boxes'), { code });
    });
    expect(response.status).toBe(status);
    const body = (await response.json()) as { message: string };
    expect(body.message).toContain(says);
    expect(body.message).not.toContain('select');
  });
});

describe('nothing is destroyed by mistake', () => {
  const broken = (id: string, text: string) =>
    db.$client.prepare('update boxes set document = ? where id = ?').run(text, id);

  test.each([
    ['{"name": "half', 'its text in the database is damaged'],
    ['[]', 'there is no box in its place'],
    [JSON.stringify({ ...emptyBox('New'), version: 99 }), 'newer Haversack (version 99']
  ])('one unreadable box (%#) leaves the others on the shelf and says why', (text, why) => {
    const good = createBox(db, emptyBox('Good'), 1);
    const bad = createBox(db, emptyBox('Bad'), 2);
    broken(bad.id, text);
    const list = shelfNow(db);
    expect(list.map((b) => [b.name, b.unreadable !== null])).toEqual([
      ['Bad', true],
      ['Good', false]
    ]);
    expect(list[0]!.unreadable!.why).toContain(why);
    expect(() => getBox(db, bad.id)).toThrow(why);
    expect(getBox(db, good.id).document.name).toBe('Good');
    expect(rawDocument(db, bad.id)).toEqual({ name: 'Bad', text });
  });

  test('a document that lost its parts is told by its first gap, and an earlier version must give a plan', () => {
    const bad = createBox(db, emptyBox('Bad'), 1);
    const half = '{"format":"haversack-box","version":1,"name":5}';
    broken(bad.id, half);
    db.$client
      .prepare('insert into revisions (box_id, revision, document, saved_ms) values (?, 7, ?, 5)')
      .run(bad.id, half);
    const { unreadable } = shelfNow(db)[0]!;
    expect(unreadable!.why).toMatch(/no whole box any more \(\w+.*: /);
    expect(unreadable!.goodRevision?.revision).not.toBe(7);
  });

  test('an unreadable box goes back to its last good version; its text is kept', () => {
    const made = createBox(db, emptyBox('First'), 1);
    saveBox(db, made.id, { ...made.document, notes: 'second' }, 1, 2);
    broken(made.id, '{"name"');
    const { unreadable } = shelfNow(db)[0]!;
    expect(unreadable!.goodRevision!.revision).toBe(1);
    const back = backTo(db, made.id, 1, 3);
    expect(back.revision).toBe(3);
    expect(getBox(db, made.id).document.name).toBe('First');
    expect(shelfNow(db)[0]!.unreadable).toBeNull();
    expect(() => getRevision(db, made.id, 2)).toThrow('damaged');
  });

  test('an unreadable box without a good version can still be archived and deleted', () => {
    const made = createBox(db, emptyBox('Lost'), 1);
    broken(made.id, 'nonsense');
    expect(shelfNow(db)[0]!.unreadable!.goodRevision).toBeNull();
    setArchived(db, made.id, true);
    deleteBox(db, made.id);
    expect(shelfNow(db)).toEqual([]);
  });

  test('a database of a newer version is left as it is and named so', async () => {
    createBox(db, emptyBox('Kept'), 1);
    db.$client.prepare('insert into __drizzle_migrations (hash, created_at) values (?, ?)').run('later', 9e12);
    db.$client.close();
    const opened = await openDatabase(file, MIGRATIONS, 5_000);
    expect(opened.state).toBe('newer');
    expect(opened.state === 'newer' && opened.message).toContain('made by a newer Haversack');
  });

  test('a broken backup is never offered, and never put in the place of the database', () => {
    const dir = backupDir(file);
    mkdirSync(dir, { recursive: true });
    const bad = join(dir, 'haversack-broken.db');
    writeFileSync(bad, 'this is no database at all, but it is long enough to be looked at twice');
    expect(backupsOf(file)).not.toContain(bad);
    const before = readFileSync(file);
    expect(() => restoreBackup(file, bad, 7)).toThrow('is broken; nothing was changed');
    expect(readFileSync(file)).toEqual(before);
    expect(readdirSync(dirname(file)).filter((f) => f.includes('restoring'))).toEqual([]);
  });

  test('a backup has its name only when it is whole: no half-written one is left', async () => {
    const made = await backup(db.$client, file, 1_000);
    expect(holdsOf(made!) !== undefined).toBe(true);
    expect(readdirSync(backupDir(file)).filter((f) => f.endsWith('.part'))).toEqual([]);
  });
});
