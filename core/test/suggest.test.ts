import { describe, expect, test } from 'vitest';
import { z } from 'zod';
import { suggestBattery } from '../src/advise/suggest-battery.ts';
import { likelyBatteries } from '../src/battery/suggest.ts';
import { deviceFrom } from '../src/box/commands.ts';
import { applyEdits } from '../src/box/edits.ts';
import { emptyBox } from '../src/box/empty.ts';
import type { Box } from '../src/box/schema.ts';
import { chooseBattery } from '../src/compare/candidate.ts';
import { evaluate } from '../src/evaluate.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import type { PartOf } from '../src/catalogue/part.ts';
import { portSupply } from '../src/demand/converter.ts';
import { AWG_SIZES, MM2_SIZES } from '../src/wiring/conductor.ts';
import { issueWords } from '../src/exchange/issue-words.ts';

const batteries = STARTER_CATALOGUE.filter((p): p is PartOf<'battery'> => p.kind === 'battery');

describe('batteries put forward', () => {
  const empty = emptyBox('Shed');
  const lamp = STARTER_CATALOGUE.find((p): p is PartOf<'device'> => p.id === 'device-lamp-red')!;
  /** A box whose one device draws so many watts for so long. */
  const drawing = (powerW: number, durationH: number): Box => {
    const box = applyEdits(empty, [{ op: 'set', path: 'outing/durationH', value: durationH }]);
    const device = deviceFrom(box, lamp);
    return applyEdits(box, [
      {
        op: 'add',
        path: 'devices',
        value: { ...device, modes: [{ ...device.modes[0]!, dutyFraction: 1, draw: { kind: 'power', powerW } }] }
      }
    ]);
  };
  const suggest = (box: Box, from = batteries) => suggestBattery(box, evaluate(box, STARTER_CATALOGUE), from);
  const wh = (s: { part: PartOf<'battery'>; count: number }) => s.part.capacityAh * s.count * 12.8;

  test.each([
    [10, 10],
    [40, 12],
    [60, 14],
    [45, 24],
    [60, 48]
  ])('%i W for %i h: the smallest that lasts with its reserve; every smaller bank falls short', (powerW, durationH) => {
    const box = drawing(powerW, durationH);
    const pick = suggest(box)!;
    expect(pick.holds).toBe(true);
    const after = evaluate(applyEdits(box, pick.edits), STARTER_CATALOGUE);
    expect(after.outing!.lastsH).toBeGreaterThanOrEqual(durationH);
    expect(after.bank!.neededAh).toBeLessThanOrEqual(after.bank!.ratedAh);
    for (const part of batteries.filter((p) => p.chemistry === 'lfp'))
      for (const count of [1, 2, 3, 4]) {
        if (wh({ part, count }) >= wh(pick)) continue;
        const less = evaluate(applyEdits(box, chooseBattery(part, count)), STARTER_CATALOGUE);
        expect(less.bank!.neededAh > less.bank!.ratedAh || less.outing!.lastsH < durationH, part.id).toBe(true);
      }
  });

  test('700 Wh of need is met by a bank, not by the smallest battery of the shelf', () => {
    const pick = suggest(drawing(50, 14))!;
    expect(pick.holds).toBe(true);
    expect(wh(pick)).toBeGreaterThan(700);
  });

  test('more than any bank gives: the largest, with what it falls short', () => {
    const pick = suggest(drawing(400, 48))!;
    expect(pick.holds).toBe(false);
    expect(wh(pick)).toBe(
      Math.max(...batteries.filter((p) => p.chemistry === 'lfp').map((p) => p.capacityAh * 4 * 12.8))
    );
    expect(pick.shortH).toBeCloseTo(48 - pick.lastsH, 9);
    expect(pick.shortH).toBeGreaterThan(10);
  });

  test('nothing is put forward while nothing runs, or when no such battery is known', () => {
    expect(suggest(empty)).toBeUndefined();
    expect(suggest(drawing(5, 10), [])).toBeUndefined();
  });

  test('the one chosen already is passed over', () => {
    const box = drawing(10, 10);
    const first = suggest(box)!;
    const next = suggest(applyEdits(box, first.edits))!;
    expect([next.part.id, next.count]).not.toEqual([first.part.id, first.count]);
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
    [z.number(), 'x', 'must be a number.'],
    [z.array(z.number()), 3, 'must be a list.'],
    [z.strictObject({}), { lead: 1 }, "holds 'lead', which does not belong there."]
  ] as const)('%#', (schema, value, words) => {
    expect(say(schema, value)).toBe(words);
  });
});

describe('what the catalogue reaches', () => {
  test('a battery of 100 Ah and more in each chemistry', () => {
    for (const chemistry of ['lfp', 'agm', 'gel', 'flooded', 'nmc3', 'nmc4'])
      expect(
        Math.max(...batteries.filter((p) => p.chemistry === chemistry).map((p) => p.capacityAh)),
        chemistry
      ).toBeGreaterThanOrEqual(100);
  });
  test('each battery under 125 Ah stands in some case', () => {
    const cases = STARTER_CATALOGUE.filter((p): p is PartOf<'case'> => p.kind === 'case');
    for (const part of batteries.filter((p) => p.capacityAh < 125)) {
      const goesIn = cases.some((c) => {
        const box = applyEdits(emptyBox('Shed'), [
          ...chooseBattery(part, 1),
          { op: 'set', path: `parts/${c.id}`, value: c },
          { op: 'set', path: 'casePartId', value: c.id }
        ]);
        return evaluate(box, STARTER_CATALOGUE).fit!.state === 'fits';
      });
      expect(goesIn, part.id).toBe(true);
    }
  });
  test('every device of the library has a socket that bears its greatest current', () => {
    const outlets = STARTER_CATALOGUE.filter((p): p is PartOf<'panel'> => p.kind === 'panel' && p.role === 'outlet');
    for (const device of STARTER_CATALOGUE.filter((p): p is PartOf<'device'> => p.kind === 'device')) {
      const wanted = portSupply(device.supply);
      const greatestW = Math.max(0, ...device.modes.map((m) => m.highW));
      const bears = outlets.some(
        (p) =>
          p.supply === wanted &&
          (wanted === '12v' ? p.ratingA! >= greatestW / 11 / 0.8 : p.converterRatedW! >= greatestW)
      );
      expect(bears, `${device.id} ${greatestW} W`).toBe(true);
    }
  });
  test('wire is sold in every size of the tables', () => {
    const sold = STARTER_CATALOGUE.flatMap((p) => (p.kind === 'wire' ? [`${p.system} ${p.size}`] : []));
    expect(sold).toEqual(
      expect.arrayContaining([...AWG_SIZES.map((s) => `awg ${s}`), ...MM2_SIZES.map((s) => `mm2 ${s}`)])
    );
  });
});
