// Builds the program beside what runs: each build has a folder of its own, named by its sources, and is there only when it is whole.
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensureInstalled, lives, oneAtATime, root, run } from './ensure.mjs';

const BUILDS = join(root, 'build');
const NAME = /^[0-9a-f]{16}$/;
/** Builds that are kept beside the newest: a program started before goes on from its own. */
const KEPT = 3;

/** A fingerprint of everything the build is made from. */
function sourceHash() {
  const hash = createHash('sha256');
  const visit = (path) => {
    if (statSync(path).isDirectory()) for (const name of readdirSync(path).sort()) visit(join(path, name));
    else hash.update(path.slice(root.length)).update(readFileSync(path));
  };
  for (const path of [
    'src',
    'core/src',
    'static',
    'vite.config.ts',
    'vite.worker.config.ts',
    'package.json',
    'package-lock.json'
  ])
    visit(join(root, path));
  return hash.digest('hex').slice(0, 16);
}

/** The build of the sources as they are; made when there is none yet. @returns its folder */
export function ensureBuilt() {
  const name = sourceHash();
  const folder = join(BUILDS, name);
  if (!existsSync(folder)) oneAtATime(join(root, '.haversack-building'), () => make(name, folder));
  return folder;
}

function make(name, folder) {
  // another process made it while this one waited
  if (existsSync(folder)) return;
  console.log('Building, about a minute …');
  const half = join(BUILDS, `half-${process.pid}`);
  rmSync(half, { recursive: true, force: true });
  mkdirSync(BUILDS, { recursive: true });
  const env = { HAVERSACK_OUT: half, HAVERSACK_PROGRAM: name };
  run('npx', ['svelte-kit', 'sync']);
  run('npx', ['vite', 'build', '--logLevel', 'warn'], env);
  run('npx', ['vite', 'build', '--config', 'vite.worker.config.ts', '--logLevel', 'warn'], env);
  renameSync(half, folder);
  clearOld(BUILDS, name);
}

/** Says that a process runs from a build: it stays as long as that one lives. */
export function markInUse(folder, pid) {
  writeFileSync(join(folder, `in-use-${pid}`), '');
}

const inUse = (folder) =>
  readdirSync(folder).some((file) => file.startsWith('in-use-') && lives(Number(file.slice('in-use-'.length))));

/** Takes away builds that are neither the newest few nor in use, and what a killed build left. */
export function clearOld(builds, newest) {
  const made = readdirSync(builds, { withFileTypes: true }).filter((d) => d.isDirectory());
  const left = (name) => /^half-\d+$/.test(name) && !lives(Number(name.slice('half-'.length)));
  const old = made
    .filter((d) => NAME.test(d.name) && d.name !== newest)
    .map((d) => ({ name: d.name, ms: statSync(join(builds, d.name)).mtimeMs }))
    .sort((a, b) => b.ms - a.ms)
    .slice(KEPT)
    .filter((d) => !inUse(join(builds, d.name)));
  for (const { name } of [...old, ...made.filter((d) => left(d.name))])
    rmSync(join(builds, name), { recursive: true, force: true });
}

if (process.argv[1]?.endsWith('build.mjs')) {
  ensureInstalled();
  console.log(`The build is in ${ensureBuilt()}`);
}
