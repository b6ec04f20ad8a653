import type { Part } from '@haversack/core/catalogue/part';
import { STARTER_CATALOGUE } from '@haversack/core/catalogue/starter';
import { canalNightBankBox, saltmarshHideBox } from '@haversack/core/demo/boxes';
import { evaluate } from '@haversack/core/evaluate';
import { seasonPlan } from '@haversack/core/season/season';
import { eq } from 'drizzle-orm';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { answersOf } from './answers-of.ts';
import { createBox, deleteBox, saveBox, setArchived } from './boxes.ts';
import { openDatabase, type Db } from './db/open.ts';
import { answers, boxes } from './db/schema.ts';
import { deleteOwnPart, saveOwnPart } from './parts.ts';
import { boxCount, keepAnswers, keptVerdicts, listBoxes } from './shelf.ts';
import { shelfNow } from './testing/shelf-now.ts';

let folder: string;
let db: Db;
const rowOf = (id: string, program = 'this') => listBoxes(db, program).find((b) => b.id === id)!;

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'haversack-shelf-'));
  const opened = await openDatabase(join(folder, 'haversack.db'), join(process.cwd(), 'drizzle'), 1);
  if (opened.state !== 'ready') throw new Error(opened.message);
  db = opened.db;
});
afterEach(() => {
  db.$client.close();
  rmSync(folder, { recursive: true, force: true });
});

describe('the shelf', () => {
  test('says nothing of a box until its answers are kept, then what its plan says', () => {
    const box = { ...canalNightBankBox(), notes: 'for the long nights' };
    const { id } = createBox(db, box, 1);
    expect(rowOf(id)).toMatchObject({ pending: true, verdicts: [], notes: '' });
    shelfNow(db);
    const plan = evaluate(box, STARTER_CATALOGUE);
    expect(rowOf(id)).toMatchObject({ pending: false, notes: 'for the long nights', unreadable: null });
    expect(rowOf(id).verdicts.map((v) => [v.id, v.state])).toEqual(plan.verdicts.map((v) => [v.id, v.state]));
    expect(rowOf(id).verdicts.every((v) => v.text !== '')).toBe(true);
  });

  test('a box that is left alone is judged by its season, as on its own page', () => {
    const season = {
      startDay: '2026-10-01',
      dayCount: 60,
      monthC: Array.from({ length: 12 }, () => 8),
      swingK: 4,
      boxOn: true,
      useSun: false,
      visitEveryDays: null,
      visit: 'charge' as const
    };
    const box = { ...saltmarshHideBox(), season };
    const { id } = createBox(db, box, 1);
    shelfNow(db);
    const lasts = rowOf(id).verdicts.find((v) => v.id === 'lasts')!;
    const dies = seasonPlan(box, evaluate(box, STARTER_CATALOGUE))!.diesOnDay!;
    expect(dies).toBeGreaterThan(0);
    expect(lasts).toMatchObject({ text: `dies on day ${Math.floor(dies) + 1}` });
    expect(lasts.state).not.toBe('holds');
  });

  test('one box tells what was kept of it only while that is of it as it stands', () => {
    const box = canalNightBankBox();
    const { id } = createBox(db, box, 1);
    expect(keptVerdicts(db, id, 'this')).toEqual([]);
    shelfNow(db);
    expect(keptVerdicts(db, id, 'this')).toEqual(rowOf(id).verdicts);
    expect(keptVerdicts(db, id, 'this')).toHaveLength(5);
    expect(keptVerdicts(db, id, 'newer')).toEqual([]);
    saveOwnPart(db, { ...STARTER_CATALOGUE[0]!, id: 'own-1', origin: 'own', name: 'Mine' } as Part, 1);
    expect(keptVerdicts(db, id, 'this')).toEqual([]);
    shelfNow(db);
    saveBox(db, id, { ...box, bank: { ...box.bank, partId: null } }, 1, 2);
    expect(keptVerdicts(db, id, 'this')).toEqual([]);
    expect(keptVerdicts(db, 'nobody', 'this')).toEqual([]);
  });

  test('answers of an older revision are not shown: they would be false comfort', () => {
    const box = canalNightBankBox();
    const { id } = createBox(db, box, 1);
    const other = createBox(db, saltmarshHideBox(), 1);
    shelfNow(db);
    saveBox(db, id, { ...box, bank: { ...box.bank, partId: null } }, 1, 2);
    expect(rowOf(id)).toMatchObject({ pending: true, verdicts: [] });
    expect(rowOf(other.id).pending).toBe(false);
    const before = evaluate(box, STARTER_CATALOGUE).verdicts.map((v) => v.state);
    expect(
      shelfNow(db)
        .find((b) => b.id === id)!
        .verdicts.map((v) => v.state)
    ).not.toEqual(before);
  });

  test('answers of another program are worked out anew, and those that come late belong to their own revision', () => {
    const { id, document } = createBox(db, canalNightBankBox(), 1);
    shelfNow(db, 'older');
    expect(rowOf(id, 'older').pending).toBe(false);
    expect(rowOf(id, 'newer').pending).toBe(true);
    const late = answersOf(db, { boxId: id })!;
    saveBox(db, id, { ...document, name: 'Renamed meanwhile' }, 1, 2);
    keepAnswers(db, late, 'newer');
    expect(rowOf(id, 'newer')).toMatchObject({ name: 'Renamed meanwhile', pending: true });
  });

  test('archived and taken away: what is told of the rest stays, and nothing of the gone is kept', () => {
    const one = createBox(db, canalNightBankBox(), 1);
    const two = createBox(db, saltmarshHideBox(), 1);
    shelfNow(db);
    setArchived(db, one.id, true);
    expect(rowOf(one.id)).toMatchObject({ archived: true, pending: false });
    const late = answersOf(db, { boxId: one.id })!;
    deleteBox(db, one.id);
    keepAnswers(db, late, 'this');
    expect(listBoxes(db, 'this').map((b) => b.id)).toEqual([two.id]);
    expect(db.select().from(answers).all()).toHaveLength(1);
    expect(answersOf(db, { boxId: one.id })).toBeUndefined();
    expect(boxCount(db)).toBe(1);
  });

  test('a part of one’s own that was added, changed or taken away: every box is looked at again', () => {
    const { id } = createBox(db, canalNightBankBox(), 1);
    const own = { ...STARTER_CATALOGUE[0]!, id: 'own-1', origin: 'own' } as Part;
    for (const change of [
      () => saveOwnPart(db, own, 1),
      () => saveOwnPart(db, { ...own, name: 'Another name' }, 1),
      () => deleteOwnPart(db, 'own-1')
    ]) {
      shelfNow(db);
      expect(rowOf(id).pending).toBe(false);
      change();
      expect(rowOf(id).pending).toBe(true);
    }
  });

  test('one that was damaged behind its back says so, and is well again when it is', () => {
    const { id } = createBox(db, canalNightBankBox(), 1);
    const text = db.select().from(boxes).where(eq(boxes.id, id)).get()!.document;
    shelfNow(db);
    db.update(boxes).set({ document: '{"half' }).where(eq(boxes.id, id)).run();
    expect(shelfNow(db)[0]!.unreadable).not.toBeNull();
    db.update(boxes).set({ document: text }).where(eq(boxes.id, id)).run();
    expect(shelfNow(db)[0]!.unreadable).toBeNull();
  });
});
