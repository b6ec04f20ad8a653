import { expect, test, type Page } from './test.ts';
import { copyOf, open, saved, verdict } from './helpers.ts';

const details = (page: Page) => page.getByRole('complementary', { name: 'Details' });
const lead = (page: Page, word: string) => details(page).getByRole('combobox', { name: word, exact: true });

test('a fuse and a switch found in the negative lead are entered, told, shown and moved', async ({ page }) => {
  const id = await copyOf(page, 'Canal night bank box', 'Bank box with fuses in black');
  await open(page, `/box/${id}/wiring?view=paths`);
  const paths = page.getByRole('region', { name: 'Path by path' });
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'holds');
  await paths.getByRole('button', { name: 'P3', exact: true }).first().click();

  await lead(page, 'Fuse sits in').selectOption({ label: 'the − lead' });
  await expect(verdict(page, 'safe')).toContainText('F3 sits in the − lead');
  await expect(paths).toContainText('F3 in the − lead');
  await expect(details(page).getByRole('img', { name: /in the negative lead/ })).toBeVisible();

  // the drawing has it in the return
  await open(page, `/box/${id}/wiring`);
  await expect(page.locator('main svg text').filter({ hasText: /^F3 {2}/ })).toHaveCount(1);

  // its cure is offered, and taken back as one step
  await page
    .getByRole('button', { name: /^F3 in the \+ lead/ })
    .first()
    .click();
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'holds');
  await page.keyboard.press('Control+z');
  await expect(verdict(page, 'safe')).toContainText('F3 sits in the − lead');
  await page.keyboard.press('Control+Shift+z');
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'holds');

  // nobody knows: asked for, and not called safe
  await page.getByRole('button', { name: 'Main path' }).click();
  await lead(page, 'Fuse sits in').selectOption({ label: 'unknown' });
  await expect(verdict(page, 'safe')).not.toHaveAttribute('data-state', 'holds');
  await saved(page);
  await open(page, `/box/${id}/bench?view=lookup`);
  const answer = page.getByRole('combobox', { name: /lead of the fuse/ });
  await answer.selectOption({ label: 'in the + lead' });
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'holds');
  await saved(page);

  // the master in the return: off, everything behind it is dead and joined to +
  await open(page, `/box/${id}/wiring`);
  await page.getByRole('button', { name: 'Main path' }).click();
  await lead(page, 'Switch breaks').selectOption({ label: 'the − lead' });
  await expect(page.getByText('S0 breaks the negative lead', { exact: true }).first()).toBeVisible();
  await saved(page);
});

test('a switch found ahead of its fuse is entered, told, drawn in its place and changed with the fuse', async ({
  page
}) => {
  const id = await copyOf(page, 'Canal night bank box', 'Bank box with its switch first');
  await open(page, `/box/${id}/wiring`);
  await page.getByRole('button', { name: 'Main path' }).click();
  await lead(page, 'Switch sits').selectOption({ label: 'ahead of the fuse' });
  await expect(verdict(page, 'safe')).toContainText('Main fuse 390 mm away');
  // in the drawing the master comes first, the fuse right of it
  const drawn = page.locator('main svg text');
  const xOf = async (text: RegExp) => (await drawn.filter({ hasText: text }).first().boundingBox())!.x;
  expect(await xOf(/^S0$/)).toBeLessThan(await xOf(/^F0 {2}/));
  await saved(page);

  const first = page.getByRole('button', { name: /^Do this: The fuse first, then the switch|^The fuse first/ }).first();
  await first.click();
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'holds');
  await page.keyboard.press('Control+z');
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'stop');

  // nobody knows: asked for with the other answer, and answered on the list
  await lead(page, 'Switch sits').selectOption({ label: 'unknown' });
  await expect(verdict(page, 'safe')).not.toHaveAttribute('data-state', 'holds');
  await saved(page);
  await open(page, `/box/${id}/bench?view=lookup`);
  await page.getByRole('combobox', { name: /place of the switch/ }).selectOption({ label: 'behind its fuse' });
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'holds');
  await saved(page);
});
