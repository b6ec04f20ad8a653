// What is written about the house from its own code: who imports whom in the core, and where each figure has its source.
import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';

const filesIn = (dir: string): string[] =>
  readdirSync(dir, { withFileTypes: true })
    .flatMap((e) => (e.isDirectory() ? filesIn(join(dir, e.name)) : e.name.endsWith('.ts') ? [join(dir, e.name)] : []))
    .sort();

/** The chain of evaluate.ts, in its order; what is not in it stands below or beside. */
const CHAIN = [
  'demand',
  'battery',
  'case',
  'panel',
  'wiring',
  'judge',
  'outing',
  'sealing',
  'kit',
  'findings',
  'bench',
  'unknown'
];
const BELOW = ['quantity', 'catalogue', 'box', 'network'];

/** Folders of the core with the number of imports between them, as a Mermaid graph. */
export function modulePicture(root: string): string {
  const src = join(root, 'core/src');
  const counts = new Map<string, number>();
  const folderOf = (path: string): string => relative(src, path).split('/')[0]!;
  for (const file of filesIn(src)) {
    const from = folderOf(file);
    if (from.endsWith('.ts')) continue;
    for (const [, target] of readFileSync(file, 'utf8').matchAll(/from '(\.\.?\/[^']+)'/g)) {
      const to = folderOf(join(file, '..', target!));
      if (to !== from && !to.endsWith('.ts')) counts.set(`${from} ${to}`, (counts.get(`${from} ${to}`) ?? 0) + 1);
    }
  }
  const known = new Set([...CHAIN, ...BELOW]);
  const edges = [...counts]
    .map(([pair, n]) => [...pair.split(' '), n] as [string, string, number])
    // what everything stands on is one arrow in the text, not forty in the picture
    .filter(([from, to]) => known.has(from) && CHAIN.includes(to))
    .sort((a, b) => CHAIN.indexOf(a[0]) - CHAIN.indexOf(b[0]) || CHAIN.indexOf(a[1]) - CHAIN.indexOf(b[1]));
  return [
    '```mermaid',
    'flowchart LR',
    ...CHAIN.map((f) => `  ${f}`),
    ...edges.map(([from, to, n]) => `  ${from} -->|${n}| ${to}`),
    '```'
  ].join('\n');
}

type Sourced = { name: string; file: string; what: string; source: string };

const DECLARED =
  /\/\*\*((?:(?!\*\/)[\s\S])*?@source(?:(?!\*\/)[\s\S])*?)\*\/\s*(?:export\s+)?(?:default\s+)?(?:async\s+)?(?:const|function\*?|type|class)\s+(\w+)/g;

/** Every declaration of the core whose comment names a source. */
export function sourcesIn(root: string): Sourced[] {
  const src = join(root, 'core/src');
  return filesIn(src).flatMap((file) =>
    [...readFileSync(file, 'utf8').matchAll(DECLARED)].map(([, comment, name]) => {
      const text = comment!
        .replace(/^\s*\* ?/gm, ' ')
        .replace(/\s+/g, ' ')
        .trim();
      const at = text.indexOf('@source');
      const source = text.slice(at + '@source'.length).split(/ @(?:param|returns|throws|source)\b/)[0]!;
      return {
        name: name!,
        file: relative(root, file),
        what: text
          .slice(0, at)
          .split(/ @(?:param|returns|throws)\b/)[0]!
          .trim(),
        source: source.trim()
      };
    })
  );
}

const cell = (text: string): string => text.replace(/\|/g, '\\|');
/** An estimate is called one: nobody measured it and no standard says it. */
const isEstimate = (source: string): boolean => /rule of thumb|as remembered|typical|fitted/i.test(source);

/** The table of sources, a section a folder. */
export function sourceTables(root: string): string {
  const all = sourcesIn(root);
  const folders = [...new Set(all.map((s) => s.file.split('/')[2]!))].sort();
  const estimates = all.filter((s) => isEstimate(s.source)).length;
  return [
    `${all.length} formulas, tables and thresholds name their source; ${estimates} of them are estimates and say so (◇).`,
    ...folders.flatMap((folder) => [
      '',
      `### ${folder}`,
      '',
      '| What | In the code | Source |',
      '| --- | --- | --- |',
      ...all
        .filter((s) => s.file.split('/')[2] === folder)
        .map(
          (s) =>
            `| ${cell(s.what)} | \`${s.name}\` in [${s.file.replace('core/src/', '')}](../${s.file}) | ${isEstimate(s.source) ? '◇ ' : ''}${cell(s.source)} |`
        )
    ])
  ].join('\n');
}

/** Puts what was made from the code between its marks. @throws Error when the marks are not there */
export function between(text: string, mark: string, made: string): string {
  const [open, close] = [`<!-- ${mark} -->`, `<!-- /${mark} -->`];
  const [i, j] = [text.indexOf(open), text.indexOf(close)];
  if (i < 0 || j < i) throw new Error(`${open} … ${close} is not in the text`);
  return `${text.slice(0, i + open.length)}\n\n${made}\n\n${text.slice(j)}`;
}

/** What ships with the program, with its licence as its own package says. */
export function noticesTable(root: string): string {
  const read = (path: string) => JSON.parse(readFileSync(join(root, path), 'utf8')) as Record<string, unknown>;
  const names = Object.keys(read('package.json').dependencies as object).filter((n) => !n.startsWith('@haversack/'));
  return [
    '| Package | Licence |',
    '| --- | --- |',
    ...names.map(
      (name) => `| ${name} | ${String(read(`node_modules/${name}/package.json`).license ?? 'see its package')} |`
    )
  ].join('\n');
}
