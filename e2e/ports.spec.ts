import { expect, test } from './test.ts';
import { readFileSync } from 'node:fs';
import { copyOf, open, saved } from './helpers.ts';

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
