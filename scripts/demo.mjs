// Installs what is missing, builds when the sources changed, and serves. `--demo` uses a database of its own with the demo boxes.
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { createServer } from 'node:net';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { ensureInstalled, root, run } from './ensure.mjs';

const args = process.argv.slice(2);
const has = (name) => args.includes(name);
const valueOf = (name, otherwise) => {
  const i = args.findIndex((a) => a === name || a.startsWith(`${name}=`));
  if (i < 0) return otherwise;
  return args[i].includes('=') ? args[i].slice(name.length + 1) : (args[i + 1] ?? otherwise);
};
const fail = (sentence) => {
  console.error(sentence);
  process.exit(1);
};

const demo = has('--demo');
const port = Number(valueOf('--port', '4173'));
if (!Number.isInteger(port) || port < 1 || port > 65535)
  fail(`'${valueOf('--port')}' is not a port: type a number from 1 to 65535, such as --port 4180.`);
const dataDir = resolve(root, valueOf('--data', demo ? 'data/demo' : 'data'));
const db = join(dataDir, 'haversack.db');

/** A fingerprint of everything the build is made from. */
function sourceHash() {
  const hash = createHash('sha256');
  const visit = (path) => {
    if (statSync(path).isDirectory()) for (const name of readdirSync(path).sort()) visit(join(path, name));
    else hash.update(path).update(readFileSync(path));
  };
  for (const path of ['src', 'core/src', 'static', 'vite.config.ts', 'package.json', 'package-lock.json'])
    visit(join(root, path));
  return hash.digest('hex');
}

/** Builds when the last build was of other sources. */
export function ensureBuilt() {
  const stamp = join(root, 'build', '.sources');
  const now = sourceHash();
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === now) return;
  console.log('Building, about a minute …');
  run('npx', ['svelte-kit', 'sync']);
  run('npx', ['vite', 'build', '--logLevel', 'warn']);
  writeFileSync(stamp, now);
}

function portIsFree(number) {
  return new Promise((done) => {
    const probe = createServer();
    probe.once('error', () => done(false));
    probe.listen(number, '127.0.0.1', () => probe.close(() => done(true)));
  });
}

async function main() {
  if (!(await portIsFree(port)))
    fail(
      `Port ${port} is in use, perhaps by a Haversack that already runs. Open http://127.0.0.1:${port}, or take another: npm run demo -- --port ${port + 1}`
    );
  ensureInstalled();
  ensureBuilt();
  if (has('--fresh')) {
    if (!demo) fail('--fresh starts the demo over; your own data is never deleted by a command.');
    rmSync(dataDir, { recursive: true, force: true });
  }
  try {
    mkdirSync(dataDir, { recursive: true });
  } catch (error) {
    fail(`The data folder ${dataDir} cannot be made (${error.code}). Name another one: --data FOLDER.`);
  }
  const address = `http://127.0.0.1:${port}`;
  const server = spawn(process.execPath, ['build'], {
    cwd: root,
    stdio: 'inherit',
    env: {
      ...process.env,
      HOST: '127.0.0.1',
      PORT: String(port),
      ORIGIN: address,
      BODY_SIZE_LIMIT: '4M',
      HAVERSACK_DB: db,
      HAVERSACK_MIGRATIONS: join(root, 'drizzle'),
      HAVERSACK_DEMO: demo ? '1' : ''
    }
  });
  server.on('exit', (code) => process.exit(code ?? 0));
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
  for (let i = 0; i < 100; i++) {
    try {
      if ((await fetch(`${address}/api/health`)).ok) break;
    } catch {
      await new Promise((done) => setTimeout(done, 100));
    }
  }
  console.log(
    `Haversack${demo ? ' with the demo boxes' : ''} is at ${address}  (data in ${dataDir}; stop with Ctrl+C)`
  );
}

if (process.argv[1]?.endsWith('demo.mjs')) await main();
