import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from 'vitest';
import { root } from './ensure.mjs';

const text = readFileSync(join(root, 'docs/figures.md'), 'utf8');
const golden = ['report.txt', 'txt']
  .map((end) => readFileSync(join(root, `core/test/golden/saltmarsh-hide-box.${end}`), 'utf8'))
  .join('\n');
const rows = text
  .split('\n')
  .filter((line) => line.startsWith('| `'))
  .map((line) => {
    const [printed, where] = line.split(/(?<!\\)\|/).slice(1, 3);
    return {
      example: /`([^`]+)`/.exec(printed)[1].replaceAll('\\|', '|'),
      name: /`(\w+)`/.exec(where)[1],
      file: join(root, 'docs', /\]\(([^)]+)\)/.exec(where)[1])
    };
  });

describe('where printed figures come from', () => {
  test('more than a handful is told, each once', () => {
    expect(rows.length).toBeGreaterThan(18);
    expect(new Set(rows.map((r) => r.example)).size).toBe(rows.length);
  });
  test.each(rows)('$example', ({ example, name, file }) => {
    expect(golden).toContain(example);
    expect(existsSync(file)).toBe(true);
    // with its comment, which says where the formula comes from
    expect(readFileSync(file, 'utf8')).toMatch(new RegExp(`\\*/\\s*export (?:function\\*?|const) ${name}\\b`));
  });
});
