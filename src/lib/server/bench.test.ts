import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { emptyBox } from '@haversack/core/box/empty';
import { Marks } from '@haversack/core/bench/marks';
import type { Order } from '@haversack/core/kit/buy/orders';
import { beforeEach, describe, expect, test } from 'vitest';
import { addMarks, addPhoto, listMarks, listPhotos, PHOTO_BYTES, readPhoto, removePhoto } from './bench.ts';
import { createBox, deleteBox, setArchived } from './boxes.ts';
import { backup } from './db/backup.ts';
import { openDatabase, type Db } from './db/open.ts';
import { ApiError } from './errors.ts';
import {
  addOrders,
  changeDrawer,
  listDrawer,
  listOrders,
  ownShops,
  removeOrder,
  saveShops,
  changeLine
} from './shopping.ts';

const MIGRATIONS = join(process.cwd(), 'drizzle');
let db: Db;
let file: string;
let boxId: string;
beforeEach(async () => {
  file = join(mkdtempSync(join(tmpdir(), 'haversack-bench-')), 'haversack.db');
  const opened = await openDatabase(file, MIGRATIONS, 1_000);
  if (opened.state !== 'ready') throw new Error(opened.message);
  db = opened.db;
  boxId = createBox(db, emptyBox('Bench'), 1).id;
});
const refusal = (work: () => unknown): ApiError => {
  try {
    work();
  } catch (e) {
    if (e instanceof ApiError) return e;
    throw e;
  }
  throw new Error('it was taken');
};
const mark = (id: string, key: string, value: unknown, atMs = 1, by = 'A') => ({ id, key, value, by, atMs });

describe('marks at the bench', () => {
  test('two devices at once: every tick stays, the newest of a key counts', () => {
    addMarks(db, boxId, [mark('a1', 'step drill', true, 10, 'Ann'), mark('a2', 'lead R1', true, 11, 'Ann')]);
    addMarks(db, boxId, [mark('b1', 'step mark', true, 10, 'Ben'), mark('b2', 'step drill', false, 12, 'Ben')]);
    const marks = new Marks(listMarks(db, boxId));
    expect(marks.isTicked('lead R1')).toBe(true);
    expect(marks.isTicked('step mark')).toBe(true);
    expect(marks.isTicked('step drill')).toBe(false);
    expect(marks.of('step drill')).toMatchObject({ by: 'Ben', atMs: 12 });
  });
  test('sent twice, as a phone does after a lost answer, it counts once', () => {
    const one = [mark('a1', 'step drill', true)];
    addMarks(db, boxId, one);
    expect(addMarks(db, boxId, one)).toHaveLength(1);
  });
  test('older documents keep the steps they had ticked, until somebody says otherwise', () => {
    const marks = new Marks([mark('a', 'step cut', false, 5) as never]);
    expect(marks.doneSteps(['mock', 'cut'], ['mock', 'cut'])).toEqual(['mock']);
  });
  test.each([
    ['a key of nothing', [mark('a', 'tea', true)]],
    ['a line break in a key', [mark('a', 'note x\ny', 'n')]],
    ['a reading in words', [mark('a', 'reading short', { value: 'much', meter: '', offset: 0 })]],
    ['no number', [mark('a', 'reading short', { value: NaN, meter: '', offset: 0 })]],
    ['a date before all dates', [mark('a', 'step drill', true, -5)]],
    ['nothing', []]
  ])('%s is refused, and nothing is kept', (_, bad) => {
    expect(refusal(() => addMarks(db, boxId, bad)).status).toBe(422);
    expect(listMarks(db, boxId)).toEqual([]);
  });
  test('they go with their box, and are in the backup', async () => {
    addMarks(db, boxId, [mark('a1', 'step drill', true)]);
    const copy = await backup(db.$client, file, 5_000);
    const opened = await openDatabase(String(copy), MIGRATIONS, 6_000);
    if (opened.state !== 'ready') throw new Error(opened.message);
    expect(listMarks(opened.db, boxId)).toHaveLength(1);
    setArchived(db, boxId, true);
    deleteBox(db, boxId);
    expect(refusal(() => listMarks(db, boxId)).status).toBe(404);
  });
});

describe('photographs', () => {
  const jpeg = (size: number) => Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xe0]), Buffer.alloc(size)]);
  test('kept, read back byte by byte, taken out', () => {
    const info = addPhoto(db, boxId, 'step drill', jpeg(100), 7);
    expect(listPhotos(db, boxId)).toEqual([info]);
    expect(readPhoto(db, boxId, info.id).bytes.equals(jpeg(100))).toBe(true);
    removePhoto(db, boxId, info.id);
    expect(listPhotos(db, boxId)).toEqual([]);
    expect(refusal(() => readPhoto(db, boxId, info.id)).status).toBe(404);
  });
  test('too large, no photograph, and of nothing: each says why', () => {
    expect(refusal(() => addPhoto(db, boxId, 'step drill', jpeg(PHOTO_BYTES), 7))).toMatchObject({
      status: 413,
      message: expect.stringContaining('2 MB')
    });
    expect(refusal(() => addPhoto(db, boxId, 'step drill', Buffer.from('<svg>'), 7)).message).toContain(
      'no photograph'
    );
    expect(refusal(() => addPhoto(db, boxId, 'somewhere', jpeg(10), 7)).status).toBe(422);
    expect(listPhotos(db, boxId)).toEqual([]);
  });
  test('one of another box is not given out', () => {
    const other = createBox(db, emptyBox('Other'), 2).id;
    const info = addPhoto(db, boxId, 'step drill', jpeg(10), 7);
    expect(refusal(() => readPhoto(db, other, info.id)).status).toBe(404);
  });
});

describe('shops, orders and the drawer', () => {
  const shop = {
    id: 's1',
    name: 'A',
    shipping: 4.9,
    freeFrom: 30,
    deliveryDays: 2,
    taxFraction: 0,
    offFraction: 0,
    coupon: null
  };
  const order = (over: Partial<Order> = {}): Order => ({
    id: 'o1',
    boxId,
    shopId: 's1',
    shopName: 'A',
    day: '2026-11-20',
    expectedDay: '2026-11-22',
    shipping: 4.9,
    off: 0,
    lines: [
      { lineId: 'ring-m5-yellow', name: 'Rings', unit: 'pc', holds: 10, packets: 2, price: 3, arrived: 0 },
      { lineId: 'wire-awg-18-red', name: 'Wire', unit: 'm', holds: 5, packets: 1, price: 4, arrived: 0 }
    ],
    ...over
  });
  test('shops are kept with their version; a stale save is refused with what stands', () => {
    expect(ownShops(db)).toEqual({ version: 0, shops: { shops: [], offers: [] } });
    const one = saveShops(db, { version: 0, shops: { shops: [shop], offers: [] } });
    expect(one.version).toBe(1);
    const late = refusal(() => saveShops(db, { version: 0, shops: { shops: [], offers: [] } }));
    expect(late.status).toBe(409);
    expect(ownShops(db).shops.shops).toHaveLength(1);
  });
  test('a packet of 0 and a negative price are refused with their place', () => {
    const bad = { id: 'f', lineId: 'x', shopId: 's1', holds: 0, price: 1 };
    expect(refusal(() => saveShops(db, { version: 0, shops: { shops: [shop], offers: [bad] } })).message).toContain(
      'offers'
    );
    expect(
      refusal(() => saveShops(db, { version: 0, shops: { shops: [{ ...shop, shipping: -1 }], offers: [] } })).status
    ).toBe(422);
  });
  test('what comes lies in the drawer; taken back, it is out of it; more than was ordered cannot come', () => {
    addOrders(db, [order()], 1);
    changeLine(db, 'o1', { lineId: 'ring-m5-yellow', arrived: 2 });
    expect(listDrawer(db)).toEqual([{ lineId: 'ring-m5-yellow', name: 'Rings', unit: 'pc', count: 20 }]);
    changeLine(db, 'o1', { lineId: 'ring-m5-yellow', arrived: 1 });
    expect(listDrawer(db)[0]!.count).toBe(10);
    expect(refusal(() => changeLine(db, 'o1', { lineId: 'ring-m5-yellow', arrived: 3 })).message).toContain(
      '2 packets'
    );
    expect(refusal(() => changeLine(db, 'o1', { lineId: 'none', arrived: 1 })).status).toBe(422);
    expect(listOrders(db)[0]!.lines[0]!.arrived).toBe(1);
    expect(removeOrder(db, 'o1')).toEqual([]);
    expect(listDrawer(db)[0]!.count).toBe(10);
  });
  test('what was paid for a packet stands in its order; a negative price and a line it does not hold are refused', () => {
    addOrders(db, [order()], 1);
    expect(changeLine(db, 'o1', { lineId: 'ring-m5-yellow', price: 1.25 }).orders[0]!.lines[0]!.price).toBe(1.25);
    expect(refusal(() => changeLine(db, 'o1', { lineId: 'ring-m5-yellow', price: -1 })).status).toBe(422);
    expect(refusal(() => changeLine(db, 'o1', { lineId: 'none', price: 1 })).message).toContain('no such line');
    expect(refusal(() => changeLine(db, 'gone', { lineId: 'ring-m5-yellow', price: 1 })).status).toBe(404);
    expect(listOrders(db)[0]!.lines[0]!).toMatchObject({ price: 1.25, arrived: 0 });
  });
  test('a bad order among good ones: none is kept', () => {
    const bad = order({ id: 'o2', lines: [{ ...order().lines[0]!, arrived: 3 }] });
    expect(refusal(() => addOrders(db, [order(), bad], 1)).status).toBe(422);
    expect(listOrders(db)).toEqual([]);
  });
  test('the drawer: put in, taken out, counted anew, never under nothing, all or none', () => {
    const line = { lineId: 'ties', name: 'Ties', unit: 'pc' as const };
    changeDrawer(db, [{ ...line, by: 100 }]);
    changeDrawer(db, [{ ...line, by: -30 }]);
    expect(listDrawer(db)[0]!.count).toBe(70);
    changeDrawer(db, [{ ...line, count: 12 }]);
    changeDrawer(db, [{ ...line, by: -50 }]);
    expect(listDrawer(db)).toEqual([]);
    expect(
      refusal(() =>
        changeDrawer(db, [
          { ...line, by: 5 },
          { ...line, count: -1 }
        ])
      ).status
    ).toBe(422);
    expect(listDrawer(db)).toEqual([]);
  });
});
