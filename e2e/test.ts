import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { devices, test as base, type Browser, type BrowserContext, type Page } from '@playwright/test';
import { goOn } from './go-on.ts';
import { MadeBoxes } from './made-boxes.ts';
import { FIRST_PORT, startServer } from './server.ts';

export { expect, type Page } from '@playwright/test';

const START_MS = 70_000;

/** A page of the program that nothing comes from which a test looks at: there it rests between two of them. */
const REST = '/known';

/**
 * Rests in the program, as somebody leaves a window open: what was compiled stays, and the next test begins at once. Whatever
 * the device kept is emptied.
 * @returns false where that would leave something behind: a setting that the program holds, or no program at all
 */
async function rest(page: Page): Promise<boolean> {
  try {
    for (let i = 0; i < 2; i++) await page.keyboard.press('Escape');
    if (!(await goOn(page, REST))) return false;
    return await page.evaluate(async () => {
      if (localStorage.length > 0) return false;
      // the window keeps its mark as long as it is open: without it a reload would find its own draft to be another window's
      for (const key of Object.keys(sessionStorage)) if (key !== 'haversack-tab') sessionStorage.removeItem(key);
      return new Promise<boolean>((done) => {
        const gone = indexedDB.deleteDatabase('haversack');
        gone.onsuccess = () => done(true);
        gone.onerror = gone.onblocked = () => done(false);
      });
    });
  } catch {
    return false;
  }
}

/** Leaves the program and empties what it kept in the profile. */
async function clearKept(page: Page): Promise<void> {
  await page.goto('/favicon.svg');
  await page.evaluate(async () => {
    localStorage.clear();
    sessionStorage.clear();
    await new Promise((done) => {
      const gone = indexedDB.deleteDatabase('haversack');
      gone.onsuccess = gone.onerror = gone.onblocked = done;
    });
  });
}

/**
 * One page that goes from test to test: within it the browser compiles the program once, which is half the work of a test. What
 * a test changed of it is put back; one that was given scripts of a test's own, was closed or no longer answers is done with.
 */
class SharedPage {
  readonly #context: BrowserContext;
  readonly #server: string;
  readonly #made: MadeBoxes;
  #page: Page | undefined;
  #tampered = false;
  constructor(context: BrowserContext, server: string) {
    this.#context = context;
    this.#server = server;
    this.#made = new MadeBoxes(context);
  }

  async take(viewport: { width: number; height: number } | null): Promise<Page> {
    const page = (this.#page ??= await this.#fresh());
    if (viewport) await page.setViewportSize(viewport);
    return page;
  }

  async #fresh(): Promise<Page> {
    const page = await this.#context.newPage();
    // what a test puts under the program counts from its start: the one that stands there is left
    const under = async (): Promise<void> => {
      this.#tampered = true;
      await page.goto('/favicon.svg');
    };
    const add = page.addInitScript.bind(page);
    page.addInitScript = async (...args: Parameters<typeof add>) => {
      await under();
      return add(...args);
    };
    const route = page.route.bind(page);
    page.route = async (...args: Parameters<typeof route>) => {
      await under();
      return route(...args);
    };
    return page;
  }

  /** Leaves no box behind. @param whole false when the test failed: who knows what state it left */
  async giveBack(whole: boolean): Promise<void> {
    await this.#leave(whole);
    await this.#made.remove();
  }

  async #leave(whole: boolean): Promise<void> {
    const page = this.#page;
    if (!whole || this.#tampered || !page || page.isClosed()) {
      for (const open of this.#context.pages()) await open.close();
      this.#page = undefined;
      this.#tampered = false;
      await clearKept(await this.take(null));
      return;
    }
    for (const open of this.#context.pages()) if (open !== page) await open.close();
    page.removeAllListeners();
    await page.unrouteAll({ behavior: 'ignoreErrors' });
    await this.#context.setOffline(false);
    await page.emulateMedia({
      media: null,
      colorScheme: null,
      reducedMotion: null,
      forcedColors: null,
      contrast: null
    });
    // a test may have gone to a server of its own
    if (!page.url().startsWith(`${this.#server}/`) || !(await rest(page))) await clearKept(page);
  }
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
  { server: string; shared: BrowserContext; goesOn: SharedPage; lasting: Page; lastingPhone: Page }
>({
  server: [
    // eslint-disable-next-line no-empty-pattern -- the fixture needs no other, and the runner insists on a pattern
    async ({}, use, worker) => {
      const folder = mkdtempSync(join(tmpdir(), 'haversack-e2e-'));
      // what a test made is answered for when a shelf asks for it, and not while the next one works
      const server = await startServer(folder, FIRST_PORT + worker.parallelIndex, { HAVERSACK_REST_MS: '600000' });
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
  goesOn: [async ({ shared, server }, use) => use(new SharedPage(shared, server)), { scope: 'worker' }],
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
  page: async ({ goesOn, viewport }, use, info) => {
    await use(await goesOn.take(viewport));
    await goesOn.giveBack(info.status === info.expectedStatus);
  }
});
