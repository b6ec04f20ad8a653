import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import { browserTimes, unitTimes } from './test-times.mjs';

const file = join(mkdtempSync(join(tmpdir(), 'haversack-times-')), 'report.json');

test('each unit test by its file, with its time', () => {
  const assertionResults = [{ fullName: 'adds up', duration: 1500 }, { fullName: 'was skipped' }];
  writeFileSync(file, JSON.stringify({ testResults: [{ name: '/x/core/test/sum.test.ts', assertionResults }] }));
  expect(unitTimes(file)).toEqual([
    { name: 'sum.test.ts: adds up', seconds: 1.5 },
    { name: 'sum.test.ts: was skipped', seconds: 0 }
  ]);
});

test('each browser test however deep it stands, the longer of two tries', () => {
  const spec = (title, ...durations) => ({
    title,
    file: 'way.spec.ts',
    tests: [{ results: durations.map((duration) => ({ duration })) }]
  });
  writeFileSync(
    file,
    JSON.stringify({ suites: [{ specs: [spec('top', 900)], suites: [{ specs: [spec('deep', 2000, 7000)] }] }] })
  );
  expect(browserTimes(file)).toEqual([
    { name: 'way.spec.ts: top', seconds: 0.9 },
    { name: 'way.spec.ts: deep', seconds: 7 }
  ]);
});

test('a runner that wrote nothing down has no times', () => {
  expect(unitTimes(`${file}-none`)).toEqual([]);
  expect(browserTimes(`${file}-none`)).toEqual([]);
});
