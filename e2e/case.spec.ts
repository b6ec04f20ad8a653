import { expect, test, type Page } from './test.ts';
import { readFileSync } from 'node:fs';
import { boxId, copyOf, open, saved, verdict } from './helpers.ts';

const type = async (page: Page, label: string, value: string) => {
  const field = page.getByLabel(label, { exact: true });
  await field.fill(value);
  await field.press('Enter');
};

test('an own case is measured, packed, its ports laid out by mouse and keys, a depth clash cleared, the template printed', async ({
  page
}) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Measured box');
  await open(page, `/box/${id}/case`);
  await page.getByRole('button', { name: 'Measure my own' }).click();
  const sheet = page.getByRole('region', { name: 'Measuring sheet' });
  await expect(page.getByRole('button', { name: 'Use this case' })).toBeDisabled();
  await page.getByLabel('Name', { exact: true }).fill('Shed can');
  await type(page, 'Length inside, at the floor', '262');
  await type(page, 'Width inside, at the floor', '5 1/4 in');
  await type(page, 'Length inside, at the rim', '20');
  await expect(sheet.getByRole('alert').first()).toContainText('out of range');
  await type(page, 'Length inside, at the rim', '270');
  await type(page, 'Width inside, at the rim', '142');
  await type(page, 'Depth to the rim', '190');
  await type(page, 'Depth of the lid', '20');
  await type(page, 'Wall thickness', '3');
  await page.reload();
  await page.waitForSelector('html[data-ready=true]');
  await page.getByRole('button', { name: 'Measure my own' }).click();
  await expect(page.getByLabel('Depth to the rim', { exact: true })).toHaveValue('190.0');
  await page.getByRole('button', { name: 'Add a rib, latch or boss' }).click();
  await page.getByRole('button', { name: 'Use this case' }).click();
  await expect(page.getByRole('group', { name: 'Plan of the inside, front edge down' })).toBeVisible();
  await expect(page.getByText('7 sizes of the case not measured yet')).toBeVisible();

  // packed: the battery is moved by keys until it meets the block, turned, and let go again
  const plan = page.getByRole('group', { name: 'Plan of the inside, front edge down' });
  const battery = plan.locator('[data-body=battery-1]');
  await battery.focus();
  for (let i = 0; i < 6; i++) await page.keyboard.press('Shift+ArrowRight');
  await expect(battery).toHaveAttribute('aria-label', /put by hand/);
  const wide = await battery.locator('rect').first().getAttribute('width');
  await page.keyboard.press('r');
  await expect(battery.locator('rect').first()).not.toHaveAttribute('width', wide!);
  await page.getByRole('button', { name: 'Let Haversack arrange it' }).click();
  await expect(battery).not.toHaveAttribute('aria-label', /put by hand/);

  // dragged by the mouse onto the block: both are marked, and the sentence names them
  const from = (await battery.boundingBox())!;
  const block = (await plan.locator('[data-body=fuse-block]').boundingBox())!;
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(from.x + from.width / 2 + 30, from.y + from.height / 2, { steps: 4 });
  await page.mouse.move(from.x + from.width / 2 + (block.x - from.x), from.y + from.height / 2, { steps: 8 });
  await expect(page.getByRole('status', { name: 'Does it go in' })).toContainText('Battery meets');
  await page.mouse.up();
  await page.keyboard.press('Control+z');
  await expect(battery).not.toHaveAttribute('aria-label', /put by hand/);

  // ports: one by mouse with snapping, one by keys, one by typing from another corner
  await page.keyboard.press('4');
  const p2 = page.locator('[data-port=p2]');
  const at = (await p2.boundingBox())!;
  await page.mouse.move(at.x + at.width / 2, at.y + 10);
  await page.mouse.down();
  await page.mouse.move(at.x + at.width / 2 + 5, at.y + 22, { steps: 4 });
  await page.mouse.move(at.x + at.width / 2 + 1, at.y + 12, { steps: 6 });
  await page.mouse.up();
  await expect(p2).toHaveAttribute('aria-label', /66 up/);
  await p2.focus();
  await page.keyboard.press('ArrowUp');
  await expect(p2).toHaveAttribute('aria-label', /67 up/);
  await page.locator('[data-port=p1]').focus();
  await page.keyboard.press('Enter');
  await p2.focus();
  await page.keyboard.press('Shift+Enter');
  await page.getByLabel('Line up', { exact: true }).selectOption('row');
  await expect(p2).toHaveAttribute('aria-label', /66 up/);
  await page.getByLabel('Counted from').selectOption('top-right');
  await type(page, 'Down from the top edge', '124');
  await expect(page.locator('[data-port=p1]')).toHaveAttribute('aria-label', /66 up/);

  // the depth clash: straight terminals, then each remedy clears it
  const clash = page.locator('[data-finding=behind-panel-collision]').first();
  await page.getByLabel('Terminals behind').selectOption('straight');
  await expect(clash).toBeVisible();
  await expect(verdict(page, 'fits')).toHaveAttribute('data-state', 'stop');
  await expect(clash.getByRole('button', { name: /Do this/ }).first()).toBeVisible();
  const count = await clash.getByRole('button', { name: /Do this/ }).count();
  expect(count).toBeGreaterThanOrEqual(2);
  for (let i = 0; i < count; i++) {
    await clash
      .getByRole('button', { name: /Do this/ })
      .nth(i)
      .click();
    await expect(clash).toHaveCount(0);
    await page.keyboard.press('Control+z');
    await expect(clash).toBeVisible();
  }
  await clash
    .getByRole('button', { name: /Do this/ })
    .first()
    .click();
  await expect(clash).toHaveCount(0);

  // the template of the measured case
  await saved(page);
  await page.getByRole('button', { name: 'Holes', exact: true }).click();
  const [pdf] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'A4' }).click()]);
  expect(
    readFileSync((await pdf.path())!)
      .subarray(0, 5)
      .toString()
  ).toBe('%PDF-');
});

test('what does not go in says by how much, and the cheapest change makes it fit', async ({ page }) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Tight box');
  await open(page, `/box/${id}/case`);
  await type(page, 'Padding', '40');
  const status = page.getByRole('status', { name: 'Does it go in' });
  await expect(status).toContainText('every arrangement has been ruled out');
  await expect(status.getByText('Cheapest changes that make it fit')).toBeVisible({ timeout: 30_000 });
  await expect(page.locator('[data-finding=battery-does-not-fit]')).toBeVisible();
  await status.getByRole('button', { name: 'Do this' }).first().click();
  await expect(status).toHaveCount(0);
  await expect(page.locator('[data-finding=battery-does-not-fit]')).toHaveCount(0);
});

test('ports are arranged with reasons, copied, labelled; a bracket that pulls off says so', async ({ page }) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Arranged box');
  await open(page, `/box/${id}/ports`);
  await page.getByRole('button', { name: 'Arrange for me' }).click();
  const dialog = page.getByRole('dialog', { name: 'Arrange the ports' });
  await expect(dialog.getByRole('row', { name: /Camera A.*plugs in one row/ })).toBeVisible();
  await dialog.getByRole('button', { name: 'Take it' }).click();
  await expect(page.locator('[data-finding=behind-panel-collision]')).toHaveCount(0);
  await page.locator('[data-port=p1]').focus();
  await page.keyboard.press('Enter');
  const before = await page.locator('[data-port]').count();
  await page.getByLabel('Copy to another face').selectOption('left');
  await expect(page.locator('[data-port]')).toHaveCount(before + 1);
  await page.keyboard.press('Control+z');
  await expect(page.locator('[data-port]')).toHaveCount(before);

  await page.getByRole('button', { name: 'Labels', exact: true }).click();
  await expect(page.getByRole('img', { name: /Labels at true scale: .*Camera A, P1/ })).toBeVisible();
  await expect(page.getByRole('row', { name: /S0 Master off Charge|S0 Master off/ })).toContainText('I1 Charge inlet');

  await page.getByRole('button', { name: 'Water', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Water' })).toContainText('As used it is built towards dry store');

  await page.getByRole('button', { name: 'Brackets', exact: true }).click();
  await page.getByRole('button', { name: 'Add a bracket' }).click();
  await page.getByLabel('Fixed by').last().selectOption('suction');
  await type(page, 'Load, Arm 2', '3');
  await type(page, 'Arm, wall to load, Arm 2', '300');
  const finding = page.locator('[data-finding=bracket-pulls-off]');
  await expect(finding).toContainText('pulls off');
  await finding
    .getByRole('button', { name: /Do this/ })
    .last()
    .click();
  await expect(finding).toHaveCount(0);
});

test('a box file with a port on an unknown face keeps it and asks', async ({ page }) => {
  const { document } = await (await page.request.get(`/api/boxes/${await boxId(page, 'Canal night bank box')}`)).json();
  document.name = 'Odd face box';
  document.ports[0].face = 'top';
  const made = await page.request.post('/api/boxes', { data: { document } });
  expect(made.ok()).toBe(true);
  await open(page, `/box/${((await made.json()) as { id: string }).id}/ports`);
  const finding = page.locator('[data-finding=port-face-lost]');
  await expect(finding).toContainText("'top'");
  await finding
    .getByRole('button', { name: /Do this/ })
    .first()
    .click();
  await expect(finding).toHaveCount(0);
});

test('a case that was a battery itself is measured as such, refused, and taken back', async ({ page }) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Old shell');
  await open(page, `/box/${id}/case`);
  await page.getByRole('button', { name: 'Measure my own' }).click();
  const sheet = page.getByRole('region', { name: 'Measuring sheet' });
  await sheet.locator('label', { hasText: 'Kind' }).locator('select').selectOption('battery-shell');
  await type(page, 'Length inside, at the floor', '300');
  await type(page, 'Width inside, at the floor', '170');
  await type(page, 'Depth to the rim', '200');
  await page.getByRole('button', { name: 'Use this case' }).click();
  const refused = page
    .getByText('The case is the shell of a battery that was opened')
    .filter({ visible: true })
    .first();
  await expect(refused).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(refused).toBeHidden();
});
