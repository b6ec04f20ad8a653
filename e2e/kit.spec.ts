import { readFile } from 'node:fs/promises';
import { expect, test } from './test.ts';
import { copyOf, open, saved } from './helpers.ts';

test('a part that cannot be had: compared, tried, taken, undone', async ({ page }) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Cannot be had');
  await open(page, `/box/${id}/kit`);
  await page.getByRole('button', { name: 'LiFePO4 12.8 V 20 Ah cannot be had' }).click();
  const dialog = page.getByRole('dialog', { name: /^Instead of LiFePO4/ });
  const smaller = dialog.locator('[data-instead=battery-lfp-18]');
  await expect(smaller).toContainText('20 Ah → 18 Ah', { timeout: 20_000 });
  await expect(smaller).toContainText('Brings nothing new');
  const agm = dialog.locator('[data-instead^=battery-agm]').first();
  await expect(agm).toBeHidden();
  await dialog.locator('summary').click();
  await expect(agm).toContainText('Lead-acid must not be charged in a closed tight case');
  await smaller.getByRole('button', { name: /^Take/ }).click();
  await expect(dialog).toHaveCount(0);
  await saved(page);
  await expect(page.locator('[data-line=battery-lfp-18]')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.locator('[data-line=battery-lfp-20]')).toBeVisible();
  // with the keyboard alone: open, leave, and the place is kept
  const again = page.getByRole('button', { name: 'LiFePO4 12.8 V 20 Ah cannot be had' });
  await again.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
});

test('build or buy: an offer, unknown first, ranked once everything is known', async ({ page }) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Build or buy');
  await open(page, `/box/${id}/kit?view=value`);
  const part = page.getByRole('region', { name: 'Build or buy' });
  await part.getByLabel('Name of what was offered').fill('Box at the fair');
  await page.keyboard.press('Enter');
  const offer = part.getByRole('group', { name: 'Box at the fair' });
  const row = part.locator('[data-value=offered]');
  await expect(row).toContainText('unknown');
  await offer.getByLabel('Price', { exact: true }).fill('-4');
  await page.keyboard.press('Enter');
  await expect(offer).toContainText(/too small/);
  await offer.getByLabel('Price', { exact: true }).fill('150');
  await page.keyboard.press('Enter');
  await offer.getByLabel('Energy on its label').fill('20 Ah');
  await page.keyboard.press('Enter');
  await expect(offer).toContainText('256 Wh');
  await offer.getByLabel('Energy on its label').fill('256 Wh');
  await page.keyboard.press('Enter');
  await offer.getByLabel('What it needs along').fill('20');
  await page.keyboard.press('Enter');
  await offer.getByLabel('Mass', { exact: true }).fill('6 lb');
  await page.keyboard.press('Enter');
  await expect(row).toContainText(/\d to \d/);
  await offer.getByLabel('Chemistry of Box at the fair').selectOption('lfp');
  await expect(row).not.toContainText(/\d to \d/);
  await expect(row).toContainText('170.00');
  await expect(part).toContainText('Box at the fair is the cheapest over its life');
  await saved(page);
  await page.reload();
  await page.waitForSelector('html[data-ready=true]');
  await expect(row).toContainText('2.7');
  await offer.getByLabel('Name of Box at the fair').fill('Other');
  await page.keyboard.press('Enter');
  await expect(part.getByRole('group', { name: 'Other' })).toBeVisible();
  await part.getByRole('button', { name: 'Remove Other' }).click();
  await expect(row).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(row).toHaveCount(1);
});

test('cut together with another box: its leads stand beside ours, and are gone again', async ({ page }) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Cut together');
  await open(page, `/box/${id}/kit?view=cutting`);
  await expect(page.getByRole('img', { name: /^Sheet 1/ })).toBeVisible();
  await expect(page.getByRole('region', { name: /heat-shrink/ }).first()).toContainText('×');
  await page.getByText('Cut together with other boxes').click();
  await page.getByRole('checkbox', { name: 'Moor camera post' }).check();
  await expect(page.getByText(/Moor camera post: R\d+/).first()).toBeVisible();
  await page.getByRole('checkbox', { name: 'Moor camera post' }).uncheck();
  await expect(page.getByText(/Moor camera post: R\d+/)).toHaveCount(0);
});

test('shops and orders: coupon, one order, a parcel, taken out and brought back', async ({ page }) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Orders');
  await open(page, `/box/${id}/kit?view=orders`);
  // the drawer is one for all boxes: what others ordered must not be enough
  await page.getByLabel('For how many boxes').fill('9');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'My shops and packets …' }).click();
  const dialog = page.getByRole('dialog', { name: 'My shops and packets' });
  await dialog.getByLabel('Name of a new shop').fill('Quay store');
  await dialog.getByRole('button', { name: 'Add shop' }).click();
  await dialog.getByRole('button', { name: 'Quay store', exact: true }).click();
  for (const [label, text] of [
    ['Free shipping of Quay store from', '50'],
    ['Days of delivery of Quay store', '1 week'],
    ['Tax of Quay store', '20'],
    ['Off at Quay store', '5'],
    ['Coupon of Quay store', '3']
  ] as const) {
    await dialog.getByLabel(label, { exact: true }).fill(text);
    await page.keyboard.press('Enter');
  }
  await expect(dialog.getByLabel('Days of delivery of Quay store')).toHaveValue('7');
  await dialog.getByLabel('Coupon of Quay store from').fill('10');
  await page.keyboard.press('Enter');
  await dialog.getByLabel('What it sells').selectOption({ index: 1 });
  await dialog.getByRole('button', { name: 'Packet', exact: true }).click();
  const gone = dialog.getByRole('button', { name: /: no longer sold there$/ });
  await expect(gone).toHaveCount(1);
  await gone.click();
  await expect(gone).toHaveCount(0);
  await dialog.getByRole('button', { name: 'Remove Quay store and its packets' }).click();
  await expect(dialog.getByRole('button', { name: 'Quay store', exact: true })).toHaveCount(0);
  await dialog.getByRole('button', { name: 'Bring Quay store back' }).click();
  await dialog.getByRole('button', { name: 'Quay store', exact: true }).click();
  await expect(dialog.getByLabel('Coupon of Quay store', { exact: true })).toHaveValue('3.00');
  await dialog.getByRole('button', { name: 'Remove Quay store and its packets' }).click();
  await dialog.getByRole('button', { name: 'Close' }).first().click();

  const what = page.getByRole('region', { name: 'What to order' });
  const before = await page.locator('[data-order]').count();
  await expect(what).toContainText(/Nothing is cheaper|Not proven/, { timeout: 20_000 });
  const single = what.getByRole('button', { name: /^Rather one order/ });
  await ((await single.count()) > 0 ? single : what.getByRole('button', { name: /^Put into/ })).click();
  await expect(what).toContainText('Nothing is left to order', { timeout: 20_000 });
  const orders = page.locator('[data-order]');
  const after = await orders.count();
  expect(after).toBeGreaterThan(before);
  const first = page.locator('[data-order]').first();
  const paid = first.getByLabel(/paid for a packet$/).first();
  const sum = await first.locator('caption').innerText();
  await paid.fill('-1');
  await page.keyboard.press('Enter');
  await expect(first).toContainText(/too small/);
  await paid.fill('99');
  await page.keyboard.press('Enter');
  await expect(first.locator('caption')).not.toHaveText(sum);
  await first.getByRole('button', { name: 'The whole parcel came' }).click();
  await expect(first).toContainText('all of it came');
  await first.getByRole('button', { name: 'Take this order out' }).click();
  await expect(orders).toHaveCount(after - 1);
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(orders).toHaveCount(after);
});

test('set aside, and the list and drawer as files', async ({ page }) => {
  const id = await copyOf(page, 'Canal night bank box', 'Files');
  await open(page, `/box/${id}/kit`);
  const line = page.locator('[data-line=strap-25]');
  await line.getByLabel(/set aside$/).fill('1');
  await page.keyboard.press('Enter');
  await expect(page.locator('.last')).toContainText('set aside');
  await line.getByLabel(/set aside$/).fill('');
  await page.keyboard.press('Enter');
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'CSV' }).click()]);
  const text = await readFile((await file.path())!, 'utf8');
  expect(text.split('\n')[0]).toContain('pricePerPack');
  expect(text).toContain('Webbing strap');
  await open(page, `/box/${id}/kit?view=drawer`);
  await page.getByLabel('Put into the drawer').selectOption({ index: 2 });
  await page.getByRole('button', { name: 'Put a packet in' }).click();
  const [drawer] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'CSV', exact: true }).click()
  ]);
  expect(await readFile((await drawer.path())!, 'utf8')).toMatch(/part,count/i);
});
