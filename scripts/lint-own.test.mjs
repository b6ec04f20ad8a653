import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { expect, test } from 'vitest';
import { root } from './ensure.mjs';

/** What the linter, set up as it is here, says of some files: the rule and the line of each. */
function lintOf(program, args, files) {
  const dir = mkdtempSync(join(tmpdir(), 'haversack-lint-'));
  for (const name of ['.oxlintrc.json', 'eslint.config.js', 'scripts/lint-own.mjs', 'package.json', '.gitignore'])
    cpSync(join(root, name), join(dir, name));
  symlinkSync(join(root, 'node_modules'), join(dir, 'node_modules'));
  for (const [name, lines] of Object.entries(files)) {
    mkdirSync(join(dir, dirname(name)), { recursive: true });
    writeFileSync(join(dir, name), `${lines.join('\n')}\n`);
  }
  const said = spawnSync(join(dir, 'node_modules/.bin', program), args, { cwd: dir, encoding: 'utf8' });
  return { status: said.status, said: JSON.parse(said.stdout) };
}

function quick(files) {
  const { status, said } = lintOf('oxlint', ['-f', 'json'], files);
  const hits = said.diagnostics.map((d) => `${d.filename}:${d.labels[0]?.span.line ?? 1} ${d.code}`);
  return { status, hits: hits.sort() };
}

test('what the core must not do is found where it stands, and nowhere else', () => {
  const bad = [
    "import { readFileSync } from 'node:fs';",
    "export { z } from 'zod';",
    "export * from 'three';",
    'export const now = (): number => Date.now();',
    'export const today = (): Date => new Date();',
    'export const then = (s: string): Date => new Date(s);',
    'export const chance = (): number => Math.random();',
    'export const most = (a: number): number => Math.max(a, 1);',
    "export const later = async (): Promise<unknown> => import('./other.ts');",
    'export const text = (): string => readFileSync(process.argv[1]!, {}).toString();'
  ];
  const { status, hits } = quick({ 'core/src/bad.ts': bad, 'src/lib/fine.ts': bad });
  expect(status).toBe(1);
  expect(hits).toEqual([
    'core/src/bad.ts:1 haversack(pure-core)',
    'core/src/bad.ts:10 eslint(no-restricted-globals)',
    'core/src/bad.ts:3 haversack(pure-core)',
    'core/src/bad.ts:4 haversack(pure-core)',
    'core/src/bad.ts:5 haversack(pure-core)',
    'core/src/bad.ts:7 haversack(pure-core)',
    'core/src/bad.ts:9 haversack(pure-core)'
  ]);
});

test('an edit that the compiler cannot check is found in code and in the screens, and may stand in a test', () => {
  const raw = [
    "export const one = { op: 'set', path: 'name', value: 1 };",
    "export const two = { op: 'add' as const, path: 'ports', value: {} };",
    "export const three = { op: 'remove', path: 'ports/1' };",
    "export const four = { 'op': 'set' };"
  ];
  const { hits } = quick({ 'src/lib/raw.ts': raw, 'core/src/box/edit.ts': raw, 'src/lib/raw.test.ts': raw });
  expect(hits).toEqual([1, 2, 4].map((line) => `src/lib/raw.ts:${line} haversack(raw-edits)`));

  const screen = {
    'src/lib/Raw.svelte': ['<script lang="ts">', ...raw, '</script>', '{#each three.path as a}{a}{/each}']
  };
  const go = ["import { goto } from '$app/navigation';", "export const go = () => goto('/parts');"];
  const { said } = lintOf('eslint', ['-f', 'json', '.'], { ...screen, 'src/lib/go.ts': go, 'core/src/go.ts': go });
  expect(said.map((f) => f.messages.map((m) => `${m.line} ${m.ruleId}`)).flat()).toEqual([
    '2 haversack/raw-edits',
    '3 haversack/raw-edits',
    '5 haversack/raw-edits',
    '7 svelte/require-each-key',
    // code beside the screens is read for what only the plugin of Svelte knows
    '2 svelte/no-navigation-without-resolve'
  ]);
});

test('long files, long functions and what is never used are found; tables of parts and tests may be long', () => {
  const long = [
    'export function long(a: number): number {',
    ...Array.from({ length: 62 }, () => '  a += 1;'),
    '  return a;',
    '}'
  ];
  const many = Array.from({ length: 401 }, (_, i) => `export const a${i} = ${i};`);
  const { hits } = quick({
    'src/lib/long.ts': long,
    'src/lib/long.test.ts': long,
    'scripts/many.mjs': many,
    'core/src/catalogue/starter-more.ts': many,
    'e2e/unused.ts': ["import { join } from 'node:path';", 'export const a: any = 1;']
  });
  expect(hits.map((h) => h.replace(/:\d+ /, ' '))).toEqual([
    'e2e/unused.ts eslint(no-unused-vars)',
    'e2e/unused.ts typescript(no-explicit-any)',
    'scripts/many.mjs eslint(max-lines)',
    'src/lib/long.ts eslint(max-lines-per-function)'
  ]);
});
