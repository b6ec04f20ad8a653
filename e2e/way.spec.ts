import type { Locator, Page } from '@playwright/test';
import { expect, test } from './test.ts';
import { open, saved, verdict } from './helpers.ts';

/** Counts what a person does: presses and typed texts. */
class Steps {
  count = 0;
  async press(l: Locator): Promise<void> {
    this.count++;
    await l.click();
  }
  async type(l: Locator, text: string): Promise<void> {
    this.count++;
    await l.fill(text);
  }
}

const MOST_STEPS = 30;
const MOST_KEYS = 200;
const lead = (page: Page) => page.locator('.head [data-lead]');
const printed = (page: Page) => page.evaluate(() => (window as never as { printed: number }).printed);

test.beforeEach(async ({ page }) => {
  await page.addInitScript(() => {
    Object.assign(window, { printed: 0, print: () => ((window as never as { printed: number }).printed += 1) });
  });
});

for (const [kind, name] of [
  ['Night on the bank', 'Bank box'],
  ['Radio in the field', 'Relay post'],
  ['Cameras in a hide', 'Hide box']
] as const)
  test(`a newcomer: ${kind}, from the shelf to a printed sheet, designed for him`, async ({ page }) => {
    const steps = new Steps();
    await open(page, '/');
    await steps.press(page.getByRole('button', { name: 'New box', exact: true }));
    await steps.type(page.getByLabel('What is it called?'), name);
    await steps.press(page.getByRole('radio', { name: kind }));
    await steps.press(page.getByRole('button', { name: 'Make this box' }));
    await expect(page.getByRole('heading', { name: 'Outing', level: 1 })).toBeVisible();
    await expect(lead(page)).toHaveText('Design it');
    await steps.press(lead(page));
    await steps.press(page.getByRole('button', { name: 'Find boxes' }).first());
    const take = page.getByRole('button', { name: /^Take (it|this)/ }).first();
    await expect(take).toBeVisible({ timeout: 60_000 });
    await steps.press(take);
    await saved(page);
    // from here on the leading action says what is next, until the sheet comes out
    for (let nth = 0; nth < 6 && (await printed(page)) === 0; nth++) {
      await expect(lead(page)).toBeVisible();
      await steps.press(lead(page));
      await page.waitForTimeout(600);
    }
    expect(await printed(page)).toBe(1);
    for (const id of ['lasts', 'fits', 'dry', 'safe', 'carry'])
      await expect(verdict(page, id)).toHaveAttribute('data-state', 'holds');
    expect(steps.count).toBeLessThan(MOST_STEPS);
  });

test('a newcomer who goes stage by stage presses what is next and comes out at the printed sheet', async ({ page }) => {
  const steps = new Steps();
  await open(page, '/');
  await steps.press(page.getByRole('button', { name: 'New box', exact: true }));
  await steps.press(page.getByRole('radio', { name: 'Night on the bank' }));
  await steps.press(page.getByRole('button', { name: 'Make this box' }));
  await steps.press(page.getByRole('link', { name: /2 Battery/ }));
  await expect(page.getByRole('heading', { name: 'Batteries, one pack each' })).toBeVisible();
  await steps.press(page.getByRole('button', { name: /^Take / }).first());
  await steps.press(page.getByRole('link', { name: /3 Case/ }));
  await steps.press(page.getByRole('button', { name: /^Take / }).first());
  await steps.press(page.getByRole('link', { name: /4 Ports/ }));
  for (let nth = 0; nth < 20 && (await printed(page)) === 0; nth++) {
    await expect(lead(page)).toBeVisible();
    const { kind, text } = await lead(page).evaluate((e) => ({
      kind: (e as HTMLElement).dataset.lead,
      text: e.textContent
    }));
    await steps.press(lead(page));
    if (kind === 'sound') {
      const dialog = page.getByRole('dialog');
      const take = dialog.getByRole('button', { name: 'Make these changes' });
      await expect(take).toBeEnabled({ timeout: 60_000 });
      await steps.press(take);
    }
    // the next one is there when the remedies were tried
    await page.waitForTimeout(text?.startsWith('Go to') ? 600 : 2500);
  }
  expect(await printed(page)).toBe(1);
  expect(steps.count).toBeLessThan(MOST_STEPS);
});

test('by keyboard alone, from the shelf to the printed sheet, every key counted', async ({ page }) => {
  let keys = 0;
  const press = async (key: string): Promise<void> => {
    keys++;
    await page.keyboard.press(key);
  };
  const type = async (text: string): Promise<void> => {
    keys += text.length;
    await page.keyboard.type(text);
  };
  /** Tab until something has the focus, as somebody does who looks at the ring. */
  const tabTo = async (l: Locator): Promise<void> => {
    for (let nth = 0; nth < 60; nth++) {
      if (await l.evaluate((e) => e === document.activeElement).catch(() => false)) return;
      await press('Tab');
    }
    throw new Error(`never reached by Tab: ${l}`);
  };
  await open(page, '/');
  await expect(page.getByText('Saltmarsh hide box', { exact: true })).toBeVisible();
  await tabTo(page.getByRole('button', { name: 'New box', exact: true }));
  await press('Enter');
  await expect(page.getByLabel('What is it called?')).toBeFocused();
  await type('Night box');
  await press('Tab');
  await press('ArrowDown');
  await expect(page.getByRole('radio', { name: 'Night on the bank' })).toBeChecked();
  await press('Enter');
  await expect(page.getByRole('heading', { name: 'Outing', level: 1 })).toBeVisible();
  await press('n');
  await expect(page.getByRole('heading', { name: 'Design it', level: 1 })).toBeFocused();
  await tabTo(page.getByRole('button', { name: 'Find boxes' }).first());
  await press('Enter');
  const take = page.getByRole('button', { name: /^Take (it|this)/ }).first();
  await expect(take).toBeVisible({ timeout: 60_000 });
  await tabTo(take);
  await press('Enter');
  await saved(page);
  for (let nth = 0; nth < 6 && (await printed(page)) === 0; nth++) {
    await press('n');
    await page.waitForTimeout(600);
  }
  expect(await printed(page)).toBe(1);
  expect(keys).toBeLessThan(MOST_KEYS);
});

test('the keyboard is never lost: skip link, headings, a removal, Escape, digits from lists and ticks', async ({
  page
}) => {
  await open(page, '/');
  await page
    .getByRole('link', { name: /Canal night bank box/ })
    .first()
    .click();
  await expect(page).toHaveTitle('Outing · Canal night bank box · Haversack');
  await page.keyboard.press('Tab');
  await page.getByRole('link', { name: 'To the work' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.locator('#main')).toBeFocused();
  // a select and a box to tick let digits through
  await page.getByLabel('Weather').focus();
  await page.keyboard.press('3');
  await expect(page.getByRole('heading', { name: 'Case', level: 1 })).toBeFocused();
  await expect(page).toHaveTitle('Case · Canal night bank box · Haversack');
  await page.keyboard.press('1');
  await page.getByLabel('Stands in the sun').focus();
  await page.keyboard.press('4');
  await expect(page.getByRole('heading', { name: 'Ports', level: 1 })).toBeFocused();
  // Escape leaves a field first, then lets go of what is chosen
  await page.locator('[data-port]').first().press('Enter');
  const details = page.getByRole('complementary', { name: 'Details' });
  const field = details.getByRole('textbox').first();
  await field.focus();
  await page.keyboard.press('Escape');
  await expect(field).not.toBeFocused();
  await expect(details).not.toContainText('nothing chosen');
  await page.keyboard.press('Escape');
  await expect(details).toContainText('nothing chosen');
  // what is taken away hands the focus on
  const port = page.locator('[data-port]').first();
  await port.focus();
  await page.keyboard.press('Delete');
  await expect(page.locator('.last')).toContainText('Removed');
  await expect.poll(() => page.evaluate(() => document.activeElement?.tagName)).not.toBe('BODY');
  await page.keyboard.press('Control+z');
  // all shortcuts are in the list
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog').getByRole('row', { name: /^N what is next/ })).toBeVisible();
  await expect(page.getByRole('dialog').getByRole('table', { name: 'On a bar of the outing' })).toBeVisible();
});

test('changed answers are said once, with what they were; undo and remedies too; a save is quiet', async ({ page }) => {
  await open(page, '/');
  await page
    .getByRole('link', { name: /Canal night bank box/ })
    .first()
    .click();
  await page.waitForTimeout(2500);
  const said = page.locator('[data-said]');
  await expect(said).toHaveText('');
  await page.getByLabel('Wanted').fill('40');
  await page.getByLabel('Wanted').press('Enter');
  await expect(said).toHaveText(/^Lasts: .* short.*, was .*/);
  await expect(page.locator('[data-save=saved]')).toBeVisible();
  await expect(page.locator('[data-save=saved]')).not.toHaveAttribute('role', 'status');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await expect(said).toHaveText(/^Undone: .*Lasts: .*, was .* short/);
});
