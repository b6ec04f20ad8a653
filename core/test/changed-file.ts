import type { Box } from '../src/box/schema.ts';

/** Small, fast and seeded: the same files every time. @source mulberry32, public domain */
export function seeded(seed: number): () => number {
  let a = seed;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const NUMBERS = [0, -0, 1e-300, 1e-9, -1, 0.5, 1, 2, 59.999, 1e3, 1e9, 1e154, 1e308, -1e308, Number.MIN_VALUE];
const WORDS = [
  '',
  ' ',
  'constructor',
  'toString',
  '__proto__',
  'hasOwnProperty',
  'auto',
  'unknown',
  '14',
  'null',
  'x'.repeat(500)
];
const OTHERS: unknown[] = [
  null,
  true,
  false,
  [],
  {},
  { is: 'unknown' },
  { is: 'none' },
  { is: 'auto' },
  { is: 'set', value: 0 }
];

/** What an attribute may be without a value: such a file is read, and everything has to stand it. */
const ATTRIBUTES = [{ is: 'unknown' }, { is: 'none' }, { is: 'auto' }];
const isAttribute = (v: unknown): boolean => typeof v === 'object' && v !== null && 'is' in v;

type Holder = Record<string, unknown> | unknown[];
/** Everything in a document that can be replaced: where it stands, and under what. */
function places(value: unknown, out: { holder: Holder; key: string }[] = []): { holder: Holder; key: string }[] {
  if (typeof value !== 'object' || value === null) return out;
  for (const [key, child] of Object.entries(value)) {
    out.push({ holder: value as Holder, key });
    places(child, out);
  }
  return out;
}

/** A copy with one or two things changed, and what they were changed to. */
export function changedFile(box: Box, next: () => number): { doc: unknown; changed: string } {
  const changed: string[] = [];
  const doc = JSON.parse(JSON.stringify(box)) as Record<string, unknown>;
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  for (let n = 1 + Math.floor(next() * 1.6); n > 0; n--) {
    const { holder, key } = pick(places(doc).filter((p) => p.key !== 'format' && p.key !== 'version'));
    const at = holder as Record<string, unknown>;
    const now = at[key];
    const roll = next();
    if (Array.isArray(holder) && roll < 0.1) holder.splice(Number(key), 1);
    else if (Array.isArray(holder) && roll < 0.2) holder.push(JSON.parse(JSON.stringify(now)));
    else if (!Array.isArray(holder) && roll < 0.05) delete at[key];
    else if (isAttribute(now) && roll < 0.6) at[key] = pick(ATTRIBUTES);
    else if (typeof now === 'number' && roll < 0.9) at[key] = pick(NUMBERS);
    else if (typeof now === 'string' && roll < 0.9) at[key] = pick(WORDS);
    else at[key] = pick<unknown>([...NUMBERS, ...WORDS, ...OTHERS]);
    changed.push(`${key}: ${JSON.stringify(now)?.slice(0, 60)} -> ${JSON.stringify(at[key])?.slice(0, 60)}`);
  }
  return { doc, changed: changed.join('; ') };
}
