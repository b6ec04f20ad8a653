import { expect, test, type Page } from './test.ts';
import { KNOWN_FIELDS } from '../src/lib/client/known-fields.ts';
import { boxId, open } from './helpers.ts';

async function openBox(page: Page): Promise<void> {
  await open(page, `/box/${await boxId(page, 'Saltmarsh hide box')}/outing`);
}

async function find(page: Page, text: string): Promise<void> {
  await page.keyboard.press('Control+k');
  await page.getByRole('dialog').getByRole('combobox').fill(text);
}

async function pick(page: Page, text: string, kind: string): Promise<void> {
  await find(page, text);
  await page.getByRole('dialog').getByRole('option').filter({ hasText: kind }).first().click();
  await expect(page.getByRole('dialog')).toBeHidden();
}

test('find reaches commands, views, devices, ports and findings', async ({ page }) => {
  await openBox(page);
  await pick(page, 'Shorts', 'view');
  await expect(page).toHaveURL(/wiring\?view=survey$/);
  await pick(page, 'rivets', 'view');
  await expect(page).toHaveURL(/ports\?view=water$/);
  await pick(page, 'Camera A', 'device');
  await expect(page).toHaveURL(/outing$/);
  await expect(page.getByRole('complementary', { name: 'Details' })).toContainText('Camera A');
  await pick(page, 'P1 ', 'port');
  await expect(page.getByRole('complementary', { name: 'Details' })).toContainText('P1');
  await pick(page, 'Night theme', 'command');
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'night');
  await pick(page, 'Day theme', 'command');
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'day');
  await pick(page, 'too big', 'stop');
  await expect(page).toHaveURL(/wiring$/);
  await find(page, 'zzzz nothing');
  await expect(page.getByText('Nothing of that name is in this box.')).toBeVisible();
});

/** Few enough for one test each; any number of fields is gone through. */
const AT_ONCE = 6;
for (let from = 0; from < KNOWN_FIELDS.length; from += AT_ONCE)
  test(`every field that find promises is there and takes the focus: from '${KNOWN_FIELDS[from]!.label}'`, async ({
    page
  }) => {
    test.slow();
    await openBox(page);
    for (const { label } of KNOWN_FIELDS.slice(from, from + AT_ONCE))
      await test.step(label, async () => {
        await page.keyboard.press('Escape');
        // from elsewhere: a field of the view that is shown would be no test
        await page.getByRole('link', { name: /6 Kit/ }).click();
        await expect(page.getByRole('heading', { name: 'Kit', level: 1 })).toBeVisible();
        await pick(page, label, 'field,');
        await expect.poll(() => page.evaluate(focusLabel), { message: label }).toBe(label);
      });
  });

/** What the field that has the focus is called. */
function focusLabel(): string {
  const field = document.activeElement as HTMLInputElement;
  const label = field.labels?.[0]?.cloneNode(true) as HTMLElement | undefined;
  label?.querySelectorAll('select, input').forEach((e) => e.remove());
  return field.getAttribute('aria-label') ?? label?.textContent?.trim().replace(/\s+/g, ' ') ?? '';
}
