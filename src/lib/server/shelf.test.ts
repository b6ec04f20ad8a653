import { STARTER_CATALOGUE } from '@haversack/core/catalogue/starter';
import type { Part } from '@haversack/core/catalogue/part';
import { canalNightBankBox, saltmarshHideBox } from '@haversack/core/demo/boxes';
import { evaluate } from '@haversack/core/evaluate';
import * as evaluation from '@haversack/core/evaluate';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { createBox, deleteBox, saveBox, setArchived } from './boxes.ts';
import { openDatabase, type Db } from './db/open.ts';
import { boxes } from './db/schema.ts';
import { listBoxes } from './shelf.ts';

vi.mock('@haversack/core/evaluate', { spy: true });

let folder: string;
let db: Db;
const worked = () => vi.mocked(evaluation.evaluate).mock.calls.length;
const stateOf = (list: ReturnType<typeof listBoxes>, id: string) =>
  list.find((b) => b.id === id)!.verdicts.map((v) => v.state);

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
  test('a box that did not change is worked out once; a saved one anew', () => {
    const box = canalNightBankBox();
    const { id } = createBox(db, box, 1);
    createBox(db, saltmarshHideBox(), 1);
    const first = listBoxes(db, STARTER_CATALOGUE);
    const after = worked();
    expect(listBoxes(db, STARTER_CATALOGUE)).toEqual(first);
    expect(worked()).toBe(after);
    const changed = { ...box, bank: { ...box.bank, partId: null } };
    saveBox(db, id, changed, 1, 2);
    const now = listBoxes(db, STARTER_CATALOGUE);
    expect(worked()).toBe(after + 1);
    expect(stateOf(now, id)).toEqual(evaluate(changed, STARTER_CATALOGUE).verdicts.map((v) => v.state));
    expect(stateOf(now, id)).not.toEqual(stateOf(first, id));
  });

  test('archived, renamed by a save and taken away: what is told of the rest stays', () => {
    const one = createBox(db, canalNightBankBox(), 1);
    const two = createBox(db, saltmarshHideBox(), 1);
    listBoxes(db, STARTER_CATALOGUE);
    setArchived(db, one.id, true);
    expect(listBoxes(db, STARTER_CATALOGUE).find((b) => b.id === one.id)?.archived).toBe(true);
    deleteBox(db, one.id);
    expect(listBoxes(db, STARTER_CATALOGUE).map((b) => b.id)).toEqual([two.id]);
  });

  test('a part of one’s own that was changed is looked at again', () => {
    createBox(db, canalNightBankBox(), 1);
    const own = { ...STARTER_CATALOGUE[0]!, id: 'own-1', origin: 'own' } as Part;
    listBoxes(db, [own, ...STARTER_CATALOGUE]);
    const after = worked();
    listBoxes(db, [{ ...own, name: 'Another name' }, ...STARTER_CATALOGUE]);
    expect(worked()).toBe(after + 1);
  });

  test('one that was damaged behind its back says so, and is well again when it is', () => {
    const { id } = createBox(db, canalNightBankBox(), 1);
    const text = db.select().from(boxes).where(eq(boxes.id, id)).get()!.document;
    listBoxes(db, STARTER_CATALOGUE);
    db.update(boxes).set({ document: '{"half' }).where(eq(boxes.id, id)).run();
    expect(listBoxes(db, STARTER_CATALOGUE)[0]!.unreadable).not.toBeNull();
    db.update(boxes).set({ document: text }).where(eq(boxes.id, id)).run();
    expect(listBoxes(db, STARTER_CATALOGUE)[0]!.unreadable).toBeNull();
  });
});
