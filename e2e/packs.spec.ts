import { STARTER_CATALOGUE } from '../core/src/catalogue/starter.ts';
import { applyEdits } from '../core/src/box/edits.ts';
import type { Box } from '../core/src/box/schema.ts';
import { evaluate } from '../core/src/evaluate.ts';
import { oldRadio, sideBySide, span } from '../core/test/small-boxes.ts';
import { expect, test, type Page } from './test.ts';
import { open, reopen, saved, verdict } from './helpers.ts';

async function made(page: Page, document: Box): Promise<string> {
  const answer = await page.request.post('/api/boxes', { data: { document } });
  expect(answer.ok(), await answer.text()).toBe(true);
  return ((await answer.json()) as { id: string }).id;
}

/** What the printed sheet says, worked out from what was saved. */
async function sheetOf(page: Page, id: string, how: typeof open): Promise<string> {
  await how(page, `/box/${id}/bench?view=papers`);
  const sheet = page.locator('article.paper');
  await expect(sheet.getByRole('heading', { name: 'Leads' })).toBeVisible();
  await page.waitForTimeout(500);
  return sheet.innerText();
}

test('four packs side by side become one battery by one press; the sheet is that of the reload', async ({ page }) => {
  const id = await made(page, sideBySide('battery-lfp-7', 4, 180));
  await open(page, `/box/${id}/battery`);
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'stop');
  const card = page.locator('[data-finding=parallel-fuse]').first();
  await card.getByRole('button', { name: /^Do this: One LiFePO4 .* in the place of 4/ }).click();
  await expect(page.locator('[data-finding=parallel-fuse], [data-finding=parallel-age]')).toHaveCount(0);
  await saved(page);
  const bankOf = async () =>
    ((await (await page.request.get(`/api/boxes/${id}`)).json()) as { document: Box }).document.bank;
  expect(await bankOf()).toMatchObject({ count: 1, packs: [], arrangement: 'parallel' });
  const shown = await sheetOf(page, id, open);
  expect(await sheetOf(page, id, reopen)).toBe(shown);

  // what is left is cured to its end
  await open(page, `/box/${id}/wiring`);
  await page.getByRole('button', { name: 'Make it sound …' }).first().click();
  const dialog = page.getByRole('dialog', { name: 'Make it sound' });
  await dialog.getByRole('button', { name: 'Make these changes' }).click({ timeout: 30_000 });
  await expect(dialog).toHaveCount(0);
  await expect(verdict(page, 'safe')).not.toHaveAttribute('data-state', 'stop');
  await saved(page);
});

test('the least voltage of a radio is given up on the screen, asked for with the hours as a range, and answered', async ({
  page
}) => {
  const set = (path: string, value: unknown) => ({ op: 'set' as const, path, value });
  const radio = oldRadio();
  const lasts = (minV: number) =>
    evaluate(applyEdits(radio, [set('devices/radio/minV', minV)]), STARTER_CATALOGUE).outing!.lastsH;
  const wantedH = (lasts(11.73) + lasts(9)) / 2;
  const id = await made(
    page,
    applyEdits(radio, [
      set('outing/durationH', wantedH),
      set('devices/radio/spans', span(8, 8 + wantedH)),
      set('devices/radio/minV', 9)
    ])
  );
  await open(page, `/box/${id}/outing`);
  await page
    .getByRole('button', { name: /^Radio,/ })
    .first()
    .press('Enter');
  const least = page.getByLabel('Least voltage');
  await least.fill('');
  await least.press('Enter');
  await expect(verdict(page, 'lasts')).toContainText(/up to \d+ min short/);
  await open(page, `/box/${id}/bench?view=lookup`);
  const answer = page.getByRole('textbox', { name: /least voltage/i });
  await answer.fill('high');
  await answer.press('Enter');
  await expect(page.getByRole('alert').first()).toContainText('not understood');
  await answer.fill('9 V');
  await answer.press('Enter');
  await expect(answer).toHaveCount(0);
  await expect(verdict(page, 'lasts')).not.toContainText('up to');
  await page.keyboard.press('Control+z');
  await expect(verdict(page, 'lasts')).toContainText(/up to \d+ min short/);
  await saved(page);
});
