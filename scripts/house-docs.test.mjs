import { expect, test } from 'vitest';
import { between, modulePicture, noticesTable, sourcesIn, sourceTables } from './house-docs.ts';

const root = process.cwd();

test('the picture has the steps of the chain, and no arrow back from the wiring to what stands behind it', () => {
  const picture = modulePicture(root);
  for (const step of ['demand', 'wiring', 'judge', 'findings']) expect(picture).toContain(`\n  ${step}\n`);
  expect(picture).toMatch(/findings -->\|\d+\| judge/);
  for (const later of ['outing', 'sealing', 'kit', 'findings', 'bench'])
    expect(picture).not.toMatch(new RegExp(`wiring -->\\|\\d+\\| ${later}`));
});

test('sources are found with their names and words; estimates are marked', () => {
  const all = sourcesIn(root);
  expect(all.length).toBeGreaterThan(200);
  expect(all).toContainEqual(
    expect.objectContaining({
      name: 'LED_STRIP',
      file: 'core/src/demand/draw.ts',
      source: expect.stringContaining('electrical reference 7')
    })
  );
  for (const { name, file, source } of all) expect(source, `${name} in ${file}`).not.toBe('');
  const tables = sourceTables(root);
  const row = tables.split('\n').find((line) => line.includes('`SPREAD_BY_SOURCE`'));
  expect(row).toContain('◇ rule of thumb');
});

test('what is made goes between its marks and nowhere else', () => {
  expect(between('a <!-- x --> old <!-- /x --> b', 'x', 'new')).toBe('a <!-- x -->\n\nnew\n\n<!-- /x --> b');
  expect(() => between('a', 'x', 'new')).toThrow('is not in the text');
});

test('every package that ships has its licence named', () => {
  const rows = noticesTable(root).split('\n').slice(2);
  expect(rows.length).toBeGreaterThan(20);
  expect(rows).toContain('| better-sqlite3 | MIT |');
  for (const row of rows) expect(row).not.toContain('see its package');
});
