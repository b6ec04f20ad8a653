import Database from 'better-sqlite3';
import { connect } from 'node:net';
import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { canalNightBankBox } from '@haversack/core/demo/boxes';
import { FIRST_PORT, startServer } from './server.ts';
import { expect, test } from './test.ts';

const PORT = FIRST_PORT + 46;

/** What comes back for lines sent as they stand, and whether the other side hung up. */
function raw(port: number, text: string, waitMs: number): Promise<{ text: string; ended: boolean }> {
  return new Promise((done) => {
    let heard = '';
    const socket = connect(port, '127.0.0.1', () => socket.write(text));
    const finish = (ended: boolean) => {
      clearTimeout(timer);
      socket.destroy();
      done({ text: heard, ended });
    };
    const timer = setTimeout(() => finish(false), waitMs);
    socket.on('data', (piece) => (heard += piece));
    socket.on('close', () => finish(true));
    socket.on('error', () => finish(true));
  });
}

test('requests that no page of ours makes are refused, each with a sentence', async ({ request, server }) => {
  const { boxes } = (await (await request.get('/api/boxes')).json()) as { boxes: { id: string }[] };
  for (const origin of ['null', 'http://elsewhere.example', 'file://'])
    for (const ask of [
      () => request.post('/api/boxes', { headers: { origin }, data: { document: canalNightBankBox() } }),
      () => request.patch(`/api/boxes/${boxes[0]!.id}`, { headers: { origin }, data: { archived: true } }),
      () => request.delete(`/api/boxes/${boxes[0]!.id}`, { headers: { origin } })
    ]) {
      const answer = await ask();
      expect(answer.status()).toBe(403);
      expect((await answer.json()).message).toContain('another site');
    }
  const port = Number(new URL(server).port);
  const lines = (host: string) => `GET /api/boxes HTTP/1.1\r\n${host}Connection: close\r\n\r\n`;
  expect((await raw(port, lines('Host: elsewhere.example\r\n'), 5000)).text).toMatch(/^HTTP\/1\.1 421 /);
  expect((await raw(port, lines('Host:\r\n'), 5000)).text).toMatch(/^HTTP\/1\.1 400 /);
  expect((await raw(port, lines(''), 5000)).text).toMatch(/^HTTP\/1\.1 400 /);
  expect((await raw(port, `GET /favicon.svg HTTP/1.0\r\n\r\n`, 5000)).text).toMatch(/^HTTP\/1\.\d 400 /);
  expect((await raw(port, lines(`Host: 127.0.0.1:${port}\r\n`), 5000)).text).toMatch(/^HTTP\/1\.1 200 /);
});

test('a half-sent request is ended; pages and files say the same of themselves', async ({ request, server }) => {
  const port = Number(new URL(server).port);
  const half = await raw(port, `GET /api/boxes HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\nX-Never`, 30_000);
  expect(half.ended).toBe(true);
  const page = await request.get('/');
  const script = /\/_app\/immutable\/[^"]+\.js/.exec(await page.text())![0];
  for (const path of ['/', '/favicon.svg', '/api/health', script, '/nothing-there']) {
    const {
      'x-content-type-options': sniff,
      'x-frame-options': frame,
      'referrer-policy': referrer
    } = (await request.get(path)).headers();
    expect([path, sniff, frame, referrer]).toEqual([path, 'nosniff', 'DENY', 'no-referrer']);
  }
});

test('two programs on one folder: the second says so and writes nothing; when the first has ended it opens', async ({
  page,
  request
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'haversack-two-'));
  const first = await startServer(folder, PORT);
  const second = await startServer(folder, PORT + 1);
  try {
    expect(await (await request.get(`${first.url}/api/health`)).json()).toEqual({ state: 'ready' });
    expect(await (await request.get(`${second.url}/api/health`)).json()).toMatchObject({ state: 'busy', backups: [] });
    const made = await request.post(`${second.url}/api/boxes`, { data: { document: canalNightBankBox() } });
    expect(made.status()).toBe(503);
    expect((await made.json()).message).toContain('Another Haversack');
    await page.goto(second.url);
    await expect(page.getByRole('heading', { name: 'Open in another Haversack' })).toBeVisible();
    expect(statSync(join(folder, 'haversack.lock')).mode & 0o077).toBe(0);
  } finally {
    await first.stop();
    await second.stop();
  }
  // however the first ended, nothing is left that keeps others out
  const third = await startServer(folder, PORT + 2);
  expect(await (await request.get(`${third.url}/api/health`)).json()).toEqual({ state: 'ready' });
  await third.stop();
  rmSync(folder, { recursive: true, force: true });
});

test('the shelf says which answers are being worked out, and then what they are', async ({ page, request }) => {
  const box = { ...canalNightBankBox(), name: 'Fresh from a file' };
  const made = await request.post('/api/boxes', { data: { document: box } });
  const { id } = (await made.json()) as { id: string };
  type Row = { id: string; pending: boolean; verdicts: { state: string }[] };
  const rowOf = async (): Promise<Row> =>
    ((await (await request.get('/api/boxes')).json()) as { boxes: Row[] }).boxes.find((b) => b.id === id)!;
  expect(await rowOf()).toMatchObject({ pending: true, verdicts: [] });
  await page.goto('/');
  const row = page.getByRole('listitem').filter({ hasText: 'Fresh from a file' });
  await expect(row.getByText('Safe')).toBeVisible();
  await expect(row.getByText('being worked out')).toBeHidden();
  expect(await rowOf()).toMatchObject({ pending: false });
  expect((await rowOf()).verdicts).toHaveLength(5);
});

test('a program that starts works the answers out before anybody looks, and keeps those it has', async ({ page }) => {
  const folder = mkdtempSync(join(tmpdir(), 'haversack-begin-'));
  const port = PORT + 3;
  const rows = (): { box_id: string; answers: string }[] => {
    const db = new Database(join(folder, 'haversack.db'), { readonly: true });
    try {
      return db.prepare('select box_id, answers from answers order by box_id').all() as ReturnType<typeof rows>;
    } finally {
      db.close();
    }
  };
  let server = await startServer(folder, port);
  // nobody asks for the list: it is only looked at what is kept
  await expect.poll(() => rows().length, { timeout: 30_000 }).toBe(7);
  const kept = rows();
  await server.stop();
  server = await startServer(folder, port);
  try {
    await page.goto(server.url);
    await expect(page.getByRole('heading', { name: 'Boxes', exact: true })).toBeVisible();
    await expect(page.getByRole('listitem').filter({ hasText: 'Saltmarsh hide box' })).toContainText('Safe');
    await expect(page.getByText('being worked out')).toHaveCount(0);
    expect(rows()).toEqual(kept);
  } finally {
    await server.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});
