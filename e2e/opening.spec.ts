import { boxId, copyOf, open, saved, verdict } from './helpers.ts';
import { expect, test, type Page } from './test.ts';

/** Holds back, or breaks, whatever of the program is fetched after the box itself was read. */
async function holdWorkspace(page: Page, id: string, how: 'hold' | 'break') {
  let boxRead = false;
  let broken = how === 'break';
  let letGo = (): void => {};
  const held = new Promise<void>((done) => (letGo = done));
  page.on('response', (r) => (boxRead ||= r.url().endsWith(`/api/boxes/${id}`)));
  await page.route('**/_app/immutable/**/*.js', async (route) => {
    if (boxRead && broken) return route.abort();
    if (boxRead && how === 'hold') await held;
    await route.continue();
  });
  return { letGo, mend: () => (broken = false) };
}

/** Until what the shelf says of every box is worked out. */
async function answersKept(page: Page): Promise<void> {
  await expect
    .poll(async () => {
      const { boxes } = (await (await page.request.get('/api/boxes')).json()) as { boxes: { pending: boolean }[] };
      return boxes.filter((b) => b.pending).length;
    })
    .toBe(0);
}

test.use({ serviceWorkers: 'block' });

test('a box tells its name and its five answers before it can be worked with; they are those that it has then', async ({
  page
}) => {
  const id = await boxId(page, 'Saltmarsh hide box');
  await answersKept(page);
  const hold = await holdWorkspace(page, id, 'hold');
  await page.goto(`/box/${id}/outing`);
  const kept = page.locator('[data-kept-answer]');
  await expect(kept).toHaveCount(5);
  await expect(page.getByRole('banner').getByText('Saltmarsh hide box')).toBeVisible();
  await expect(page.getByRole('status').filter({ hasText: 'Opening the box' })).toBeVisible();
  const said = await kept.evaluateAll((cells) => cells.map((c) => [c.dataset.keptAnswer, c.dataset.state]));
  hold.letGo();
  await expect(verdict(page, 'safe')).toBeVisible();
  await expect(kept).toHaveCount(0);
  const then = await page
    .locator('[data-verdict]')
    .evaluateAll((cells) => cells.map((c) => [c.dataset.verdict, c.dataset.state]));
  expect(said).toEqual(then);
});

test('nothing is told of a box whose answers are of another state of it', async ({ page }) => {
  const id = await copyOf(page, 'Canal night bank box', 'Not worked out yet');
  const hold = await holdWorkspace(page, id, 'hold');
  // only the shelf works answers out, and nobody has looked at it since
  await page.goto(`/box/${id}/outing`);
  await expect(page.getByRole('banner').getByText('Not worked out yet')).toBeVisible();
  await expect(page.locator('[data-kept-answer]')).toHaveCount(0);
  hold.letGo();
  await expect(verdict(page, 'lasts')).toBeVisible();
});

test('what could not be fetched is said, and fetched at the next try', async ({ page }) => {
  const id = await boxId(page, 'Canal night bank box');
  const hold = await holdWorkspace(page, id, 'break');
  await page.goto(`/box/${id}/battery`);
  await expect(page.getByRole('alert', { name: 'This page cannot be shown' })).toBeVisible();
  hold.mend();
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Battery' })).toBeVisible();
});

test('a value is taken without its old one being seen again, and undone as quickly as it was changed', async ({
  page
}) => {
  const id = await copyOf(page, 'Canal night bank box', 'Quick hands');
  await open(page, `/box/${id}/outing`);
  const air = page.getByLabel('Air', { exact: true });
  await air.waitFor();
  const before = await air.inputValue();
  await page.evaluate(() => {
    const seen: string[] = [];
    Object.assign(window, { seen });
    const look = () => {
      const field = document.activeElement;
      if (field instanceof HTMLInputElement && seen.at(-1) !== field.value) seen.push(field.value);
      requestAnimationFrame(look);
    };
    requestAnimationFrame(look);
  });
  await air.fill('3');
  await air.press('Enter');
  await saved(page);
  await expect(air).toHaveValue('3');
  const seen = await page.evaluate(() => (window as unknown as { seen: string[] }).seen);
  expect(seen.slice(seen.indexOf('3'))).toEqual(['3']);
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await expect(air).toHaveValue(before);
  await page.keyboard.press('Control+Shift+Z');
  await expect(air).toHaveValue('3');
});

test('what is pressed while a box opens is done once it is there', async ({ page }) => {
  const id = await boxId(page, 'Canal night bank box');
  const hold = await holdWorkspace(page, id, 'hold');
  await page.goto(`/box/${id}/outing`);
  await expect(page.getByRole('banner').getByText('Canal night bank box')).toBeVisible();
  await page.keyboard.press('q');
  await page.keyboard.press('2');
  await page.keyboard.press('Control+k');
  hold.letGo();
  await expect(page).toHaveURL(/\/battery$/);
  await expect(page.getByRole('dialog').getByRole('combobox')).toBeFocused();
});
