import { describe, expect, test } from 'vitest';
import { mutantsOf, mutated, sampled } from './mutants.mjs';

const allOf = (source) => mutantsOf(source).map((m) => mutated(source, m));

describe('changes that mutation testing makes', () => {
  test('operators, conditions, figures, signs, calls: one at a time, the rest as it was', () => {
    expect(allOf('const f = (a, b) => a - b;')).toEqual(['const f = (a, b) => a + b;']);
    expect(allOf('const f = (a) => a <= b && !c;')).toEqual([
      'const f = (a) => a <= b || !c;',
      'const f = (a) => a < b && !c;',
      'const f = (a) => a <= b && c;'
    ]);
    expect(allOf('if (x) y();')).toEqual(['if (true) y();', 'if (false) y();']);
    expect(allOf('const f = () => Math.min(a, -b);')).toEqual([
      'const f = () => Math.max(a, -b);',
      'const f = () => Math.min(a, b);'
    ]);
    expect(allOf('const RATIO = 0.8;')).toEqual([`const RATIO = ${0.8 * 1.5};`]);
    expect(allOf('const NONE = 0;')).toEqual(['const NONE = 1;']);
    expect(allOf('const on = true;')).toEqual(['const on = false;']);
    expect(allOf('list.some(f)')).toEqual(['list.every(f)']);
  });

  test('types, imports and texts are left alone', () => {
    expect(allOf("import { a } from './a.ts';\ntype T = 1 | 2;\ninterface I { n: 3 }\nconst s = 'x' + y;")).toEqual([]);
    expect(allOf('const t = `${a} of` + b;')).toEqual([]);
    // a figure within a text is a figure still
    expect(allOf('const t = `${2}`;')).toEqual(['const t = `${3}`;']);
  });

  test('each says what it is and where', () => {
    expect(mutantsOf('\n\nconst f = a * b;')).toEqual([expect.objectContaining({ line: 3, by: '/', what: '* for /' })]);
  });

  test('a sample is of the size that was asked for, in order, without doubles, the same each time', () => {
    const list = Array.from({ length: 100 }, (_, i) => i);
    const some = sampled(list, 20);
    expect(some).toHaveLength(20);
    expect(new Set(some).size).toBe(20);
    expect(some).toEqual([...some].sort((a, b) => a - b));
    expect(sampled(list, 20)).toEqual(some);
    expect(sampled(list, 20, 2)).not.toEqual(some);
    expect(sampled(list, 500)).toEqual(list);
  });
});
