import { expect, test } from './test.ts';
import { readFileSync } from 'node:fs';
import { expectAccessible } from './axe.ts';
import { copyOf, open, reopen, saved } from './helpers.ts';

test('the hole schedule follows the person’s own bits, and the template can be taken away', async ({ page }) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Holes box');
  await open(page, `/box/${id}/ports`);
  await page.getByRole('button', { name: 'Holes', exact: true }).click();
  const schedule = page.getByRole('region', { name: 'Hole schedule' });
  const first = schedule.getByRole('row', { name: /^P1/ });
  await expect(first).toContainText('28 mm step drill, then file 0.50 mm');
  await schedule.getByRole('button', { name: /My bits/ }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Kind of bit').selectOption({ label: 'hole saw' });
  await dialog.getByLabel('Sizes of the bits').fill('29 and a bit');
  await dialog.getByRole('button', { name: 'Add' }).click();
  await expect(dialog.getByRole('alert')).toContainText('not understood');
  await dialog.getByLabel('Sizes of the bits').fill('29 mm');
  await dialog.getByRole('button', { name: 'Add' }).click();
  await expect(dialog).toContainText('hole saw: 29 mm');
  await dialog.getByRole('button', { name: 'Close' }).click();
  await expect(first).toContainText('29 mm hole saw: cuts about 29.4 mm');
  await saved(page);
  const [pdf] = await Promise.all([page.waitForEvent('download'), schedule.getByRole('link', { name: 'A4' }).click()]);
  expect(
    readFileSync((await pdf.path())!)
      .subarray(0, 5)
      .toString()
  ).toBe('%PDF-');
  expect(pdf.suggestedFilename()).toBe('holes-box-template-a4.pdf');
  const [dxf] = await Promise.all([
    page.waitForEvent('download'),
    schedule.getByRole('link', { name: 'DXF' }).first().click()
  ]);
  expect(readFileSync((await dxf.path())!, 'utf8')).toContain('CIRCLE');
  await open(page, `/box/${id}/ports?view=holes`);
  await schedule.getByRole('button', { name: /My bits/ }).click();
  await page.getByRole('button', { name: 'Remove hole saw: 29 mm' }).click();
  await expect(page.getByRole('dialog')).not.toContainText('hole saw: 29 mm');
});

test('a cap does not stay on where the panel hangs: the port says so, and the meters left on are named', async ({
  page
}) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Panel at the inlet');
  const { document } = await (await page.request.get(`/api/boxes/${id}`)).json();
  const inlet = document.circuits.find((c: { purpose: string }) => c.purpose === 'charge').portId as string;
  await open(page, `/box/${id}/ports`);
  await page.locator(`[data-port=${inlet}]`).click();
  const says = page.getByText('meanwhile it counts as plugged in');
  await expect(page.getByLabel('During the outing')).toHaveValue('capped');
  await expect(says).toBeVisible();
  await open(page, `/box/${id}/outing?view=season`);
  const goes = page.getByRole('region', { name: 'How the season goes' });
  const on = page.getByLabel('The box itself is on');
  await on.check();
  await expect(goes).toContainText(/the box itself [\d.]+ mA \(.+\)/, { timeout: 20_000 });
  await page.getByLabel('Solar panel stands there').uncheck();
  await saved(page);
  await open(page, `/box/${id}/ports`);
  await page.locator(`[data-port=${inlet}]`).click();
  await expect(page.getByLabel('During the outing')).toHaveValue('capped');
  await expect(says).toBeHidden();
});

test('how it is sealed is entered as it was built: a port, a cord in its gland, vents and a cord under the lid', async ({
  page
}) => {
  const id = await copyOf(page, 'Camp table box', 'As sealed');
  const { document } = await (await page.request.get(`/api/boxes/${id}`)).json();
  const radio = document.ports.find((p: { name: string }) => p.name === 'Radio').id as string;
  await open(page, `/box/${id}/ports`);
  await page.locator(`[data-port=${radio}]`).click();
  const inspector = page.getByRole('complementary', { name: 'Details' });
  const by = inspector.getByLabel('Sealed into the wall by');
  await by.selectOption('set');
  await inspector.getByLabel('What seals it').selectOption('vinegar');
  await expect(inspector.getByText('As built: sealed by hand')).toBeVisible();
  await expect(page.getByText('P1: vinegar silicone').first()).toBeVisible();
  await by.selectOption('none');
  await expect(inspector.getByText('As built: nothing between its flange and the wall')).toBeVisible();
  await expect(page.getByText('P1: vinegar silicone')).toHaveCount(0);
  await page.keyboard.press('Escape');

  await page.getByRole('button', { name: 'Water', exact: true }).click();
  const openings = page.getByRole('region', { name: 'Other openings' });
  await expect(openings).toContainText('Nothing else goes through it.');
  await openings.getByRole('button', { name: 'Add an opening' }).click();
  await openings.getByLabel('Opening 1: free area').fill('a hand');
  await openings.getByLabel('Opening 1: free area').press('Enter');
  await expect(openings.getByRole('alert')).toBeVisible();
  await openings.getByLabel('Opening 1: free area').fill('2.5 cm2');
  await openings.getByLabel('Opening 1: free area').press('Enter');
  await openings.getByRole('button', { name: 'Add an opening' }).click();
  await openings.getByLabel('Opening 2: what it is').selectOption('under-lid');
  await openings.getByLabel('Opening 2: name').fill('Aerial lead');
  await openings.getByLabel('Opening 2: name').press('Tab');
  await expect(page.getByRole('region', { name: 'Water' }).getByRole('row', { name: /Aerial lead/ })).toContainText(
    'dry store'
  );
  await expectAccessible(page);
  await saved(page);
  const kept = (await (await page.request.get(`/api/boxes/${id}`)).json()).document;
  expect(kept.openings).toMatchObject([
    { kind: 'vents', face: 'lid', areaCm2: 2.5 },
    { kind: 'under-lid', name: 'Aerial lead' }
  ]);
  expect(kept.ports.find((p: { id: string }) => p.id === radio).sealedBy).toEqual({ is: 'none' });

  // the remedy takes the cord through a gland, whose cord is then described
  const next = page.getByRole('region', { name: 'Next' });
  await next.getByRole('button', { name: /^Cable gland M\d+.* for it/ }).click();
  await expect(openings.getByLabel('Opening 2: name')).toHaveCount(0);
  await saved(page);
  await reopen(page, `/box/${id}/ports`);
  const gland = (await (await page.request.get(`/api/boxes/${id}`)).json()).document.ports.at(-1).id as string;
  await page.locator(`[data-port=${gland}]`).click();
  await inspector.getByLabel('Its cord is').selectOption('round');
  await inspector.getByLabel('Cord, across').fill('25 mm');
  await inspector.getByLabel('Cord, across').press('Enter');
  await expect(inspector.getByText('As built: its cord is too thick for the gland')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(inspector.getByText('As built: its cord is too thick for the gland')).toHaveCount(0);

  await page.getByRole('button', { name: 'Water', exact: true }).click();
  await openings.getByRole('button', { name: 'Take it off' }).click();
  await expect(openings).toContainText('Nothing else goes through it.');
});
