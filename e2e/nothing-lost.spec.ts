import { closeSync, mkdtempSync, openSync, rmSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { STARTER_CATALOGUE } from '../core/src/catalogue/starter.ts';
import { expect, test } from './test.ts';
import { boxId, copyOf, open, saved, verdict } from './helpers.ts';
import { FIRST_PORT, startServer } from './server.ts';

test('what cannot be undone is asked first: a box, a part of one’s own', async ({ page }) => {
  const id = await copyOf(page, 'Fell-race radio post', 'To be deleted');
  await page.request.patch(`/api/boxes/${id}`, { data: { archived: true } });
  await open(page, '/');
  await page.getByRole('button', { name: 'Archived' }).click();
  await page.getByRole('button', { name: 'Delete To be deleted' }).click();
  const box = page.getByRole('dialog', { name: 'Delete the box for good?' });
  await expect(box.getByRole('button', { name: 'Leave it' })).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(box).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Delete To be deleted' })).toBeVisible();
  await page.getByRole('button', { name: 'Delete To be deleted' }).click();
  await box.getByRole('button', { name: 'Delete it' }).click();
  await expect(page.getByRole('button', { name: 'Delete To be deleted' })).toHaveCount(0);

  const part = {
    ...STARTER_CATALOGUE.find((p) => p.kind === 'battery')!,
    id: 'own-asked',
    name: 'Asked about',
    origin: 'own'
  };
  expect((await page.request.put('/api/parts', { data: part })).ok()).toBe(true);
  await open(page, '/parts');
  await page.getByRole('button', { name: 'Remove Asked about' }).click();
  const asked = page.getByRole('dialog', { name: 'Remove the part?' });
  await asked.getByRole('button', { name: 'Leave it' }).click();
  await page.getByRole('button', { name: 'Remove Asked about' }).click();
  await asked.getByRole('button', { name: 'Remove it' }).click();
  await expect(page.getByRole('button', { name: 'Remove Asked about' })).toHaveCount(0);
});

test('a box deleted elsewhere while it is worked on goes on as a new one, or is let go', async ({ page }) => {
  const remove = async (id: string) => {
    await page.request.patch(`/api/boxes/${id}`, { data: { archived: true } });
    await page.request.delete(`/api/boxes/${id}`);
  };
  const rename = async (name: string) => {
    await page.getByTitle('Name, units, export').click();
    const field = page.getByRole('dialog').getByLabel('Name', { exact: true });
    await field.fill(name);
    await field.press('Enter');
    await page.keyboard.press('Escape');
  };
  const id = await copyOf(page, 'Canal night bank box', 'Deleted under my hands');
  await open(page, `/box/${id}/battery`);
  await remove(id);
  await rename('Worked on');
  const dialog = page.getByRole('alertdialog', { name: 'This box was deleted elsewhere' });
  await expect(dialog).toContainText('“Worked on” is not on the shelf any more');
  await dialog.getByRole('button', { name: 'Keep it as a new box' }).click();
  await page.waitForURL((url) => !url.pathname.includes(id) && url.pathname.endsWith('/battery'));
  await saved(page);
  const again = await boxId(page, 'Worked on');
  expect(again).not.toBe(id);

  await remove(again);
  await rename('Not wanted');
  await dialog.getByRole('button', { name: 'Let it go' }).click();
  await page.waitForURL('/');
  await expect(page.getByText('Not wanted')).toHaveCount(0);
});

test('a damaged database is told in words, its copies with what they hold; one is taken, and the boxes are back', async ({
  page
}, info) => {
  const folder = mkdtempSync(join(tmpdir(), 'haversack-damaged-'));
  const file = join(folder, 'haversack.db');
  const port = FIRST_PORT + 70 + info.parallelIndex;
  await (await startServer(folder, port)).stop();
  // at the second start a copy is made
  await (await startServer(folder, port)).stop();
  const at = openSync(file, 'r+');
  writeSync(at, Buffer.alloc(4096, 0x5a), 0, 4096, 0);
  closeSync(at);
  const server = await startServer(folder, port);
  try {
    await page.goto(server.url);
    await expect(page.getByRole('heading', { name: 'The boxes cannot be read' })).toBeVisible();
    const told = page.locator('main');
    await expect(told).toContainText('It was left as it is');
    await expect(told).toContainText(/7\s+boxes: .*; changed last/);
    expect(await told.innerText()).not.toMatch(/haversack\.db|\/tmp\/|select /i);
    await page.getByRole('button', { name: 'Restore this one' }).click();
    await expect(page.getByText('Canal night bank box').first()).toBeVisible();
  } finally {
    await server.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});

test('what stood before a remedy and before going back is among the earlier versions, also after a reload', async ({
  page
}) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Kept versions');
  await open(page, `/box/${id}/wiring`);
  const stops = () => verdict(page, 'safe').innerText();
  const before = await stops();
  await page
    .getByRole('button', { name: /^Do this/ })
    .first()
    .click();
  await saved(page);
  const after = await stops();
  expect(after).not.toBe(before);
  await open(page, `/box/${id}/variants?view=earlier`);
  const first = page.getByRole('listitem').filter({ hasText: 'Version 1' });
  await expect(first).toContainText('before a remedy');
  await first.getByRole('button', { name: 'Bring back' }).click();
  const second = page.getByRole('listitem').filter({ hasText: 'Version 2' });
  await expect(second).toContainText('before going back');
  await saved(page);
  await page.reload();
  await expect(page.getByRole('listitem').filter({ hasText: 'before a remedy' })).toHaveCount(1);
  await open(page, `/box/${id}/wiring`);
  await expect(verdict(page, 'safe')).toHaveText(before.replace(/\s+/g, ' '), { useInnerText: true });
});
