import { LATER } from '@haversack/core/box/later';
import { boxSchema } from '@haversack/core/box/schema';
import { canalNightBankBox } from '@haversack/core/demo/boxes';
import { blankEntry } from '@haversack/core/logbook/kinds';
import { BATTERY_LATER, PLANNED_LATER } from '@haversack/core/logbook/later';
import { eq } from 'drizzle-orm';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { addBattery, getBattery } from './batteries.ts';
import { createBox, getBox, saveBox } from './boxes.ts';
import { openDatabase, type Db } from './db/open.ts';
import { batteries, boxes, logSnapshots, records } from './db/schema.ts';
import { addLog, listLog } from './logbook.ts';
import { listBoxes } from './shelf.ts';
import { shelfNow } from './testing/shelf-now.ts';
import { getRevision, listRevisions, revisionHistory } from './revisions.ts';

/** A folder that an older build wrote: what came to documents since is missing in every row. */
let folder: string;
let db: Db;
let id: string;

const NOW = Date.parse('2026-11-28T12:00:00Z');
type Raw = Record<string, unknown>;
const drop = (v: Raw, later: object): void => {
  for (const key of Object.keys(later)) delete v[key];
};
function before(text: string): string {
  const box = JSON.parse(text) as Raw;
  drop(box, LATER.box);
  for (const p of box.ports as Raw[]) drop(p, LATER.port);
  for (const f of box.feeds as Raw[]) drop(f, LATER.feed);
  for (const c of box.circuits as Raw[]) drop(c, LATER.circuit);
  drop(box.bank as Raw, LATER.bank);
  return JSON.stringify(box);
}
const rowOf = (boxId: string) => db.select().from(boxes).where(eq(boxes.id, boxId)).get()!;

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'haversack-older-'));
  const opened = await openDatabase(join(folder, 'haversack.db'), join(process.cwd(), 'drizzle'), NOW);
  if (opened.state !== 'ready') throw new Error(opened.message);
  db = opened.db;
  id = createBox(db, canalNightBankBox(), NOW).id;
  db.update(boxes)
    .set({ document: before(rowOf(id).document) })
    .where(eq(boxes.id, id))
    .run();
});
afterEach(() => {
  db.$client.close();
  rmSync(folder, { recursive: true, force: true });
});

describe('what an older build stored', () => {
  test('opens whole and stands on the shelf with its answers', () => {
    expect(JSON.parse(rowOf(id).document)).not.toHaveProperty('openings');
    const { document } = getBox(db, id);
    expect(boxSchema.parse(document)).toEqual(document);
    expect(document).toEqual(canalNightBankBox());
    shelfNow(db);
    const row = listBoxes(db, 'this').find((b) => b.id === id)!;
    expect(row.unreadable).toBeNull();
    expect(row.verdicts).toHaveLength(5);
  });

  test('is saved, and what stood before can be taken back', () => {
    const { document, revision } = getBox(db, id);
    saveBox(db, id, { ...document, name: 'Worked on again' }, revision, NOW + 86_400_000);
    const [earlier] = listRevisions(db, id);
    expect(boxSchema.safeParse(getRevision(db, id, earlier!.revision)).success).toBe(true);
    expect(revisionHistory(db, id).length).toBeGreaterThan(0);
  });

  test('a record of then has no plan for each device, a battery no resistance: both are read whole', () => {
    const record = addLog(db, id, { ...blankEntry('outing', '2026-11-01'), durationH: 6 }, NOW);
    const stored = db.select().from(records).where(eq(records.id, record.id)).get()!;
    const old = JSON.parse(stored.document) as { planned: Raw };
    drop(old.planned, PLANNED_LATER);
    db.update(records)
      .set({ document: JSON.stringify(old) })
      .where(eq(records.id, record.id))
      .run();
    const read = listLog(db, id).records.find((r) => r.id === record.id);
    expect(read).toMatchObject({ planned: PLANNED_LATER });

    const battery = addBattery(
      db,
      {
        name: 'Blue one',
        partId: null,
        chemistry: 'agm',
        capacityAh: 20,
        boughtDay: null,
        priceAmount: null,
        notes: '',
        retired: false,
        boxId: null,
        sinceDay: null,
        stays: []
      },
      NOW
    );
    const kept = db.select().from(batteries).where(eq(batteries.id, battery.id)).get()!;
    const bare = JSON.parse(kept.document) as Raw;
    drop(bare, BATTERY_LATER);
    db.update(batteries)
      .set({ document: JSON.stringify(bare) })
      .where(eq(batteries.id, battery.id))
      .run();
    expect(getBattery(db, battery.id).resistance).toBeNull();
  });

  test('what came with the build is no change that somebody made between two outings', () => {
    addLog(db, id, { ...blankEntry('outing', '2026-11-01'), durationH: 6 }, NOW);
    const snapshot = db.select().from(logSnapshots).where(eq(logSnapshots.boxId, id)).get()!;
    db.update(logSnapshots)
      .set({ document: before(snapshot.document) })
      .where(eq(logSnapshots.boxId, id))
      .run();
    addLog(db, id, { ...blankEntry('outing', '2026-11-20'), durationH: 6 }, NOW);
    const changes = listLog(db, id).records.filter((r) => r.kind === 'change');
    expect(changes).toEqual([]);
  });
});
