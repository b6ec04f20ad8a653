// The share of test lines in all hand-written lines must not fall: the floor below is raised as it grows.
import { execFileSync } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { root } from './ensure.mjs';

const FLOOR_FILE = join(root, 'scripts', 'test-share.json');
/** Wanted in the end: a quarter to a third. Above this the floor need not rise. */
const ENOUGH = 0.33;

const isCode = (file) => /\.(ts|mjs|svelte|css)$/.test(file) && !file.endsWith('.d.ts');
/** Golden texts and vectors are data: they count for neither side. */
export const isTest = (file) => /^e2e\//.test(file) || /^core\/test\//.test(file) || /\.test\.(ts|mjs)$/.test(file);

/** Lines that are not blank, of test and of all. */
export function countLines(files, read) {
  let [test, all] = [0, 0];
  for (const file of files.filter(isCode)) {
    const lines = read(file)
      .split('\n')
      .filter((l) => l.trim() !== '').length;
    all += lines;
    if (isTest(file)) test += lines;
  }
  return { test, all, share: all > 0 ? test / all : 0 };
}

/** What is wrong with a share against its floor; undefined when nothing is. */
export function shareProblem(share, floor) {
  if (share >= floor) return undefined;
  return `Tests are ${(share * 100).toFixed(2)} % of the code, they were ${(floor * 100).toFixed(2)} %: add tests for what was added.`;
}

function main() {
  if (!existsSync(join(root, '.git'))) {
    console.log('No clone: nothing says which files are ours, the share is not counted.');
    return;
  }
  const listed = execFileSync('git', ['ls-files', '--cached', '--others', '--exclude-standard'], {
    cwd: root,
    encoding: 'utf8'
  });
  const files = [...new Set(listed.split('\n').filter(Boolean))].filter((f) => {
    try {
      readFileSync(join(root, f));
      return true;
    } catch {
      return false; // taken away, not committed yet
    }
  });
  const { test, all, share } = countLines(files, (f) => readFileSync(join(root, f), 'utf8'));
  const { floor } = JSON.parse(readFileSync(FLOOR_FILE, 'utf8'));
  console.log(`${test} of ${all} lines are tests: ${(share * 100).toFixed(2)} %, floor ${(floor * 100).toFixed(2)} %`);
  const problem = shareProblem(share, floor);
  if (problem) {
    console.error(problem);
    process.exitCode = 1;
  } else if (process.argv.includes('--raise')) {
    const raised = Math.min(ENOUGH, Math.floor(share * 1000) / 1000);
    writeFileSync(FLOOR_FILE, `{ "floor": ${Math.max(floor, raised)} }\n`);
  } else if (share - floor > 0.005 && floor < ENOUGH) {
    console.error('The share has grown: raise its floor with node scripts/test-share.mjs --raise');
    process.exitCode = 1;
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url)) main();
