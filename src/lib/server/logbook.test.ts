import { emptyBox } from '@haversack/core/box/empty';
import { applyEdits } from '@haversack/core/box/edits';
import { STARTER_CATALOGUE } from '@haversack/core/catalogue/starter';
import { demoBoxes } from '@haversack/core/demo/boxes';
import { blankEntry, entryOf } from '@haversack/core/logbook/kinds';
import { logEntrySchema, type EntryOf, type LogRecord } from '@haversack/core/logbook/record';
import { cpSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import ICAL from 'ical.js';
import { beforeEach, describe, expect, test } from 'vitest';
import {
  addBattery,
  batteriesFromBox,
  changeBattery,
  deleteBattery,
  getBattery,
  keptBatteries,
  listBatteries,
  putBackBattery,
  resistanceOf
} from './batteries.ts';
import { createBox, deleteBox, getBox, saveBox, setArchived } from './boxes.ts';
import { openDatabase, type Db } from './db/open.ts';
import { boxToday, dueCalendar, snooze } from './due.ts';
import { ApiError } from './errors.ts';
import { addLog, changeLog, deleteLog, listLog, logQuery, putBackLog } from './logbook.ts';

const MIGRATIONS = join(process.cwd(), 'drizzle');
const NOW = Date.parse('2026-11-28T12:00:00Z');
let db: Db;
let boxId: string;

const folder = (): string => mkdtempSync(join(tmpdir(), 'haversack-log-'));
async function opened(file: string, migrations = MIGRATIONS): Promise<Db> {
  const o = await openDatabase(file, migrations, NOW);
  if (o.state !== 'ready') throw new Error(o.message);
  return o.db;
}
beforeEach(async () => {
  db = await opened(join(folder(), 'haversack.db'));
  boxId = createBox(db, demoBoxes()[0]!, NOW).id;
});

const outing = (day: string, over: Partial<EntryOf<'outing'>> = {}) => ({
  ...blankEntry('outing', day),
  durationH: 9,
  ...over
});
const status = (work: () => unknown): number => {
  try {
    work();
  } catch (e) {
    return (e as ApiError).status;
  }
  return 200;
};

describe('records', () => {
  test('written, found, mended, taken out and put back as they were', () => {
    const made = addLog(db, boxId, outing('2026-11-20', { chargeAh: 12, notes: 'Rain at the hide' }), NOW);
    addLog(db, boxId, { ...blankEntry('wish', '2026-11-21'), wish: 'a longer lead' }, NOW + 1);
    expect(listLog(db, boxId)).toMatchObject({
      total: 2,
      records: [{ kind: 'wish' }, { kind: 'outing', chargeAh: 12 }]
    });
    expect(listLog(db, boxId, { kind: 'outing' }).total).toBe(1);
    expect(listLog(db, boxId, { text: 'RAIN' }).records[0]!.id).toBe(made.id);
    expect(listLog(db, boxId, { text: '%' }).total).toBe(2);
    expect(listLog(db, boxId, { text: 'snow' }).total).toBe(0);
    expect(listLog(db, boxId, { telling: true }).total).toBe(1);
    expect(listLog(db, boxId, { limit: 1, offset: 1 }).records[0]!.kind).toBe('outing');

    const { before, after } = changeLog(db, made.id, { ...entryOf(made), chargeAh: 13 }, NOW + 2);
    expect(before).toEqual(made);
    expect(after).toMatchObject({ id: made.id, createdMs: made.createdMs, chargeAh: 13 });
    expect(listLog(db, boxId, { kind: 'outing' }).records).toEqual([after]);

    deleteLog(db, made.id);
    expect(listLog(db, boxId, { kind: 'outing' }).total).toBe(0);
    expect(putBackLog(db, boxId, after)).toEqual(after);
    expect(listLog(db, boxId, { kind: 'outing' }).records).toEqual([after]);
    expect(status(() => putBackLog(db, boxId, after))).toBe(409);
  });

  test('what is wrong is refused with its field, and nothing is written', () => {
    const bad: [unknown, number, RegExp][] = [
      [{ ...outing('2026-11-20'), chargeAh: -3 }, 422, /^Charge \(Ah\): must be at least 0\./],
      [{ ...outing('2026-11-20'), airC: 200 }, 422, /^Air \(°C\): must be at most/],
      [{ ...outing('2026-11-20'), kind: 'party' }, 422, /^Kind: choose outing, /],
      [outing('2027-01-01'), 422, /still to come/],
      [null, 422, /record must be a group/],
      [[], 422, /record/]
    ];
    for (const [entry, code, words] of bad) {
      expect(status(() => addLog(db, boxId, entry, NOW))).toBe(code);
      expect(() => addLog(db, boxId, entry, NOW)).toThrow(words);
    }
    expect(status(() => addLog(db, 'nobody', outing('2026-11-20'), NOW))).toBe(404);
    expect(status(() => deleteLog(db, 'nobody'))).toBe(404);
    expect(status(() => changeLog(db, 'nobody', outing('2026-11-20'), NOW))).toBe(404);
    const made = addLog(db, boxId, outing('2026-11-20'), NOW);
    expect(() => changeLog(db, made.id, blankEntry('charge', '2026-11-20'), NOW)).toThrow('stays what it is');
    expect(status(() => putBackLog(db, boxId, { ...made, id: 'x' }))).toBe(422);
    expect(listLog(db, boxId).total).toBe(1);
    expect(() => logQuery(new URLSearchParams('kind=party'))).toThrow('party');
    expect(() => logQuery(new URLSearchParams('limit=-1'))).toThrow('limit');
  });

  test('a record of tomorrow is taken where tomorrow has begun already', () => {
    expect(addLog(db, boxId, outing('2026-11-29'), NOW).day).toBe('2026-11-29');
  });

  test('what changed in the box between two outings is written with the second, once', () => {
    addLog(db, boxId, outing('2026-11-20'), NOW);
    const box = getBox(db, boxId);
    const document = applyEdits(box.document, [{ op: 'set', path: 'outing/airC', value: -3 }]);
    saveBox(db, boxId, document, box.revision, NOW);
    addLog(db, boxId, outing('2026-11-22'), NOW + 1);
    addLog(db, boxId, outing('2026-11-24'), NOW + 2);
    const changes = listLog(db, boxId, { kind: 'change' }).records as (LogRecord & EntryOf<'change'>)[];
    expect(changes.length).toBe(1);
    expect(changes[0]).toMatchObject({ day: '2026-11-22', changes: ['outing: coldest air 4 °C → -3 °C'] });
    // it stands between the two outings
    expect(listLog(db, boxId).records.map((r) => r.kind)).toEqual(['outing', 'outing', 'change', 'outing']);
    // an outing entered later, of an earlier day, says nothing of the box of today
    saveBox(db, boxId, applyEdits(document, [{ op: 'set', path: 'outing/airC', value: 9 }]), box.revision + 1, NOW);
    addLog(db, boxId, outing('2026-11-10'), NOW + 3);
    expect(listLog(db, boxId, { kind: 'change' }).total).toBe(1);
  });

  test('what was planned stays with the record when the box changes, and goes with the box', () => {
    const planned = { ...blankEntry('outing', '2026-11-20').planned, wantedH: 10 };
    addLog(db, boxId, outing('2026-11-20', { planned }), NOW);
    const box = getBox(db, boxId);
    saveBox(
      db,
      boxId,
      applyEdits(box.document, [{ op: 'set', path: 'outing/durationH', value: 30 }]),
      box.revision,
      NOW
    );
    expect(listLog(db, boxId).records[0]).toMatchObject({ planned: { wantedH: 10 } });
    setArchived(db, boxId, true);
    deleteBox(db, boxId);
    expect(status(() => listLog(db, boxId))).toBe(404);
    expect(db.$client.prepare('select count(*) as n from records').get()).toEqual({ n: 0 });
  });
});

test('a logbook of before keeps every word of it in the new shape', async () => {
  const dir = folder();
  const old = join(dir, 'old-migrations');
  cpSync(MIGRATIONS, old, { recursive: true });
  const journal = JSON.parse(readFileSync(join(old, 'meta/_journal.json'), 'utf8')) as { entries: unknown[] };
  writeFileSync(join(old, 'meta/_journal.json'), JSON.stringify({ ...journal, entries: journal.entries.slice(0, 2) }));
  const file = join(dir, 'haversack.db');
  const before = await opened(file, old);
  const box = createBox(before, emptyBox('Old'), NOW);
  const put = before.$client.prepare(
    'insert into logbook (id, box_id, kind, day, duration_h, charge_ah, end_v, air_c, notes, planned, created_ms) values (?,?,?,?,?,?,?,?,?,?,?)'
  );
  const planned = JSON.stringify({ lastsH: 12, wantedH: 10, chargeAh: 11, endV: 12.9 });
  const id = (n: number) => `00000000-0000-4000-8000-00000000000${n}`;
  put.run(id(1), box.id, 'outing', '2026-10-03', 9.5, 12.4, 12.8, 3, 'Rain\n“twice”', planned, 5);
  put.run(id(2), box.id, 'charge', '2026-10-04', 5, null, 14.4, null, '', planned, 6);
  put.run(id(3), box.id, 'fault', '2026-10-05', null, null, 11.2, null, 'Lamp dark', planned, 7);
  before.$client.close();

  const now = await opened(file);
  const { records } = listLog(now, box.id);
  expect(records.map((r) => r.kind)).toEqual(['fault', 'charge', 'outing']);
  for (const r of records) expect(logEntrySchema.safeParse(entryOf(r)).success).toBe(true);
  expect(records[2]).toMatchObject({
    id: id(1),
    createdMs: 5,
    durationH: 9.5,
    chargeAh: 12.4,
    endV: 12.8,
    airC: 3,
    notes: 'Rain\n“twice”',
    planned: { lastsH: 12, wantedH: 10, chargeAh: 11, endV: 12.9, devices: [], startFraction: null }
  });
  expect(records[1]).toMatchObject({ durationH: 5, endV: 14.4, chargeAh: null });
  expect(records[0]!.notes).toBe('Lamp dark\n11.2 V');
  expect(listLog(now, box.id, { text: 'twice' }).total).toBe(1);
});

describe('batteries', () => {
  const lifeNow = (id: string) => keptBatteries(db, '2026-11-28', false).find((b) => b.id === id)!.life;

  test('the packs of a box become things, once; moved to another box they keep where they stood', () => {
    const [made] = batteriesFromBox(db, boxId, '2026-05-01', NOW);
    expect(made).toMatchObject({ boxId, sinceDay: '2026-05-01', capacityAh: 20, chemistry: 'lfp' });
    expect(batteriesFromBox(db, boxId, '2026-05-02', NOW)).toEqual([]);
    const other = createBox(db, emptyBox('Other'), NOW).id;
    const { id, ...rest } = made!;
    const there = changeBattery(db, id, { ...rest, boxId: other }, '2026-08-01', NOW);
    expect(there).toMatchObject({
      boxId: other,
      sinceDay: '2026-08-01',
      stays: [{ boxId, boxName: 'Saltmarsh hide box', fromDay: '2026-05-01', toDay: '2026-08-01' }]
    });
    const now: Partial<typeof there> = { ...there };
    delete now.id;
    expect(changeBattery(db, id, { ...now, boxId: null }, '2026-09-01', NOW)).toMatchObject({
      boxId: null,
      sinceDay: null
    });
    expect(getBattery(db, id).stays.length).toBe(2);
    expect(() => batteriesFromBox(db, other, '2026-05-01', NOW)).toThrow('no battery yet');
  });

  test('its life: outings, cycles, price of each, what was measured, over all boxes', () => {
    const [made] = batteriesFromBox(db, boxId, '2026-01-01', NOW);
    const { id, ...rest } = made!;
    changeBattery(db, id, { ...rest, boughtDay: '2025-11-28', priceAmount: 90 }, '2026-01-01', NOW);
    const other = createBox(db, emptyBox('Other'), NOW).id;
    addLog(db, boxId, outing('2026-02-01', { chargeAh: 10, batteryIds: [id] }), NOW);
    addLog(db, other, outing('2026-03-01', { chargeAh: 15, batteryIds: [id] }), NOW);
    addLog(db, boxId, outing('2026-03-02', { chargeAh: 99 }), NOW);
    addLog(db, boxId, { ...blankEntry('capacity', '2026-04-01'), chargeAh: 18, airC: 25, batteryIds: [id] }, NOW);
    expect(lifeNow(id)).toMatchObject({
      outingCount: 2,
      throughputAh: 43,
      cycles: 43 / 20,
      pricePerOuting: 45,
      measuredDay: '2026-04-01'
    });
    expect(lifeNow(id).ageYears).toBeCloseTo(1, 2);
    expect(lifeNow(id).measuredAh).toBeCloseTo(18, 1);
    expect(listLog(db, boxId, { batteryId: id }).total).toBe(2);
    // one with a history is not thrown away, and a record before it was bought is refused
    expect(status(() => deleteBattery(db, id))).toBe(409);
    expect(() => addLog(db, boxId, outing('2025-01-01', { batteryIds: [id] }), NOW)).toThrow(
      'was bought on 2025-11-28'
    );
  });

  test('its resistance comes from the records of its box, and goes along when it is moved', () => {
    const [made] = batteriesFromBox(db, boxId, '2026-01-01', NOW);
    const { id } = made!;
    const now = () => resistanceOf(db, getBattery(db, id), '2026-11-28');
    expect(now()).toBeNull();
    for (const day of ['2026-02-01', '2026-02-08'])
      addLog(db, boxId, outing(day, { chargeAh: 12, endV: 12.3, endState: 'loaded', batteryIds: [id] }), NOW);
    const there = now()!;
    expect(there.factor).toBeGreaterThan(1);
    expect(there.day).toBe('2026-11-28');
    const bare: Partial<typeof made> = { ...getBattery(db, id), boxId: null };
    delete bare!.id;
    expect(changeBattery(db, id, bare, '2026-11-28', NOW).resistance).toEqual(there);
    // on the shelf it keeps what was known
    expect(now()).toEqual(there);
  });

  test('a pair shares what was drawn by what each holds', () => {
    const [a] = batteriesFromBox(db, boxId, '2026-01-01', NOW);
    const rest: Partial<NonNullable<typeof a>> = { ...a };
    delete rest.id;
    const b = addBattery(db, { ...rest, name: 'Second', capacityAh: 10 }, NOW);
    addLog(db, boxId, outing('2026-02-01', { chargeAh: 15, batteryIds: [a!.id, b.id] }), NOW);
    expect(lifeNow(a!.id).throughputAh).toBeCloseTo(10, 9);
    expect(lifeNow(b.id).throughputAh).toBeCloseTo(5, 9);
  });

  test('one without a history goes, and comes back as it was; nonsense is refused', () => {
    const [a] = batteriesFromBox(db, boxId, '2026-01-01', NOW);
    const { id, ...rest } = a!;
    deleteBattery(db, id);
    expect(listBatteries(db)).toEqual([]);
    expect(putBackBattery(db, id, rest, NOW)).toEqual(a);
    expect(status(() => putBackBattery(db, id, rest, NOW))).toBe(409);
    expect(status(() => addBattery(db, { ...rest, capacityAh: -1 }, NOW))).toBe(422);
    expect(status(() => addBattery(db, { ...rest, name: '' }, NOW))).toBe(422);
    expect(status(() => changeBattery(db, 'nobody', rest, '2026-01-01', NOW))).toBe(404);
    expect(status(() => changeBattery(db, id, { ...rest, boxId: 'nobody' }, '2026-01-01', NOW))).toBe(404);
  });
});

describe('what is due today', () => {
  test('the shelf’s line: last outing, charge, what is due; put off and taken back', () => {
    addLog(db, boxId, { ...blankEntry('charge', '2026-11-01'), full: true }, NOW);
    addLog(db, boxId, outing('2026-11-10', { chargeAh: 10 }), NOW);
    const box = getBox(db, boxId);
    const now = boxToday(db, box, STARTER_CATALOGUE, '2026-11-28', false);
    expect(now.lastOutingDay).toBe('2026-11-10');
    expect(now.charge!.fraction).toBeGreaterThan(0.3);
    expect(now.charge!.fraction).toBeLessThan(0.6);
    expect(now.due[0]).toMatchObject({ key: 'charge', state: 'overdue' });
    expect(snooze(db, boxId, { key: 'charge', until: '2026-12-05' })).toEqual({ charge: '2026-12-05' });
    const later = boxToday(db, box, STARTER_CATALOGUE, '2026-11-28', false).due.find((d) => d.key === 'charge');
    expect(later).toMatchObject({ state: 'soon', snoozedUntil: '2026-12-05' });
    expect(snooze(db, boxId, { key: 'charge', until: null })).toEqual({});
    expect(status(() => snooze(db, boxId, { key: 'party', until: null }))).toBe(422);
    expect(status(() => snooze(db, boxId, { key: 'charge', until: 'soon' }))).toBe(422);
    expect(status(() => snooze(db, 'nobody', { key: 'charge', until: null }))).toBe(404);
  });

  test('as a calendar it reads back with another program: one event a thing, on its day, with an alarm', () => {
    addLog(db, boxId, outing('2026-11-10', { chargeAh: 10 }), NOW);
    const rows = boxToday(db, getBox(db, boxId), STARTER_CATALOGUE, '2026-11-28', true).due;
    const read = new ICAL.Component(ICAL.parse(dueCalendar(boxId, 'Hide; box', rows)) as never);
    const events = read.getAllSubcomponents('vevent').map((e) => new ICAL.Event(e));
    expect(events.length).toBe(rows.length);
    for (const [i, e] of events.entries()) {
      expect(e.summary).toBe(`Hide; box: ${rows[i]!.what}`);
      expect(e.startDate.toString()).toBe(rows[i]!.day);
      expect(e.startDate.isDate).toBe(true);
      expect(e.component.getAllSubcomponents('valarm').length).toBe(1);
    }
    expect(new Set(events.map((e) => e.uid)).size).toBe(rows.length);
  });
});
