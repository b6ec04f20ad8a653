import { canalNightBankBox } from '@haversack/core/demo/boxes';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build } from 'vite';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import { createBox, saveBox } from '../boxes.ts';
import { openDatabase, type Db } from '../db/open.ts';
import { answersOf } from '../answers-of.ts';
import { circuitFile, runsFile } from '../export/files.ts';
import { Thread } from './thread.ts';

const made = join(process.cwd(), 'test-results', `worker-${process.pid}`);
let folder: string;
let file: string;
let db: Db;
let thread: Thread;

beforeAll(async () => {
  process.env.HAVERSACK_OUT = made;
  await build({ configFile: join(process.cwd(), 'vite.worker.config.ts'), logLevel: 'warn' });
  process.env.HAVERSACK_WORKER = join(made, 'server', 'worker', 'worker.mjs');
});
afterAll(() => {
  delete process.env.HAVERSACK_WORKER;
  rmSync(made, { recursive: true, force: true });
});

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'haversack-thread-'));
  file = join(folder, 'haversack.db');
  const opened = await openDatabase(file, join(process.cwd(), 'drizzle'), 1);
  if (opened.state !== 'ready') throw new Error(opened.message);
  db = opened.db;
  thread = new Thread(file);
});
afterEach(async () => {
  await thread.stop();
  db.$client.close();
  rmSync(folder, { recursive: true, force: true });
});

describe('a thread that works out plans', () => {
  test('gives what the same work gives here, and sees each save', async () => {
    const { id, document } = createBox(db, canalNightBankBox(), 1);
    expect(await thread.run('answers', { boxId: id })).toEqual(answersOf(db, { boxId: id }));
    expect(await thread.run('runs', { boxId: id })).toEqual(runsFile(db, { boxId: id }));
    const drawn = await thread.run('circuit', { boxId: id, format: 'svg' });
    expect(drawn).toEqual(circuitFile(db, { boxId: id, format: 'svg' }));
    saveBox(db, id, { ...document, name: 'Saved meanwhile' }, 1, 2);
    expect((await thread.run('circuit', { boxId: id, format: 'spice' })).name).toBe('saved-meanwhile-circuit.cir');
    const pdf = await thread.run('paper', { boxId: id, kind: 'card', form: 'pdf', paper: 'a4', day: '2026-11-29' });
    expect(
      Buffer.from(pdf.body as Uint8Array)
        .subarray(0, 5)
        .toString()
    ).toBe('%PDF-');
  });

  test('a refusal comes as it is, with its status; the next job is done', async () => {
    await expect(thread.run('runs', { boxId: 'nobody' })).rejects.toMatchObject({
      name: 'Error',
      status: 404,
      message: 'This box is not on the shelf any more.'
    });
    const { id } = createBox(db, canalNightBankBox(), 1);
    expect(await thread.run('answers', { boxId: id })).toBeDefined();
  });

  test('nobody waits any more: what runs is ended, what waits is not begun, and others get theirs', async () => {
    const { id } = createBox(db, canalNightBankBox(), 1);
    const leaves = new AbortController();
    const running = thread.run('runs', { boxId: id }, leaves.signal);
    const waiting = thread.run('runs', { boxId: id }, leaves.signal);
    const other = thread.run('answers', { boxId: id });
    expect(thread.load).toBe(3);
    leaves.abort();
    await expect(running).rejects.toMatchObject({ status: 499 });
    await expect(waiting).rejects.toMatchObject({ status: 499 });
    expect(await other).toMatchObject({ boxId: id });
    await expect(thread.run('runs', { boxId: id }, leaves.signal)).rejects.toMatchObject({ status: 499 });
  });

  test('a job beyond its limit is ended and says so; the thread goes on', async () => {
    const { id } = createBox(db, canalNightBankBox(), 1);
    // shorter than a thread takes to begin
    const hasty = new Thread(file, 1);
    await expect(hasty.run('runs', { boxId: id })).rejects.toMatchObject({
      status: 503,
      message: expect.stringContaining('took longer')
    });
    await hasty.stop();
    await expect(hasty.run('runs', { boxId: id })).rejects.toMatchObject({ status: 503 });
  });

  test('a database that cannot be opened fails the job, not the program', async () => {
    const nowhere = new Thread(join(folder, 'nothing.db'));
    await expect(nowhere.run('answers', { boxId: 'x' })).rejects.toThrow();
    await nowhere.stop();
  });
});
