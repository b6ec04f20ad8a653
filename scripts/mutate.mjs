// Mutation testing of one folder of the core: npm run mutate -- quantity [--sample 100] [--seed 2] [file.ts …]. Changes a copy of the code in one
// place at a time and sees whether a test notices; lists what none did. docs/testing.md says what was looked at and why it stays.
import { fork } from 'node:child_process';
import { cpSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensureInstalled, root } from './ensure.mjs';
import { mutantsOf, mutated, sampled } from './mutants.mjs';

/** Which tests watch over a folder closely. What only the tests of whole plans would notice counts as not noticed. */
const WATCHED_BY = {
  quantity: ['quantity', 'quantity-more', 'typed-line', 'fields', 'small-pieces'],
  battery: [
    'battery-pieces',
    'reference-tables',
    'battery-more',
    'electrical',
    'discharge',
    'charge-way',
    'taper',
    'sizing-margins'
  ],
  demand: ['demand-pieces', 'timeline', 'typed-line', 'spans', 'measured', 'electrical'],
  outing: ['outing-pieces', 'outing', 'run', 'run-over'],
  judge: ['judge-pieces', 'charge-voltages', 'judge-oracle', 'judge-net', 'ahead-of-fuse'],
  case: [
    'case-pieces',
    'fit-more',
    'fit-many',
    'pack',
    'mechanical',
    'mechanical-more',
    'stance',
    'solid-model',
    'dry'
  ],
  panel: ['panel-pieces', 'panel-more', 'mechanical', 'mechanical-more'],
  kit: ['kit-pieces', 'kit-figures', 'cut', 'orders', 'spares', 'cutting', 'buy', 'value', 'kit'],
  bench: [
    'bench-pieces',
    'drill',
    'discharge',
    'labels-and-cards',
    'as-built-bench',
    'bench',
    'bench-bits',
    'labels',
    'work-plan',
    'test-sheet'
  ],
  network: ['network', 'trials', 'trials-more'],
  wiring: ['circuit', 'device-leads', 'rails', 'joints', 'lead', 'lead-chain', 'lead-ways', 'electrical']
};
/** A change after which the tests do not end in so many times their usual time is noticed: they would never pass. */
const PATIENCE = 6;
const LEAST_MS = 15_000;

const args = process.argv.slice(2);
const taken = (name, usual) => {
  const at = args.indexOf(name);
  return at >= 0 ? Number(args.splice(at, 2)[1]) : usual;
};
const sample = taken('--sample', Infinity);
// another seed, other changes: a sample that tests were written against says nothing any more
const seed = taken('--seed', 1);
const [folder, ...only] = args;
if (!folder || !Object.hasOwn(WATCHED_BY, folder) || !(sample > 0)) {
  console.error(
    `Name one of the folders ${Object.keys(WATCHED_BY).join(', ')}: npm run mutate -- quantity --sample 100`
  );
  process.exit(1);
}
ensureInstalled();

// within the project, so that packages are found; what is changed is a copy
const copy = join(root, 'test-results', `mutate-${process.pid}`);
rmSync(copy, { recursive: true, force: true });
mkdirSync(copy, { recursive: true });
for (const piece of ['src', 'test', 'package.json'])
  cpSync(join(root, 'core', piece), join(copy, piece), { recursive: true });
writeFileSync(join(copy, 'tsconfig.json'), '{ "compilerOptions": { "target": "es2024", "module": "esnext" } }');
process.on('exit', () => rmSync(copy, { recursive: true, force: true }));

// one file that holds them all: what they share is read once a run, not once a file
const together = 'test/watching.test.ts';
writeFileSync(join(copy, together), WATCHED_BY[folder].map((name) => `import './${name}.test.ts';\n`).join(''));
let runner;
let usualMs = Infinity;

/** A runner that is there; one that was stopped is replaced. */
async function aRunner() {
  if (runner) return runner;
  const child = fork(join(root, 'scripts', 'mutate-runner.mjs'), [copy, together], {
    stdio: ['ignore', 'ignore', 'ignore', 'ipc']
  });
  await new Promise((done, fail) => {
    child.once('message', done);
    child.once('exit', () => fail(new Error('the tests could not be started')));
  });
  return (runner = child);
}

/** 'passed', 'failed' or 'endless' of the watching tests as the copy stands. */
async function tried(changed) {
  const child = await aRunner();
  const limitMs = Number.isFinite(usualMs) ? Math.max(LEAST_MS, PATIENCE * usualMs) : 600_000;
  return new Promise((done) => {
    const end = (outcome) => {
      clearTimeout(timer);
      child.removeAllListeners();
      done(outcome);
    };
    const timer = setTimeout(() => {
      child.kill('SIGKILL');
      runner = undefined;
      end('endless');
    }, limitMs);
    child.once('message', ({ failed }) => end(failed ? 'failed' : 'passed'));
    child.once('exit', () => {
      runner = undefined;
      end('failed');
    });
    child.send({ changed });
  });
}

const filesOf = (dir) =>
  readdirSync(dir, { withFileTypes: true, recursive: true })
    .filter((d) => d.isFile() && d.name.endsWith('.ts'))
    .map((d) => join(d.parentPath, d.name))
    .filter((f) => only.length === 0 || only.some((name) => f.endsWith(`/${name}`)));
const all = filesOf(join(copy, 'src', folder)).flatMap((file) =>
  mutantsOf(readFileSync(file, 'utf8'), file).map((mutant) => ({ file, ...mutant }))
);
const chosen = sampled(all, sample, seed);

// the first run pays for reading everything; the second tells what is usual
for (let round = 0; round < 2; round++) {
  const began = performance.now();
  if ((await tried([])) !== 'passed') throw new Error('The watching tests fail without any change; mend them first.');
  usualMs = performance.now() - began;
}
console.log(`${folder}: ${all.length} changes, ${chosen.length} tried, ${(usualMs / 1000).toFixed(1)} s each`);

const survivors = [];
/** Changed back since the last run. */
let before;
for (const [i, mutant] of chosen.entries()) {
  const source = readFileSync(mutant.file, 'utf8');
  writeFileSync(mutant.file, mutated(source, mutant));
  const outcome = await tried([before, mutant.file].filter(Boolean));
  writeFileSync(mutant.file, source);
  before = mutant.file;
  if (outcome === 'passed') {
    survivors.push(mutant);
    const line = source.split('\n')[mutant.line - 1].trim().slice(0, 100);
    console.log(`  core${mutant.file.slice(copy.length)}:${mutant.line}  ${mutant.what}:  ${line}`);
  }
  if ((i + 1) % 50 === 0) console.log(`  … ${i + 1} of ${chosen.length}, ${survivors.length} not noticed`);
}
const found = chosen.length - survivors.length;
console.log(
  `${folder}: ${found} of ${chosen.length} changes were noticed, ${((100 * found) / Math.max(1, chosen.length)).toFixed(1)} %`
);
runner?.kill();
process.exit(0);
