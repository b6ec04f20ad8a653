import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { UNKNOWN } from '../src/box/attr.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { ampsFor, ampsTable } from '../src/battery/amps-for.ts';
import { byWeight, leftByWeight, whPerKg } from '../src/battery/density.ts';
import { rateFactor } from '../src/battery/model.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import { starter } from '../src/demo/builder.ts';
import { evaluate } from '../src/evaluate.ts';
import { schematic } from '../src/schematic/layout.ts';
import { chemistryRange } from '../src/unknown/ranges.ts';
import { isWide, spanOf, spanText } from '../src/unknown/span.ts';
import { shedFindBox } from './as-built/boxes.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const planOf = (box: Parameters<typeof evaluate>[0]) => evaluate(box, STARTER_CATALOGUE);
const two = (v: number) => v.toFixed(2);

describe('figures that hang on an unknown', () => {
  test('are one figure where nothing is unknown', () => {
    const plan = planOf(canalNightBankBox());
    const drop = plan.wiring.circuits[0]!.dropV;
    expect(spanOf(plan, (p) => p.wiring.circuits[0]?.dropV)).toEqual({ low: drop, high: drop });
    expect(spanText({ low: drop, high: drop }, two)).toBe(two(drop));
    expect(spanOf(plan, () => undefined)).toBeUndefined();
  });

  test('are a span where a wire is: from thick to thin', () => {
    const box = canalNightBankBox();
    const id = box.circuits[0]!.id;
    const long = set(`circuits/${id}/lengthMm`, { is: 'set', value: 4000 });
    const plan = planOf(applyEdits(box, [long, set(`circuits/${id}/wire`, UNKNOWN)]));
    const drop = spanOf(plan, (p) => p.wiring.circuits.find((c) => c.circuit.id === id)?.dropV)!;
    expect(isWide(drop)).toBe(true);
    expect(drop.high / drop.low).toBeGreaterThan(1.5);
    expect(spanText(drop, two)).toBe(`${two(drop.low)} to ${two(drop.high)}`);
    // the drawing says the most it may be, not one figure to two decimals
    const drawn = (most?: (circuit: string) => number | undefined) =>
      JSON.stringify(schematic(plan.wiring, { widthPx: 1000, lengthUnit: 'mm', mostLostV: most }).shapes);
    expect(drawn((c) => (c === id ? drop.high : undefined))).toContain(`≤ ${drop.high.toFixed(1)} V`);
    expect(drawn()).not.toContain('≤');
  });

  test('so are the hours, and the shorter end leads the answer', () => {
    const plan = planOf(shedFindBox());
    const hours = plan.ends.map((e) => e.outing!.lastsH);
    const lasts = plan.verdicts.find((v) => v.id === 'lasts')!;
    expect(Math.max(...hours)).toBeGreaterThan(Math.min(...hours) * 1.05);
    expect(lasts.target).toMatch(/^to 4 h \d+ min$/);
    // at its worst it falls short of the four hours: that is no answer that holds
    expect(Math.min(...hours)).toBeLessThan(4);
    expect([lasts.state, lasts.reason]).toEqual(['caution', '4 h wanted: it depends']);
    expect(plan.ends.length).toBeGreaterThan(3);
  });

  test('a span is wide by more than a twentieth, and never says the same twice', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.001, max: 1000, noNaN: true }),
        fc.double({ min: 1, max: 4, noNaN: true }),
        (low, by) => {
          const span = { low, high: low * by };
          const text = spanText(span, two);
          const [a, b] = text.split(' to ');
          expect(a).not.toBe(b);
          if (by < 1.05) expect(text).toBe(two(span.high));
        }
      )
    );
  });
});

describe('how much may run for the hours', () => {
  test('amps times hours are what is usable, less what a fast discharge loses', () => {
    for (const box of [canalNightBankBox(), saltmarshHideBox()]) {
      const bank = planOf(box).bank!;
      for (const h of [1, 4, 9, 20, 60]) {
        const amps = ampsFor(bank, h);
        const lost = rateFactor(bank.chemistry, bank.part.capacityAh, amps / bank.count);
        expect(amps * h * lost).toBeCloseTo(bank.usableAh, 4);
      }
      expect(ampsFor(bank, 0)).toBe(0);
      const table = ampsTable(bank, 9);
      expect(table.map((r) => r.durationH)).toEqual([9, 12, 14]);
      expect(table[1]!.amps).toBeLessThan(table[0]!.amps);
    }
  });
});

describe('what a battery can be by its weight', () => {
  const agm = starter('battery', 'battery-agm-18');
  test('90 Wh per kg is no lead, 30 is no lithium, between them either', () => {
    const at = (density: number) => byWeight({ ...agm, massKg: (agm.capacityAh * 12) / density });
    expect(at(90)).toEqual({ only: 'lithium', say: '90 Wh per kg: no lead-acid weighs so little.' });
    expect(at(30)).toEqual({ only: 'lead', say: '30 Wh per kg: no lithium weighs so much.' });
    expect(at(57).only).toBeUndefined();
    expect(whPerKg({ ...agm, notKnown: ['mass'] })).toBeUndefined();
    expect(byWeight({ ...agm, notKnown: ['mass'] }).say).toMatch(/^Weigh it/);
  });

  test('every battery of the library is told right', () => {
    for (const p of STARTER_CATALOGUE) {
      if (p.kind !== 'battery' || p.chemistry === 'unknown' || p.chemistry === 'lithium') continue;
      expect(leftByWeight(p, [p.chemistry]), `${p.id} ${whPerKg(p)}`).toEqual([p.chemistry]);
    }
  });

  test('an unknown battery is tried only as what its weight leaves, and the finding says why', () => {
    const box = shedFindBox();
    const id = box.bank.partId!;
    const light = applyEdits(box, [set(`parts/${id}/massKg`, 1.5)]);
    expect(chemistryRange(box).every((c) => ['agm', 'flooded'].includes(c))).toBe(true);
    expect(chemistryRange(light)).toEqual(['lfp', 'nmc4']);
    expect(planOf(light).findings.find((f) => f.id === 'chemistry-unknown')!.why).toContain('no lead-acid');
  });
});
