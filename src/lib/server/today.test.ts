import { applyEdits } from '@haversack/core/box/edits';
import { STARTER_CATALOGUE } from '@haversack/core/catalogue/starter';
import { demoBoxes } from '@haversack/core/demo/boxes';
import { evaluate } from '@haversack/core/evaluate';
import { estimate } from '@haversack/core/logbook/estimate/estimate';
import { takeable, takeOverEdits } from '@haversack/core/logbook/estimate/take-over';
import { blankEntry } from '@haversack/core/logbook/kinds';
import { eq } from 'drizzle-orm';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beforeEach, describe, expect, test } from 'vitest';
import { addBattery, keptBatteries } from './batteries.ts';
import { createBox, deleteBox, getBox, saveBox, setArchived } from './boxes.ts';
import { askedDay, dayOf } from './day.ts';
import { openDatabase, type Db } from './db/open.ts';
import { boxes } from './db/schema.ts';
import { seedLog } from './demo-log.ts';
import { boxToday } from './due.ts';
import { ApiError } from './errors.ts';
import { addLog, listLog } from './logbook.ts';
import { listSeries } from './series.ts';
import { known, shelfToday } from './today.ts';

const NOW = Date.parse('2026-11-28T12:00:00Z');
let db: Db;
let hide: string;
let race: string;
beforeEach(async () => {
  const file = join(mkdtempSync(join(tmpdir(), 'haversack-today-')), 'haversack.db');
  const opened = await openDatabase(file, join(process.cwd(), 'drizzle'), NOW);
  if (opened.state !== 'ready') throw new Error(opened.message);
  db = opened.db;
  const of = (start: string) =>
    createBox(
      db,
      demoBoxes().find((b) => b.name.startsWith(start))!,
      NOW
    ).id;
  hide = of('Saltmarsh');
  race = of('Fell-race');
});

describe('the day that is asked for', () => {
  test('as said, ours where none is said, refused where it is none', () => {
    expect(askedDay('2026-02-28')).toBe('2026-02-28');
    expect(askedDay(null)).toBe(dayOf(Date.now()));
    for (const bad of ['2026-02-30', 'soon', '', '28.11.2026', '2026-2-3'])
      expect(() => askedDay(bad), bad).toThrow(ApiError);
  });
});

test('a box that was thrown away while its day was being worked out is not there any more', () => {
  const read = getBox(db, hide);
  // as another thread does it, right in the middle
  const throwAway = () => {
    if (!db.select().from(boxes).where(eq(boxes.id, hide)).get()) return;
    setArchived(db, hide, true);
    deleteBox(db, hide);
  };
  const catalogue = new Proxy(STARTER_CATALOGUE, {
    get: (parts, key) => {
      throwAway();
      return Reflect.get(parts, key) as unknown;
    }
  });
  const gone = () => boxToday(db, read, catalogue, '2026-11-28', false);
  expect(gone).toThrow(new ApiError(404, 'This box is not on the shelf any more.'));
});

describe('over all boxes', () => {
  test('the shelf has a line for each box with a logbook, and none for one that cannot be read', () => {
    expect(shelfToday(db, '2026-11-28')).toEqual({});
    addLog(db, hide, { ...blankEntry('outing', '2026-11-10'), durationH: 9, chargeAh: 12, startPercent: 1 }, NOW);
    addLog(db, hide, { ...blankEntry('moisture', '2026-11-11'), seen: 'water' }, NOW);
    addLog(db, race, { ...blankEntry('wish', '2026-11-11'), wish: 'a longer lead' }, NOW);
    const lines = shelfToday(db, '2026-11-28');
    expect(lines[hide]).toMatchObject({
      lastOutingDay: '2026-11-10',
      dueFirst: 'Open it, dry it, find where it came in'
    });
    expect(lines[hide]!.dueCount).toBeGreaterThan(1);
    expect(lines[race]).toMatchObject({ lastOutingDay: null, chargeFraction: null });
    db.$client.prepare("update boxes set document = '{broken' where id = ?").run(hide);
    expect(Object.keys(shelfToday(db, '2026-11-28'))).toEqual([race]);
    expect(() => shelfToday(db, 'soon')).toThrow('year-month-day');
  });

  test('measured and learnt draws, faults newest first, and what it all cost', () => {
    const before = known(db);
    expect(before.devices.every((d) => !d.learnt)).toBe(true);
    const box = getBox(db, hide);
    const device = box.document.devices[0]!;
    saveBox(
      db,
      hide,
      applyEdits(box.document, [
        { op: 'set', path: `devices/${device.id}/source`, value: 'measured' },
        { op: 'set', path: `devices/${device.id}/sourceNote`, value: 'meter in the lead' }
      ]),
      box.revision,
      NOW
    );
    addLog(db, hide, { ...blankEntry('fault', '2026-03-01'), what: 'lamp dark', cause: 'fuse' }, NOW);
    addLog(db, race, { ...blankEntry('fault', '2026-05-01'), notes: 'radio dead', partName: 'socket' }, NOW);
    addLog(db, race, { ...blankEntry('renewal', '2026-05-02'), what: 'fuse', costAmount: 4.2 }, NOW);
    addBattery(db, batteryOf({ priceAmount: 92 }), NOW);
    const now = known(db);
    expect(now.devices).toContainEqual(
      expect.objectContaining({ name: device.name, note: 'meter in the lead', spreadFraction: 0.05 })
    );
    expect(now.faults.map((f) => [f.boxName, f.what])).toEqual([
      ['Fell-race radio post', 'radio dead'],
      ['Saltmarsh hide box', 'lamp dark']
    ]);
    expect(now.costs).toEqual({ batteries: 92, orders: 0, renewals: 4.2, together: 96.2 });
  });
});

const batteryOf = (over: object) => ({
  name: 'Spare',
  partId: null,
  chemistry: 'agm',
  capacityAh: 7,
  boughtDay: null,
  priceAmount: null,
  notes: '',
  resistance: null,
  retired: false,
  boxId: null,
  sinceDay: null,
  stays: [],
  ...over
});

describe('the made-up seasons of the demo', () => {
  test('two boxes, two seasons, a fault, tests of a battery that ages, a night by the meter; what they teach is true', () => {
    const boxes = {
      hide: { id: hide, box: getBox(db, hide).document },
      race: { id: race, box: getBox(db, race).document }
    };
    seedLog(db, boxes, STARTER_CATALOGUE, NOW);
    for (const id of [hide, race]) {
      expect(listLog(db, id, { kind: 'outing' }).total).toBeGreaterThan(25);
      expect(listLog(db, id, { kind: 'fault' }).total).toBe(1);
      expect(listLog(db, id, { kind: 'capacity' }).total).toBe(3);
      // a demo opens on a box that was used lately and charged since
      const today = boxToday(db, getBox(db, id), STARTER_CATALOGUE, dayOf(NOW), false);
      expect(today.lastOutingDay! > '2026-10-01').toBe(true);
      expect(today.charge!.fraction).toBeGreaterThan(0.8);
    }
    expect(listSeries(db, hide)).toMatchObject([{ name: 'A night by the meter', summary: { counts: { gap: 1 } } }]);
    const all = keptBatteries(db, dayOf(NOW), true);
    const aged = all.filter((b) => b.boxId !== null);
    expect(aged.length).toBeGreaterThanOrEqual(2);
    for (const b of aged) {
      expect(b.life.measuredAh! / b.capacityAh).toBeLessThan(0.95);
      expect(b.life.cycles).toBeGreaterThan(10);
      // the made-up batteries resist more than the tables say
      expect(b.resistance!.factor).toBeGreaterThan(1);
    }
    expect(all.some((b) => b.retired)).toBe(true);
    // the heater was made to draw a third more, the fixed lamp hardly: the estimate goes the right way
    const { document } = getBox(db, hide);
    const plan = evaluate(document, STARTER_CATALOGUE);
    const e = estimate(document, plan, listLog(db, hide, { telling: true }).records);
    const heater = e.parameters.find((p) => p.name === 'Lens heater band')!;
    expect(heater.now).toBeGreaterThan(1.05);
    const capacity = e.parameters.find((p) => p.kind === 'capacity')!;
    expect(capacity.now).toBeLessThan(capacity.mean);
    const keys = takeable(document, e).map((p) => p.key);
    const after = evaluate(applyEdits(document, takeOverEdits(document, e, keys)), STARTER_CATALOGUE);
    expect(after.outing!.lastsH).toBeLessThan(plan.outing!.lastsH);
  });
});
