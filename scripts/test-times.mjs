// How long each test took and which failed, from what the runners wrote down.
import { existsSync, readFileSync } from 'node:fs';
import { basename } from 'node:path';
import { stripVTControlCharacters } from 'node:util';

const read = (file) => (existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : undefined);

/** Of Vitest's JSON report. */
export const unitTimes = (file) =>
  (read(file)?.testResults ?? []).flatMap((of) =>
    of.assertionResults.map((test) => ({
      name: `${basename(of.name)}: ${test.fullName}`,
      seconds: (test.duration ?? 0) / 1000
    }))
  );

/** Of Playwright's JSON report; of a test that was tried twice, the longer try. */
export function browserTimes(file) {
  const times = [];
  const visit = (suite) => {
    for (const spec of suite.specs ?? [])
      for (const test of spec.tests)
        times.push({
          name: `${spec.file}: ${spec.title}`,
          seconds: Math.max(0, ...test.results.map((r) => r.duration)) / 1000
        });
    for (const inner of suite.suites ?? []) visit(inner);
  };
  for (const suite of read(file)?.suites ?? []) visit(suite);
  return times;
}

/** The first line of what a runner says, without its colours. */
const firstLine = (text) =>
  stripVTControlCharacters(text ?? 'no reason given')
    .trim()
    .split('\n', 1)[0]
    .slice(0, 300);

/** What failed in Vitest's JSON report: tests, and files that could not be run at all. */
export const unitFailures = (file) =>
  (read(file)?.testResults ?? []).flatMap((of) => {
    const tests = of.assertionResults.filter((test) => test.status === 'failed');
    if (tests.length === 0 && of.status === 'failed') return [`${basename(of.name)}: ${firstLine(of.message)}`];
    return tests.map((test) => `${basename(of.name)}: ${test.fullName}: ${firstLine(test.failureMessages?.[0])}`);
  });

/** What failed in Playwright's JSON report at every try, and what went wrong outside of any test. */
export function browserFailures(file) {
  const report = read(file);
  const failures = (report?.errors ?? []).map((error) => firstLine(error.message));
  const visit = (suite) => {
    for (const spec of suite.specs ?? [])
      for (const test of spec.tests)
        if (test.status === 'unexpected')
          failures.push(`${spec.file}: ${spec.title}: ${firstLine(test.results.at(-1)?.error?.message)}`);
    for (const inner of suite.suites ?? []) visit(inner);
  };
  for (const suite of report?.suites ?? []) visit(suite);
  return failures;
}
