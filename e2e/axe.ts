import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from './test.ts';
import { boxId, open } from './helpers.ts';

/** What a theme can change; everything else is looked at by day. */
const COLOUR_RULES = ['color-contrast', 'link-in-text-block'];

/** What axe has against a page, each with the first places. */
async function violations(page: Page, rules?: string[]): Promise<string[]> {
  const axe = new AxeBuilder({ page });
  const { violations: found } = await (rules ? axe.withRules(rules) : axe).analyze();
  return found.map(
    (v) =>
      `${v.id} ${v.nodes
        .slice(0, 3)
        .map((n) => n.target.join(' '))
        .join(' | ')}`
  );
}

/** By day everything, then the colours by night, on the page as it stands. */
export async function expectAccessible(page: Page): Promise<void> {
  expect(await violations(page)).toEqual([]);
  await page.evaluate(() => (document.documentElement.dataset.theme = 'night'));
  // colours that fade would be read half-way
  await page.waitForTimeout(250);
  expect(await violations(page, COLOUR_RULES), 'by night').toEqual([]);
}

export async function expectViewAccessible(page: Page, view: string): Promise<void> {
  await open(page, `/box/${await boxId(page, 'Saltmarsh hide box')}/${view}`);
  await page.waitForTimeout(500);
  await expectAccessible(page);
}
