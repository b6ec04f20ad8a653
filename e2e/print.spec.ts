import { expect, test, type Page } from './test.ts';
import { boxId, open } from './helpers.ts';
import { STAGE_PATHS, VIEW_PATHS } from './views.ts';

/** What is left of the paper between its margins, px of a printed page. */
const MARGIN_MM = 14;
const px = (mm: number): number => Math.floor(((mm - 2 * MARGIN_MM) / 25.4) * 96);
const PAPERS = { A4: px(210), Letter: px(215.9) };

/** What sticks out of the page on the right, and what is only there to be pressed. */
const wrongOn = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const seen = (e: Element): boolean => {
      const r = e.getBoundingClientRect();
      return r.width > 0 && r.height > 0 && getComputedStyle(e).visibility !== 'hidden' && !e.closest('.sr-only');
    };
    const name = (e: Element): string => `${e.tagName} ${(e.textContent ?? '').trim().slice(0, 30)}`;
    const all = [...document.querySelectorAll('body *')].filter(seen);
    const out = all.filter((e) => e.getBoundingClientRect().right > innerWidth + 1).map((e) => `out: ${name(e)}`);
    const pressed = all.filter((e) => e.matches('nav, .btn:not(.paper), .skip')).map((e) => `to press: ${name(e)}`);
    return [...out, ...pressed].slice(0, 5);
  });

test.describe('printed on A4 and letter nothing is cut, and nothing is there to be pressed', () => {
  test.afterEach(async ({ lasting }) => {
    await lasting.emulateMedia({ media: null });
    await lasting.setViewportSize({ width: 1280, height: 800 });
  });
  for (const view of [...STAGE_PATHS, ...VIEW_PATHS].filter((v) => !v.startsWith('design')))
    test(view, async ({ lasting: page }) => {
      await open(page, `/box/${await boxId(page, 'Saltmarsh hide box')}/${view}`);
      await page.waitForTimeout(400);
      await page.emulateMedia({ media: 'print' });
      for (const [paper, width] of Object.entries(PAPERS)) {
        await page.setViewportSize({ width, height: 1000 });
        await page.waitForTimeout(250);
        expect(await wrongOn(page), paper).toEqual([]);
        await expect(page.locator('.running').first()).toContainText('Saltmarsh hide box');
      }
    });
});

test('a printed list is whole on both papers: it becomes longer, not narrower', async ({ page }) => {
  await open(page, `/box/${await boxId(page, 'Saltmarsh hide box')}/kit`);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await expect(page.locator('[data-line]').nth(20)).toBeAttached();
  for (const format of ['A4', 'Letter'] as const) {
    const pdf = (await page.pdf({ format, preferCSSPageSize: true })).toString('latin1');
    expect((pdf.match(/\/Type\s*\/Page[^s]/g) ?? []).length).toBeGreaterThan(2);
  }
});
