import type { Locator } from '@playwright/test';
import { expectAccessible } from './axe.ts';
import { expect, test, type Page } from './test.ts';
import { boxId, copyOf, newBox, open, saved, verdict } from './helpers.ts';

const FOUND_MS = 60_000;
const proposals = (page: Page) => page.getByRole('region', { name: 'Proposals' }).getByRole('article');
const searched = (page: Page) =>
  expect(page.getByRole('button', { name: 'Look again' })).toBeEnabled({ timeout: FOUND_MS });

/** A box with one small device, made through the server so that a test starts at what it is for. */
async function smallBox(page: Page, name: string): Promise<string> {
  const id = await copyOf(page, 'Canal night bank box', name);
  const { document, revision } = await (await page.request.get(`/api/boxes/${id}`)).json();
  const [device] = document.devices;
  const plain = {
    ...document,
    devices: [{ ...device, portId: null, spans: [{ startH: 18, endH: 24, dutyFraction: null }] }],
    outing: { ...document.outing, startH: 18, durationH: 6, seal: 'splash', budgetAmount: null },
    bank: { ...document.bank, partId: null },
    casePartId: null,
    ports: [],
    circuits: [],
    relays: [],
    bodies: [],
    placements: {},
    charging: { ...document.charging, path: { is: 'auto' } },
    feeds: [{ ...document.feeds[0], blockPartId: null, holderPartId: null }]
  };
  const put = await page.request.put(`/api/boxes/${id}`, { data: { document: plain, revision } });
  expect(put.ok(), await put.text()).toBe(true);
  return id;
}

test('a newcomer comes from the shelf to a printed build sheet with no stop in under 25 steps', async ({ page }) => {
  let steps = 0;
  const press = async (l: Locator) => {
    steps++;
    await l.click();
  };
  const type = async (l: Locator, text: string) => {
    steps += 2;
    await l.fill(text);
    await l.press('Enter');
  };
  await page.addInitScript(() => {
    Object.assign(window, { printed: 0, print: () => ((window as never as { printed: number }).printed += 1) });
  });
  await open(page, '/');
  await press(page.getByRole('button', { name: 'New box' }).first());
  await press(page.getByRole('button', { name: 'Make this box' }));
  await page.waitForURL('**/outing');
  const line = page.getByLabel('Type a line');
  await type(line, 'bite alarm 0.5W');
  await type(line, 'lamp 3W');
  await type(line, 'scanner 2.5W');
  await press(page.getByRole('link', { name: 'Design it' }));
  await press(page.getByRole('button', { name: 'Find boxes' }).first());
  await expect(proposals(page).first()).toBeVisible({ timeout: FOUND_MS });
  await searched(page);
  expect(await proposals(page).count()).toBeGreaterThan(1);
  await press(proposals(page).first().getByRole('button', { name: 'Take this one' }));
  await page.waitForURL('**/ports');
  for (const id of ['lasts', 'fits', 'dry', 'safe', 'carry'])
    await expect(verdict(page, id)).toHaveAttribute('data-state', 'holds');
  await press(page.getByRole('button', { name: 'Print the build sheet' }));
  await page.waitForURL('**/bench');
  await expect.poll(() => page.evaluate(() => (window as never as { printed: number }).printed)).toBe(1);
  expect(steps).toBeLessThan(25);
  await saved(page);
});

test('wishes are kept to, wrong input is told, a dot opens, one is kept beside, one is taken and undone', async ({
  page
}) => {
  const id = await smallBox(page, 'Wished for');
  await open(page, `/box/${id}/design`);
  const wishes = page.getByRole('region', { name: 'What it must keep to' });
  await wishes.getByRole('button', { name: 'Iron phosphate' }).click();
  await expect(wishes.getByRole('button', { name: 'Iron phosphate' })).toHaveAttribute('aria-pressed', 'true');
  const kg = wishes.getByLabel('Weighs at most');
  await kg.fill('heavy');
  await kg.press('Enter');
  await expect(page.getByRole('alert').first()).toBeVisible();
  await kg.fill('12 lb');
  await kg.press('Enter');
  await expect(kg).toHaveValue('5.4');
  await wishes.getByLabel('No soldering').check();
  await wishes.getByLabel('Meter', { exact: true }).selectOption('voltmeter');
  await wishes.getByLabel('Charged').selectOption('lid-open');
  await wishes.getByLabel('Switched by').selectOption('switch');
  await page.getByRole('button', { name: 'Find boxes' }).first().click();
  await searched(page);
  expect(await proposals(page).count()).toBeGreaterThan(0);
  for (const card of await proposals(page).all()) await expect(card).toContainText('LiFePO4');
  // what a wish was turned into shows in the reasons
  const first = proposals(page).first();
  await first.getByRole('button', { name: 'Why so?' }).click();
  await expect(first).toContainText('a voltmeter: as you wished');
  await expect(first).toContainText('with the lid open: as you wished');
  await expectAccessible(page);
  await first.getByRole('button', { name: 'Hide why' }).click();
  // a window drawn over the chart narrows the list, and is taken away again
  const chart = page.getByRole('img', { name: /sound boxes by price and mass/ });
  await chart.scrollIntoViewIfNeeded();
  const at = (await chart.boundingBox())!;
  await page.mouse.move(at.x + 70, at.y + 20);
  await page.mouse.down();
  await page.mouse.move(at.x + at.width / 3, at.y + 120, { steps: 8 });
  await page.mouse.up();
  await expect(page.getByText(/\d+ of \d+ in the window/)).toBeVisible();
  await page.getByRole('button', { name: 'List all' }).click();
  await expect(page.getByText(/^\d+ found/)).toBeVisible();
  // any dot opens as a drawn box
  const table = page.getByRole('table', { name: 'Sound boxes' });
  await table.getByRole('button', { name: /^Open/ }).last().click();
  const opened = page.getByRole('region', { name: 'The one you opened' });
  await expect(opened.getByRole('img')).toBeVisible();
  await expect(opened.getByRole('list', { name: 'The five answers' }).getByRole('listitem')).toHaveCount(5);
  await opened.getByRole('button', { name: 'Keep as a variant' }).click();
  await expect(page.getByText(/^Kept “/)).toBeVisible();
  await first.getByRole('button', { name: 'Take this one' }).click();
  await page.waitForURL('**/ports');
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'holds');
  await expect(page.locator('.last')).toHaveText(/^Took LiFePO4/);
  await page.keyboard.press('Control+z');
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'not-started');
  await page.keyboard.press('Control+Shift+z');
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'holds');
  await saved(page);
  await open(page, `/box/${id}/variants`);
  await expect(page.getByRole('table', { name: 'Side by side' }).getByRole('columnheader')).toHaveCount(2);
});

test('a wish that cannot be met says why, and the nearest is taken with what it gives up', async ({ page }) => {
  const id = await smallBox(page, 'Too light');
  await open(page, `/box/${id}/design`);
  const kg = page.getByLabel('Weighs at most');
  await kg.fill('0.9');
  await kg.press('Enter');
  await page.getByRole('button', { name: 'Find boxes' }).first().click();
  const near = page.getByRole('region', { name: 'The nearest that can be' });
  await expect(near.getByRole('article').first()).toBeVisible({ timeout: FOUND_MS });
  await expect(page.getByRole('region', { name: 'Why there is none' })).toContainText(/Nothing up to 0.9 kg does it/);
  await near
    .getByRole('article', { name: /instead of 0.9 kg/ })
    .getByRole('button', { name: 'Take this one' })
    .click();
  await page.waitForURL('**/ports');
  await expect(verdict(page, 'carry')).toHaveAttribute('data-state', 'holds');
  await saved(page);
  const { document } = await (await page.request.get(`/api/boxes/${id}`)).json();
  expect(document.wishes.mostKg).toBeGreaterThan(1.5);
});

test('a search can be stopped with what it has, and nothing to design from is said', async ({ page }) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Stopped');
  await open(page, `/box/${id}/design`);
  await page.getByRole('button', { name: 'Find boxes' }).first().click();
  await expect(page.getByText(/pairs of battery and case settled/)).toBeVisible({ timeout: FOUND_MS });
  await page.getByRole('button', { name: 'Stop looking' }).click();
  await searched(page);
  await page.getByRole('button', { name: 'Look again' }).click();
  await expect(page.getByRole('button', { name: 'Stop looking' })).toBeVisible();
  // an edit drops what was found for the box before
  await page.getByLabel('No soldering').check();
  await expect(page.getByRole('button', { name: 'Find boxes' }).first()).toBeVisible();
  await newBox(page);
  await page.getByRole('link', { name: 'Design it' }).click();
  await expect(page.getByRole('heading', { name: 'Say first what must run' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Find boxes' })).toBeDisabled();
  await page.getByLabel('Type a line').fill('lamp 3W');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Find boxes' }).first()).toBeEnabled();
});

test('the demo box stands in three variants: taken over, renamed, built, opened, undone, a box of its own, taken out', async ({
  page
}) => {
  const id = await boxId(page, 'Saltmarsh hide box');
  await open(page, `/box/${id}/variants`);
  const side = page.getByRole('table', { name: 'Side by side' });
  const heads = side.getByRole('columnheader');
  await expect(heads).toHaveCount(3);
  await expect(heads.nth(0)).toContainText('As first drawn');
  await expect(side.getByRole('img', { name: /front and right side/ })).toHaveCount(3);
  await expect(side.getByRole('row', { name: /^Safe/ })).toContainText('do not build yet');
  await expect(page.getByRole('region', { name: 'Findings that differ' })).toContainText('F5 is too big for its wire');
  await expect(page.getByRole('region', { name: 'Kit that differs' })).toContainText('LiFePO4 12.8 V 35 Ah');
  // one difference is taken over, and one step takes it back
  const differs = page.getByRole('region', { name: 'How Lasts the day differs' });
  await expect(differs).toContainText('LiFePO4 12.8 V 20 Ah → LiFePO4 12.8 V 35 Ah');
  await differs.getByRole('button', { name: /^Take over: battery: part/ }).click();
  await expect(differs).not.toContainText('battery: part');
  await expect(page.locator('.last')).toContainText('From Lasts the day');
  await page.keyboard.press('Control+z');
  await expect(differs).toContainText('battery: part');
  await saved(page);
  // named and built
  await heads.nth(1).getByRole('button', { name: 'Rename' }).click();
  const naming = page.getByRole('dialog', { name: 'Name of the variant' });
  await naming.getByLabel('Name').fill('The whole day');
  await naming.getByLabel('Name').press('Enter');
  await expect(heads.filter({ hasText: 'The whole day' })).toHaveCount(1);
  await heads.filter({ hasText: 'The whole day' }).getByRole('button', { name: 'Was built' }).click();
  await expect(heads.filter({ hasText: 'The whole day' })).toContainText(/built \d+\/\d+\/\d{4}/);
  // another is opened; what was open stands beside it; undo opens it again
  await heads.filter({ hasText: 'The whole day' }).getByRole('button', { name: 'Open' }).click();
  await expect(heads.nth(0)).toContainText('The whole day');
  await expect(heads).toHaveCount(3);
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'holds');
  await page.keyboard.press('Control+z');
  await saved(page);
  await expect(heads.nth(0)).toContainText('As first drawn');
  await expect(heads).toHaveCount(3);
  await expect(heads.filter({ hasText: 'The whole day' })).toHaveCount(1);
  // a box of its own, then out
  await heads.filter({ hasText: 'Just enough' }).getByRole('button', { name: 'Own box' }).click();
  await expect(page.getByText(/stands on the shelf/)).toBeVisible();
  await heads.filter({ hasText: 'Just enough' }).getByRole('button', { name: 'Take out' }).click();
  const sure = page.getByRole('dialog', { name: 'Take the variant out?' });
  await sure.getByRole('button', { name: 'Leave it' }).click();
  await expect(heads).toHaveCount(3);
  await heads.filter({ hasText: 'Just enough' }).getByRole('button', { name: 'Take out' }).click();
  await sure.getByRole('button', { name: 'Take it out' }).click();
  await expect(heads).toHaveCount(2);
  // kept anew under a name; an empty one is not taken
  await page.getByRole('button', { name: 'Keep this as a variant …' }).click();
  const keeping = page.getByRole('dialog', { name: 'Keep this as a variant' });
  await expect(keeping.getByRole('button', { name: 'Keep' })).toBeDisabled();
  await keeping.getByLabel('What is it called?').fill('Copy');
  await keeping.getByLabel('What is it called?').press('Enter');
  await expect(heads).toHaveCount(3);
  await expect(page.getByRole('region', { name: 'How Copy differs' })).toContainText('They are the same box.');
  // left out of the picture and back
  await page.getByRole('button', { name: 'Copy', exact: true }).click();
  await expect(heads).toHaveCount(2);
  await page.getByRole('button', { name: 'Copy', exact: true }).click();
  await expect(heads).toHaveCount(3);
  await page.getByRole('link', { name: 'To the shelf of boxes' }).click();
  await expect(page.getByText('Saltmarsh hide box, Just enough')).toBeVisible();
});

test('earlier versions say what changed, two are compared, one is brought back', async ({ page }) => {
  const id = await copyOf(page, 'Canal night bank box', 'Grown');
  await open(page, `/box/${id}/outing`);
  for (const hours of ['12', '10']) {
    await page.getByLabel('Wanted').fill(hours);
    await page.getByLabel('Wanted').press('Enter');
    await saved(page);
  }
  await page.getByRole('button', { name: 'Grown' }).click();
  await page.getByRole('link', { name: 'Earlier versions, and what changed' }).click();
  const list = page.getByRole('listitem').filter({ hasText: /^Version/ });
  await expect(list).toHaveCount(2);
  await expect(list.first()).toContainText('hours wanted 12 → 10');
  await expect(list.last()).toContainText('hours wanted 14 → 12');
  await list.last().getByRole('button', { name: 'Mark version 1' }).click();
  await list.first().getByRole('button', { name: 'Compare with 1' }).click();
  await expect(page.getByRole('region', { name: 'Two versions' })).toContainText('12 → 14');
  await page.getByRole('button', { name: 'Back to the list' }).click();
  await list.last().getByRole('button', { name: 'Compare with now' }).click();
  await expect(page.getByRole('region', { name: 'Two versions' })).toContainText('10 → 14');
  await page.getByRole('button', { name: 'Back to the list' }).click();
  await list.last().getByRole('button', { name: 'Bring back' }).click();
  await expect(list).toHaveCount(3);
  await expect(list.first()).toContainText('hours wanted 10 → 14');
});

test('the same box for one more of a device, kept as a variant; a blank one of the family', async ({ page }) => {
  const id = await copyOf(page, 'Canal night bank box', 'Family');
  await open(page, `/box/${id}/variants?view=family`);
  await page.getByLabel('For', { exact: true }).selectOption('again');
  await page.getByLabel('Which').selectOption({ label: 'Bite-alarm receiver' });
  await page.getByRole('button', { name: 'What must change?' }).click();
  await expect(page.getByRole('table', { name: 'Before and after' })).toBeVisible({ timeout: FOUND_MS });
  await expect(page.getByRole('heading', { name: 'One more Bite-alarm receiver' })).toBeVisible();
  await page.getByRole('button', { name: 'Keep it as a variant' }).first().click();
  await expect(page.getByText('Kept as “One more Bite-alarm receiver”.')).toBeVisible();
  // a longer night
  await page.getByLabel('For', { exact: true }).selectOption('hours');
  await page.getByLabel('Hours wanted').fill('16');
  await page.getByLabel('Hours wanted').press('Enter');
  await page.getByRole('button', { name: 'What must change?' }).click();
  await expect(page.getByRole('table', { name: 'Before and after' })).toBeVisible({ timeout: FOUND_MS });
  await page.getByRole('button', { name: 'Change this box so' }).click();
  await expect(page.locator('.last')).toHaveText('The same box, but 16 h outing');
  await page.keyboard.press('Control+z');
  await page.getByRole('button', { name: 'Blank from this one …' }).click();
  const blank = page.getByRole('dialog', { name: 'Blank from this one' });
  await blank.getByLabel('Name of the new box').fill('Second of its kind');
  await blank.getByRole('button', { name: 'Put it on the shelf' }).click();
  await page.getByRole('link', { name: 'Open it' }).click();
  await expect(page.getByRole('button', { name: 'Second of its kind' })).toBeVisible();
  const made = await (await page.request.get(`/api/boxes/${await boxId(page, 'Second of its kind')}`)).json();
  expect(made.document.devices.every((d: { source: string }) => d.source === 'guess')).toBe(true);
});

test('by keyboard alone: asked from the details, found, taken; the pages are found by name', async ({ page }) => {
  const id = await smallBox(page, 'By keyboard');
  await open(page, `/box/${id}/battery`);
  await page.getByRole('link', { name: 'Or let it be designed' }).press('Enter');
  await page.waitForURL('**/design');
  await page.getByRole('button', { name: 'Find boxes' }).last().press('Enter');
  await expect(proposals(page).first()).toBeVisible({ timeout: FOUND_MS });
  await searched(page);
  await proposals(page).first().getByRole('button', { name: 'Why so?' }).press('Enter');
  await expect(proposals(page).first()).toContainText('At the battery');
  await proposals(page).first().getByRole('button', { name: 'Take this one' }).press('Enter');
  await page.waitForURL('**/ports');
  await expect(verdict(page, 'fits')).toHaveAttribute('data-state', 'holds');
  for (const [typed, at] of [
    ['Earlier versions', /variants\?view=earlier$/],
    ['The same box for something', /variants\?view=family$/],
    ['Variants side by side', /variants$/],
    ['Design it', /design$/]
  ] as const) {
    await page.keyboard.press('/');
    const find = page.getByRole('dialog', { name: 'Find' });
    await find.getByPlaceholder('Command, field, port, part, device, finding').fill(typed);
    await page.keyboard.press('Enter');
    await expect(page).toHaveURL(at);
    await expect(find).toHaveCount(0);
  }
});

test('on a phone both pages go down the screen and never across it', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const id = await copyOf(page, 'Canal night bank box', 'On a phone');
  for (const view of ['design', 'variants', 'variants?view=family', 'variants?view=earlier']) {
    await open(page, `/box/${id}/${view}`);
    await page.waitForTimeout(300);
    const across = await page.locator('#main').evaluate((m) => m.scrollWidth - m.clientWidth);
    expect(across, view).toBeLessThanOrEqual(1);
  }
  await open(page, `/box/${id}/design`);
  await page.getByRole('button', { name: 'Find boxes' }).last().click();
  await expect(proposals(page).first()).toBeVisible({ timeout: FOUND_MS });
  expect(await page.locator('#main').evaluate((m) => m.scrollWidth - m.clientWidth)).toBeLessThanOrEqual(1);
});

test('a dot opens while the search still goes on; my own battery is as old as I say', async ({ page }) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Still looking');
  await open(page, `/box/${id}/design`);
  await page.getByLabel('Carried').selectOption('vehicle');
  await page.getByLabel('Weather').selectOption('dry-store');
  await page.getByRole('button', { name: 'Find boxes' }).first().click();
  const row = page.getByRole('table', { name: 'Sound boxes' }).getByRole('button', { name: /^Open/ });
  await expect(row.first()).toBeVisible({ timeout: FOUND_MS });
  await row.last().click();
  await expect(page.getByRole('article').first()).toBeVisible();
  await searched(page);
  const mine = page.getByLabel('Battery that is mine');
  await mine.selectOption({ label: 'LiFePO4 12.8 V 20 Ah' });
  // the one that stands in the box is a year old there
  await expect(page.getByLabel('Bought how long ago')).toHaveValue('1');
  await mine.selectOption({ label: 'AGM 12 V 50 Ah' });
  await expect(page.getByLabel('Bought how long ago')).toHaveValue('0');
  await page.getByLabel('Bought how long ago').fill('4');
  await page.getByLabel('Bought how long ago').press('Enter');
  await expect(page.locator('.last')).toHaveText('Battery 4 years old');
  await mine.selectOption({ label: 'any' });
  await expect(page.getByLabel('Bought how long ago')).toHaveCount(0);
});
