import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { saltmarshHideBox } from '@haversack/core/demo/boxes';
import type { Box } from '@haversack/core/box/schema';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { createBox, deleteBox, getBox, saveBox, setArchived } from './boxes.ts';
import { getRevision, revisionHistory } from './revisions.ts';
import { openDatabase, type Db } from './db/open.ts';
import { ApiError } from './errors.ts';
import { dropVariant, keepVariant, listVariants } from './variants.ts';

const NOW = Date.UTC(2026, 10, 29);
let folder: string;
let db: Db;
let id: string;
const named = (variantId: string, name: string, over: Partial<Box> = {}): Box => ({
  ...saltmarshHideBox(),
  ...over,
  variant: { id: variantId, name, builtDay: null }
});

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'haversack-variants-'));
  const opened = await openDatabase(join(folder, 'haversack.db'), join(process.cwd(), 'drizzle'), NOW);
  if (opened.state !== 'ready') throw new Error(opened.message);
  db = opened.db;
  id = createBox(db, named('v1', 'First'), NOW).id;
});
afterEach(() => {
  db.$client.close();
  rmSync(folder, { recursive: true, force: true });
});
const status = (work: () => unknown): number => {
  try {
    work();
  } catch (e) {
    if (e instanceof ApiError) return e.status;
    throw e;
  }
  return 200;
};
const names = (): string[] => listVariants(db, id).variants.map((v) => v.name);

describe('variants beside a box', () => {
  test('kept, written again in place, taken out', () => {
    keepVariant(db, id, named('v2', 'Lighter'), NOW);
    keepVariant(db, id, named('v3', 'Larger'), NOW + 1);
    expect(names()).toEqual(['Lighter', 'Larger']);
    keepVariant(db, id, named('v2', 'Lightest', { notes: 'n' }), NOW + 2);
    expect(names().toSorted()).toEqual(['Larger', 'Lightest']);
    expect(listVariants(db, id).variants.find((v) => v.id === 'v2')!.document.notes).toBe('n');
    dropVariant(db, id, 'v2');
    expect(names()).toEqual(['Larger']);
    expect(status(() => dropVariant(db, id, 'v2'))).toBe(404);
  });

  test('refused: the open one itself, more than a dozen, a box that is not there', () => {
    expect(status(() => keepVariant(db, id, named('v1', 'Self'), NOW))).toBe(409);
    for (let i = 2; i < 14; i++) keepVariant(db, id, named(`v${i}`, `N${i}`), NOW);
    expect(status(() => keepVariant(db, id, named('v99', 'One more'), NOW))).toBe(422);
    keepVariant(db, id, named('v3', 'In place'), NOW);
    expect(names().length).toBe(12);
    expect(status(() => keepVariant(db, 'nobody', named('v2', 'x'), NOW))).toBe(404);
    expect(status(() => listVariants(db, 'nobody'))).toBe(404);
  });

  test('a save that opens another keeps the one before it beside, and nothing is in two places', () => {
    keepVariant(db, id, named('v2', 'Lighter'), NOW);
    const first = getBox(db, id);
    saveBox(db, id, { ...first.document, notes: 'last words of the first' }, 1, NOW + 1);
    saveBox(db, id, named('v2', 'Lighter'), 2, NOW + 2);
    const beside = listVariants(db, id).variants;
    expect(beside.map((v) => v.name)).toEqual(['First']);
    expect(beside[0]!.document.notes).toBe('last words of the first');
    // undone: it changes back
    saveBox(db, id, beside[0]!.document, 3, NOW + 3);
    expect(getBox(db, id).document.variant.name).toBe('First');
    expect(names()).toEqual(['Lighter']);
    // saves of one and the same touch nothing beside
    saveBox(db, id, { ...getBox(db, id).document, notes: 'x' }, 4, NOW + 4);
    expect(names()).toEqual(['Lighter']);
  });

  test('a save that was overtaken swaps nothing', () => {
    keepVariant(db, id, named('v2', 'Lighter'), NOW);
    saveBox(db, id, named('v1', 'First', { notes: 'theirs' }), 1, NOW + 1);
    expect(status(() => saveBox(db, id, named('v2', 'Lighter'), 1, NOW + 2))).toBe(409);
    expect(names()).toEqual(['Lighter']);
    expect(getBox(db, id).document.notes).toBe('theirs');
  });

  test('one that cannot be read is told and hides no other; with the box all of them go', () => {
    keepVariant(db, id, named('v2', 'Lighter'), NOW);
    keepVariant(db, id, named('v3', 'Larger'), NOW + 1);
    db.run(sql`update variants set document = '{"torn' where id = 'v2'`);
    const { variants, broken } = listVariants(db, id);
    expect(variants.map((v) => v.name)).toEqual(['Larger']);
    expect(broken).toEqual([{ id: 'v2', why: expect.stringContaining('damaged') }]);
    dropVariant(db, id, 'v2');
    expect(listVariants(db, id).broken).toEqual([]);
    setArchived(db, id, true);
    deleteBox(db, id);
    expect(db.all(sql`select id from variants`)).toEqual([]);
  });
});

describe('history in words', () => {
  test('each version says what the save after it changed, the newest first', () => {
    const box = getBox(db, id).document;
    saveBox(db, id, { ...box, bank: { ...box.bank, ageYears: 3 } }, 1, NOW + 1);
    saveBox(db, id, { ...box, bank: { ...box.bank, ageYears: 3 }, outing: { ...box.outing, airC: -4 } }, 2, NOW + 2);
    const rows = revisionHistory(db, id);
    expect(rows.map((r) => r.revision)).toEqual([2, 1]);
    expect(rows[0]).toMatchObject({ changes: ['outing: coldest air 4 °C → -4 °C'], more: 0, variant: 'First' });
    expect(rows[1]!.changes).toEqual(['battery: age 1 → 3']);
    expect(getRevision(db, id, 1).bank.ageYears).toBe(1);
  });

  test('many changes are counted, a torn version says so and does not stop the list', () => {
    const box = getBox(db, id).document;
    const many = { ...box, devices: box.devices.map((d, i) => ({ ...d, name: `Other ${i}`, minV: 10 + i / 10 })) };
    saveBox(db, id, many, 1, NOW + 1);
    saveBox(db, id, { ...many, notes: 'n' }, 2, NOW + 2);
    expect(revisionHistory(db, id)[1]).toMatchObject({ more: expect.any(Number) });
    expect(revisionHistory(db, id)[1]!.more).toBeGreaterThan(0);
    db.run(sql`update revisions set document = 'torn' where revision = 2`);
    expect(revisionHistory(db, id).map((r) => r.changes[0])).toEqual([
      'this version cannot be read',
      'the version after it cannot be read'
    ]);
    expect(status(() => revisionHistory(db, 'nobody'))).toBe(404);
  });
});
