import { readFile } from 'node:fs/promises';
import { expect, test } from './test.ts';
import { boxId, open } from './helpers.ts';

test('parts: sorted both ways, opened to scale, compared, in inches, mine only', async ({ page }) => {
  await open(page, '/parts');
  const table = page.getByRole('table', { name: /^Parts, \d+/ });
  const column = async (nth: number): Promise<string[]> =>
    table.locator(`tbody tr > td:nth-child(${nth})`).allInnerTexts();
  const heading = (name: string) => table.getByRole('columnheader', { name });
  await heading('Ah').getByRole('button').click();
  await expect(heading('Ah')).toHaveAttribute('aria-sort', 'ascending');
  const up = (await column(4)).map(Number);
  expect(up).toEqual(up.toSorted((a, b) => a - b));
  await heading('Ah').getByRole('button').click();
  await expect(heading('Ah')).toHaveAttribute('aria-sort', 'descending');
  expect((await column(4)).map(Number)).toEqual(up.toReversed());

  // a name opens its drawing, and closes it again
  const first = table.getByRole('rowheader').first().getByRole('button');
  await first.click();
  await expect(page.getByRole('img', { name: /from above: .* mm$/ })).toBeVisible();
  await page.getByRole('button', { name: 'Inches and pounds' }).click();
  await expect(page.getByRole('img', { name: /from above: .* in$/ })).toBeVisible();
  expect((await column(6))[0]).toMatch(/ in$/);
  await first.click();
  await expect(page.getByRole('img', { name: /from above/ })).toHaveCount(0);

  // at most four side by side; what differs is told
  const ticks = table.getByRole('checkbox');
  for (let nth = 0; nth < 4; nth++) await ticks.nth(nth).check();
  await expect(ticks.nth(4)).toBeDisabled();
  const compared = page.getByRole('region', { name: 'Compared' });
  await expect(compared.getByRole('columnheader')).toHaveCount(5);
  for (let nth = 0; nth < 4; nth++) await ticks.nth(nth).uncheck();
  await expect(compared).toHaveCount(0);

  await page.getByRole('searchbox', { name: 'Search parts' }).fill('no such thing');
  await expect(page.getByText('Nothing of that name.')).toBeVisible();
  await page.getByRole('searchbox', { name: 'Search parts' }).fill('');
  await page.getByRole('button', { name: 'Mine only' }).click();
  await expect(page.getByText('Nothing of that name.')).toBeVisible();
  await page.getByRole('button', { name: 'Mine only' }).click();
  for (const kind of ['Cases', 'Panel parts', 'Fuses', 'Wire', 'Devices']) {
    await page.getByRole('button', { name: kind, exact: true }).click();
    await expect(table.getByRole('rowheader').first()).toBeVisible();
  }
});

test('a box goes away as one file and comes in again with its logbook; a torn file is refused whole', async ({
  page
}) => {
  await open(page, '/');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Take Saltmarsh hide box along, with logbook and photographs' }).first().click()
  ]);
  expect(file.suggestedFilename()).toBe('saltmarsh-hide-box-haversack.zip');
  const before = await page.locator('.box-row').count();
  const log = async (id: string): Promise<number> =>
    ((await (await page.request.get(`/api/boxes/${id}/logbook?limit=1`)).json()) as { total: number }).total;
  const whole = await log(await boxId(page, 'Saltmarsh hide box'));
  await page
    .getByLabel('Box file')
    .setInputFiles({ name: 'box.zip', mimeType: 'application/zip', buffer: await readFile((await file.path())!) });
  await expect(page.locator('.box-row')).toHaveCount(before + 1);
  const { boxes } = (await (await page.request.get('/api/boxes')).json()) as { boxes: { id: string; name: string }[] };
  // what was taken in last stands first
  expect(await log(boxes[0]!.id)).toBe(whole);
  expect(whole).toBeGreaterThan(10);
  const torn = (await readFile((await file.path())!)).subarray(0, 900);
  await page.getByLabel('Box file').setInputFiles({ name: 'torn.zip', mimeType: 'application/zip', buffer: torn });
  await expect(page.getByRole('alert')).toContainText('no whole zip file');
  await expect(page.locator('.box-row')).toHaveCount(before + 1);
  await page.request.patch(`/api/boxes/${boxes[0]!.id}`, { data: { archived: true } });
  await page.request.delete(`/api/boxes/${boxes[0]!.id}`);
});
