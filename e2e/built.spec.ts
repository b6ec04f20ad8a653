import { readFile } from 'node:fs/promises';
import { PNG } from 'pngjs';
import { expect, test } from './test.ts';
import { copyOf, open, reopen, saved } from './helpers.ts';

test('built otherwise: a hole, a part, a wire, a fuse, each entered where it happens and judged at once', async ({
  page
}) => {
  const id = await copyOf(page, 'Canal night bank box', 'Otherwise');
  await open(page, `/box/${id}/bench?view=build&step=drill`);
  await expect(page.getByRole('img', { name: /from outside with its holes$/ }).first()).toBeVisible();
  await page.getByLabel('P1 built otherwise', { exact: true }).click();
  const across = page.getByLabel('P1 drilled, across');
  await across.fill('40 mm');
  await page.keyboard.press('Enter');
  await expect(page.getByText('P1 falls through its hole').first()).toBeVisible();
  await expect(page.locator('[data-verdict=fits]')).toHaveAttribute('data-state', 'stop');
  await page.keyboard.press('Control+z');
  await expect(page.locator('[data-verdict=fits]')).toHaveAttribute('data-state', 'holds');
  await expect(page.getByText(/Entered: the drawing/)).toHaveCount(0);
  await page.getByLabel('P1 from the left').fill('-900');
  await page.keyboard.press('Enter');
  await expect(page.getByText('A length must be more than zero.')).toBeVisible();
  await page.getByLabel('P1 from the left').fill('2');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('status').filter({ hasText: 'Entered' })).toContainText(/overhangs its face|edge/);
  await page.keyboard.press('Control+z');

  await open(page, `/box/${id}/bench?view=build&step=fit-parts`);
  await page.getByLabel('P1 built otherwise', { exact: true }).click();
  await page.getByLabel('Another part in P1', { exact: true }).selectOption('binding-posts');
  await expect(page.getByText(/Entered: the drawing/)).toBeVisible();
  await expect(page.getByText(/bare live metal/).first()).toBeVisible();

  await open(page, `/box/${id}/bench?view=build&step=cut`);
  await page.getByLabel('R1 built otherwise', { exact: true }).click();
  await page.getByLabel('Another wire for R1', { exact: true }).selectOption('awg 22');
  await expect(page.locator('[data-verdict=safe]')).toHaveAttribute('data-state', 'stop');
  await saved(page);

  await open(page, `/box/${id}/bench?view=build&step=fuse`);
  await page.getByLabel('F1 built otherwise', { exact: true }).click();
  await page.getByLabel('Another fuse in F1', { exact: true }).fill('30');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/Entered: the drawing/)).toBeVisible();
  await expect(page.getByRole('group', { name: 'Fuses' })).toContainText('F1 30 A');
});

test('drawn unlike built is told on every view, and mended either way', async ({ page }) => {
  const id = await copyOf(page, 'Canal night bank box', 'Unlike');
  await open(page, `/box/${id}/bench?view=build&step=drill`);
  await page.getByRole('group', { name: 'Holes' }).getByRole('checkbox').first().check();
  const { document } = await (await page.request.get(`/api/boxes/${id}`)).json();
  const port = document.ports[0];
  // somebody moves it in the drawing afterwards
  await reopen(page, `/box/${id}/bench?view=build&step=drill`);
  await expect(page.getByRole('region', { name: 'Drawn unlike built' })).toHaveCount(0);
  await open(page, `/box/${id}/ports`);
  await page.locator(`[data-port="${port.id}"]`).first().click();
  await page
    .getByLabel(/^From the left/)
    .first()
    .fill(String(port.xMm + 9));
  await page.keyboard.press('Enter');
  await saved(page);
  const note = page.getByRole('status').filter({ hasText: 'Drawn unlike built' });
  await expect(note).toContainText(/P1|S0|M1/);
  await note.getByRole('link', { name: 'See how on Bench' }).click();
  await expect(page).toHaveURL(/\/bench/);
  const passport = await (await page.request.get(`/api/boxes/${id}/papers/passport.json`)).json();
  expect(JSON.stringify(passport.openTests)).toContain('Drawn unlike built');
  const told = page.getByRole('region', { name: 'Drawn unlike built' });
  await expect(told).toContainText(String(port.xMm));
  await told.getByRole('button', { name: /draw it as built$/ }).click();
  await expect(told).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(told).toBeVisible();
  await told.getByRole('button', { name: /rebuilt as drawn$/ }).click();
  await expect(told).toHaveCount(0);
});

test('steps before and after, a photograph removed, the wait file and the hours of work', async ({ page }) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Steps');
  await open(page, `/box/${id}/bench?view=build&step=drill`);
  const step = page.getByRole('region', { name: 'Step' });
  const title = await step.getByRole('heading').innerText();
  await step.getByRole('button', { name: 'Step after' }).click();
  await expect(step.getByRole('heading')).not.toHaveText(title);
  await step.getByRole('button', { name: 'Step before' }).click();
  await expect(step.getByRole('heading')).toHaveText(title);
  const png = PNG.sync.write(new PNG({ width: 40, height: 30 }));
  await page.locator('input[type=file]').setInputFiles({ name: 'a.png', mimeType: 'image/png', buffer: png });
  await expect(page.getByRole('img', { name: /photograph 1/ })).toBeVisible();
  // a picture of over 20 MB is scaled down before it is sent
  const noise = new PNG({ width: 2600, height: 2200 });
  for (let i = 0; i < noise.data.length; i++) noise.data[i] = (i * 2654435761) >>> 24;
  const big = PNG.sync.write(noise, { deflateLevel: 0 });
  expect(big.length).toBeGreaterThan(20_000_000);
  await page.locator('input[type=file]').setInputFiles({ name: 'b.png', mimeType: 'image/png', buffer: big });
  await expect(page.getByRole('img', { name: /photograph 2/ })).toBeVisible({ timeout: 30_000 });
  await page.getByRole('button', { name: /^Remove photograph 2/ }).click();
  await page.getByRole('button', { name: /^Remove photograph 1/ }).click();
  await expect(page.getByRole('img', { name: /photograph 1/ })).toHaveCount(0);

  await open(page, `/box/${id}/bench?view=plan`);
  const when = page.getByRole('region', { name: 'When it is finished' });
  await when.getByLabel('hours a day').fill('0');
  await page.keyboard.press('Enter');
  await expect(when).toContainText(/least here/);
  const tools = page.getByRole('region', { name: 'Tools' });
  await tools.getByRole('checkbox').first().check();
  await expect(tools).toContainText(/not at hand yet/);
  const late = await when.innerText();
  await when.getByLabel('hours a day').fill('30 min');
  await page.keyboard.press('Enter');
  await when.getByLabel('I work from').fill('19:30');
  await page.keyboard.press('Enter');
  await expect(when).not.toHaveText(late);
  await page.reload();
  await page.waitForSelector('html[data-ready=true]');
  await expect(when.getByLabel('I work from')).toHaveValue('19:30');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    when.getByRole('button', { name: 'Waits as a calendar file' }).click()
  ]);
  expect(await readFile((await file.path())!, 'utf8')).toMatch(/BEGIN:VCALENDAR[\s\S]*BEGIN:VALARM/);
});

test('a discharge by the clock: begun, looked at, outlives a reload, entered; the meter and its offset', async ({
  page
}) => {
  const id = await copyOf(page, 'Saltmarsh hide box', 'Discharge');
  await open(page, `/box/${id}/bench?view=test&stage=capacity`);
  const clock = page.getByRole('region', { name: 'Timed discharge' });
  await clock.getByLabel('Current that flows').fill('2 A');
  await page.keyboard.press('Enter');
  await clock.getByRole('button', { name: 'Load is on: start the clock' }).click();
  await expect(clock.getByRole('timer')).toContainText('Ah');
  await clock.getByLabel('Volts at the posts').fill('9');
  await page.keyboard.press('Enter');
  await clock.getByRole('button', { name: 'I looked' }).click();
  await expect(clock).toContainText('take the load off now');
  await page.reload();
  await page.waitForSelector('html[data-ready=true]');
  await expect(clock).toContainText('2 looks so far');
  await clock.getByRole('button', { name: 'Load is off: enter it' }).click();
  await expect(page.locator('[data-row=capacity]')).toHaveAttribute('data-passes', 'false');
  await clock.getByRole('button', { name: 'Load is on: start the clock' }).click();
  await clock.getByRole('button', { name: 'Leave it' }).click();
  await expect(clock.getByRole('timer')).toHaveCount(0);

  await open(page, `/box/${id}/bench?view=test&stage=first`);
  await page.getByLabel('Meter', { exact: true }).fill('shed meter');
  await page.keyboard.press('Tab');
  await page.getByLabel('It shows too much by').fill('0.5 V');
  await page.keyboard.press('Enter');
  const rest = page.locator('[data-row=rest]');
  await rest.getByRole('textbox').fill('13.8');
  await page.keyboard.press('Enter');
  await expect(rest).toContainText('shed meter');
  await expect(rest).toHaveAttribute('data-passes', /true|false/);
});

test('papers: printed, labels for ports and both ends of every lead', async ({ page }) => {
  const id = await copyOf(page, 'Canal night bank box', 'Labels');
  await open(page, `/box/${id}/bench?view=papers`);
  await page.evaluate(() => {
    (window as unknown as { printed: number }).printed = 0;
    window.print = () => void (window as unknown as { printed: number }).printed++;
  });
  await page.getByRole('main').getByRole('button', { name: 'Print', exact: true }).click();
  expect(await page.evaluate(() => (window as unknown as { printed: number }).printed)).toBe(1);
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Labels A4' }).click()
  ]);
  expect((await readFile((await file.path())!)).subarray(0, 5).toString()).toBe('%PDF-');
  const wrong = await page.request.get(`/api/boxes/${id}/labels?format=gif`);
  expect(wrong.status()).toBe(422);
  expect(((await wrong.json()) as { message: string }).message).toContain('format=pdf');
});
