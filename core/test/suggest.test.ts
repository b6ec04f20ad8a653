import { describe, expect, test } from 'vitest';
import { z } from 'zod';
import { likelyBatteries, suggestedBattery } from '../src/battery/suggest.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import type { PartOf } from '../src/catalogue/part.ts';
import { issueWords } from '../src/exchange/issue-words.ts';

const batteries = STARTER_CATALOGUE.filter((p): p is PartOf<'battery'> => p.kind === 'battery');

describe('batteries put forward', () => {
  test('for 100 Wh: the smallest iron phosphate with room for cold, age and reserve', () => {
    const pick = suggestedBattery(batteries, { totalWh: 100 }, null)!;
    expect(pick.chemistry).toBe('lfp');
    const smaller = batteries.filter((p) => p.chemistry === 'lfp' && p.capacityAh < pick.capacityAh);
    expect(pick.capacityAh * 12.8 * 0.9).toBeGreaterThanOrEqual(130);
    for (const p of smaller) expect(p.capacityAh * 12.8 * 0.9).toBeLessThan(130);
    expect(suggestedBattery(batteries, { totalWh: 100 }, pick.id)!.id).not.toBe(pick.id);
  });
  test('no load at all still names one; none large enough names another than the chosen', () => {
    expect(suggestedBattery(batteries, { totalWh: 0 }, null)?.chemistry).toBe('lfp');
    expect(suggestedBattery(batteries, { totalWh: 1e6 }, batteries[0]!.id)!.id).not.toBe(batteries[0]!.id);
    expect(suggestedBattery([], { totalWh: 100 }, null)).toBeUndefined();
  });
  test('worth comparing: from a little under what is needed to twice that, never the chosen one', () => {
    const chosenId = 'battery-lfp-20';
    const some = likelyBatteries(batteries, { neededAh: 20, totalAh: 1 }, chosenId);
    expect(some.length).toBeGreaterThan(2);
    expect(some.map((p) => p.id)).not.toContain(chosenId);
    for (const p of some) {
      expect(p.capacityAh).toBeGreaterThanOrEqual(16);
      expect(p.capacityAh).toBeLessThanOrEqual(40);
    }
    const byLoad = likelyBatteries(batteries, { neededAh: undefined, totalAh: 20 / 1.3 }, chosenId);
    expect(byLoad.map((p) => p.id)).toEqual(some.map((p) => p.id));
  });
  test('a tiny need leaves the small ones to compare', () => {
    const few = likelyBatteries(batteries, { neededAh: 1, totalAh: 1 }, undefined);
    expect(few.length).toBeGreaterThan(0);
    expect(Math.max(...few.map((p) => p.capacityAh))).toBeLessThanOrEqual(12);
  });
});

describe('what is wrong with a value, in words', () => {
  const say = (schema: z.ZodType, value: unknown): string => issueWords(schema.safeParse(value).error!.issues[0]!);
  test.each([
    [z.number().positive(), 0, 'must be more than 0.'],
    [z.number().min(5), 4, 'must be at least 5.'],
    [z.number().max(60), 61, 'must be at most 60.'],
    [z.string().min(1), '', 'needs at least 1 character.'],
    [z.array(z.number()).max(1), [1, 2], 'has more than 1 entry.'],
    [z.string().max(3), 'abcd', 'has more than 3 characters.'],
    [z.number(), 'x', 'should be a number.'],
    [z.array(z.number()), 3, 'should be an array.'],
    [z.strictObject({}), { lead: 1 }, "holds 'lead', which does not belong there."]
  ] as const)('%#', (schema, value, words) => {
    expect(say(schema, value)).toBe(words);
  });
});
