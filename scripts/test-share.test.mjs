import { describe, expect, test } from 'vitest';
import { countLines, isTest, shareProblem } from './test-share.mjs';

describe('the share of tests', () => {
  const files = {
    'core/src/a.ts': 'one\n\ntwo\n',
    'core/test/a.test.ts': 'x\n',
    'core/test/golden/a.txt': 'y\n'.repeat(99),
    'e2e/a.spec.ts': 'z\nz\n',
    'src/b.svelte': 'a'
  };

  test('counts lines with something on them; texts and vectors count for neither', () => {
    expect(countLines(Object.keys(files), (f) => files[f])).toEqual({ test: 3, all: 6, share: 0.5 });
    expect(countLines([], () => '').share).toBe(0);
  });

  test('knows a test by its place or its name', () => {
    expect(['src/lib/a.test.ts', 'scripts/a.test.mjs', 'e2e/helpers.ts', 'core/test/boxes.ts'].every(isTest)).toBe(
      true
    );
    expect(['src/lib/latest.ts', 'core/src/test-sheet.ts', 'scripts/test.mjs'].some(isTest)).toBe(false);
  });

  test('a share under the floor is told with both figures, one at it is not', () => {
    expect(shareProblem(0.25, 0.25)).toBeUndefined();
    expect(shareProblem(0.2412, 0.25)).toBe(
      'Tests are 24.12 % of the code, they were 25.00 %: add tests for what was added.'
    );
  });
});
