import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Locator } from '@playwright/test';
import { expect, type Page } from './test.ts';
import { boxId, open } from './helpers.ts';

const AXE_SOURCE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/** What a theme can change; everything else is looked at by day. */
const COLOUR_RULES = ['color-contrast', 'link-in-text-block'];

type Violation = { id: string; nodes: { target: string[] }[] };
type Axe = { run: (of: Element, how: object) => Promise<{ violations: Violation[] }> };
/** Which rules: those alone, or all but those. */
type Rules = { only?: readonly string[]; without?: readonly string[] };

/** What axe has against a part of a page, each with the first places. Only that crosses to the test: the whole answer is megabytes. */
async function violations(part: Locator, rules: Rules = {}): Promise<string[]> {
  const page = part.page();
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(AXE_SOURCE);
  return part.evaluate(async (of, { only, without = [] }) => {
    const { axe } = window as unknown as { axe: Axe };
    const how = {
      // style sheets are our own and already there: nothing has to be fetched again
      preload: false,
      resultTypes: ['violations'],
      rules: Object.fromEntries(without.map((id) => [id, { enabled: false }])),
      ...(only ? { runOnly: only } : {})
    };
    return (await axe.run(of, how)).violations.map(
      (v) =>
        `${v.id} ${v.nodes
          .slice(0, 3)
          .map((n) => n.target.join(' '))
          .join(' | ')}`
    );
  }, rules);
}

const whole = (page: Page): Locator => page.locator('html');

/** By day, everything. */
export async function expectAccessibleByDay(page: Page): Promise<void> {
  expect(await violations(whole(page))).toEqual([]);
}

async function coloursByNight(part: Locator): Promise<void> {
  await theme(part.page(), 'night');
  expect(await violations(part, { only: COLOUR_RULES }), 'by night').toEqual([]);
  await theme(part.page(), 'day');
}

/** By day everything, then the colours by night, on the page as it stands; by day again afterwards. */
export async function expectAccessible(page: Page): Promise<void> {
  await expectAccessibleByDay(page);
  await coloursByNight(whole(page));
}

/** The same where something opened over or beside a page that was looked at by itself: of colours those of what opened. */
export async function expectPartAccessible(part: Locator): Promise<void> {
  expect(await violations(whole(part.page()), { without: COLOUR_RULES })).toEqual([]);
  expect(await violations(part, { only: COLOUR_RULES })).toEqual([]);
  await coloursByNight(part);
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
