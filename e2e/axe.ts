import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Locator } from '@playwright/test';
import { expect, type Page } from './test.ts';
import { boxId, open } from './helpers.ts';

const AXE_SOURCE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/** What a theme can change; everything else is looked at by day. */
const COLOUR_RULES = ['color-contrast', 'link-in-text-block'];

/** What something that opens over a page can do to the rest of it: take the focus from where it must not be, repeat a name. */
const BEHIND_RULES = ['aria-hidden-focus', 'duplicate-id-aria'];

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

/** On a phone, by day: everything but the colours, which are those of a desk. */
export async function expectAccessibleInHand(page: Page): Promise<void> {
  expect(await violations(whole(page), { without: COLOUR_RULES })).toEqual([]);
}

/** By day everything, then the colours by night, as it stands; by day again afterwards. */
async function byDayAndNight(part: Locator): Promise<void> {
  expect(await violations(part)).toEqual([]);
  await theme(part.page(), 'night');
  expect(await violations(part, { only: COLOUR_RULES }), 'by night').toEqual([]);
  await theme(part.page(), 'day');
}

export const expectAccessible = (page: Page): Promise<void> => byDayAndNight(whole(page));

/** What opened over or beside a page that was looked at by itself; behind it nothing may have become worse. */
export async function expectPartAccessible(part: Locator): Promise<void> {
  await byDayAndNight(part);
  expect(await violations(whole(part.page()), { only: BEHIND_RULES }), 'behind it').toEqual([]);
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
