import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { devices, test as base, type Browser, type BrowserContext, type Page } from '@playwright/test';
import { FIRST_PORT, startServer } from './server.ts';

export { expect, type Page } from '@playwright/test';

const START_MS = 70_000;

/** Empties what the program keeps in a profile. */
async function clearKept(context: BrowserContext): Promise<void> {
  const page = await context.newPage();
  await page.goto('/favicon.svg');
  await page.evaluate(async () => {
    localStorage.clear();
    await new Promise((done) => {
      const gone = indexedDB.deleteDatabase('haversack');
      gone.onsuccess = gone.onerror = gone.onblocked = done;
    });
  });
  await page.close();
}

const profile = (browser: Browser, server: string): Promise<BrowserContext> =>
  browser.newContext({
    ...devices['Desktop Chrome'],
    viewport: { width: 1280, height: 800 },
    baseURL: server,
    // one that was installed would fetch the whole program for every test; e2e/offline.spec.ts has its own
    serviceWorkers: 'block'
  });

/** Every worker has a server and a data folder of its own: files run side by side without meeting. */
export const test = base.extend<
  { page: Page; context: BrowserContext },
  { server: string; shared: BrowserContext; lasting: Page; lastingPhone: Page }
>({
  server: [
    // eslint-disable-next-line no-empty-pattern -- the fixture needs no other, and the runner insists on a pattern
    async ({}, use, worker) => {
      const folder = mkdtempSync(join(tmpdir(), 'haversack-e2e-'));
      const server = await startServer(folder, FIRST_PORT + worker.parallelIndex);
      await use(server.url);
      await server.stop();
      rmSync(folder, { recursive: true, force: true });
    },
    { scope: 'worker', timeout: START_MS }
  ],
  baseURL: async ({ server }, use) => use(server),
  /** One browser profile a worker: what was loaded once is there for the next test. What a test kept in it is cleared after. */
  shared: [
    async ({ browser, server }, use) => {
      const context = await profile(browser, server);
      await use(context);
      await context.close();
    },
    { scope: 'worker' }
  ],
  /** One page for tests that only look: going on within it costs a fraction of loading it anew. */
  lasting: [
    async ({ browser, server }, use) => {
      const context = await profile(browser, server);
      await use(await context.newPage());
      await context.close();
    },
    { scope: 'worker' }
  ],
  /** The same as a phone in the hand: narrow, touched. */
  lastingPhone: [
    async ({ browser, server }, use) => {
      const context = await browser.newContext({
        viewport: { width: 390, height: 844 },
        hasTouch: true,
        isMobile: true,
        baseURL: server,
        serviceWorkers: 'block'
      });
      await use(await context.newPage());
      await context.close();
    },
    { scope: 'worker' }
  ],
  context: async ({ shared }, use) => use(shared),
  page: async ({ shared, viewport }, use) => {
    const page = await shared.newPage();
    if (viewport) await page.setViewportSize(viewport);
    await use(page);
    for (const open of shared.pages()) await open.close();
    await clearKept(shared);
  }
});
