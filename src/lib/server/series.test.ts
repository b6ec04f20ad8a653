import { emptyBox } from '@haversack/core/box/empty';
import { CHUNK_ROWS, emptyChunk, toBytes } from '@haversack/core/series/chunk';
import { meterLine } from '@haversack/core/meter/line';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { createServer, type Server, type Socket } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { createBox } from './boxes.ts';
import { openDatabase, type Db } from './db/open.ts';
import { ApiError } from './errors.ts';
import type { MeterState } from './meter/link.ts';
import {
  joinMeter,
  knownSource,
  leaveMeter,
  meterOf,
  recoverRecordings,
  startRecording,
  stopRecording
} from './meter/meters.ts';
import {
  addChunk,
  beginSeries,
  deleteSeries,
  drawnSeries,
  endSeries,
  getSeries,
  keepMapping,
  keptMappings,
  listSeries,
  renameSeries,
  seriesCsv
} from './series.ts';

const NOW = Date.parse('2026-11-28T12:00:00Z');
let db: Db;
let boxId: string;
beforeEach(async () => {
  const opened = await openDatabase(
    join(mkdtempSync(join(tmpdir(), 'haversack-series-')), 'haversack.db'),
    join(process.cwd(), 'drizzle'),
    NOW
  );
  if (opened.state !== 'ready') throw new Error(opened.message);
  db = opened.db;
  boxId = createBox(db, emptyBox('Meter'), NOW).id;
});

const rows = (count: number, fromMs = NOW, volts: (i: number) => number = () => 12.8) => {
  const c = emptyChunk(count);
  for (let i = 0; i < count; i++) {
    c.ms[i] = fromMs + 1000 * i;
    c.volts[i] = volts(i);
    c.amps[i] = 1;
    c.ampHours[i] = i / 3600;
    c.tempC[i] = NaN;
  }
  return toBytes(c);
};
const summary = (rowCount: number) => ({
  rowCount,
  refusedCount: 0,
  fromMs: NOW,
  toMs: NOW,
  stepS: 1,
  notes: [],
  counts: { gap: 0 },
  outAh: 1
});
const status = (work: () => unknown): number => {
  try {
    work();
  } catch (e) {
    return (e as ApiError).status;
  }
  return 200;
};

describe('a series', () => {
  test('comes in pieces, is seen when it is whole, drawn with its peak, given back as CSV', () => {
    const { id } = beginSeries(db, boxId, 'Night', NOW);
    addChunk(db, id, 0, rows(3000));
    // one low moment among many
    addChunk(
      db,
      id,
      1,
      rows(3000, NOW + 3_000_000, (i) => (i === 1234 ? 9.5 : 12.5))
    );
    expect(listSeries(db, boxId)).toEqual([]);
    const head = endSeries(db, id, summary(6000));
    expect(listSeries(db, boxId)).toEqual([head]);
    expect(head).toMatchObject({ name: 'Night', rowCount: 6000, fromMs: NOW, toMs: NOW + 5_999_000 });
    const points = drawnSeries(db, id, { fromMs: head.fromMs!, toMs: head.toMs! }, 200);
    expect(points.volts.length).toBeLessThanOrEqual(200);
    expect(points.volts.some(([, v]) => Math.abs(v - 9.5) < 0.001)).toBe(true);
    expect(points.tempC).toEqual([]);
    expect(drawnSeries(db, id, { fromMs: NOW, toMs: NOW + 10_000 }, 200).volts.length).toBe(11);
    const csv = [...seriesCsv(db, id)].join('').split('\r\n');
    expect(csv.length).toBe(6002);
    expect(csv[1]).toBe('2026-11-28T12:00:00.000Z,12.8,1,0,');
    expect(renameSeries(db, id, 'Second night').name).toBe('Second night');
    deleteSeries(db, id);
    expect(status(() => getSeries(db, id))).toBe(404);
    expect(db.$client.prepare('select count(*) as n from series_chunks').get()).toEqual({ n: 0 });
  });

  test('a piece sent twice counts once; one that is missing keeps it from being whole', () => {
    const { id } = beginSeries(db, boxId, 'Night', NOW);
    addChunk(db, id, 0, rows(10));
    expect(addChunk(db, id, 0, rows(10)).rowCount).toBe(10);
    expect(() => endSeries(db, id, summary(20))).toThrow('10 rows came of 20');
    expect(listSeries(db, boxId)).toEqual([]);
    endSeries(db, id, summary(10));
    expect(status(() => endSeries(db, id, summary(10)))).toBe(409);
    expect(status(() => addChunk(db, id, 1, rows(10)))).toBe(409);
  });

  test('nonsense is refused: broken bytes, times that go back, no name, no rows', () => {
    const { id } = beginSeries(db, boxId, 'Night', NOW);
    expect(status(() => addChunk(db, id, 0, new Uint8Array(25)))).toBe(422);
    expect(status(() => addChunk(db, id, 0, new Uint8Array(0)))).toBe(422);
    expect(status(() => addChunk(db, id, -1, rows(1)))).toBe(422);
    expect(status(() => addChunk(db, id, 0, new Uint8Array(24 * (CHUNK_ROWS + 1))))).toBe(422);
    const back = emptyChunk(2);
    back.ms.set([2000, 1000]);
    expect(status(() => addChunk(db, id, 0, toBytes(back)))).toBe(422);
    const none = emptyChunk(1);
    none.ms[0] = NaN;
    expect(status(() => addChunk(db, id, 0, toBytes(none)))).toBe(422);
    expect(status(() => endSeries(db, id, summary(0)))).toBe(422);
    expect(status(() => endSeries(db, id, { rowCount: 'many' }))).toBe(422);
    expect(status(() => beginSeries(db, boxId, '  ', NOW))).toBe(422);
    expect(status(() => beginSeries(db, 'nobody', 'x', NOW))).toBe(404);
    expect(status(() => addChunk(db, 'nobody', 0, rows(1)))).toBe(404);
  });

  test('one that was begun and never ended is cleared away, a recording is not', () => {
    const file = beginSeries(db, boxId, 'Half', NOW).id;
    const recording = beginSeries(db, boxId, 'Meter', NOW, 'recording').id;
    addChunk(db, recording, 0, rows(5));
    beginSeries(db, boxId, 'Later', NOW + 4_000_000);
    expect(status(() => getSeries(db, file))).toBe(404);
    recoverRecordings(db);
    expect(listSeries(db, boxId)).toMatchObject([{ id: recording, rowCount: 5, summary: { rowCount: 5, stepS: 1 } }]);
  });

  test('how a file was read is kept by its head, the newest first', () => {
    const mapping = {
      separator: ';',
      headLines: 1,
      columns: ['time', 'volts'],
      time: 'dmy',
      zone: 'UTC',
      decimal: ',',
      amps: 'A',
      ampHours: 'Ah',
      volts: 'V',
      temperature: 'C',
      discharge: 'minus',
      beginMs: null
    };
    keepMapping(db, { head: 'a;b', mapping });
    keepMapping(db, { head: 'c;d', mapping });
    keepMapping(db, { head: 'a;b', mapping: { ...mapping, time: 'mdy' } });
    expect(keptMappings(db).map((k) => [k.head, k.mapping.time])).toEqual([
      ['a;b', 'mdy'],
      ['c;d', 'dmy']
    ]);
    expect(status(() => keepMapping(db, { head: 'x', mapping: { ...mapping, columns: [] } }))).toBe(422);
  });
});

describe('a meter that is listened to', () => {
  let server: Server;
  let sockets: Socket[];
  let port: number;
  const line = (count: number) =>
    `${meterLine({ count, clockS: count, volts: 12.8, amps: 1.5, ampHours: count / 100, socFraction: 0.8, tempC: 7 })}\n`;
  const listenOn = (at: number) =>
    new Promise<void>((done) => {
      server = createServer((s) => {
        s.on('error', () => {});
        sockets.push(s);
      }).listen(at, '127.0.0.1', () => {
        port = (server.address() as { port: number }).port;
        done();
      });
    });
  const until = async (what: () => boolean): Promise<void> => {
    for (let i = 0; i < 400 && !what(); i++) await new Promise((done) => setTimeout(done, 20));
    expect(what()).toBe(true);
  };
  const cut = async (): Promise<void> => {
    for (const s of sockets) s.destroy();
    sockets = [];
    await new Promise((done) => server.close(done));
  };
  beforeEach(async () => {
    sockets = [];
    await listenOn(0);
  });
  afterEach(async () => {
    leaveMeter(db, boxId);
    if (server.listening) await cut();
  });
  const now = (): MeterState => meterOf(boxId)!.now;

  test('it is live, tells who wants to know, survives a cut cable and records over it', async () => {
    joinMeter(db, boxId, { kind: 'tcp', port });
    const heard: MeterState[] = [];
    const leave = meterOf(boxId)!.listen((e) => heard.push(e.state));
    await until(() => sockets.length === 1);
    sockets[0]!.write(line(1));
    await until(() => now().state === 'live');
    expect(now().reading).toMatchObject({ volts: 12.8, amps: 1.5, socFraction: 0.8 });
    startRecording(db, boxId, 'By the meter', Date.now());
    expect(() => startRecording(db, boxId, 'again', Date.now())).toThrow('already');
    sockets[0]!.write(line(2) + line(3).replace('v=12', 'v=13') + line(5));
    await until(() => now().recording?.rowCount === 2);
    expect([now().lostCount, now().damagedCount]).toEqual([1, 1]);

    const was = port;
    await cut();
    await until(() => now().state === 'lost');
    expect(now().say).toMatch(/broke off|Nothing answers/);
    expect(now().recording?.rowCount).toBe(2);
    await listenOn(was);
    await until(() => sockets.length === 1);
    sockets[0]!.write(line(6));
    await until(() => now().state === 'live');
    const { recorded } = stopRecording(db, boxId);
    expect(recorded).toMatchObject({ name: 'By the meter', rowCount: 3 });
    expect(listSeries(db, boxId).length).toBe(1);
    expect(heard.map((h) => h.state)).toContain('lost');
    leave();
    expect(knownSource(db, boxId)).toEqual({ kind: 'tcp', port: was });
  });

  test('something that is no meter is said; nobody there is said; nonsense is refused', async () => {
    joinMeter(db, boxId, { kind: 'tcp', port });
    await until(() => sockets.length === 1);
    sockets[0]!.write('HTTP/1.1 200 OK\nHello\nServer: x\nDate: y\n');
    await until(() => now().say.includes('right port'));
    const was = port;
    await cut();
    joinMeter(db, boxId, { kind: 'tcp', port: was });
    await until(() => now().say.includes('Nothing answers'));
    expect(status(() => joinMeter(db, boxId, { kind: 'tcp', port: 99999 }))).toBe(422);
    expect(status(() => joinMeter(db, boxId, { kind: 'device', path: 'ttyUSB0' }))).toBe(422);
    expect(status(() => joinMeter(db, boxId, null))).toBe(422);
    expect(status(() => joinMeter(db, 'nobody', { kind: 'tcp', port }))).toBe(404);
  });

  test('the same reader takes a device by its path; one that is not there is said and tried again', async () => {
    const path = join(mkdtempSync(join(tmpdir(), 'haversack-tty-')), 'tty');
    joinMeter(db, boxId, { kind: 'device', path });
    await until(() => now().say.includes('is the cable in'));
    writeFileSync(path, line(1) + line(2));
    await until(() => now().reading?.count === 2);
    joinMeter(db, boxId, { kind: 'device', path: tmpdir() });
    await until(() => now().say.includes('folder'));
  });

  test('a box that is deleted while it is recorded ends the recording, and nothing else', async () => {
    joinMeter(db, boxId, { kind: 'tcp', port });
    await until(() => sockets.length === 1);
    sockets[0]!.write(line(1));
    await until(() => now().state === 'live');
    startRecording(db, boxId, 'Night', Date.now());
    db.$client.prepare('delete from boxes').run();
    let ended = false;
    meterOf(boxId)!.listen((e) => (ended ||= e.kind === 'ended'));
    sockets[0]!.write(Array.from({ length: 500 }, (_, i) => line(i + 2)).join(''));
    await until(() => now().recordingProblem.includes('had to end'));
    expect(now()).toMatchObject({ state: 'live', recording: null });
    leaveMeter(db, boxId);
    expect(ended).toBe(true);
  });

  test('nothing to record, nothing to stop, nothing joined', () => {
    expect(status(() => startRecording(db, boxId, 'x', NOW))).toBe(409);
    expect(status(() => stopRecording(db, boxId))).toBe(409);
    joinMeter(db, boxId, { kind: 'tcp', port });
    expect(status(() => stopRecording(db, boxId))).toBe(409);
    startRecording(db, boxId, 'x', NOW);
    // nothing came: nothing is kept
    expect(stopRecording(db, boxId)).toEqual({ recorded: null });
    expect(listSeries(db, boxId)).toEqual([]);
    expect(leaveMeter(db, 'nobody')).toEqual({ recorded: null });
  });
});
