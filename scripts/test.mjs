// Everything that must hold: types, lint with the boundary rules, unit tests, browser tests. Ends with 'N passed, N failed'.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuilt } from './demo.mjs';
import { ensureBrowser } from './ensure-browser.mjs';
import { ensureInstalled, root } from './ensure.mjs';

let passed = 0;
let failed = 0;
const out = join(root, 'test-results');

/** How long each step took, in the order they ran. */
const took = [];

function timed(name, work) {
  const began = performance.now();
  const result = work();
  took.push([name, (performance.now() - began) / 1000]);
  return result;
}

function step(name, command, args, env = {}) {
  console.log(`\n== ${name}`);
  return timed(name, () => {
    const r = spawnSync(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } });
    return r.status === 0;
  });
}

function check(name, command, args) {
  if (step(name, command, args)) passed++;
  else {
    failed++;
    console.log(`FAILED: ${name}`);
  }
}

timed('install', ensureInstalled);
rmSync(out, { recursive: true, force: true });
mkdirSync(out, { recursive: true });
step('prepare', 'npx', ['svelte-kit', 'sync']);
check('types of the screens', 'npx', ['svelte-check', '--fail-on-warnings', '--output', 'human']);
check('types of the core', 'npx', ['tsc', '-p', 'core']);
check('types of the core tests', 'npx', ['tsc', '-p', 'core/tsconfig.test.json']);
check('format', 'npx', ['prettier', '--check', '--log-level', 'warn', '.']);
check('lint', 'npx', ['eslint', '.']);
check('boundaries', 'npx', ['depcruise', 'core/src', 'src', '--config', '.dependency-cruiser.cjs']);
check('share of tests', 'node', ['scripts/test-share.mjs']);
check('docs are current', 'npx', ['tsx', 'scripts/docs.ts', '--check']);

const unitFile = join(out, 'unit.json');
step('unit tests', 'npx', ['vitest', 'run', '--reporter=default', '--reporter=json', `--outputFile.json=${unitFile}`]);
if (existsSync(unitFile)) {
  const unit = JSON.parse(readFileSync(unitFile, 'utf8'));
  passed += unit.numPassedTests;
  failed += unit.numFailedTests + (unit.numFailedTestSuites > 0 && unit.numFailedTests === 0 ? 1 : 0);
} else failed++;

timed('build', ensureBuilt);
const browserFile = join(out, 'browser.json');
step('browser tests', 'npx', ['playwright', 'test', '--reporter=list,json'], {
  CHROMIUM: ensureBrowser(),
  PLAYWRIGHT_JSON_OUTPUT_NAME: browserFile
});
if (existsSync(browserFile)) {
  const { stats, errors } = JSON.parse(readFileSync(browserFile, 'utf8'));
  passed += stats.expected;
  failed += stats.unexpected + stats.flaky + (errors.length > 0 && stats.unexpected === 0 ? 1 : 0);
} else failed++;

console.log('\nHow long each step took');
for (const [name, seconds] of took) console.log(`  ${seconds.toFixed(1).padStart(6)} s  ${name}`);
console.log(
  `  ${took
    .reduce((s, [, t]) => s + t, 0)
    .toFixed(1)
    .padStart(6)} s  in all`
);

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
