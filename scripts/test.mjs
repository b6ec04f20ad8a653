// Everything that must hold: types, lint with the boundary rules, unit tests, browser tests. Ends with 'N passed, N failed'.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBrowser } from './ensure-browser.mjs';
import { ensureInstalled, ensurePackages, root } from './ensure.mjs';
import { processorTicks, sharesBetween, sharesSaid } from './processor.mjs';
import { browserFailures, browserTimes, unitFailures, unitTimes } from './test-times.mjs';

let passed = 0;
let failed = 0;
/** Names of what failed: they are said once more at the end, where a log that was cut still has them. */
const failures = [];
const out = join(root, 'test-results');

/** The compiler that is a program of the machine's own: five times as fast. The other one is what the linters read types by. */
const TSC = join(root, 'node_modules/@typescript/native/bin/tsc');

/** How long each step took, in the order they ran, and what became of the processor meanwhile. */
const took = [];

function timed(name, work) {
  const began = performance.now();
  const ticks = processorTicks();
  const result = work();
  took.push([name, (performance.now() - began) / 1000, sharesSaid(sharesBetween(ticks, processorTicks()))]);
  return result;
}

function step(name, command, args, env = {}) {
  console.log(`\n== ${name}`);
  return timed(name, () => {
    const r = spawnSync(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } });
    return r.status === 0;
  });
}

/** A runner that wrote no report did not come to its end. */
function noReport(name) {
  failed++;
  failures.push(`${name}: the runner ended without a report`);
}

const lastLine = (said) => said.trimEnd().split('\n').at(-1).slice(0, 300);

/** One check, its words kept until it is done. It needs no other, and may wait for something that passes beside. */
async function check([name, command, args, after]) {
  await after;
  const began = performance.now();
  return new Promise((done) => {
    let said = '';
    const child = spawn(command, args, { cwd: root, env: process.env });
    const hear = (piece) => (said += piece);
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    child.on('error', (error) => (said += `${error.message}\n`));
    child.on('close', (code) => {
      took.push([name, (performance.now() - began) / 1000]);
      console.log(`\n== ${name}\n${said}${code === 0 ? '' : `FAILED: ${name}`}`);
      if (code === 0) passed++;
      else {
        failed++;
        failures.push(`${name}: ${lastLine(said)}`);
      }
      done(code === 0);
    });
  });
}

/** The checks two at a time: each of them keeps one core busy. @returns whether each passed, in their order */
async function checkAll(list) {
  const waiting = [...list.entries()];
  const passes = [];
  const worker = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) passes[next[0]] = await check(next[1]);
  };
  await Promise.all([worker(), worker()]);
  return passes;
}

/** Work that passes beside what comes next; what it says is shown only when it fails. @returns resolves at its end */
function beside(name, script) {
  const began = performance.now();
  return new Promise((done) => {
    let said = '';
    const child = spawn('node', [join(root, 'scripts', script)], { cwd: root });
    const hear = (piece) => (said += piece);
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    child.on('close', (code) => {
      took.push([`${name} (beside)`, (performance.now() - began) / 1000]);
      if (code !== 0) console.log(`\n== ${name}\n${said}`);
      done();
    });
  });
}

const beganAll = performance.now();
const ticksAll = processorTicks();
const browserReady = beside('browser', 'ensure-browser.mjs');
timed('install', ensurePackages);
const compiled = beside('compile', 'ensure.mjs');
rmSync(out, { recursive: true, force: true });
mkdirSync(out, { recursive: true });
step('prepare', 'npx', ['svelte-kit', 'sync']);
const checks = await checkAll([
  ['types of the screens', 'npx', ['svelte-check', '--fail-on-warnings', '--output', 'human', '--tsgo']],
  ['format', 'npx', ['oxfmt', '--check', '.']],
  ['lint of the screens', 'npx', ['eslint', '.']],
  ['lint of everything else', 'npx', ['oxlint']],
  ['types of the scripts and browser tests', 'node', [TSC, '-p', 'scripts']],
  ['types of the core tests', 'node', [TSC, '-p', 'core/tsconfig.test.json']],
  ['types of the core', 'node', [TSC, '-p', 'core']],
  ['boundaries', 'npx', ['depcruise', 'core/src', 'src', '--config', '.dependency-cruiser.cjs']],
  ['nothing unused', 'npx', ['knip', '--no-progress', '--treat-config-hints-as-errors']],
  ['docs are current', 'npx', ['tsx', 'scripts/docs.ts', '--check']],
  ['share of tests', 'node', ['scripts/test-share.mjs']],
  // needs the compiled packages; while it passes the other core still has checks to do
  ['build', 'node', ['scripts/build.mjs'], compiled]
]);

await compiled;
ensureInstalled();
const unitFile = join(out, 'unit.json');
step('unit tests', 'npx', ['vitest', 'run', '--reporter=default', '--reporter=json', `--outputFile.json=${unitFile}`]);
if (existsSync(unitFile)) {
  const unit = JSON.parse(readFileSync(unitFile, 'utf8'));
  passed += unit.numPassedTests;
  failed += unit.numFailedTests + (unit.numFailedTestSuites > 0 && unit.numFailedTests === 0 ? 1 : 0);
} else noReport('unit tests');

await browserReady;
const browserFile = join(out, 'browser.json');
// without a build every one of them would try to make it again
if (checks.at(-1))
  step('browser tests', 'npx', ['playwright', 'test', '--reporter=list,json'], {
    CHROMIUM: ensureBrowser(),
    PLAYWRIGHT_JSON_OUTPUT_NAME: browserFile
  });
if (existsSync(browserFile)) {
  const { stats, errors } = JSON.parse(readFileSync(browserFile, 'utf8'));
  passed += stats.expected + stats.flaky;
  failed += stats.unexpected + (errors.length > 0 && stats.unexpected === 0 ? 1 : 0);
  if (stats.flaky > 0) console.log(`\nPassed only at the second try (see 'flaky' above): ${stats.flaky}`);
} else noReport('browser tests');

/** No test takes longer: one that does is split, or given less to do. */
const LONGEST_S = 60;
const slow = [...unitTimes(unitFile), ...browserTimes(browserFile)].sort((a, b) => b.seconds - a.seconds);
console.log('\nThe slowest ten');
for (const { seconds, name } of slow.slice(0, 10)) console.log(`  ${seconds.toFixed(1).padStart(6)} s  ${name}`);
if (slow[0]?.seconds > LONGEST_S) console.log(`  Over ${LONGEST_S} s: split it, or give it less to do.`);

console.log('\nHow long each step took');
took.push(['in all', (performance.now() - beganAll) / 1000, sharesSaid(sharesBetween(ticksAll, processorTicks()))]);
for (const [name, seconds, shares] of took)
  console.log(`  ${seconds.toFixed(1).padStart(6)} s  ${name}${shares ? ` (${shares})` : ''}`);

failures.push(...unitFailures(unitFile), ...browserFailures(browserFile));
if (failures.length > 0) console.log(`\nWhat failed\n${failures.map((line) => `  ${line}`).join('\n')}`);

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
