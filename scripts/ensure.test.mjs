import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { oneAtATime, root } from './ensure.mjs';

let folder;
beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'haversack-ensure-'))));
afterEach(() => rmSync(folder, { recursive: true, force: true }));

/** A process that writes when it begins and ends, a second apart. */
const worker = (name) =>
  new Promise((done) =>
    spawn(
      process.execPath,
      [
        '--input-type=module',
        '-e',
        `import { oneAtATime, run } from '${join(root, 'scripts/ensure.mjs')}';
         import { appendFileSync } from 'node:fs';
         oneAtATime('${join(folder, 'mark')}', () => {
           appendFileSync('${join(folder, 'log')}', '${name} begins,');
           Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 800);
           appendFileSync('${join(folder, 'log')}', '${name} ends,');
         });`
      ],
      { stdio: 'inherit' }
    ).on('exit', done)
  );

describe('one at a time', () => {
  test('of two processes that begin together the second waits for the first', async () => {
    await Promise.all([worker('a'), worker('b')]);
    expect(['a begins,a ends,b begins,b ends,', 'b begins,b ends,a begins,a ends,']).toContain(
      readFileSync(join(folder, 'log'), 'utf8')
    );
    expect(existsSync(join(folder, 'mark'))).toBe(false);
  });

  test('the mark of a process that was killed holds up nobody; work that fails leaves none', () => {
    const mark = join(folder, 'mark');
    const { pid } = spawnSync(process.execPath, ['-e', '']);
    writeFileSync(mark, String(pid));
    expect(oneAtATime(mark, () => 'done')).toBe('done');
    expect(() =>
      oneAtATime(mark, () => {
        throw new Error('no disk');
      })
    ).toThrow('no disk');
    expect(existsSync(mark)).toBe(false);
  });
});
