import { expect, test } from './test.ts';
import { boxId, copyOf, newBox, open, saved, verdict } from './helpers.ts';

test('an empty box is designed by hand to a printed build sheet', async ({ page }) => {
  await newBox(page);
  await expect(page.getByText('What must run, and for how long?')).toBeVisible();

  await page.getByLabel('Pack up').fill('16:00');
  await page.getByLabel('Pack up').press('Enter');
  await expect(page.getByLabel('Wanted')).toHaveValue('8');
  await page.getByRole('button', { name: 'Add the first device' }).click();
  await page.getByLabel('Search devices').fill('red work');
  await page.getByRole('button', { name: /Red work lamp/ }).click();
  await page.getByLabel('Rated watts of on').fill('6 Wh');
  await page.getByLabel('Rated watts of on').press('Enter');
  await expect(page.getByRole('alert')).toContainText('Did you mean 6 W?');
  await page.getByRole('button', { name: 'Take 6 W' }).click();
  await expect(page.getByLabel('Rated watts of on')).toHaveValue('6.00');

  await page.keyboard.press('2');
  await page
    .getByRole('button', { name: /^Take LiFePO4/ })
    .first()
    .click();
  await expect(page.getByRole('region', { name: 'Sizing' })).toContainText('Needed');
  await expect(verdict(page, 'lasts')).toHaveAttribute('data-state', 'holds');

  await page.keyboard.press('3');
  await page
    .getByRole('combobox', { name: 'Case', exact: true })
    .selectOption({ label: 'Tall plastic utility can, 12.6 l' });
  await expect(page.getByRole('group', { name: /Plan of the inside/ })).toBeVisible();

  await page.keyboard.press('4');
  await page.getByRole('button', { name: /Circular screw connector, 16 mm/ }).click();
  await page.getByRole('button', { name: /Rotary battery switch/ }).click();
  await page.keyboard.press('1');
  await page.getByRole('button', { name: /^Red work lamp,/ }).press('Enter');
  await page.getByLabel('Plugged into').selectOption({ index: 1 });

  await page.keyboard.press('Escape');
  await page.getByRole('heading', { name: 'Outing', level: 1 }).click();
  await page.keyboard.press('5');
  await page.getByRole('button', { name: 'Choose the missing parts' }).first().click();
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'holds');

  await page.keyboard.press('6');
  await expect(page.getByRole('rowheader', { name: /Circular screw connector, 16 mm/ }).first()).toBeVisible();
  await page.keyboard.press('7');
  await page.getByRole('button', { name: 'Papers', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Steps', exact: true })).toBeVisible();
  await saved(page);
  const pdf = await page.pdf({ format: 'A4' });
  expect(pdf.length).toBeGreaterThan(20_000);
});

test('the stop is cleared by its button, and undo goes back to the start', async ({ page }) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Going back');
  await open(page, `/box/${id}/wiring`);
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'stop');
  await page.getByRole('button', { name: 'Do this: Fit a 1 A fuse' }).first().click();
  await expect(verdict(page, 'safe')).not.toHaveAttribute('data-state', 'stop');
  await page.keyboard.press('4');
  await page.locator('[data-port=p1]').focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowUp');
  await expect(page.locator('[data-port=p1]')).toHaveAttribute('aria-label', /43 from the left, 76 up/);
  await saved(page);
  await page.reload();
  await expect(page.locator('[data-port=p1]')).toHaveAttribute('aria-label', /43 from the left, 76 up/);
  await page.getByRole('combobox', { name: 'Kind' }).selectOption('vent');
  await page.getByRole('button', { name: /Pressure vent M12/ }).click();
  await page.getByRole('heading', { name: 'Ports', level: 1 }).click();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toBeDisabled();
  await page.keyboard.press('Control+Shift+z');
  await expect(page.getByRole('button', { name: 'Redo', exact: true })).toBeDisabled();
});

test('a port is dragged by the mouse and lands where it is dropped', async ({ page }) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Drag box');
  await open(page, `/box/${id}/ports`);
  const port = page.locator('[data-port=p5]');
  const from = (await port.boundingBox())!;
  await page.mouse.move(from.x + from.width / 2, from.y + 12);
  await page.mouse.down();
  await page.mouse.move(from.x + from.width / 2 - 10, from.y + 12, { steps: 4 });
  await page.mouse.move(from.x + from.width / 2 - 20, from.y + 12, { steps: 4 });
  await page.mouse.up();
  await expect(port).toHaveAttribute('aria-label', /178 from the left/);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(port).toHaveAttribute('aria-label', /198 from the left/);
});

test('two windows: the later save is told, and nothing is lost either way', async ({ page, context }) => {
  const id = await copyOf(page, 'Canal night bank box', 'Two windows');
  const other = await context.newPage();
  await open(page, `/box/${id}/outing`);
  await open(other, `/box/${id}/outing`);
  await page.getByLabel('Air').fill('3');
  await page.getByLabel('Air').press('Enter');
  await saved(page);
  await other.getByLabel('Air').fill('12');
  await other.getByLabel('Air').press('Enter');
  const dialog = other.getByRole('alertdialog');
  await expect(dialog).toContainText('changed in another window');
  await dialog.getByRole('button', { name: /Go on with theirs/ }).click();
  await expect(other.getByLabel('Air')).toHaveValue('3');
  await open(page, '/');
  await expect(page.getByText('Two windows (my version)')).toBeVisible();
});

test('hostile and broken files are refused in a sentence and nothing is half-imported', async ({ page }) => {
  await open(page, '/');
  await expect(page.getByText('Saltmarsh hide box').first()).toBeVisible();
  const count = await page.getByRole('link', { name: /changed/ }).count();
  const take = (name: string, text: string) =>
    page.getByLabel('Box file').setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) });
  await take('big.json', 'x'.repeat(10_000_000));
  await expect(page.getByRole('alert')).toContainText('too large');
  await take('broken.json', '{"format": ');
  await expect(page.getByRole('alert')).toContainText('not a JSON file');
  await take('foreign.json', '{"format": "haversack-box", "version": 7}');
  await expect(page.getByRole('alert')).toContainText('newer Haversack');
  expect(await page.getByRole('link', { name: /changed/ }).count()).toBe(count);
  const { document } = await (await page.request.get(`/api/boxes/${await boxId(page, 'Saltmarsh hide box')}`)).json();
  await take('script.json', JSON.stringify({ ...document, name: '<img src=x onerror=alert(1)>' }));
  await expect(page.getByText('<img src=x onerror=alert(1)>')).toBeVisible();
});

test('other hosts and other sites are refused', async ({ request }) => {
  const foreign = await request.post('/api/boxes', { headers: { origin: 'http://elsewhere.example' }, data: {} });
  expect(foreign.status()).toBe(403);
  const host = await request.get('/', { headers: { host: 'elsewhere.example' } });
  expect(host.status()).toBe(421);
});
