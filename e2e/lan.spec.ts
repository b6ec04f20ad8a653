import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { networkInterfaces, tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureBuilt } from '../scripts/build.mjs';
import { expectAccessible } from './axe.ts';
import { expect, test } from './test.ts';
import { open } from './helpers.ts';
import { FIRST_PORT, startServer } from './server.ts';

/** This machine as another device of the network sees it; where there is no network, a second loopback address would not do. */
const outside = Object.values(networkInterfaces())
  .flatMap((list) => list ?? [])
  .find((i) => i.family === 'IPv4' && !i.internal)?.address;

test('open to the network: a device gets in by the phrase or by a picture, no other way, and not from another site', async ({
  browser
}, info) => {
  test.skip(outside === undefined, 'this machine is in no network');
  const folder = mkdtempSync(join(tmpdir(), 'haversack-lan-'));
  const port = FIRST_PORT + 60 + info.parallelIndex;
  const far = `http://${outside}:${port}`;
  const server = await startServer(folder, port, {
    HOST: '0.0.0.0',
    HAVERSACK_LAN: '1',
    HAVERSACK_HOSTS: outside!,
    HAVERSACK_ADDRESSES: far,
    HAVERSACK_NEW_PHRASE: 'amber canoe fern island willow'
  });
  const phone = await browser.newContext({ viewport: { width: 390, height: 844 }, serviceWorkers: 'block' });
  const desk = await browser.newContext({ serviceWorkers: 'block' });
  try {
    // without the phrase nothing of the boxes is told
    expect((await fetch(`${far}/api/boxes`)).status).toBe(401);
    expect((await fetch(`${far}/api/health`)).status).toBe(401);
    expect((await fetch(`${far}/api/lan/pass`, { method: 'POST' })).status).toBe(401);
    const page = await phone.newPage();
    await page.goto(far);
    await expect(page.getByLabel('Pass phrase')).toBeVisible();
    await page.getByLabel('Pass phrase').fill('wrong words');
    await page.getByRole('button', { name: 'Enter' }).click();
    await expect(page.getByRole('alert')).toHaveText('That is not the pass phrase.');
    await page.getByLabel('Pass phrase').fill('Amber canoe fern island  willow');
    await page.getByRole('button', { name: 'Enter' }).click();
    await expect(page.getByText('Saltmarsh hide box')).toBeVisible();
    const [cookie] = await phone.cookies();
    expect(cookie).toMatchObject({ httpOnly: true, sameSite: 'Strict' });
    expect(cookie!.expires - Date.now() / 1000).toBeGreaterThan(100 * 24 * 3600);

    // another site's page cannot use the session, nor one that hides where it is from
    for (const origin of ['http://evil.example', 'null'])
      expect((await phone.request.post(`${far}/api/boxes`, { data: {}, headers: { origin } })).status()).toBe(403);
    // a device that is in does not let others in
    expect((await phone.request.post(`${far}/api/lan/pass`)).status()).toBe(403);

    // this computer says that it is on, and shows a picture
    const shelf = await desk.newPage();
    await shelf.goto(server.url);
    await shelf.getByRole('button', { name: 'Open to your network' }).click();
    await shelf.getByRole('button', { name: 'Show the picture' }).click();
    await expect(shelf.getByRole('img', { name: 'Code that opens Haversack on a phone' })).toBeVisible();
    await expectAccessible(shelf);
    const { pass } = (await (await desk.request.post(`${server.url}/api/lan/pass`)).json()) as { pass: string };
    const tablet = await browser.newContext({ serviceWorkers: 'block' });
    const second = await tablet.newPage();
    await second.goto(`${far}/enter#pass=${pass}`);
    await expect(second.getByText('Saltmarsh hide box')).toBeVisible();
    await tablet.clearCookies();
    await second.goto(`${far}/enter?again#pass=${pass}`);
    await expect(second.getByRole('alert')).toContainText('used already');

    // wrong again and again: it waits, though the right one comes then
    for (let n = 0; n < 6; n++)
      await fetch(`${far}/api/lan/enter`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ phrase: `guess ${n}` })
      });
    const late = await fetch(`${far}/api/lan/enter`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ phrase: 'amber canoe fern island willow' })
    });
    expect(late.status).toBe(429);
    await tablet.close();
  } finally {
    await phone.close();
    await desk.close();
    await server.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});

test('with a certificate of its own making: the page opens, is kept on the device, and the phrase lets in', async ({
  browser
}, info) => {
  const folder = mkdtempSync(join(tmpdir(), 'haversack-https-'));
  const port = FIRST_PORT + 80 + info.parallelIndex;
  const server = spawn('node', ['scripts/serve.mjs', ensureBuilt()], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: {
      ...process.env,
      HOST: '127.0.0.1',
      PORT: String(port),
      BODY_SIZE_LIMIT: '128M',
      HAVERSACK_DATA: folder,
      HAVERSACK_DB: join(folder, 'haversack.db'),
      HAVERSACK_HOSTS: 'shed.local',
      HAVERSACK_LAN: '1',
      HAVERSACK_HTTPS: '1',
      HAVERSACK_ADDRESSES: `https://shed.local:${port}`,
      HAVERSACK_NEW_PHRASE: 'amber canoe fern',
      HAVERSACK_DEMO: '1'
    }
  });
  const device = await browser.newContext({ ignoreHTTPSErrors: true });
  try {
    const url = `https://127.0.0.1:${port}`;
    const page = await device.newPage();
    await expect
      .poll(
        () =>
          device.request.get(`${url}/api/health`).then(
            (r) => r.status(),
            () => 0
          ),
        { timeout: 60_000 }
      )
      .toBe(200);
    await open(page, `${url}/`);
    await expect(page.getByText('Saltmarsh hide box')).toBeVisible();
    expect(await page.evaluate(() => window.isSecureContext)).toBe(true);
    const entered = await device.request.post(`${url}/api/lan/enter`, { data: { phrase: 'amber canoe fern' } });
    expect(entered.headers()['set-cookie']).toMatch(/HttpOnly; Secure; SameSite=Strict/);
    const moved = await device.request.get(`https://localhost:${port}/`, { maxRedirects: 0 });
    expect(moved.headers().location).toBe(`${url}/`);
  } finally {
    await device.close();
    server.kill();
    rmSync(folder, { recursive: true, force: true });
  }
});
