import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import { browserFailures, browserTimes, unitFailures, unitTimes } from './test-times.mjs';

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
  expect([...unitFailures(`${file}-none`), ...browserFailures(`${file}-none`)]).toEqual([]);
});

test('what failed is named with the first line of its reason, colours left out', () => {
  const assertionResults = [
    { fullName: 'adds up', status: 'passed' },
    {
      fullName: 'takes away',
      status: 'failed',
      failureMessages: ['\u001b[31mexpected 1 to be 2\u001b[39m\n at sum.ts:3']
    }
  ];
  const broken = {
    name: '/x/core/test/broken.test.ts',
    status: 'failed',
    message: 'no such module',
    assertionResults: []
  };
  writeFileSync(
    file,
    JSON.stringify({ testResults: [{ name: '/x/core/test/sum.test.ts', status: 'failed', assertionResults }, broken] })
  );
  expect(unitFailures(file)).toEqual(['sum.test.ts: takes away: expected 1 to be 2', 'broken.test.ts: no such module']);
});

test('a browser test that failed at every try is named, one that passed at the second is not', () => {
  const spec = (title, status, message) => ({
    title,
    file: 'way.spec.ts',
    tests: [{ status, results: [{ error: { message: 'first try' } }, { error: { message } }] }]
  });
  writeFileSync(
    file,
    JSON.stringify({
      errors: [{ message: 'the server did not start' }],
      suites: [{ suites: [{ specs: [spec('lost', 'unexpected', 'not visible\nmore'), spec('late', 'flaky')] }] }]
    })
  );
  expect(browserFailures(file)).toEqual(['the server did not start', 'way.spec.ts: lost: not visible']);
});
