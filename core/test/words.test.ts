import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it, test } from 'vitest';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { RULES } from '../src/findings/registry.ts';
import { say, wordsOf } from '../src/findings/words/say.ts';
import { saidIn } from '../src/quantity/said.ts';
import { AS_BUILT } from './as-built/boxes.ts';
import { DEMO_BOXES } from './boxes.ts';
import { evaluate } from './evaluated.ts';

const METRIC = saidIn({ lengthUnit: 'mm', massUnit: 'kg', temperatureUnit: 'C' });
const INCHES = saidIn({ lengthUnit: 'in', massUnit: 'lb', temperatureUnit: 'F' });

const folder = (name: string): string => fileURLToPath(new URL(`../src/findings/${name}`, import.meta.url));
const sources = (name: string): string[] =>
  readdirSync(folder(name)).map((file) => readFileSync(join(folder(name), file), 'utf8'));
const all = (text: string, pattern: RegExp): string[] => [...text.matchAll(pattern)].map((m) => m.slice(1).join('/'));

describe('a finding is data', () => {
  test.each([...DEMO_BOXES, ...AS_BUILT])('%s: what it says is made of its quantities alone', (_, box) => {
    const said = saidIn(box.preferences);
    for (const f of evaluate(box, STARTER_CATALOGUE).findings) {
      // a copy that went through a worker or a file: no plan and no writer hangs on it
      const copy = structuredClone(f.say);
      expect(JSON.stringify(copy).length).toBeLessThan(1000);
      expect(copy.code).toBe(f.id);
      const { title, short } = wordsOf(copy, said);
      expect([title, short]).toEqual([f.title, f.short]);
      // a name of the program that slipped into a sentence
      expect([f.short, f.title, f.why].join(' ')).not.toMatch(/\b[a-z]{2,}[A-Z][a-z]+|undefined|NaN|\[object/);
    }
  });

  it('is told in whichever units somebody reads', () => {
    const far = say('main-fuse-far', 'told', { fuseDistanceMm: 320, limitMm: 180, sheathed: false });
    expect(wordsOf(far, METRIC).title).toBe('The main fuse sits 320 mm from the battery');
    expect(wordsOf(far, INCHES).title).toBe('The main fuse sits 12 5/8 in from the battery');
    const cold = say('cold-charge', 'ruins', { atC: -5, name: 'the charger', limitC: 0, coldCount: 1, coldNames: [] });
    expect(wordsOf(cold, METRIC).short).toBe('Charging at -5 °C ruins it');
    expect(wordsOf(cold, INCHES).short).toBe('Charging at 23 °F ruins it');
  });

  it('names the weakest first where a main fuse is too large for two things, and needs not both', () => {
    const wire = { size: { system: 'awg' as const, size: '16' }, ampacityA: 12 };
    const part = { name: 'S0', ratingA: 10 };
    const why = (wireFirst: boolean, of: { wire: typeof wire | undefined; part: typeof part | undefined }): string =>
      wordsOf(say('main-fuse-exceeds', 'told', { wireFirst, fuseA: 30, ...of }), METRIC).why;
    expect(why(false, { wire, part })).toBe(
      '30 A could flow for minutes; S0 is rated 10 A; 16 AWG carries 12.0 A here.'
    );
    expect(why(true, { wire, part: undefined })).toBe('30 A could flow for minutes; 16 AWG carries 12.0 A here.');
    expect(why(false, { wire: undefined, part })).toBe('30 A could flow for minutes; S0 is rated 10 A.');
  });
});

describe('the table of words', () => {
  const table = new Set(
    sources('words').flatMap((text) =>
      text.split(/^ {2}(?='?[\w-]+'?: \{$)/m).flatMap((entry) => {
        const code = /^'?([\w-]+)'?: \{$/m.exec(entry)?.[1];
        return code ? all(entry, /^ {4}(\w+): \(/gm).map((variant) => `${code}/${variant}`) : [];
      })
    )
  );
  const used = sources('rules').map((text) => ({
    rule: /rule\(\s*'([\w-]+)'/.exec(text)?.[1],
    says: all(text, /\bsay\(\s*'([\w-]+)',\s*'(\w+)'/g)
  }));

  it('has words for every rule, and each of them is said by its rule and by no other', () => {
    expect(new Set([...table].map((key) => key.split('/')[0]))).toEqual(new Set(RULES.map((r) => r.id)));
    for (const { rule, says } of used) {
      expect(says.length, rule).toBeGreaterThan(0);
      for (const key of says) expect(key.split('/')[0]).toBe(rule);
    }
  });

  it('keeps nothing that is never said', () => {
    expect(new Set(used.flatMap((u) => u.says))).toEqual(table);
  });
});
