import { blankEntry, entryOf } from '@haversack/core/logbook/kinds';
import type { LogRecord } from '@haversack/core/logbook/record';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { LogHistory } from './log-history.svelte.ts';
import { Logbook } from './logbook.svelte.ts';
import type { OpenBox } from './open-box.svelte.ts';

/** A server with one box's records and batteries. */
class Server {
  records: LogRecord[] = [];
  batteries: { id: string; boxId: string | null; retired: boolean }[] = [];
  refuse = '';
  #next = 1;
  readonly fetch = async (path: string, init?: RequestInit): Promise<Response> => {
    const method = init?.method ?? 'GET';
    if (this.refuse && method !== 'GET') return this.#json({ message: this.refuse }, 422);
    const body = init?.body ? JSON.parse(String(init.body)) : undefined;
    const id = path.split('/').at(-1)!;
    if (path === '/api/batteries') return this.#json({ batteries: this.batteries });
    if (path === '/api/boxes/b1/batteries') {
      const made = [{ id: `p${this.#next++}`, boxId: 'b1', retired: false }];
      this.batteries.push(...made);
      return this.#json({ made });
    }
    if (path.startsWith('/api/batteries/')) {
      if (method === 'DELETE') this.batteries = this.batteries.filter((b) => b.id !== id);
      else this.batteries.push({ ...body, id });
      return this.#json({});
    }
    if (path === '/api/boxes/b1/logbook') {
      const record = method === 'PUT' ? body : { ...body, id: `r${this.#next}`, createdMs: this.#next++ };
      this.records.push(record);
      return this.#json(record);
    }
    const before = this.records.find((r) => r.id === id)!;
    this.records = this.records.filter((r) => r.id !== id);
    if (method === 'PUT') this.records.push({ ...body, id, createdMs: before.createdMs });
    return this.#json({});
  };
  #json = (body: unknown, status = 200): Response =>
    new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });
}

let server: Server;
let log: Logbook;
let history: LogHistory;
beforeEach(() => {
  server = new Server();
  vi.stubGlobal('fetch', server.fetch);
  let seq = 0;
  history = new LogHistory(() => ++seq);
  log = new Logbook({ id: 'b1', log: history, records: { load: async () => {} } } as unknown as OpenBox);
});
afterEach(() => vi.unstubAllGlobals());

const outing = { ...blankEntry('outing', '2026-10-03'), durationH: 9 };

describe('the logbook of an open box', () => {
  test('written, taken back, written again: the same record with its own mark', async () => {
    expect(await log.add(outing)).toBe(true);
    const [first] = server.records;
    expect(log.lastId).toBe(first!.id);
    expect(history.lastLabel).toBe('Outing, 2026-10-03 recorded');
    await history.undo();
    expect(server.records).toEqual([]);
    expect(log.lastId).toBe('');
    await history.redo();
    expect(server.records).toEqual([first]);
  });

  test('mended and taken out, each with its way back', async () => {
    await log.add(outing);
    const record = server.records[0]!;
    await log.change(record, { ...outing, durationH: 11 });
    expect(server.records[0]).toMatchObject({ id: record.id, durationH: 11 });
    await history.undo();
    expect(entryOf(server.records[0]!)).toEqual(outing);
    await log.remove(record);
    expect(server.records).toEqual([]);
    await history.undo();
    expect(server.records).toEqual([record]);
  });

  test('a refusal is said, nothing is counted as done, and every change is counted once', async () => {
    server.refuse = 'chargeAh is too large';
    const seen = log.version;
    expect(await log.add(outing)).toBe(false);
    expect(log.problem).toBe('chargeAh is too large');
    expect(history.canUndo).toBe(false);
    expect(log.version).toBe(seen);
    server.refuse = '';
    await log.add(outing);
    expect(log.problem).toBe('');
    expect(log.version).toBe(seen + 1);
  });

  test('the packs of the box become things; those of other boxes and retired ones are not here', async () => {
    server.batteries = [
      { id: 'other', boxId: 'b2', retired: false },
      { id: 'old', boxId: 'b1', retired: true }
    ];
    await log.fromBox();
    const [mine] = log.here;
    expect(log.here.map((b) => b.id)).toEqual([mine!.id]);
    await history.undo();
    expect(log.here).toEqual([]);
    // put back with its own mark, not made anew
    await history.redo();
    expect(log.here.map((b) => b.id)).toEqual([mine!.id]);
  });
});
