import { expect, test } from './test.ts';
import { copyOf, open, saved, verdict } from './helpers.ts';

test('what a device has of its own: battery, card, and what happens when its lead is pulled', async ({ page }) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Cards');
  await open(page, `/box/${id}/outing`);
  await page
    .getByRole('button', { name: /^Camera A, / })
    .first()
    .press('Enter');
  const inspector = page.locator('section.sec', { has: page.getByRole('heading', { name: 'On its own' }) });
  await expect(inspector).toContainText('Pulled, it runs on for 1 h 15 min');
  await inspector.getByLabel('Has a battery inside').uncheck();
  await expect(inspector).toContainText('Pulled, it goes off at once.');
  await inspector.getByLabel('Writes to a memory card').check();
  await expect(inspector).toContainText('the recording ends');
  const size = inspector.getByLabel('Size of the card');
  await size.fill('64 GB');
  await size.press('Enter');
  const rate = inspector.getByLabel('Written to the card in an hour');
  await rate.fill('60 Mb/s');
  await rate.press('Enter');
  await expect(page.getByText(/Mbit\/s/).first()).toBeVisible();
  await rate.fill('8 GB/h');
  await rate.press('Enter');
  await expect(inspector).toContainText('The card holds 8 h: full at 14:30.');
  await verdict(page, 'lasts').click();
  const card = page.getByRole('region', { name: 'Reasons for Lasts' });
  await expect(card).toContainText('The card of Camera A is full at 14:30');
  await card.getByRole('button', { name: /Put in a card of 128 GB/ }).click();
  await expect(inspector).toContainText('enough for this outing');
  await saved(page);
});

test('charged from a vehicle: straight is a stop for lithium, a converter limits it; age left empty is a range', async ({
  page
}) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Vehicle');
  await open(page, `/box/${id}/battery`);
  await page.getByRole('button', { name: 'Charge', exact: true }).click();
  // this box has a stop of its own
  await expect(verdict(page, 'safe')).toContainText(/1\s*stop /);
  await page.getByLabel('The charger is fed from').selectOption('vehicle-direct');
  await expect(verdict(page, 'safe')).toContainText(/2\s*stops/);
  await expect(page.getByText('Do not: a vehicle’s socket is no charger.')).toBeVisible();
  await page.getByLabel('The charger is fed from').selectOption({ label: 'another battery, joined straight' });
  await expect(verdict(page, 'safe')).toContainText(/2\s*stops/);
  await expect(page.getByText('Do not: the fuller battery pushes all that the leads pass.')).toBeVisible();
  await page.getByLabel('The charger is fed from').selectOption('vehicle-converter');
  await expect(verdict(page, 'safe')).toContainText(/1\s*stop /);
  await expect(page.getByText('engine running')).toBeVisible();
  // a box with a season is judged by its days: hours are read on one without
  const other = await copyOf(page, 'Fell-race radio post', 'No season');
  await open(page, `/box/${other}/battery`);
  const age = page.getByLabel('Age in years');
  await age.fill('');
  await age.press('Enter');
  await expect(page.getByText('Age not known')).toBeVisible();
  await expect(verdict(page, 'lasts')).toContainText(' to ');
  await saved(page);
});

test('holes in one system, the other one only when asked for', async ({ page }) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Holes');
  await open(page, `/box/${id}/ports?view=holes`);
  const table = page.getByRole('region', { name: 'Hole schedule' });
  await expect(table).toContainText('mm');
  await expect(table.getByRole('row', { name: /42\.0 mm 66\.0 mm/ })).toBeVisible();
  await table.getByLabel('Inches too').check();
  await expect(table.getByRole('row', { name: /42\.0 mm 1 21\/32 in \+0\.07/ })).toBeVisible();
});

test('the volts of a charger nobody read, and what feeds it: asked, not called safe, answered on the list', async ({
  page
}) => {
  const id = await copyOf(page, 'Fell-race radio post', 'Charger from a drawer');
  await open(page, `/box/${id}/battery`);
  await page.getByRole('button', { name: 'Charge', exact: true }).click();
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'holds');
  await page
    .locator('select')
    .and(page.getByLabel('Charger voltage', { exact: true }))
    .selectOption('unknown');
  await expect(verdict(page, 'safe')).not.toHaveAttribute('data-state', 'holds');
  await saved(page);
  await open(page, `/box/${id}/bench?view=lookup`);
  const volts = page.getByRole('textbox', { name: /volts of the charger/ });
  await volts.fill('a few');
  await volts.press('Enter');
  await expect(page.getByRole('alert').first()).toContainText('not understood');
  await volts.fill('14.6 V');
  await volts.press('Enter');
  await expect(volts).toHaveCount(0);
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'holds');
  await page.keyboard.press('Control+z');
  await expect(verdict(page, 'safe')).not.toHaveAttribute('data-state', 'holds');
  await page.keyboard.press('Control+Shift+z');
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'holds');

  // nor is a charger that nobody saw taken to hang on the mains
  await open(page, `/box/${id}/battery?view=charge`);
  await page.getByLabel('The charger is fed from').selectOption('unknown');
  await expect(verdict(page, 'safe')).not.toHaveAttribute('data-state', 'holds');
  await open(page, `/box/${id}/bench?view=lookup`);
  const fedFrom = page.getByRole('combobox', { name: /what it is charged from/ });
  // its longest answer does not stick out of the list on a phone
  await page.setViewportSize({ width: 390, height: 844 });
  const [field, list] = [await fedFrom.boundingBox(), await page.locator('#main').boundingBox()];
  expect(field!.x + field!.width).toBeLessThanOrEqual(list!.x + list!.width - 24);
  await page.setViewportSize({ width: 1280, height: 800 });
  await fedFrom.selectOption({ label: 'a vehicle’s socket, straight' });
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'stop');
  await page.keyboard.press('Control+z');
  await fedFrom.selectOption({ label: 'the mains' });
  await expect(fedFrom).toHaveCount(0);
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'holds');
  await saved(page);
});
