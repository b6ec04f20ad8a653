// Mutation testing of one folder of the core: npm run mutate -- quantity [--sample 100] [--seed 2] [file.ts …]. Changes a copy of the code in one
// place at a time and sees whether a test notices; lists what none did. docs/testing.md says what was looked at and why it stays.
import { fork } from 'node:child_process';
import { cpSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensureInstalled, root } from './ensure.mjs';
import { mutantsOf, mutated, sampled } from './mutants.mjs';

/** Which tests watch over a folder closely. */
const WATCHED_BY = {
  quantity: ['quantity', 'quantity-more', 'typed-line', 'fields', 'small-pieces'],
  battery: [
    'battery-pieces',
    'battery-says',
    'reference-tables',
    'battery-more',
    'electrical',
    'discharge',
    'charge-way',
    'taper',
    'sizing-margins'
  ],
  demand: ['demand-pieces', 'timeline', 'typed-line', 'spans', 'measured', 'electrical'],
  outing: ['outing-pieces', 'outing', 'run', 'run-over', 'run-oracle', 'cutoff', 'sure', 'long-run'],
  judge: ['judge-pieces', 'judge-sources', 'charge-voltages', 'judge-oracle', 'judge-net', 'ahead-of-fuse', 'cutoff'],
  case: [
    'case-pieces',
    'case-figures',
    'case-says',
    'exact-search',
    'measure',
    'slide',
    'heat-and-feet',
    'fit-more',
    'fit-many',
    'pack',
    'mechanical',
    'mechanical-more',
    'stance',
    'solid-model',
    'dry'
  ],
  panel: [
    'panel-pieces',
    'panel-spots',
    'lids-and-bolts',
    'small-pieces',
    'heat-and-feet',
    'panel-more',
    'mechanical',
    'mechanical-more'
  ],
  kit: [
    'kit-pieces',
    'kit-counts',
    'kit-figures',
    'lids-and-bolts',
    'cut',
    'orders',
    'spares',
    'cutting',
    'buy',
    'value',
    'kit'
  ],
  bench: [
    'bench-days',
    'bench-pieces',
    'bench-figures',
    'bench-kept',
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
/** Tests of whole plans, asked about what the close ones did not notice. */
const WIDER = [
  'golden',
  'golden-figures',
  'evaluate',
  'verdict',
  'screen-sums',
  'false-alarms',
  'workings',
  'schematic',
  'test-sheet',
  'where-lost'
];
const ALSO_WIDER = {
  battery: ['bank-resistance', 'chosen-battery', 'variant'],
  case: ['fit-many', 'suit-shelf', 'alternatives'],
  demand: ['peaks', 'motor-unsaid', 'sends-or-draws'],
  judge: ['judge', 'rails'],
  kit: ['bench', 'thin-and-spare'],
  outing: ['scatter', 'season-standby', 'plugged', 'charge-gets-in'],
  panel: ['panel-oracle', 'place-port', 'stuck-stops', 'removal']
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

/** Tests in a process of their own, run again after every change. */
class Watch {
  #file;
  #child;
  /** What was changed, or changed back, since they last ran. */
  #changed = new Set();
  usualMs = Infinity;

  /** One file that holds them all: what they share is read once a run, not once a file. */
  constructor(name, tests) {
    this.#file = `test/${name}.test.ts`;
    writeFileSync(join(copy, this.#file), tests.map((test) => `import './${test}.test.ts';\n`).join(''));
  }

  changed(file) {
    this.#changed.add(file);
  }

  /** A runner that is there; one that was stopped is replaced. */
  async #runner() {
    if (this.#child) return this.#child;
    const child = fork(join(root, 'scripts', 'mutate-runner.mjs'), [copy, this.#file], {
      stdio: ['ignore', 'ignore', 'ignore', 'ipc']
    });
    await new Promise((done, fail) => {
      child.once('message', done);
      child.once('exit', () => fail(new Error('the tests could not be started')));
    });
    return (this.#child = child);
  }

  /** 'passed', 'failed' or 'endless' as the copy stands. */
  async run() {
    const child = await this.#runner();
    const changed = [...this.#changed];
    this.#changed.clear();
    const limitMs = Number.isFinite(this.usualMs) ? Math.max(LEAST_MS, PATIENCE * this.usualMs) : 600_000;
    return new Promise((done) => {
      const end = (outcome) => {
        clearTimeout(timer);
        child.removeAllListeners();
        done(outcome);
      };
      const timer = setTimeout(() => {
        child.kill('SIGKILL');
        this.#child = undefined;
        end('endless');
      }, limitMs);
      child.once('message', ({ failed }) => end(failed ? 'failed' : 'passed'));
      child.once('exit', () => {
        this.#child = undefined;
        end('failed');
      });
      child.send({ changed });
    });
  }

  /** The first run pays for reading everything; the second tells what is usual. */
  async begin() {
    for (let round = 0; round < 2; round++) {
      const began = performance.now();
      if ((await this.run()) !== 'passed')
        throw new Error('The watching tests fail without any change; mend them first.');
      this.usualMs = performance.now() - began;
    }
  }

  end() {
    this.#child?.kill();
  }
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

const close = new Watch('watching', WATCHED_BY[folder]);
const wide = new Watch('wider', [...WIDER, ...(ALSO_WIDER[folder] ?? [])]);
await close.begin();
await wide.begin();
const seconds = (watch) => (watch.usualMs / 1000).toFixed(1);
console.log(
  `${folder}: ${all.length} changes, ${chosen.length} tried, ${seconds(close)} s each, ${seconds(wide)} s more for what whole plans have to tell`
);

const survivors = [];
let closely = 0;
for (const [i, mutant] of chosen.entries()) {
  const source = readFileSync(mutant.file, 'utf8');
  writeFileSync(mutant.file, mutated(source, mutant));
  for (const watch of [close, wide]) watch.changed(mutant.file);
  const near = await close.run();
  if (near !== 'passed') closely++;
  const outcome = near === 'passed' ? await wide.run() : near;
  writeFileSync(mutant.file, source);
  for (const watch of [close, wide]) watch.changed(mutant.file);
  if (outcome === 'passed') {
    survivors.push(mutant);
    const line = source.split('\n')[mutant.line - 1].trim().slice(0, 100);
    console.log(`  core${mutant.file.slice(copy.length)}:${mutant.line}  ${mutant.what}:  ${line}`);
  }
  if ((i + 1) % 50 === 0) console.log(`  … ${i + 1} of ${chosen.length}, ${survivors.length} not noticed`);
}
const share = (n) => `${((100 * n) / Math.max(1, chosen.length)).toFixed(1)} %`;
const found = chosen.length - survivors.length;
console.log(
  `${folder}: ${found} of ${chosen.length} changes were noticed, ${share(found)}; ${closely} by the tests close to it, ${share(closely)}`
);
for (const watch of [close, wide]) watch.end();
process.exit(0);
