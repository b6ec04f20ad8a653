import { expect, test } from './test.ts';
import { copyOf, newBox, open, saved, verdict } from './helpers.ts';

test('three devices typed, one bar dragged, a label read, three batteries compared, the best remedy applied: the chance changes', async ({
  page
}) => {
  await newBox(page);
  await page.getByLabel('Wanted').fill('12');
  await page.getByLabel('Wanted').press('Enter');
  const line = page.getByLabel('Type a line');
  await line.fill('lamp 6 20:00-22:00');
  await line.press('Enter');
  await expect(page.getByRole('alert')).toContainText('give a number its unit');
  await expect(line).toHaveValue('lamp 6 20:00-22:00');
  for (const text of ['radio rx 0.35A tx 5A 10% 08:00-18:00', 'phone 12Wh at 13:00', 'lamp 6W 16:00-20:00']) {
    await line.fill(text);
    await line.press('Enter');
    await expect(line).toHaveValue('');
  }
  await expect(page.getByRole('button', { name: /^Radio,/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Phone,/ })).toBeVisible();

  const bar = page.getByRole('slider', { name: 'Lamp bar 1' });
  await expect(bar).toHaveAttribute('aria-valuetext', '16:00 to 20:00, 100 %');
  const box = (await bar.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + 10);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 - 20, box.y + 10, { steps: 4 });
  await page.mouse.move(box.x + box.width / 2 - 40, box.y + 10, { steps: 4 });
  await page.mouse.up();
  await expect(bar).toHaveAttribute('aria-valuetext', /^14:00 to 18:00/);
  await bar.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('ArrowDown');
  await expect(bar).toHaveAttribute('aria-valuetext', '14:00 to 18:15, 95 %');
  await page.keyboard.press('s');
  await expect(page.getByRole('slider', { name: 'Lamp bar 2' })).toBeVisible();

  const track = (await page.locator('[data-track]').nth(1).boundingBox())!;
  await page.mouse.move(track.x + track.width * 0.68, track.y + 10);
  await page.mouse.down();
  await page.mouse.move(track.x + track.width * 0.7, track.y + 10, { steps: 3 });
  await page.mouse.move(track.x + track.width * 0.75, track.y + 10, { steps: 3 });
  await page.mouse.up();
  await expect(page.getByRole('slider', { name: 'Phone bar 2' })).toHaveAttribute('aria-valuetext', /^16:15 to 18:/);

  await page.getByRole('button', { name: /^Lamp,/ }).press('Enter');
  const helper = page.getByRole('region', { name: 'Work out a draw' });
  await helper.getByRole('button', { name: 'label' }).click();
  await helper.getByLabel('Label says').fill('700');
  await helper.getByRole('button', { name: 'Note it' }).click();
  await expect(helper.getByRole('alert')).toContainText('needs its unit');
  await helper.getByLabel('Label says').fill('700 mA');
  await helper.getByRole('button', { name: 'Note it' }).click();
  await helper.getByRole('button', { name: 'it lasted' }).click();
  await helper.getByLabel('Lasted').fill('2 h');
  await helper.getByLabel('on').fill('20 Ah');
  await helper.getByRole('button', { name: 'Note it' }).click();
  await expect(page.getByRole('complementary', { name: 'Details' })).toContainText('does not agree');
  await helper.getByRole('button', { name: 'Use' }).first().click();
  await expect(page.getByLabel('Rated watts of on')).toHaveValue('8.40');

  await page.goto(`${page.url().split('?')[0]!.replace('/outing', '/battery')}?view=compare`);
  await page.waitForSelector('html[data-ready=true]');
  const table = page.getByRole('region', { name: 'Compare batteries' });
  for (const label of ['LiFePO4 12.8 V 12 Ah', 'LiFePO4 12.8 V 20 Ah', 'AGM 12 V 22 Ah']) {
    await table.getByLabel('Battery to compare').selectOption({ label });
    await table.getByRole('button', { name: 'Compare it' }).click();
  }
  await expect(table.getByRole('row')).toHaveCount(4);
  await expect(table.getByRole('cell', { name: /^\d+\.\d h$/ }).first()).toBeVisible({ timeout: 20_000 });
  await table.getByRole('button', { name: 'Mass' }).click();
  await expect(table.getByRole('rowheader').first()).toContainText('12 Ah');
  await table.getByRole('button', { name: 'Pin AGM 12 V 22 Ah' }).click();
  await expect(table.getByRole('rowheader').first()).toContainText('AGM');
  await table
    .getByRole('row', { name: /LiFePO4 12.8 V 12 Ah/ })
    .getByRole('button', { name: 'Choose' })
    .click();
  await expect(table).toContainText('chosen');

  await page.keyboard.press('1');
  const sure = page.getByRole('region', { name: 'How sure' });
  await expect(sure).toContainText('600 runs over', { timeout: 20_000 });
  const before = Number(await sure.locator('[data-chance]').getAttribute('data-chance'));
  const helps = page.getByRole('region', { name: 'What would help' });
  await helps
    .getByRole('button', { name: /^Do this/ })
    .first()
    .click();
  await expect(sure).toHaveAttribute('aria-busy', 'false', { timeout: 20_000 });
  await expect
    .poll(async () => Number(await sure.locator('[data-chance]').getAttribute('data-chance')), { timeout: 20_000 })
    .toBeGreaterThan(before);
  await saved(page);
});

test('a season: the day it dies, and the visits that keep it alive', async ({ page }) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Season box');
  await open(page, `/box/${id}/outing`);
  await page.getByRole('button', { name: 'Season', exact: true }).click();
  const goes = page.getByRole('region', { name: 'How the season goes' });
  await expect(goes).toContainText('Serves all 21 days', { timeout: 20_000 });
  await page.getByLabel('Visit every').fill('');
  await page.getByLabel('Visit every').press('Enter');
  await expect(goes).toContainText(/Dies on day \d/, { timeout: 20_000 });
  await goes.getByRole('button', { name: /Do this: come every \d+ days/ }).click();
  await expect(goes).toContainText('Serves all 21 days', { timeout: 20_000 });
  await page.getByLabel('Length').fill('900');
  await page.getByLabel('Length').press('Enter');
  await expect(page.getByRole('alert')).toContainText('too large');
  await page.getByRole('button', { name: 'Camera B' }).first().click();
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toBeEnabled();
});

test('a charging plan: panel, controller, charger, shelf and a reading', async ({ page }) => {
  const id = await copyOf(page, 'Canal night bank box', 'Charging box');
  await open(page, `/box/${id}/battery?view=charge`);
  const plan = page.getByRole('region', { name: 'Charging plan' });
  await expect(plan).toContainText('lid open');
  await expect(plan).toContainText('Hours to full');
  await page.getByRole('button', { name: 'Add a panel' }).click();
  const solar = page.getByRole('region', { name: 'Solar' });
  await expect(solar).toContainText('on an average day');
  await solar.getByRole('combobox', { name: 'Controller', exact: true }).selectOption('none');
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'stop');
  await page.getByRole('button', { name: 'Do this: An MPPT controller between' }).first().click();
  await expect(verdict(page, 'safe')).not.toHaveAttribute('data-state', 'stop');
  await solar.getByLabel('Controller bears').fill('20');
  await solar.getByLabel('Controller bears').press('Enter');
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'stop');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('region', { name: 'Storage' })).toContainText('Store it full');

  await page.getByRole('button', { name: 'Read', exact: true }).click();
  const volts = page.getByRole('region', { name: 'What a voltage means' });
  await volts.getByLabel('The meter shows').fill('12.3 A');
  await expect(volts.getByRole('alert')).toContainText('Reading');
  await volts.getByLabel('The meter shows').fill('12.3 V');
  await expect(volts).toContainText(/between \d+ and \d+ %/);
  const claim = page.getByRole('region', { name: 'Check a claim' });
  await claim.getByLabel('It claims').fill('100 Ah');
  await claim.getByLabel('weighs').fill('6 kg');
  await expect(claim).toContainText('Wh per kg: LiFePO4 4S packs reach 160');

  await page.getByRole('button', { name: 'Join', exact: true }).click();
  await page.getByRole('combobox', { name: 'They stand' }).selectOption('outside');
  await expect(page.getByLabel('Lead of the outside battery')).toBeVisible();
});

test('a radio typed with what it sends is asked about; either answer is one press, and undone', async ({ page }) => {
  await newBox(page);
  const line = page.getByLabel('Type a line');
  await line.fill('ham radio 100W 08:00-12:00');
  await line.press('Enter');
  await page.getByRole('button', { name: /^Ham radio,/ }).press('Enter');
  const details = page.getByRole('complementary', { name: 'Details' });
  await expect(details).toContainText('Is 100 W what Ham radio sends, or what it draws?');
  await details.getByRole('button', { name: 'It is so: It sends 100 W' }).click();
  await expect(details).not.toContainText('sends, or what it draws');
  await expect(details).toContainText('transmit');
  await page.keyboard.press('Control+z');
  await expect(details).toContainText('sends, or what it draws');
  await details.getByRole('button', { name: 'It is so: A meter says that it draws 100 W' }).click();
  await expect(details).not.toContainText('sends, or what it draws');
  await saved(page);
  await page.reload();
  await page.getByRole('button', { name: /^Ham radio,/ }).press('Enter');
  await expect(details).not.toContainText('sends, or what it draws');
});

test('on a phone the charts of the run go into its width, each with its hours; in a wide window the time line has them', async ({
  page
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const id = await copyOf(page, 'Saltmarsh hide box', 'Hide in the hand');
  await open(page, `/box/${id}/outing`);
  const chart = page.getByRole('img', { name: /^Current, charge left and battery voltage/ });
  const hours = () => chart.evaluate((e) => [...e.querySelectorAll('svg text')].map((t) => t.textContent));
  await expect.poll(hours).toEqual(expect.arrayContaining(['06', '12', '18']));
  // three rows of the same hours
  expect((await hours()).filter((text) => text === '12').length).toBeGreaterThanOrEqual(3);
  const within = await chart.evaluate((e) => e.getBoundingClientRect().right <= document.documentElement.clientWidth);
  expect(within).toBe(true);
  await expect(page.getByText('kept back 10 %')).toBeVisible();
  const pennant = (await page.getByText(/^Empty 18:32$/).boundingBox())!;
  expect(pennant.x).toBeGreaterThanOrEqual(0);
  expect(pennant.x + pennant.width).toBeLessThanOrEqual(390);

  await page.setViewportSize({ width: 1280, height: 800 });
  await expect.poll(async () => (await hours()).includes('06')).toBe(false);
  await expect(page.getByRole('slider', { name: 'Camera A bar 1' })).toBeVisible();
});
