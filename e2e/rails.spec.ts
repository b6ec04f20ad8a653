import { applyEdits } from '../core/src/box/edits.ts';
import { removalOf } from '../core/src/box/removal.ts';
import { railBox } from '../core/test/rail-box.ts';
import { expect, test, type Page } from './test.ts';
import { open, saved, verdict } from './helpers.ts';

const details = (page: Page) => page.getByRole('complementary', { name: 'Details' });

/** Three cameras, each on a port of its own that gives 12 V, each with a converter in its lead. */
async function apart(page: Page, as: string): Promise<string> {
  const box = railBox();
  const document = {
    ...applyEdits(box, removalOf(box, [{ kind: 'feed', id: box.feeds[1]!.id }])),
    name: as
  };
  const made = await page.request.post('/api/boxes', { data: { document } });
  expect(made.ok(), await made.text()).toBe(true);
  return ((await made.json()) as { id: string }).id;
}

test('three cameras that want one voltage get one converter, from the camera itself; its volts are judged; undo takes it away', async ({
  page
}) => {
  const id = await apart(page, 'Three apart');
  await open(page, `/box/${id}/outing`);
  await page.getByRole('button', { name: /^Camera 1,/ }).press('Enter');
  const d = details(page);
  await expect(d).toContainText('3 devices want 7.4 V');
  await d.getByRole('button', { name: 'One converter for all' }).click();
  await expect(d.getByRole('heading', { name: '7.4 V rail' })).toBeVisible();
  await expect(d.getByLabel('Volts it gives')).toHaveValue('7.4');
  await expect(d).toContainText('On it hang P1, P2, P3');
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'holds');

  await d.getByRole('button', { name: '12 V', exact: true }).click();
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'stop');
  await expect(d).toContainText('cannot give 12 V');
  await page.keyboard.press('Control+z');
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'holds');
  await saved(page);

  await open(page, `/box/${id}/wiring`);
  const drawing = page.getByRole('group', { name: /^The circuit from the battery/ });
  await expect(drawing.getByText('VA', { exact: true })).toBeVisible();
  await expect(drawing.getByText('7.4 V', { exact: true })).toBeVisible();
  await open(page, `/box/${id}/wiring?view=live`);
  await expect(page.getByText('7.3 V').first()).toBeVisible();
  await open(page, `/box/${id}/bench?view=test&stage=first`);
  await expect(page.locator('[data-row^=rail-]')).toContainText('nothing plugged in, at P1, P2, P3');
});

test('a shared voltage is set by hand: volts typed, another converter, none, and taken out again', async ({ page }) => {
  const id = await apart(page, 'By hand');
  await open(page, `/box/${id}/wiring`);
  await page.getByRole('button', { name: 'Main path' }).click();
  const d = details(page);
  await expect(d).toContainText('3 ports want 7.4 V');
  await d.getByRole('button', { name: 'Add a shared voltage' }).click();
  const volts = d.getByLabel('Volts it gives');
  await volts.fill('8.2 V');
  await volts.press('Enter');
  await expect(volts).toHaveValue('8.2');
  await volts.fill('ninety');
  await volts.press('Enter');
  await expect(d.getByText(/ninety/)).toBeVisible();
  await volts.fill('7.4');
  await volts.press('Enter');

  await d.getByLabel('Converter', { exact: true }).selectOption('');
  await expect(d).toContainText('Which converter gives 7.4 V is not chosen');
  await d.getByLabel('Watts on its label').fill('20');
  await d.getByLabel('Watts on its label').press('Enter');
  await expect(d).toContainText('runs at 90 % of its rating');
  await d.getByLabel('Watts on its label').fill('');
  await d.getByLabel('Watts on its label').press('Enter');
  await expect(d).not.toContainText('of its rating');
  await d.getByLabel('Converter', { exact: true }).selectOption('body-step-down-20');
  await expect(d).toContainText('runs at 90 % of its rating');

  await d.getByLabel(/A converter at its end/).uncheck();
  await expect(volts).toHaveCount(0);
  await d.getByRole('button', { name: 'Remove feed' }).click();
  await saved(page);
  const { document } = (await (await page.request.get(`/api/boxes/${id}`)).json()) as {
    document: { feeds: unknown[]; circuits: { from: { is: string } }[] };
  };
  expect(document.feeds).toHaveLength(1);
});
