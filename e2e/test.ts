import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { test as base } from '@playwright/test';

export { expect, type Page } from '@playwright/test';

const FIRST_PORT = Number(process.env.E2E_PORT ?? 4319);
const START_MS = 60_000;

async function isUp(url: string): Promise<boolean> {
  return fetch(`${url}/api/health`).then(
    (r) => r.ok,
    () => false
  );
}

/** Every worker has a server and a data folder of its own: files run side by side without meeting. */
export const test = base.extend<object, { server: string }>({
  server: [
    // eslint-disable-next-line no-empty-pattern -- the fixture needs no other, and the runner insists on a pattern
    async ({}, use, worker) => {
      const port = FIRST_PORT + worker.parallelIndex;
      const url = `http://127.0.0.1:${port}`;
      if (await isUp(url)) throw new Error(`something else listens on port ${port}; set E2E_PORT to a free one`);
      const folder = mkdtempSync(join(tmpdir(), 'haversack-e2e-'));
      const child = spawn('node', ['build'], {
        stdio: ['ignore', 'ignore', 'inherit'],
        env: {
          ...process.env,
          HOST: '127.0.0.1',
          PORT: String(port),
          ORIGIN: url,
          BODY_SIZE_LIMIT: '4M',
          HAVERSACK_DEMO: '1',
          HAVERSACK_DB: join(folder, 'haversack.db')
        }
      });
      const gone = new Promise<void>((done) => child.on('exit', () => done()));
      for (const began = Date.now(); !(await isUp(url)); await new Promise((r) => setTimeout(r, 100)))
        if (child.exitCode !== null || Date.now() - began > START_MS)
          throw new Error(`the server on port ${port} did not start`);
      await use(url);
      child.kill();
      await gone;
      rmSync(folder, { recursive: true, force: true });
    },
    { scope: 'worker', timeout: START_MS + 10_000 }
  ],
  baseURL: async ({ server }, use) => use(server)
});
