import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ensureBuilt } from '../scripts/build.mjs';

/** Workers count up from here; tests with a server of their own take ports forty further on. */
export const FIRST_PORT = Number(process.env.E2E_PORT ?? 4319);
const START_MS = 60_000;

export type Server = { url: string; port: number; stop: () => Promise<void> };

async function isUp(url: string): Promise<boolean> {
  return fetch(`${url}/api/health`).then(
    (r) => r.ok,
    () => false
  );
}

/** The built program with the demo boxes in a folder of its own. @throws Error when it does not answer in time */
export async function startServer(folder: string, port: number, more: Record<string, string> = {}): Promise<Server> {
  const url = `http://127.0.0.1:${port}`;
  if (await isUp(url)) throw new Error(`something else listens on port ${port}; set E2E_PORT to a free one`);
  const child = spawn('node', ['scripts/serve.mjs', ensureBuilt()], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: {
      ...process.env,
      HOST: '127.0.0.1',
      PORT: String(port),
      ORIGIN: url,
      BODY_SIZE_LIMIT: '128M',
      // a connection kept open must not be closed just as the next request is sent on it
      KEEP_ALIVE_TIMEOUT: '600',
      // a page that listens does not keep it from ending
      SHUTDOWN_TIMEOUT: '1',
      HAVERSACK_DEMO: '1',
      HAVERSACK_DB: join(folder, 'haversack.db'),
      ...more
    }
  });
  const gone = new Promise<void>((done) => child.on('exit', () => done()));
  for (const began = Date.now(); !(await isUp(url)); await new Promise((r) => setTimeout(r, 100)))
    if (child.exitCode !== null || Date.now() - began > START_MS)
      throw new Error(`the server on port ${port} did not start`);
  return {
    url,
    port,
    stop: async () => {
      child.kill();
      await gone;
    }
  };
}
