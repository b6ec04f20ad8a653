import { readdirSync, readFileSync } from 'node:fs';
import { expect, test } from 'vitest';

/** `{#each … (key)}` whose key is words for the eye, taken from data: two rows may well read alike. */
const LABEL_KEY =
  /\{#each\s+(?![^}]*as const)(?![A-Z_]+\b)[^}]*\((?:\w+\.)?(?:name|label|tag|title|say|text|short|feeds)\)\}/g;

test('no list of a screen is keyed by a label', () => {
  const found = readdirSync('src', { recursive: true, encoding: 'utf8' })
    .filter((f) => f.endsWith('.svelte'))
    .map((f) => `src/${f}`)
    .flatMap((file) => [...readFileSync(file, 'utf8').matchAll(LABEL_KEY)].map((m) => `${file}: ${m[0]}`));
  expect(found).toEqual([]);
});
