import { test } from './test.ts';
import { boxId, open } from './helpers.ts';
import { PAGES, STAGE_PATHS } from './views.ts';
import { expectAccessible, expectViewAccessible } from './axe.ts';

test.describe('axe finds nothing, by day and by night', () => {
  for (const path of PAGES)
    test(path, async ({ lasting }) => {
      await open(lasting, path);
      await lasting.waitForTimeout(600);
      await expectAccessible(lasting);
    });
  for (const view of STAGE_PATHS) test(view, ({ lasting }) => expectViewAccessible(lasting, view));
  test('measuring sheet', async ({ page }) => {
    await open(page, `/box/${await boxId(page, 'Saltmarsh hide box')}/case`);
    await page.getByRole('button', { name: 'Measure my own' }).click();
    await expectAccessible(page);
  });
});
