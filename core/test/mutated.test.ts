import { describe, expect, test } from 'vitest';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate } from '../src/evaluate.ts';
import { readBoxData } from '../src/exchange/read-box.ts';
import { DEMO_BOXES } from './boxes.ts';
import { railBox } from './rail-box.ts';

const COUNT = Number(process.env.HAVERSACK_MUTATED ?? 5000);
/** A file that takes longer, ms of the processor, is one that blocks the screen. */
const MOST_MS = 1000;

/** Small, fast and seeded: the same files every time. @source mulberry32, public domain */
function random(seed: number): () => number {
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
function mutate(box: Box, next: () => number): { doc: unknown; changed: string } {
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
    else if (typeof now === 'number' && roll < 0.9) at[key] = pick(NUMBERS);
    else if (typeof now === 'string' && roll < 0.9) at[key] = pick(WORDS);
    else at[key] = pick<unknown>([...NUMBERS, ...WORDS, ...OTHERS]);
    changed.push(`${key}: ${JSON.stringify(now)?.slice(0, 60)} -> ${JSON.stringify(at[key])?.slice(0, 60)}`);
  }
  return { doc, changed: changed.join('; ') };
}

/** Hours without an end are said as such: nothing empties the battery. */
const ENDLESS = 'lastsH';

/** Where a figure of a plan is none: NaN or endless; undefined when all are sound. Functions are figures that nobody asked for yet. */
function unsound(value: unknown, key = 'plan', seen = new Set<object>()): string | undefined {
  if (typeof value === 'number')
    return Number.isFinite(value) || (value === Infinity && key === ENDLESS) ? undefined : `${key} = ${value}`;
  if (typeof value !== 'object' || value === null || seen.has(value)) return undefined;
  seen.add(value);
  const within = (inner: string, child: unknown): string | undefined => {
    if (typeof child !== 'number' && (typeof child !== 'object' || child === null)) return undefined;
    // the way to it is put together only where something is wrong: there are a million places to look at
    const found = unsound(child, inner, seen);
    return found && `${key}.${found}`;
  };
  if (value instanceof Map || value instanceof Set) {
    for (const [k, child] of value.entries()) {
      const found = within(String(k), child);
      if (found) return found;
    }
    return undefined;
  }
  for (const k of Object.keys(value)) {
    const found = within(k, (value as Record<string, unknown>)[k]);
    if (found) return found;
  }
  return undefined;
}

/** A sentence that shows a figure which is none. */
const NONSENSE = /\bNaN\b|\bInfinity\b|\bundefined\b|\[object /;

describe('files that somebody changed', () => {
  const bases: [string, Box][] = [
    ...DEMO_BOXES.map(([name, box]): [string, Box] => [name, box]),
    ['Three-camera box', railBox()]
  ];

  test.each(bases)(
    '%s: each is refused with place and reason, or worked out to figures that are some',
    { timeout: 600_000 },
    (name, base) => {
      const next = random(Number(process.env.HAVERSACK_SEED ?? 0x5eed) + name.length);
      let read = 0;
      const wrong: string[] = [];
      const share = Math.ceil(COUNT / bases.length);
      for (let n = 0; n < share; n++) {
        const { doc, changed } = mutate(base, next);
        const told = (what: string) => wrong.push(`${n} (${changed}): ${what}`);
        const result = readBoxData(doc);
        if (!result.ok) {
          for (const p of result.problems)
            if (!p.message.trim() || NONSENSE.test(p.message)) told(`${p.path}: ${p.message}`);
          if (result.problems.length === 0) told(`refused without a reason`);
          continue;
        }
        read++;
        const began = process.cpuUsage();
        try {
          const plan = evaluate(result.box, STARTER_CATALOGUE);
          const bad = unsound(plan);
          if (bad) told(`${bad}`);
          for (const f of plan.findings)
            for (const s of [f.title, f.why, f.short]) if (NONSENSE.test(s)) told(`${f.id}: ${s}`);
          for (const v of plan.verdicts)
            if (NONSENSE.test(`${v.rawText} ${v.say} ${v.reason}`)) told(`${v.id}: ${v.say}`);
        } catch (e) {
          told(`threw ${(e as Error).stack?.split('\n').slice(0, 3).join(' | ')}`);
        }
        // the time of this process: another one that is busy is no fault of the file
        const { user, system } = process.cpuUsage(began);
        const ms = (user + system) / 1000;
        if (ms > MOST_MS) told(`took ${ms.toFixed(0)} ms`);
      }
      expect(wrong).toEqual([]);
      // it must be able to fail: a good part of them get through the reader
      expect(read).toBeGreaterThan(share / 10);
    }
  );
});
