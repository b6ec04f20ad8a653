import type { Page } from '@playwright/test';
import { expect, test } from './test.ts';
import { expectAccessibleByDay } from './axe.ts';
import { boxId, open } from './helpers.ts';
import { PAGES, STAGE_PATHS, VIEW_PATHS } from './views.ts';

const WIDTH = 390;
/** A finger's target, px; half a pixel is rounding. */
const TARGET_PX = 43.5;

/** What a phone's screen must hold to: nothing wider than it, targets for a finger, axe finds nothing. The night’s colours are the same as on a desk. */
async function expectForPhone(page: Page): Promise<void> {
  await page.waitForTimeout(400);
  const found = await page.evaluate(
    ({ width, target }) => {
      const main = document.querySelector('main')!;
      const name = (e: Element): string =>
        `${e.tagName.toLowerCase()} '${(e.getAttribute('aria-label') ?? e.textContent ?? '').trim().slice(0, 40)}'`;
      const shown = (e: Element): boolean => e.getClientRects().length > 0 && !e.closest('.sr-only, svg');
      const small = [...document.querySelectorAll('.btn, .icon, .chip, .seg > button, select.in, input.in')]
        .filter(shown)
        .filter((e) => e.getBoundingClientRect().height < target)
        .map((e) => `${name(e)} is ${e.getBoundingClientRect().height} px high`);
      const wide = Math.max(document.documentElement.scrollWidth, main.scrollWidth);
      return [...small.slice(0, 5), ...(wide > width ? [`the page is ${wide} px wide`] : [])];
    },
    { width: WIDTH, target: TARGET_PX }
  );
  expect(found).toEqual([]);
  await expectAccessibleByDay(page);
}

test.describe('in the hand', () => {
  for (const path of PAGES)
    test(path, async ({ lastingPhone }) => {
      await open(lastingPhone, path);
      await expectForPhone(lastingPhone);
    });
  for (const view of [...STAGE_PATHS, ...VIEW_PATHS])
    test(view, async ({ lastingPhone }) => {
      await open(lastingPhone, `/box/${await boxId(lastingPhone, 'Saltmarsh hide box')}/${view}`);
      await expectForPhone(lastingPhone);
    });
});
