import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { boxId, open } from './helpers.ts';

const VIEWS = [
  'outing?view=season',
  'battery?view=compare',
  'battery?view=join',
  'battery?view=charge',
  'battery?view=volts',
  'ports?view=holes',
  'ports?view=water',
  'ports?view=labels',
  'ports?view=brackets',
  'wiring?view=paths',
  'wiring?view=survey',
  'wiring?view=trials',
  'wiring?view=finder',
  'wiring?view=runs',
  'wiring?view=live',
  'wiring?view=where',
  'wiring?view=plugs'
];
const BY_DAY = [
  'kit?view=orders',
  'kit?view=cutting',
  'kit?view=drawer',
  'bench?view=build',
  'bench?view=test',
  'bench?view=papers'
];
const STAGES = ['outing', 'battery', 'case', 'ports', 'wiring', 'kit', 'bench', 'logbook'];

/** What a theme can change; everything else is looked at by day. */
const COLOUR_RULES = ['color-contrast', 'link-in-text-block'];

/** What axe has against a page, each with the first places. */
async function violations(page: Page, theme: 'day' | 'night'): Promise<string[]> {
  const axe = new AxeBuilder({ page });
  const { violations: found } = await (theme === 'day' ? axe : axe.withRules(COLOUR_RULES)).analyze();
  return found.map(
    (v) =>
      `${v.id} ${v.nodes
        .slice(0, 3)
        .map((n) => n.target.join(' '))
        .join(' | ')}`
  );
}

for (const theme of ['day', 'night'] as const)
  test.describe(`axe finds nothing, ${theme} theme`, () => {
    test.beforeEach(({ page }) => page.addInitScript((name) => localStorage.setItem('haversack-theme', name), theme));
    for (const path of ['/', '/parts'])
      test(path, async ({ page }) => {
        await open(page, path);
        await page.waitForTimeout(500);
        expect(await violations(page, theme)).toEqual([]);
      });
    // what only colours could break is the same card, table and button as elsewhere
    for (const view of [...STAGES, ...VIEWS, ...(theme === 'day' ? BY_DAY : [])])
      test(view, async ({ page }) => {
        await open(page, `/box/${await boxId(page, 'Saltmarsh hide box')}/${view}`);
        await page.waitForTimeout(700);
        expect(await violations(page, theme)).toEqual([]);
      });
    test('measuring sheet', async ({ page }) => {
      await open(page, `/box/${await boxId(page, 'Saltmarsh hide box')}/case`);
      await page.getByRole('button', { name: 'Measure my own' }).click();
      expect(await violations(page, theme)).toEqual([]);
    });
  });
