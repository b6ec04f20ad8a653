import { chromium, type BrowserContext, type Page } from '@playwright/test';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from './test.ts';
import { open } from './helpers.ts';
import { FIRST_PORT, startServer, type Server } from './server.ts';

/** A device of its own, with the program kept on it, and a server that can be stopped. */
async function device(profile: string): Promise<BrowserContext> {
  return chromium.launchPersistentContext(profile, {
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
    viewport: { width: 390, height: 844 }
  });
}

/** The program is on the device: every file of it, not just what was shown. */
async function programKept(page: Page): Promise<void> {
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
    while (!navigator.serviceWorker.controller) await new Promise((done) => setTimeout(done, 50));
  });
}

test('the server is gone: boxes seen last open, are changed and worked out; a killed phone loses nothing; both join when it is back', async ({
  browserName
}, info) => {
  test.skip(browserName !== 'chromium', 'a profile that lasts is Chromium’s here');
  const folder = mkdtempSync(join(tmpdir(), 'haversack-away-'));
  let server: Server = await startServer(folder, FIRST_PORT + 40 + info.parallelIndex);
  const profile = join(folder, 'profile');
  let phone = await device(profile);
  try {
    const page = phone.pages()[0] ?? (await phone.newPage());
    const at = (path: string): string => `${server.url}${path}`;
    await open(page, at('/'));
    await programKept(page);
    const request = phone.request;
    const { boxes } = (await (await request.get(at('/api/boxes'))).json()) as { boxes: { id: string; name: string }[] };
    const id = boxes.find((b) => b.name === 'Saltmarsh hide box')!.id;
    const other = boxes.find((b) => b.name === 'Camp table box')!.id;
    await open(page, at(`/box/${other}/outing`));
    await open(page, at(`/box/${id}/outing`));
    await expect(page.locator('[data-verdict=lasts]')).toBeVisible();

    await server.stop();

    // opened anew with nothing there but the device
    await open(page, at(`/box/${id}/bench`));
    await expect(page.getByText('Out of reach')).toBeVisible();
    await page.getByRole('button', { name: 'Saltmarsh hide box' }).click();
    const name = page.getByRole('dialog').getByLabel('Name', { exact: true });
    await name.fill('Hide box, changed away');
    await name.press('Enter');
    await page.keyboard.press('Escape');
    await expect(page.locator('[data-save=kept]')).toHaveText('Kept on this device');
    // a record of the logbook waits, too
    await open(page, at(`/box/${id}/logbook`));
    await page.getByRole('textbox', { name: 'Type or speak a line' }).fill('fault wet port');
    await page.getByRole('textbox', { name: 'Type or speak a line' }).press('Enter');
    await expect(page.getByRole('heading', { name: /^On this device only/ })).toBeVisible();

    // the phone is killed
    await phone.close();
    phone = await device(profile);
    const again = phone.pages()[0] ?? (await phone.newPage());
    await open(again, at(`/box/${id}/outing`));
    await expect(again.getByRole('button', { name: 'Hide box, changed away' })).toBeVisible({ timeout: 30_000 });
    await open(again, at(`/box/${other}/outing`));
    await again.getByRole('button', { name: 'Camp table box' }).click();
    await again.getByRole('dialog').getByLabel('Name', { exact: true }).fill('Camp, mine');
    await again.getByRole('dialog').getByLabel('Name', { exact: true }).press('Enter');
    await expect(again.locator('[data-save=kept]')).toHaveText('Kept on this device');
    await open(again, at('/'));
    await expect(again.getByText('Haversack is out of reach')).toBeVisible();
    await expect(again.getByText('changes kept on this device')).toHaveCount(2);

    // meanwhile somebody else changed the camp box
    server = await startServer(folder, server.port);
    const { document, revision } = (await (await fetch(at(`/api/boxes/${other}`))).json()) as {
      document: object;
      revision: number;
    };
    const theirs = await fetch(at(`/api/boxes/${other}`), {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ document: { ...document, name: 'Camp, theirs' }, revision })
    });
    expect(theirs.status).toBe(200);

    await expect(again.getByRole('status').filter({ hasText: 'Work from this device was saved.' })).toBeVisible({
      timeout: 40_000
    });
    await expect(again.getByText('changed here and elsewhere: open it to choose')).toBeVisible();
    await expect(again.getByText('Hide box, changed away')).toBeVisible();
    const { records } = (await (await fetch(at(`/api/boxes/${id}/logbook`))).json()) as { records: { kind: string }[] };
    expect(records.filter((r) => r.kind === 'fault').length).toBeGreaterThan(0);

    // the same choice that two windows have
    await again.getByRole('link', { name: /^Camp, theirs/ }).click();
    await again
      .getByRole('button', { name: 'Go on with mine, theirs stays an earlier version' })
      .click({ timeout: 40_000 });
    await expect(again.locator('[data-save=saved]')).toHaveCount(1);
    const kept = (await (await fetch(at(`/api/boxes/${other}`))).json()) as { document: { name: string } };
    expect(kept.document.name).toBe('Camp, mine');
  } finally {
    await phone.close();
    await server.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});
