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

type Away = { phone: BrowserContext; page: Page; server: Server; folder: string; profile: string };

/** A phone that has seen the shelf and two boxes, each with its program kept; what is done with it, and the end of it all. */
async function withPhone(
  place: number,
  seen: readonly string[],
  work: (away: Away, ids: readonly string[]) => Promise<void>
): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'haversack-away-'));
  const server = await startServer(folder, FIRST_PORT + 40 + place);
  const profile = join(folder, 'profile');
  const phone = await device(profile);
  const away: Away = { phone, page: phone.pages()[0] ?? (await phone.newPage()), server, folder, profile };
  try {
    await open(away.page, `${server.url}/`);
    await programKept(away.page);
    const listed = (await (await phone.request.get(`${server.url}/api/boxes`)).json()) as {
      boxes: { id: string; name: string }[];
    };
    const ids = seen.map((name) => listed.boxes.find((b) => b.name === name)!.id);
    for (const id of ids) {
      await open(away.page, `${server.url}/box/${id}/outing`);
      await expect(away.page.locator('[data-verdict=lasts]')).toBeVisible();
    }
    await server.stop();
    await work(away, ids);
  } finally {
    await away.phone.close();
    await away.server.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

async function rename(page: Page, name: string, as: string): Promise<void> {
  await page.getByRole('button', { name }).click();
  const field = page.getByRole('dialog').getByLabel('Name', { exact: true });
  await field.fill(as);
  await field.press('Enter');
  await page.keyboard.press('Escape');
  await expect(page.locator('[data-save=kept]')).toHaveText('Kept on this device');
}

test('the server is gone: boxes seen last open, are changed and worked out; a killed phone loses nothing', async ({
  browserName
}, info) => {
  test.skip(browserName !== 'chromium', 'a profile that lasts is Chromium’s here');
  await withPhone(info.parallelIndex, ['Saltmarsh hide box'], async (away, [id]) => {
    const at = (path: string): string => `${away.server.url}${path}`;
    const { page } = away;
    // opened anew with nothing there but the device
    await open(page, at(`/box/${id}/bench`));
    await expect(page.getByText('Out of reach')).toBeVisible();
    await rename(page, 'Saltmarsh hide box', 'Hide box, changed away');
    // a record of the logbook waits, too
    await open(page, at(`/box/${id}/logbook`));
    await page.getByRole('textbox', { name: 'Type or speak a line' }).fill('fault wet port');
    await page.getByRole('textbox', { name: 'Type or speak a line' }).press('Enter');
    await expect(page.getByRole('heading', { name: /^On this device only/ })).toBeVisible();

    // the phone is killed
    await away.phone.close();
    away.phone = await device(away.profile);
    const again = away.phone.pages()[0] ?? (await away.phone.newPage());
    await open(again, at(`/box/${id}/outing`));
    await expect(again.getByRole('button', { name: 'Hide box, changed away' })).toBeVisible({ timeout: 30_000 });
    await open(again, at('/'));
    await expect(again.getByText('Haversack is out of reach')).toBeVisible();
    await expect(again.getByText('changes kept on this device')).toHaveCount(1);

    away.server = await startServer(away.folder, away.server.port);
    await expect(again.getByRole('status').filter({ hasText: 'Work from this device was saved.' })).toBeVisible({
      timeout: 40_000
    });
    const { records } = (await (await fetch(at(`/api/boxes/${id}/logbook`))).json()) as { records: { kind: string }[] };
    expect(records.filter((r) => r.kind === 'fault').length).toBeGreaterThan(0);
  });
});

test('work done away joins when the server is back; of a box that was changed elsewhere, too, one chooses', async ({
  browserName
}, info) => {
  test.skip(browserName !== 'chromium', 'a profile that lasts is Chromium’s here');
  await withPhone(info.parallelIndex, ['Camp table box', 'Saltmarsh hide box'], async (away, [camp, hide]) => {
    const at = (path: string): string => `${away.server.url}${path}`;
    const { page } = away;
    await open(page, at(`/box/${hide}/bench`));
    await rename(page, 'Saltmarsh hide box', 'Hide box, changed away');
    await open(page, at(`/box/${camp}/outing`));
    await rename(page, 'Camp table box', 'Camp, mine');
    await open(page, at('/'));
    await expect(page.getByText('changes kept on this device')).toHaveCount(2);

    // meanwhile somebody else changed the camp box
    away.server = await startServer(away.folder, away.server.port);
    const { document, revision } = (await (await fetch(at(`/api/boxes/${camp}`))).json()) as {
      document: object;
      revision: number;
    };
    const theirs = await fetch(at(`/api/boxes/${camp}`), {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ document: { ...document, name: 'Camp, theirs' }, revision })
    });
    expect(theirs.status).toBe(200);

    await expect(page.getByRole('status').filter({ hasText: 'Work from this device was saved.' })).toBeVisible({
      timeout: 40_000
    });
    await expect(page.getByText('changed here and elsewhere: open it to choose')).toBeVisible();
    await expect(page.getByText('Hide box, changed away')).toBeVisible();

    // the same choice that two windows have
    await page.getByRole('link', { name: /^Camp, theirs/ }).click();
    await page
      .getByRole('button', { name: 'Go on with mine, theirs stays an earlier version' })
      .click({ timeout: 40_000 });
    await expect(page.locator('[data-save=saved]')).toHaveCount(1);
    const kept = (await (await fetch(at(`/api/boxes/${camp}`))).json()) as { document: { name: string } };
    expect(kept.document.name).toBe('Camp, mine');
  });
});
