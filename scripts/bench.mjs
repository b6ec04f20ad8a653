// Prints the figures the issues name, and ends with 1 when one of them misses its bound on a quiet machine. `npm run bench`.
import { spawn } from 'node:child_process';
import { existsSync, readdirSync, readFileSync, rmSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import { build } from 'vite';
import { ensureBuilt } from './build.mjs';
import { ensureInstalled, root } from './ensure.mjs';
import { machineSpeed, missedIn } from './bench-bounds.mjs';
import { processorTicks, sharesBetween, sharesSaid } from './processor.mjs';
import { reportDrag } from './bench-drag.mjs';
import { reportLogbook } from './bench-log.mjs';
import { reportPhone } from './bench-phone.mjs';
import { reportShelf } from './bench-shelf.mjs';

ensureInstalled();
// first: on a fresh machine it writes what the build of the core's part reads, too
const built = ensureBuilt();
const ticks = processorTicks();
const speed = machineSpeed();
console.log(
  `this machine takes ${speed.factor.toFixed(2)} times as long as the one the bounds were set by, and is ${speed.quiet ? 'quiet' : 'busy with other work'}`
);
/** Everything that is printed: the bounds are read from it at the end. */
const lines = [];
const log = console.log;
console.log = (line) => {
  lines.push(...String(line).split('\n'));
  log(line);
};
const scratch = mkdtempSync(join(tmpdir(), 'haversack-bench-'));
await build({
  root,
  configFile: false,
  logLevel: 'error',
  build: {
    ssr: join(root, 'scripts/bench-core.ts'),
    outDir: scratch,
    emptyOutDir: true,
    rolldownOptions: { output: { entryFileNames: 'bench-core.mjs' } }
  },
  ssr: { noExternal: true }
});
const crowdedFile = join(scratch, 'crowded.json');
const stuffedFile = join(scratch, 'stuffed.json');
const core = spawn(process.execPath, [join(scratch, 'bench-core.mjs'), crowdedFile, stuffedFile], {
  stdio: ['ignore', 'pipe', 'inherit']
});
for await (const line of createInterface({ input: core.stdout })) console.log(line);

const port = 4328;
const started = performance.now();
const server = spawn(process.execPath, ['scripts/serve.mjs', built], {
  cwd: root,
  stdio: 'ignore',
  env: {
    ...process.env,
    HOST: '127.0.0.1',
    PORT: String(port),
    ORIGIN: `http://127.0.0.1:${port}`,
    BODY_SIZE_LIMIT: '128M',
    HAVERSACK_DB: join(scratch, 'bench.db'),
    HAVERSACK_MIGRATIONS: join(root, 'drizzle'),
    HAVERSACK_DEMO: '1'
  }
});
let ready = 0;
while (!ready && performance.now() - started < 20000) {
  try {
    if ((await (await fetch(`http://127.0.0.1:${port}/api/health`)).json()).state === 'ready')
      ready = performance.now() - started;
  } catch {
    await new Promise((done) => setTimeout(done, 20));
  }
}
console.log(`server ready after start                     ${(ready / 1000).toFixed(2)} s   (under 2 s)`);
const { boxes } = await (await fetch(`http://127.0.0.1:${port}/api/boxes`)).json();
const pdfTimes = [];
for (let i = 0; i < 12; i++) {
  const began = performance.now();
  const answer = await fetch(`http://127.0.0.1:${port}/api/boxes/${boxes[0].id}/template?paper=a4`);
  await answer.arrayBuffer();
  pdfTimes.push(performance.now() - began);
}
pdfTimes.sort((a, b) => a - b);
console.log(
  `drilling template as PDF, asked of the server ${pdfTimes[6].toFixed(0)} ms  (under 300 ms; slowest ${pdfTimes.at(-1).toFixed(0)} ms)`
);
await reportPhone(`http://127.0.0.1:${port}`, 'Saltmarsh hide box');
await reportDrag(`http://127.0.0.1:${port}`, JSON.parse(readFileSync(crowdedFile, 'utf8')));
await reportLogbook(server, `http://127.0.0.1:${port}`, scratch);
await reportShelf(`http://127.0.0.1:${port}`, JSON.parse(readFileSync(stuffedFile, 'utf8')));
server.kill();

/** JavaScript that the outing page loads at first, static imports followed, gzipped. */
const client = join(built, 'client/_app/immutable');
if (existsSync(client)) {
  const manifest = JSON.parse(readFileSync(join(root, '.svelte-kit/output/client/.vite/manifest.json'), 'utf8'));
  const seen = new Set();
  const follow = (key) => {
    if (seen.has(key) || !manifest[key]) return;
    seen.add(key);
    for (const next of manifest[key].imports ?? []) follow(next);
  };
  const nodes = readdirSync(join(root, '.svelte-kit/generated/client-optimized/nodes'));
  for (const key of Object.keys(manifest))
    if (/entry\/(start|app)|client\/entry|client-optimized\/app/.test(key)) follow(key);
  const wanted = nodes.filter((n) =>
    /src\/routes\/(\+layout|box\/\[id\]\/\+layout|box\/\[id\]\/outing\/\+page)|\+error/.test(
      readFileSync(join(root, '.svelte-kit/generated/client-optimized/nodes', n), 'utf8')
    )
  );
  for (const n of wanted) follow(`.svelte-kit/generated/client-optimized/nodes/${n}`);
  const sizeBy = (pack) =>
    [...seen].reduce(
      (sum, key) => sum + pack(readFileSync(join(root, '.svelte-kit/output/client', manifest[key].file))).length,
      0
    );
  console.log(
    `box page, JavaScript at first load           ${(sizeBy(gzipSync) / 1000).toFixed(0)} kB gzipped, ${(sizeBy(brotliCompressSync) / 1000).toFixed(0)} kB as it is sent (brotli)  (under 250 kB, ${seen.size} files)`
  );
  // fetched once that is painted: everything a box is worked on with
  follow(Object.keys(manifest).find((key) => key.endsWith('shell/Workspace.svelte')));
  console.log(
    `with the workspace, fetched after that       ${(sizeBy(gzipSync) / 1000).toFixed(0)} kB gzipped, ${(sizeBy(brotliCompressSync) / 1000).toFixed(0)} kB as it is sent (${seen.size} files)`
  );
}
rmSync(scratch, { recursive: true, force: true });

const shares = sharesBetween(ticks, processorTicks());
if (shares) log(`\nOf the processor’s time ${sharesSaid(shares)}.`);
const missed = missedIn(lines);
if (missed.length > 0) {
  log(`\n${missed.length} of the bounds are missed:`);
  for (const line of missed) log(`  ${line}`);
  const after = machineSpeed();
  if (speed.quiet && after.quiet) process.exitCode = 1;
  else log('The machine did other work meanwhile: measure again when it is quiet.');
} else log('\nAll bounds are met.');
