import { test } from './test.ts';
import { boxId, open } from './helpers.ts';
import { expectAccessible, expectViewAccessible } from './axe.ts';

test.describe('axe finds nothing, by day and by night', () => {
  for (const path of ['/', '/parts', '/batteries', '/known'])
    test(path, async ({ page }) => {
      await open(page, path);
      await page.waitForTimeout(500);
      await expectAccessible(page);
    });
  for (const view of [
    'outing',
    'battery',
    'case',
    'ports',
    'wiring',
    'kit',
    'kit?view=orders',
    'kit?view=cutting',
    'kit?view=drawer',
    'kit?view=value',
    'bench',
    'bench?view=build',
    'bench?view=test',
    'bench?view=papers',
    'logbook?kind=outing',
    'logbook?view=history',
    'logbook?view=history&part=series',
    'logbook?view=learnt',
    'logbook?view=due',
    'logbook?view=meter'
  ])
    test(view, ({ page }) => expectViewAccessible(page, view));
  test('measuring sheet', async ({ page }) => {
    await open(page, `/box/${await boxId(page, 'Saltmarsh hide box')}/case`);
    await page.getByRole('button', { name: 'Measure my own' }).click();
    await expectAccessible(page);
  });
});
