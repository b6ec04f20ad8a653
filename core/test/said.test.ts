import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { holeSchedule } from '../src/drill/schedule.ts';
import { USUAL_SETS } from '../src/drill/bits.ts';
import { evaluate, type Plan } from '../src/evaluate.ts';
import { apart } from '../src/quantity/format.ts';
import { saidIn, METRIC } from '../src/quantity/said.ts';
import { AS_BUILT } from './as-built/boxes.ts';
import { DEMO_BOXES } from './boxes.ts';
import { randomBox } from './random-box.ts';
import { runs } from './runs.ts';

const IMPERIAL = { lengthUnit: 'in', massUnit: 'lb', temperatureUnit: 'F' } as const;
const imperial = (box: Box): Box => ({ ...box, preferences: { ...box.preferences, ...IMPERIAL } });
/** A figure in a unit that this person did not choose. Areas are squares, a class of insulation is print on a wire. */
const FOREIGN = /\d ?(?:mm|cm|kg|°C)(?![²\w])(?! (?:class|wire))/;

/** Names are somebody's own words and are never converted: they are taken out before a sentence is looked at. */
function namesOf(box: Box): string[] {
  const parts = [...STARTER_CATALOGUE, ...Object.values(box.parts)].map((p) => p.name);
  const own = [...box.devices, ...box.ports, ...box.circuits, ...box.feeds].map((d) => d.name);
  return [...parts, ...own].filter((n) => n !== '').toSorted((a, b) => b.length - a.length);
}
const without = (text: string, names: readonly string[]): string =>
  names.reduce((left, n) => left.replaceAll(n, '…').replaceAll(n.toLowerCase(), '…'), text);

/** Everything that is said of a box: findings, remedies, advice of the stages. */
function sentences(plan: Plan): string[] {
  const found = plan.findings.flatMap((f) => [
    f.short,
    f.title,
    f.why,
    ...f.remedies.flatMap((r) => [r.label, r.effect]),
    ...f.mayBe.map((m) => m.title)
  ]);
  return [
    ...found,
    ...(plan.heat?.say ?? []),
    ...(plan.dry?.say ?? []),
    plan.stance?.hold?.say ?? '',
    ...(plan.sealing?.items.map((i) => i.drip) ?? []),
    ...plan.verdicts.flatMap((v) => [v.say, v.target, v.reason])
  ];
}

describe('writers of quantities', () => {
  const us = saidIn(IMPERIAL);
  test('metric figures stand as they are kept', () => {
    expect(METRIC.mm(29)).toBe('29 mm');
    expect(METRIC.mm(29.04, 1)).toBe('29.0 mm');
    expect(METRIC.mms(' × ', 50, 25.5)).toBe('50 × 25.5 mm');
    expect(METRIC.kg(6.8)).toBe('6.8 kg');
    expect(METRIC.degC(-3)).toBe('-3 °C');
    expect(METRIC.fineMm(0.254)).toBe('0.25 mm');
    expect(METRIC.mvPerDegree(24)).toBe('24 mV for each °C');
  });
  // 29 mm = 1.14173 in, nearest 64th 1 9/64; 6.8 kg = 14.991 lb; -3 °C = 26.6 °F; 24 mV per K = 13.3 mV per °F
  test('the same by hand in inches, pounds and °F', () => {
    expect(us.mm(29)).toBe('1 9/64 in');
    expect(us.mms(', ', 25.4, 12.7)).toBe('1, 1/2 in');
    expect(us.kg(6.8, 1)).toBe('15.0 lb');
    expect(us.degC(-3)).toBe('27 °F');
    expect(us.kelvin(10)).toBe('18 °F');
    expect(us.fineMm(0.254)).toBe('0.010 in');
    expect(us.mvPerDegree(24)).toBe('13.3 mV for each °F');
  });
});

describe('a person who measures in inches, pounds and °F reads nothing else', () => {
  const look = (box: Box): string[] => {
    const mine = imperial(box);
    const names = namesOf(mine);
    return sentences(evaluate(mine, STARTER_CATALOGUE))
      .map((s) => without(s, names))
      .filter((s) => FOREIGN.test(s));
  };
  test.each([...DEMO_BOXES, ...AS_BUILT])('%s', (_, box) => expect(look(box)).toEqual([]));
  test('200 boxes that were edited at random', () => {
    fc.assert(
      fc.property(randomBox(14), (box) => {
        expect(look(box)).toEqual([]);
      }),
      { numRuns: runs(200), seed: 1204 }
    );
  }, 180_000);
  test.each(DEMO_BOXES)('%s: the holes to drill', (_, box) => {
    const mine = imperial(box);
    const plan = evaluate(mine, STARTER_CATALOGUE);
    const rows = plan.panel && plan.fit ? holeSchedule(mine, plan.panel, plan.fit.part, USUAL_SETS) : [];
    // a bit keeps the size that is stamped on it
    const bit = /\d[\d.]* mm (?:step drill|twist drill|hole saw|spade bit|drill|cutter|Forstner bit|punch)/g;
    for (const r of rows)
      for (const text of [r.how, r.pilot, r.window, r.size, r.bit, r.buy])
        expect(text.replace(bit, '…')).not.toMatch(FOREIGN);
  });
});

test('what a strip cell says is whole: nothing is cut off a name', () => {
  const [, box] = DEMO_BOXES[0]!;
  const long = 'Dew heater on the second guide scope, borrowed';
  const device = box.devices[0]!;
  const mine = {
    ...box,
    devices: [{ ...device, name: long, portId: null }, ...box.devices.slice(1)]
  };
  const shorts = evaluate(mine, STARTER_CATALOGUE).findings.map((f) => f.short);
  expect(shorts.some((s) => s.includes(long))).toBe(true);
  expect(shorts.every((s) => !s.endsWith('…'))).toBe(true);
});

describe('a run of wire', () => {
  const inches = saidIn(IMPERIAL);
  test('reads as a tape does: eighths, from two feet on quarters; whole millimetres', () => {
    expect(inches.run(180)).toBe('7 1/8 in');
    expect(inches.run(609)).toBe('24 in');
    expect(inches.run(1830)).toBe('72 in');
    expect(inches.run(2500)).toBe('98 1/2 in');
    expect(METRIC.run(2499.6)).toBe('2.5 m');
    expect([999.4, 999.6, 1440, 1446, 12000].map((mm) => METRIC.run(mm))).toEqual([
      '999 mm',
      '1 m',
      '1.44 m',
      '1.45 m',
      '12 m'
    ]);
    expect([119, 120, 196.85, 240].map((n) => inches.run(n * 25.4))).toEqual([
      '119 in',
      '10 ft',
      '16 ft 5 in',
      '20 ft'
    ]);
  });
  test('of two that are compared, each can be told from the other', () => {
    for (const said of [inches, METRIC])
      for (const [a, b] of [
        [180, 180.4],
        [1830, 1832],
        [175, 180]
      ] as const)
        expect(said.run(a, b)).not.toBe(said.run(b, a));
    expect(inches.run(180, 180)).toBe('7 1/8 in');
  });
});

describe('two figures of a comparison never read the same', () => {
  test('as many decimals as it takes', () => {
    expect(apart(11.7297, 11.73, 2)).toEqual(['11.7297', '11.7300']);
    expect(apart(4.71, 4.74, 1)).toEqual(['4.71', '4.74']);
    expect(apart(4.7, 5.2, 1)).toEqual(['4.7', '5.2']);
    expect(apart(3, 3, 0)).toEqual(['3', '3']);
    // 19.9 and 20 mm are both 25/32 in
    expect(saidIn(IMPERIAL).mmApart(19.9, 20)).toEqual(['0.783 in', '0.787 in']);
    expect(METRIC.mmApart(9.96, 10, 1)).toEqual(['9.96 mm', '10.00 mm']);
  });

  /** Rules that set one figure against another in one sentence. */
  const AGAINST = /\b(?:of|wanted?|wants|needs?|needed|takes|bears|limit|at most|keep)\b/;
  test('in 150 boxes, in both systems', () => {
    const bad = new Set<string>();
    fc.assert(
      fc.property(randomBox(14), fc.boolean(), (box, us) => {
        const mine = us ? imperial(box) : box;
        for (const f of evaluate(mine, STARTER_CATALOGUE).findings)
          for (const sentence of [f.title, f.why.split('. ')[0]!]) {
            if (!AGAINST.test(sentence)) continue;
            const texts = [...sentence.matchAll(/(?<![\w.])-?\d[\d.]*(?: \d+\/\d+|\/\d+)? (?:mm|in|A|V|kg|lb)\b/g)];
            const twice = texts.map((m) => m[0]).find((t, i, all) => all.indexOf(t) !== i);
            const figures = Object.values(f.figures);
            const equal = figures.some((v, i) => figures.some((w, j) => j > i && Math.abs(v - w) < 1e-4));
            if (twice && !equal) bad.add(`${f.id}: ${sentence}`);
          }
      }),
      { numRuns: runs(150), seed: 77 }
    );
    expect([...bad]).toEqual([]);
  }, 180_000);
});
