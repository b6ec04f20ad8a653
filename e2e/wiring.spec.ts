import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { boxId, copyOf, open, saved, verdict } from './helpers.ts';

test('a seeded fault is found by halving: one port dead, two measurements, the fuse named', async ({ page }) => {
  const id = await boxId(page, 'Canal night bank box');
  await open(page, `/box/${id}/wiring`);
  await page.getByRole('button', { name: 'Find a fault', exact: true }).click();
  const finder = page.getByRole('region', { name: 'Fault finder' });
  const ports = finder.getByRole('combobox');
  await ports.first().selectOption({ label: 'dead' });
  await ports.nth(1).selectOption({ label: 'works' });
  const next = finder.getByRole('status', { name: 'Next measurement' });
  await expect(next.getByRole('heading')).toContainText('Measure: Red on');
  // F1 is blown: nothing behind it, everything before it
  for (let i = 0; i < 6 && (await next.getByRole('heading').innerText()).startsWith('Measure'); i++) {
    const words = await next.getByRole('heading').innerText();
    const behind = /F1 out|P1/.test(words) && !/battery’s \+/.test(words);
    await next.getByRole('button', { name: behind ? /^under/ : /^over/ }).click();
  }
  await expect(next.getByRole('heading')).toHaveText('Fuse F1 is blown');
  await finder.getByRole('button', { name: 'take back' }).first().click();
  await expect(next.getByRole('heading')).toContainText('Measure');

  await finder.getByRole('button', { name: 'A fuse blows' }).click();
  const question = finder.getByRole('status', { name: 'Next question' });
  for (let i = 0; i < 6 && (await question.getByRole('button', { name: 'No', exact: true }).count()) > 0; i++) {
    // the device itself is shorted: without it nothing blows, and it blows at once
    await question.getByRole('button', { name: 'No', exact: true }).click();
  }
  await expect(question.getByRole('heading')).toContainText('The device on it');
});

test('shorts are surveyed, one is tried, paths and runs are taken away', async ({ page }) => {
  const id = await copyOf(page, 'Canal night bank box', 'Survey box');
  await open(page, `/box/${id}/wiring?view=survey`);
  const survey = page.getByRole('region', { name: 'Survey of shorts' });
  await expect(survey.getByRole('status')).toContainText(
    'No single short behind a fuse leaves a wire beyond its limit',
    {
      timeout: 20_000
    }
  );
  await page.getByRole('button', { name: 'What if', exact: true }).click();
  await page.getByLabel('What goes wrong').selectOption('blown');
  const outcome = page.getByRole('region', { name: 'Trials' }).getByRole('status');
  await expect(outcome).toContainText('Fuse F0 blown');
  await page.getByLabel('Where', { exact: true }).selectOption('F2');
  await expect(outcome).toContainText('Dark: P2.');
  await page.getByRole('button', { name: 'Paths', exact: true }).click();
  await expect(page.getByRole('row', { name: /^P1 .*F0 \d+ A, F1/ })).toBeVisible();
  await page.getByRole('button', { name: 'Runs', exact: true }).click();
  await saved(page).catch(() => undefined);
  const [csv] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'CSV' }).click()]);
  const text = readFileSync((await csv.path())!, 'utf8');
  expect(text.split('\n')[0]).toContain('run,from,to,wire,colour,cut_mm');
  expect(text).toContain('battery +,F0 in');
});

test('a box as somebody built it, with unknowns and no main fuse, is made sound by remedies alone', async ({
  page
}) => {
  const { document } = await (await page.request.get(`/api/boxes/${await boxId(page, 'Canal night bank box')}`)).json();
  document.name = 'As built box';
  document.wiring.mainHolderPartId = null;
  document.circuits[0].fuse = { is: 'unknown' };
  document.circuits[1].fuse = { is: 'set', value: 30 };
  const made = await page.request.post('/api/boxes', { data: { document } });
  await open(page, `/box/${((await made.json()) as { id: string }).id}/wiring`);
  await expect(verdict(page, 'safe')).toHaveAttribute('data-state', 'stop');
  await page.getByRole('button', { name: 'Paths', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Path by path' })).toContainText('nothing protects it at the battery');
  await page.getByRole('button', { name: 'Circuit', exact: true }).click();
  const details = page.getByRole('complementary', { name: 'Details' });
  for (let i = 0; i < 12 && (await verdict(page, 'safe').getAttribute('data-state')) === 'stop'; i++)
    await details
      .getByRole('button', { name: /Do this/ })
      .first()
      .click();
  await expect(verdict(page, 'safe')).not.toHaveAttribute('data-state', 'stop');
});
