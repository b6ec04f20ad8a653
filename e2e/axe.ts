import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { expect, type Page } from './test.ts';
import { boxId, open } from './helpers.ts';

const AXE_SOURCE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/** What a theme can change; everything else is looked at by day. */
const COLOUR_RULES = ['color-contrast', 'link-in-text-block'];

type Violation = { id: string; nodes: { target: string[] }[] };

/** What axe has against a page, each with the first places. Only that crosses to the test: the whole answer is megabytes. */
async function violations(page: Page, rules?: string[]): Promise<string[]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(AXE_SOURCE);
  return page.evaluate(async (only) => {
    const { axe } = window as unknown as {
      axe: { run: (of: Document, how: object) => Promise<{ violations: Violation[] }> };
    };
    // style sheets are our own and already there: nothing has to be fetched again
    const how = { preload: false, resultTypes: ['violations'], ...(only ? { runOnly: only } : {}) };
    return (await axe.run(document, how)).violations.map(
      (v) =>
        `${v.id} ${v.nodes
          .slice(0, 3)
          .map((n) => n.target.join(' '))
          .join(' | ')}`
    );
  }, rules);
}

/** By day, everything. */
export async function expectAccessibleByDay(page: Page): Promise<void> {
  expect(await violations(page)).toEqual([]);
}

/** By day everything, then the colours by night, on the page as it stands; by day again afterwards. */
export async function expectAccessible(page: Page): Promise<void> {
  await expectAccessibleByDay(page);
  await theme(page, 'night');
  expect(await violations(page, COLOUR_RULES), 'by night').toEqual([]);
  await theme(page, 'day');
}

async function theme(page: Page, name: 'day' | 'night'): Promise<void> {
  await page.evaluate((to) => (document.documentElement.dataset.theme = to), name);
  // colours that fade would be read half-way
  await page.waitForTimeout(200);
}

let demoId = '';
export async function expectViewAccessible(page: Page, view: string): Promise<void> {
  demoId ||= await boxId(page, 'Saltmarsh hide box');
  await open(page, `/box/${demoId}/${view}`);
  await page.waitForTimeout(600);
  await expectAccessible(page);
}
