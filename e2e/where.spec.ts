import { readFileSync } from 'node:fs';
import { expect, test, type Page } from './test.ts';
import { boxId, copyOf, open } from './helpers.ts';

const inside = async (page: Page, inner: string, outer: string): Promise<void> => {
  const [a, b] = [await page.locator(inner).boundingBox(), await page.locator(outer).boundingBox()];
  expect(a && b).toBeTruthy();
  expect(a!.x >= b!.x - 1 && a!.y >= b!.y - 1).toBe(true);
  expect(a!.x + a!.width <= b!.x + b!.width + 1 && a!.y + a!.height <= b!.y + b!.height + 1).toBe(true);
};

test('what is live: the whole drawing at once, readings on its wires and at its ports, the list beside it', async ({
  page
}) => {
  await open(page, `/box/${await boxId(page, 'Moor camera post')}/wiring?view=live`);
  const drawing = page.locator('[data-view=live] svg.circuit');
  await inside(page, '[data-view=live] svg.circuit', '#main');
  await expect(page.getByRole('complementary', { name: 'Details' })).toHaveCount(0);
  await expect(drawing).toContainText('13.2 V');
  await expect(drawing).toContainText(/\d\.\d\d A now/);
  await page.getByRole('button', { name: 'S0 on' }).click();
  await expect(drawing.getByText('dead')).not.toHaveCount(0);
  const list = page.locator('[data-view=live] [role=status]');
  await expect(list).toContainText('S0 is off');
  await page.getByRole('button', { name: 'All on' }).click();
  await expect(drawing.getByText('dead')).toHaveCount(0);
});

test('the circuit is whole when it is opened, and pressing a row moves nothing', async ({ page }) => {
  await open(page, `/box/${await boxId(page, 'Saltmarsh hide box')}/wiring`);
  await inside(page, 'svg.circuit', '#main');
  const before = await page.locator('svg.circuit').boundingBox();
  const said = page.getByRole('status', { name: 'What is pressed' });
  await expect(said).toContainText('Press a part, a lead or a row');
  await page.getByRole('button', { name: /^C1 / }).press('Enter');
  await expect(said).toContainText('Follow the way to P1');
  expect(await page.locator('svg.circuit').boundingBox()).toEqual(before);
  // the stop on C5 is marked in its row, and pressed it stands first in the details
  await page.getByRole('button', { name: /^C5 .*, stop$/ }).press('Enter');
  await expect(page.getByRole('complementary', { name: 'Details' }).locator('[data-finding]').first()).toContainText(
    'F5 is too big for its wire'
  );
});

test('where the leads run: a circuit out over its switch and back, and the box turned about, cut, taken away', async ({
  page
}) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Where it runs');
  await open(page, `/box/${id}/wiring?view=where`);
  const where = page.locator('[data-view=where]');
  const all = await where.locator('[data-way]').count();
  expect(await where.locator('[data-shown=true]').count()).toBe(all);
  await where.getByRole('button', { name: /^P4/ }).click();
  const shown = await where.locator('[data-shown=true]').evaluateAll((l) => l.map((e) => e.getAttribute('data-way')));
  for (const way of ['c5/switch', 'c5/feed', 'c5/return', 'main/p4', 'main/shunt']) expect(shown).toContain(way);
  expect(shown).not.toContain('c1/feed');
  await expect(where.getByRole('row', { name: /^P4/ })).toContainText('inside, front, right');
  await where.getByRole('button', { name: 'All', exact: true }).click();
  expect(await where.locator('[data-shown=true]').count()).toBe(all);

  await where.getByRole('button', { name: 'Turn it about' }).click();
  const view = where.getByRole('img', { name: /in three dimensions/ });
  await expect(view.locator('canvas')).toBeVisible();
  const names = view.locator('[data-labels] text');
  await expect(names.filter({ hasText: 'Battery' })).toHaveCount(1);
  await expect(names.filter({ hasText: 'P4' })).toHaveCount(1);
  // cut from the front through the ports: their names go with them
  await where.getByLabel('How far the cut goes').fill('40');
  await expect(names.filter({ hasText: 'P1' })).toHaveCount(0);
  await expect(names.filter({ hasText: 'Battery' })).toHaveCount(1);
  await where.getByLabel('How far the cut goes').fill('0');
  await where.getByLabel('Lid open').fill('110');
  await view.focus();
  for (const key of ['ArrowLeft', 'ArrowUp', '+', '-']) await page.keyboard.press(key);
  await where.getByLabel('Leads', { exact: true }).uncheck();
  await where.getByLabel('Leads', { exact: true }).check();
  const take = async (name: string): Promise<Buffer> => {
    const [file] = await Promise.all([page.waitForEvent('download'), where.getByRole('button', { name }).click()]);
    return readFileSync(await file.path());
  };
  expect((await take('PNG picture')).subarray(1, 4).toString()).toBe('PNG');
  const model = await take('glTF model');
  expect(model.subarray(0, 4).toString()).toBe('glTF');
  const json = JSON.parse(model.subarray(20, 20 + model.readUInt32LE(12)).toString()) as { nodes: { name?: string }[] };
  const parts = json.nodes.map((n) => n.name);
  for (const part of ['Floor', 'Battery', 'P1', 'Shunt']) expect(parts).toContain(part);
  await where.getByRole('button', { name: 'Close the view to turn about' }).click();
  await expect(view).toHaveCount(0);
});

test('the shelf of ports: what suits first with its reasons, whole, and a mark leads from a port to what is said', async ({
  page
}) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Marked ports');
  await open(page, `/box/${id}/ports`);
  const shelf = page.getByRole('region', { name: 'Shelf of parts' });
  await inside(page, '[aria-label="Shelf of parts"]', '#main');
  await expect(shelf.getByRole('button').first()).toContainText('suits this box');
  await expect(shelf.getByRole('button').last()).not.toContainText('suits this box');
  await shelf.getByLabel('Kind').selectOption('switches');
  await expect(shelf.getByRole('button').first()).toContainText(/A · hole .* deep/);
  await expect(shelf.getByRole('button', { name: /USB/ })).toHaveCount(0);
  await shelf.getByLabel('Add to').selectOption('left');
  const before = await page.locator('[data-port]').count();
  await shelf.getByRole('button').first().click();
  const alert = page.getByRole('alert').filter({ hasText: 'finds no place' });
  if (!(await alert.isVisible())) await expect(page.locator('[data-port]')).toHaveCount(before + 1);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^P1 .*, caution$/ }).press('Enter');
  await expect(page.getByRole('complementary', { name: 'Details' }).locator('[data-finding]').first()).toContainText(
    'open while plugged in'
  );
});
