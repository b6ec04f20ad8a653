import type { BrowserContext } from '@playwright/test';
import type { Box } from '../core/src/box/schema.ts';
import { demoBoxes } from '../core/src/demo/boxes.ts';
import { goOn } from './go-on.ts';
import { expect, type Page } from './test.ts';

const DEMO_NAMES = new Set(demoBoxes().map((box) => box.name));
/** Where each demo box was found: it is there as long as the server is, and every look at the shelf has its new boxes worked out. */
const demoIds = new WeakMap<BrowserContext, Map<string, string>>();

/** The address of a demo box, or of any box by its name. */
export async function boxId(page: Page, name: string): Promise<string> {
  const context = page.context();
  const known = demoIds.get(context) ?? new Map<string, string>();
  demoIds.set(context, known);
  if (known.has(name)) return known.get(name)!;
  const { boxes } = (await (await page.request.get('/api/boxes')).json()) as { boxes: { id: string; name: string }[] };
  const found = boxes.find((b) => b.name === name);
  if (!found) throw new Error(`no box '${name}' among ${boxes.map((b) => b.name).join(', ')}`);
  if (DEMO_NAMES.has(name)) known.set(name, found.id);
  return found.id;
}

/** A copy of a demo box of its own, so that journeys do not disturb each other. @param change what is otherwise in it */
export async function copyOf(
  page: Page,
  name: string,
  as: string,
  change: (document: Box) => Box = (document) => document
): Promise<string> {
  const { document } = await (await page.request.get(`/api/boxes/${await boxId(page, name)}`)).json();
  const made = await page.request.post('/api/boxes', { data: { document: change({ ...document, name: as }) } });
  return ((await made.json()) as { id: string }).id;
}

/**
 * A page of the program, as somebody comes to it who has it open already: loading it anew is half the work of a test. What must
 * outlive that is tested with `reopen`.
 */
export async function open(page: Page, path: string): Promise<void> {
  if (!path.startsWith('/') || !(await goOn(page, path))) await reopen(page, path);
}

/** Loads the page anew: nothing is there but what was saved. */
export async function reopen(page: Page, path: string): Promise<void> {
  await page.goto(path);
  await page.waitForSelector('html[data-ready=true]');
}

/** A box with nothing in it yet, from the shelf. */
export async function newBox(page: Page): Promise<void> {
  await open(page, '/');
  await page.getByRole('button', { name: 'New box', exact: true }).click();
  await page.getByRole('button', { name: 'Make this box' }).click();
  await page.waitForURL('**/outing');
}

export const verdict = (page: Page, id: string) => page.locator(`[data-verdict=${id}]`);
/** Everything is with the server. @throws Error naming the texts that no field took, where that is what is in the way */
export async function saved(page: Page): Promise<void> {
  try {
    await expect(page.locator('[data-save=saved]')).toBeVisible({ timeout: 10_000 });
  } catch (error) {
    const left = await page.evaluate(() =>
      Object.entries(localStorage).flatMap(([key, value]) => (key.startsWith('haversack-fields-') ? [value] : []))
    );
    throw left.length > 0 ? new Error(`not taken: ${left.join(' ')}`, { cause: error }) : error;
  }
}
