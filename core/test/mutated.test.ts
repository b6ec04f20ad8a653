import { describe, expect, test } from 'vitest';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate } from '../src/evaluate.ts';
import { readBoxData } from '../src/exchange/read-box.ts';
import { DEMO_BOXES } from './boxes.ts';
import { changedFile, seeded } from './changed-file.ts';
import { railBox } from './rail-box.ts';
import { runs } from './runs.ts';

const COUNT = Number(process.env.HAVERSACK_MUTATED ?? runs(5000));
/** More of these is a file that blocks the screen; how long one takes is measured by `npm run bench`. */
const MOST_STEPS = 20_000;
const MOST_FINDINGS = 500;

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
      const next = seeded(Number(process.env.HAVERSACK_SEED ?? 24) + name.length);
      let read = 0;
      const wrong: string[] = [];
      const share = Math.ceil(COUNT / bases.length);
      for (let n = 0; n < share; n++) {
        const { doc, changed } = changedFile(base, next);
        const told = (what: string) => wrong.push(`${n} (${changed}): ${what}`);
        const result = readBoxData(doc);
        if (!result.ok) {
          for (const p of result.problems)
            if (!p.message.trim() || NONSENSE.test(p.message)) told(`${p.path}: ${p.message}`);
          if (result.problems.length === 0) told(`refused without a reason`);
          continue;
        }
        read++;
        try {
          const plan = evaluate(result.box, STARTER_CATALOGUE);
          const bad = unsound(plan);
          if (bad) told(`${bad}`);
          const steps = plan.outing?.run.stepCount ?? 0;
          if (steps > MOST_STEPS) told(`${steps} steps of its outing`);
          if (plan.findings.length > MOST_FINDINGS) told(`${plan.findings.length} findings`);
          for (const f of plan.findings)
            for (const s of [f.title, f.why, f.short]) if (NONSENSE.test(s)) told(`${f.id}: ${s}`);
          for (const v of plan.verdicts)
            if (NONSENSE.test(`${v.rawText} ${v.say} ${v.reason}`)) told(`${v.id}: ${v.say}`);
        } catch (e) {
          told(`threw ${(e as Error).stack?.split('\n').slice(0, 3).join(' | ')}`);
        }
      }
      expect(wrong).toEqual([]);
      // it must be able to fail: a good part of them get through the reader
      expect(read).toBeGreaterThan(share / 10);
    }
  );
});
