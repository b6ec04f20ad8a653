// How long each test took, from what the runners wrote down.
import { existsSync, readFileSync } from 'node:fs';
import { basename } from 'node:path';

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
