import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
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
const STAGES = ['outing', 'battery', 'case', 'ports', 'wiring', 'kit', 'bench', 'logbook'];

for (const theme of ['day', 'night'] as const) {
  test(`axe finds nothing on any screen, ${theme} theme`, async ({ page }) => {
    test.setTimeout(300_000);
    await page.addInitScript((name) => localStorage.setItem('haversack-theme', name), theme);
    const id = await boxId(page, 'Saltmarsh hide box');
    for (const path of ['/', '/parts', ...[...STAGES, ...VIEWS].map((s) => `/box/${id}/${s}`)]) {
      await open(page, path);
      await page.waitForTimeout(700);
      const { violations } = await new AxeBuilder({ page }).analyze();
      expect
        .soft(
          violations.map(
            (v) =>
              `${path}: ${v.id} ${v.nodes
                .slice(0, 3)
                .map((n) => n.target.join(' '))
                .join(' | ')}`
          )
        )
        .toEqual([]);
    }
    await open(page, `/box/${id}/case`);
    await page.getByRole('button', { name: 'Measure my own' }).click();
    const sheet = await new AxeBuilder({ page }).analyze();
    expect.soft(sheet.violations.map((v) => `measuring sheet: ${v.id}`)).toEqual([]);
  });
}
