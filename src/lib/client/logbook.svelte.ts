import type { StoredBattery } from '@haversack/core/logbook/battery';
import type { LogEntry, LogRecord } from '@haversack/core/logbook/record';
import { entryOf, KIND_NAMES } from '@haversack/core/logbook/kinds';
import { getContext, setContext } from 'svelte';
import { done, request } from './api.ts';
import type { KeptBattery } from '$lib/server/batteries.ts';
import { sendOrKeep, sendWaiting } from './join.ts';
import { allWaiting, dropWaiting } from './kept.ts';
import type { OpenBox } from './open-box.svelte.ts';

/** The logbook of the open box: what is written goes to the server at once, each with its way back. */
export class Logbook {
  readonly #open: OpenBox;
  batteries: KeptBattery[] = $state.raw([]);
  batteriesKnown = $state(false);
  /** Counted up with every record written, mended or taken out: views of the server's lists look again. */
  version = $state(0);
  problem = $state('');
  /** The record written last, for what it changed. */
  lastId = $state('');

  /** Records that are on this device only, until the server answers. */
  waiting: LogRecord[] = $state.raw([]);

  constructor(open: OpenBox) {
    this.#open = open;
  }

  /** Reads what waits on this device for this box. */
  async loadWaiting(): Promise<void> {
    const path = `/api/boxes/${this.#open.id}/logbook`;
    this.waiting = (await allWaiting())
      .filter((w) => w.path === path)
      .map((w) => ({ ...(w.body as LogEntry & { id: string }), createdMs: w.atMs }));
  }

  /** Batteries that stand in this box now. */
  get here(): KeptBattery[] {
    return this.batteries.filter((b) => b.boxId === this.#open.id && !b.retired);
  }

  async load(): Promise<void> {
    await done(
      async () => void (await Promise.all([this.#open.records.load(), this.loadBatteries()])),
      (problem) => (this.problem = problem)
    );
  }

  async loadBatteries(): Promise<void> {
    this.batteries = (await request<{ batteries: KeptBattery[] }>('GET', '/api/batteries')).batteries;
    this.batteriesKnown = true;
  }

  /** Writes a record. @returns whether it was kept; what is wrong stands in `problem` */
  async add(entry: LogEntry): Promise<boolean> {
    let record: LogRecord | undefined;
    let arrived = false;
    return this.#act(
      `${KIND_NAMES[entry.kind]}, ${entry.day} recorded`,
      async () => {
        if (record && arrived) await request<LogRecord>('PUT', `/api/boxes/${this.#open.id}/logbook`, record);
        else ({ record, arrived } = await this.#write(entry, record?.id));
        if (!arrived) return;
        this.lastId = record.id;
        await this.#again();
      },
      async () => {
        if (await this.#takeBack(record!.id)) return;
        await request('DELETE', `/api/logbook/${record!.id}`);
        this.lastId = '';
        await this.#again();
      }
    );
  }

  /** With the server out of reach the record waits on this device and stands in the list meanwhile. */
  async #write(entry: LogEntry, id: string = crypto.randomUUID()): Promise<{ record: LogRecord; arrived: boolean }> {
    // the mark is made here, so that a record that was sent twice is in the logbook once
    const path = `/api/boxes/${this.#open.id}/logbook`;
    const done = await sendOrKeep<LogRecord>('POST', path, { ...entry, id }, KIND_NAMES[entry.kind]);
    if (done.sent) return { record: done.answer, arrived: true };
    const record: LogRecord = { ...entry, id, createdMs: Date.now() };
    this.waiting = [...this.waiting, record];
    return { record, arrived: false };
  }

  /** Takes a record out of the queue; false when it is on its way or in the logbook. */
  async #takeBack(id: string): Promise<boolean> {
    const queued = (await allWaiting()).find((w) => (w.body as { id?: string }).id === id);
    if (!queued) return false;
    await dropWaiting(queued.nth!);
    await this.loadWaiting();
    return true;
  }

  /** The server is there again: what waited goes to it. */
  async sendWaiting(): Promise<void> {
    const problems = await sendWaiting();
    await this.loadWaiting();
    this.problem = problems.join(' ');
    await this.#again();
  }

  async change(record: LogRecord, entry: LogEntry): Promise<boolean> {
    const put = async (e: LogEntry): Promise<void> => {
      await request('PUT', `/api/logbook/${record.id}`, e);
      await this.#again();
    };
    return this.#act(
      `${KIND_NAMES[record.kind]}, ${record.day} changed`,
      () => put(entry),
      () => put(entryOf(record))
    );
  }

  async remove(record: LogRecord): Promise<boolean> {
    return this.#act(
      `${KIND_NAMES[record.kind]}, ${record.day} taken out`,
      async () => {
        await request('DELETE', `/api/logbook/${record.id}`);
        await this.#again();
      },
      async () => {
        await request('PUT', `/api/boxes/${this.#open.id}/logbook`, record);
        await this.#again();
      }
    );
  }

  /** The packs of the box become batteries of their own. */
  async fromBox(): Promise<boolean> {
    let made: StoredBattery[] = [];
    return this.#act(
      'Batteries of this box kept as things',
      async () => {
        if (made.length > 0) for (const { id, ...b } of made) await request('PUT', `/api/batteries/${id}`, b);
        else made = (await request<{ made: StoredBattery[] }>('POST', `/api/boxes/${this.#open.id}/batteries`)).made;
        await this.loadBatteries();
      },
      async () => {
        for (const { id } of made) await request('DELETE', `/api/batteries/${id}`);
        await this.loadBatteries();
      }
    );
  }

  #act(label: string, redo: () => Promise<void>, undo: () => Promise<void>): Promise<boolean> {
    return done(
      () => this.#open.log.act(label, redo, undo),
      (problem) => (this.problem = problem)
    );
  }

  async #again(): Promise<void> {
    this.version++;
    await this.load();
  }
}

const KEY = Symbol('logbook');
export const provideLogbook = (logbook: Logbook): Logbook => setContext(KEY, logbook);
export const useLogbook = (): Logbook => getContext<Logbook>(KEY);
