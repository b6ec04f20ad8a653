import { expect, test } from './test.ts';
import { PNG } from 'pngjs';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { copyOf, open, reopen, saved } from './helpers.ts';

test('ordered in two shops, one packet missing: known where it holds the work up', async ({ page }) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Two shops');
  await open(page, `/box/${id}/kit?view=orders`);
  const what = page.getByRole('region', { name: 'What to order' });
  await page.getByRole('button', { name: 'My shops and packets …' }).click();
  const dialog = page.getByRole('dialog', { name: 'My shops and packets' });
  await dialog.getByLabel('Name of a new shop').fill('Harbour store');
  await dialog.getByRole('button', { name: 'Add shop' }).click();
  await dialog.getByRole('button', { name: 'Harbour store', exact: true }).click();
  await dialog.getByLabel('Shipping of Harbour store', { exact: true }).fill('-3');
  await dialog.getByLabel('Shipping of Harbour store', { exact: true }).press('Enter');
  await expect(dialog.getByText(/too small/)).toBeVisible();
  await dialog.getByLabel('Shipping of Harbour store', { exact: true }).fill('2');
  await dialog.getByLabel('Shipping of Harbour store', { exact: true }).press('Enter');
  await dialog.getByLabel('What it sells').selectOption({ label: 'Cable tie 2.5 × 100 mm, black' });
  await dialog.getByRole('button', { name: 'Packet', exact: true }).click();
  const holds = dialog.getByLabel('Cable tie 2.5 × 100 mm, black: a packet holds');
  await holds.fill('0');
  await holds.press('Enter');
  await expect(dialog.getByText(/least here/)).toBeVisible();
  await holds.fill('500');
  await holds.press('Enter');
  await dialog.getByRole('button', { name: 'Close' }).first().click();

  await what.getByText(/^Spares for the field/).click();
  await expect(what.getByRole('table', { name: 'A pocket of spares' })).toContainText('bare hands');
  await what.getByLabel('Buy the pocket of spares along').check();
  await expect(what).toContainText(/Nothing is cheaper|Not proven/, { timeout: 20_000 });
  await what.getByRole('button', { name: /^Put into/ }).click();
  await expect(what).toContainText('Nothing is left to order', { timeout: 20_000 });
  const orders = page.getByRole('region', { name: 'Orders placed' });
  // everything of the newest orders comes but one line of the first
  const first = orders.locator('[data-order]').first();
  const rows = first.getByRole('button', { name: /: all came$/ });
  const missing = (await rows.first().getAttribute('aria-label'))!.replace(': all came', '');
  while ((await rows.count()) > 1) await rows.last().click();
  await open(page, `/box/${id}/kit?view=list`);
  await expect(page.getByText(/still missing/)).toBeVisible();
  await expect(page.locator('tr', { hasText: missing }).first()).toContainText(/\d/);
  await open(page, `/box/${id}/bench?view=plan`);
  await expect(page.getByRole('region', { name: 'When it is finished' })).toContainText('waits for');
});

test('built on a phone: ticks, a wait, a note and a photograph outlive a reload; the server away loses none', async ({
  page,
  context
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  // of a plastic that sealant bonds to: there is something to wait for
  const id = await copyOf(page, 'Saltmarsh hide box', 'On the phone', (box) => {
    const part = box.parts[box.casePartId!]!;
    return { ...box, parts: { ...box.parts, [part.id]: { ...part, material: 'ABS' } as typeof part } };
  });
  await open(page, `/box/${id}/bench?view=build&step=fit-parts`);
  const step = page.getByRole('region', { name: 'Step' });
  await expect(step.getByRole('heading', { name: 'Fit the panel parts' })).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(391);
  await step.getByRole('checkbox').first().check();
  await page.getByLabel('Ticked by').fill('Ann');
  await page.getByLabel('Ticked by').press('Tab');
  await page.getByLabel('Notes on this step').fill('The third nut was tight.');
  await page.getByLabel('Notes on this step').press('Tab');
  const file = page.locator('input[type=file]');
  await file.setInputFiles({ name: 'note.txt', mimeType: 'text/plain', buffer: Buffer.from('no picture') });
  await expect(page.getByRole('alert')).toContainText('no photograph');
  const png = PNG.sync.write(new PNG({ width: 40, height: 30 }));
  await file.setInputFiles({ name: 'panel.png', mimeType: 'image/png', buffer: png });
  await expect(page.getByRole('img', { name: /photograph 1/ })).toBeVisible();
  await context.setOffline(true);
  await step.getByRole('button', { name: 'Done, next' }).click();
  await expect(page.getByText(/kept on this device/)).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByText(/kept on this device/)).toHaveCount(0, { timeout: 15_000 });
  await page.reload();
  await page.waitForSelector('html[data-ready=true]');
  await expect(page.getByRole('timer', { name: 'the sealant cures' })).toContainText(/23 h|24 h/);
  await open(page, `/box/${id}/bench?view=build&step=fit-parts`);
  await expect(page.getByLabel('Notes on this step')).toHaveValue('The third nut was tight.');
  await expect(page.getByText(/Ticked by Ann/)).toBeVisible();
  await expect(page.getByRole('img', { name: /photograph 1/ })).toBeVisible();
  await page.getByRole('timer').getByRole('button', { name: 'It is over already' }).click();
  await expect(page.getByRole('timer')).toHaveCount(0);
  await page.getByRole('button', { name: 'Not done after all' }).click();
  await expect(page.getByRole('button', { name: 'Done, next' })).toBeVisible();
});

test('a lead cut otherwise at the bench changes what is checked', async ({ page }) => {
  const id = await copyOf(page, 'Canal night bank box', 'Cut otherwise');
  await open(page, `/box/${id}/bench?view=build&step=cut`);
  const cut = page.getByLabel(/^R\d+ as cut$/).last();
  await cut.fill('20 mm');
  await cut.press('Enter');
  await saved(page);
  await expect(page.locator('.last')).toContainText('cut 20 mm');
  await page.keyboard.press('Control+z');
  await expect(cut).toHaveValue('');
});

test('a reading that fails leads to the culprit; one that passes is reckoned with', async ({ page }) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Readings');
  await open(page, `/box/${id}/bench?view=test&stage=dead`);
  const row = page.locator('[data-row^="plus-"]').first();
  const field = row.getByRole('textbox');
  await field.fill('4 A');
  await field.press('Enter');
  await expect(row).toContainText(/wants a resistance/);
  await field.fill('4.7k');
  await field.press('Enter');
  await expect(row).toHaveAttribute('data-passes', 'false');
  await expect(row).toContainText('Too much');
  await row.getByRole('link', { name: 'Find the culprit' }).click();
  await expect(page.getByRole('region', { name: 'Fault finder' })).toContainText('Measure:');
  await reopen(page, `/box/${id}/bench?view=test&stage=dead`);
  await expect(page.getByRole('region', { name: 'How the test stands' })).toContainText('1 failed');
  await page.locator('[data-row=short]').getByRole('button', { name: 'No end (OL)' }).click();
  await expect(page.locator('[data-row=short]')).toHaveAttribute('data-passes', 'true');
  const tug = page.locator('[data-row^="tug-"]').first();
  await tug.getByRole('button', { name: 'No' }).click();
  await expect(tug).toContainText('Cut it off and crimp it again');
  await tug.getByRole('button', { name: 'Yes' }).click();
  await expect(tug).toHaveAttribute('data-passes', 'true');
  await page.getByRole('button', { name: /^First power/ }).click();
  const standing = page.locator('[data-row=standing]');
  await standing.getByRole('textbox').fill('900');
  await standing.getByRole('textbox').press('Enter');
  await expect(standing).toContainText('Something stays on');
  await page.getByRole('button', { name: /^Under load/ }).click();
  const drop = page.locator('[data-row^="port-"]').filter({ hasText: 'flowing' }).first();
  await drop.getByRole('textbox').fill('12 V');
  await drop.getByRole('textbox').press('Enter');
  await drop.getByRole('button', { name: 'Reckon with this from now on' }).click();
  await expect(page.locator('.last')).toContainText('Taken over');
  await page.keyboard.press('Control+z');
  await page.getByRole('button', { name: /^Capacity/ }).click();
  const capacity = page.locator('[data-row=capacity]');
  const ampHours = capacity.getByRole('textbox', { name: /^From full/ });
  await ampHours.fill('16 Ah');
  await ampHours.press('Enter');
  await capacity.getByRole('button', { name: 'Reckon with this from now on' }).click();
  await expect(page.locator('.last')).toContainText('Taken over');
  await expect(capacity).toContainText('expected 16.0 Ah');
});

test('every paper as PDF is read back, on both papers; the passport as data', async ({ page }) => {
  const id = await copyOf(page, 'Fell-race radio post', 'Papers');
  for (const kind of ['card', 'build', 'test', 'passport'])
    for (const paper of ['a4', 'letter']) {
      const answer = await page.request.get(`/api/boxes/${id}/papers/${kind}.pdf?paper=${paper}`);
      expect(answer.headers()['content-type']).toBe('application/pdf');
      const pdf = await getDocument({ data: new Uint8Array(await answer.body()), useSystemFonts: true }).promise;
      const [, , w] = (await pdf.getPage(1)).view;
      expect(Math.round(w!)).toBe(paper === 'a4' ? 595 : 612);
      let text = '';
      for (let i = 1; i <= pdf.numPages; i++)
        text += (await (await pdf.getPage(i)).getTextContent()).items.map((t) => ('str' in t ? t.str : '')).join(' ');
      expect(text).toContain('Papers');
      expect(text).not.toMatch(/undefined|NaN/);
      if (kind === 'card' || kind === 'passport') expect(pdf.numPages).toBe(1);
    }
  const passport = await (await page.request.get(`/api/boxes/${id}/papers/passport.json`)).json();
  expect(passport).toMatchObject({ format: 'haversack-passport', version: 1, name: 'Papers' });
  expect((await page.request.get(`/api/boxes/${id}/papers/nothing.pdf`)).status()).toBe(404);
  await open(page, `/box/${id}/bench?view=papers`);
  for (const title of ['Card for the lid', 'Test sheet', 'Passport', 'Build sheet']) {
    await page.getByRole('button', { name: title, exact: true }).click();
    await expect(page.getByRole('article')).toContainText(title.toLowerCase());
  }
});

test('the drawer: counted from a file, put in, taken out when the box is built, put back', async ({ page }) => {
  const id = await copyOf(page, 'Canal night bank box', 'Drawer');
  await open(page, `/box/${id}/kit?view=drawer`);
  const file = page.locator('input[type=file]');
  await file.setInputFiles({ name: 'wrong.csv', mimeType: 'text/csv', buffer: Buffer.from('colour,weight\nred,3\n') });
  await expect(page.getByRole('alert')).toContainText('No column');
  await file.setInputFiles({
    name: 'mine.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('part,count\n"Old speaker wire","2,5"\n"Cable tie 2.5 × 100 mm, black",400\n')
  });
  await expect(page.getByRole('status').filter({ hasText: 'counted anew' })).toBeVisible();
  const ties = page.getByLabel('Cable tie 2.5 × 100 mm, black in the drawer');
  await expect(ties).toHaveValue('400');
  await page.getByRole('button', { name: 'It is built: take its parts out' }).click();
  await expect(ties).not.toHaveValue('400');
  await page.getByRole('button', { name: 'Put them back' }).click();
  await expect(ties).toHaveValue('400');
  await page.getByRole('button', { name: 'Old speaker wire: none left' }).click();
  await expect(page.getByLabel('Old speaker wire in the drawer')).toHaveCount(0);
  await page.getByLabel('Put into the drawer').selectOption({ index: 1 });
  await page.getByRole('button', { name: 'Put a packet in' }).click();
  await open(page, `/box/${id}/kit?view=cutting`);
  await expect(page.getByRole('img', { name: /leads of/ }).first()).toBeVisible();
});
