import { describe, expect, it, test } from 'vitest';
import { bank, lifeOutings } from '../src/battery/bank.ts';
import { checkClaim, type BatteryClaim } from '../src/battery/claims.ts';
import { CHEMISTRY } from '../src/battery/chemistry.ts';
import { cycleLife } from '../src/battery/model.ts';
import { bankSurge, parallelPlan } from '../src/battery/parallel-plan.ts';
import { checkTypedClaim, NOTHING_CLAIMED, type TypedClaim } from '../src/battery/typed-claim.ts';
import { METER_V, restedReading, voltageChart, whatVoltageMeans } from '../src/battery/voltage.ts';
import { setTo } from '../src/box/attr.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { set } from '../src/box/edit.ts';
import { canalNightBankBox } from '../src/demo/boxes.ts';
import { demand } from '../src/demand/demand.ts';

const box = canalNightBankBox();
const made = (...edits: Edit[]) => {
  const of = applyEdits(box, edits);
  return { of, b: bank(of, demand(of))! };
};
const NEW = [set('bank/ageYears', 0), set('bank/packs', []), set('bank/startFraction', 1)];

describe('the workings of a bank, line by line', () => {
  const lineOf = (b: ReturnType<typeof made>['b'], which: 'usable' | 'sizing', label: string) =>
    b[which].lines.find((l) => l.label.startsWith(label));

  it('says whose rating it is, and how many outings a year have aged it', () => {
    const one = made(set('bank/ageYears', 2), set('bank/packs', []), set('bank/outingsPerYear', 12));
    expect(lineOf(one.b, 'usable', 'Rated')?.source).toBe('the battery’s label');
    expect(lineOf(one.b, 'sizing', 'Left after age')?.source).toBe('2.0 years, 24 outings');
    const two = made(...NEW, set('bank/count', 2));
    expect(lineOf(two.b, 'usable', 'Rated')?.source).toBe('2 packs in parallel');
    expect(lineOf(two.b, 'usable', 'Rated')?.value).toBe((2 * two.b.part.capacityAh).toFixed(2));
  });

  it('says that an age nobody knows was taken, and what is kept in reserve', () => {
    const { b } = made(set('bank/ageYears', 'unknown'), set('bank/packs', []), set('bank/reserveFraction', 0.25));
    expect(lineOf(b, 'usable', 'Lost to age')?.label).toMatch(/years \(nobody knows\)$/);
    expect(lineOf(b, 'sizing', 'Reserve')).toMatchObject({ value: '1.2500', source: '25 % on top' });
  });

  it('takes off what was not charged, and says so when it starts below the line that is kept', () => {
    const full = made(...NEW).b;
    expect(lineOf(full, 'usable', 'Not charged')).toBeUndefined();
    expect(lineOf(full, 'usable', 'Never less')).toBeUndefined();
    const half = made(set('bank/ageYears', 0), set('bank/packs', []), set('bank/startFraction', 0.5)).b;
    const taken = lineOf(half, 'usable', 'Not charged');
    expect(taken).toMatchObject({ value: (-half.availableAh / 2).toFixed(2), source: '50 % full' });
    const low = made(
      set('bank/ageYears', 0),
      set('bank/packs', []),
      set('bank/startFraction', 0.1),
      set('bank/keepBack', setTo(0.3))
    ).b;
    expect(low.usableAh).toBe(0);
    expect(lineOf(low, 'usable', 'Never less')?.value).toBe('0');
    expect(lineOf(low, 'usable', 'Kept back')).toMatchObject({ label: 'Kept back, 30 %', origin: 'entered' });
  });

  it('lives as many outings as its depth allows, never counted shallower than a third or so', () => {
    const deep = made(...NEW, set('bank/keepBack', setTo(0.2))).b;
    expect(lifeOutings(deep)).toBe(cycleLife(deep.chemistry, 0.8));
    const shallow = made(...NEW, set('bank/keepBack', setTo(0.9))).b;
    expect(lifeOutings(shallow)).toBe(cycleLife(shallow.chemistry, 0.3));
  });

  it('is as sure as the logbook is of what it learnt', () => {
    const learnt = {
      partId: box.bank.partId!,
      count: 1,
      capacityAh: 20,
      capacitySpreadAh: 2,
      resistanceFactor: 1.5,
      resistanceSpread: 0.3,
      selfDischargeFraction: null,
      standbyA: null,
      note: 'from four outings'
    };
    const { b } = made(...NEW, set('bank/learnt', learnt));
    expect(b.capacitySpreadFraction).toBeCloseTo(0.1, 12);
    expect(b.resistanceSpreadFraction).toBeCloseTo(0.2, 12);
    expect(b.ratedAh * b.healthFraction).toBeCloseTo(20, 9);
    expect(lineOf(b, 'usable', 'Lost to age')?.source).toBe('from four outings');
    // of another battery the logbook said nothing
    expect(made(...NEW, set('bank/learnt', { ...learnt, count: 2 })).b.capacitySpreadFraction).toBeUndefined();
    expect(made(...NEW, set('bank/learnt', null)).b.capacitySpreadFraction).toBeUndefined();
  });
});

describe('what a voltage is worth', () => {
  const read = (volts: number, over: Partial<Parameters<typeof whatVoltageMeans>[0]> = {}) =>
    whatVoltageMeans({ ...restedReading('agm', 20, volts, 20), ...over });

  it('is full, empty, or somewhere between, with a word on how good that is', () => {
    expect(read(13.4).say).toBe('Full.');
    expect(read(10.5).say).toBe('Empty, or nearly: charge it today.');
    expect(read(12.3).say).toMatch(/^Somewhere between \d+ and \d+ %\. Good enough to plan by\.$/);
  });

  it('is worth less the less the meter is to be trusted', () => {
    const widths = [0.01, 0.1, 0.2, 0.4].map((meterToleranceV) => read(12.3, { meterToleranceV }));
    for (const w of widths) {
      const width = w.highFraction - w.lowFraction;
      expect(w.worth).toBe(width <= 0.2 ? 'useful' : width <= 0.3 ? 'rough' : 'almost nothing');
    }
    expect(widths.map((w) => w.worth)).toEqual(expect.arrayContaining(['useful', 'almost nothing']));
    expect(widths.at(-1)!.say).toContain('let it rest for some hours, unloaded, and read again');
  });

  it('says of iron phosphate why it says nothing, and what does', () => {
    const m = whatVoltageMeans({ ...restedReading('lfp', 20, 13.15, 20), meterToleranceV: 0.1 });
    expect(m.worth).toBe('almost nothing');
    expect(m.say).toContain('from 90 to 30 %');
    expect(m.say).toContain('Count amp-hours');
  });

  it('takes a voltmeter to be two hundredths of a volt off, a cut that shows less to be corrected', () => {
    expect(METER_V).toBe(0.02);
    expect(read(12.4, { meterOffsetV: 0.1 }).openV).toBeCloseTo(12.3, 12);
    const loaded = read(12.3, { state: 'loaded', currentA: 5 });
    expect(loaded.openV).toBeGreaterThan(12.3);
    expect(loaded.toleranceV).toBeGreaterThan(read(12.3).toleranceV);
  });

  it('is printed as a chart from full to empty, lower with a load on', () => {
    const rows = voltageChart('agm', { capacityAh: 20, tempC: 20, currentA: 5 });
    expect(rows.map((r) => Math.round(r.socFraction * 10))).toEqual([10, 9, 8, 7, 6, 5, 4, 3, 2, 1, 0]);
    for (const r of rows) expect(r.loadedV).toBeLessThan(r.restedV);
    for (const [i, r] of rows.slice(1).entries()) expect(r.restedV).toBeLessThan(rows[i]!.restedV);
  });
});

describe('two packs', () => {
  const two = (...edits: Edit[]) => made(...NEW, set('bank/count', 2), ...edits);

  it('by turns: one carries all of it, whatever the other does', () => {
    const { of, b } = two(set('bank/arrangement', 'changeover'));
    const plan = parallelPlan(of, b, 6)!;
    expect(plan).toMatchObject({ loadA: 6, currentsA: [6, 0], ratio: 1, surge: undefined });
    expect(plan.say).toContain('One works at a time');
  });

  it('alike on a bus they share evenly, and joining them does nothing', () => {
    const { of, b } = two();
    const plan = parallelPlan(of, b, 6)!;
    expect(plan.currentsA[0]).toBeCloseTo(3, 9);
    expect(plan.currentsA[1]).toBeCloseTo(3, 9);
    expect(plan.say).toBe('They share evenly.');
    expect(plan.surge).toBeUndefined();
    // half an amp is looked at at least
    expect(parallelPlan(of, b, 0)!.loadA).toBe(0.5);
    expect(parallelPlan(of, made(...NEW).b, 6)).toBeUndefined();
  });

  it('one older than the other gives less, and how much is told', () => {
    const pack = (ageYears: number, startFraction: number) => ({ ageYears, startFraction });
    const ages = (years: number) => two(set<string>('bank/packs', [pack(0, 1), pack(years, 1)]));
    const said = [1, 2, 3, 4, 6].map((years) => {
      const { of, b } = ages(years);
      return parallelPlan(of, b, 6)!;
    });
    for (const p of said) {
      expect(p.currentsA[0]! + p.currentsA[1]!).toBeCloseTo(6, 9);
      if (p.ratio <= 1.1) expect(p.say).toBe('They share evenly.');
      else if (p.ratio <= 1.2)
        expect(p.say).toBe(`The hardest working gives ${p.ratio.toFixed(2)} times what the least gives: good enough.`);
      else expect(p.say).toContain(`${p.ratio.toFixed(2)} times what the least gives: it ages first`);
    }
    expect(said.at(-1)!.ratio).toBeGreaterThan(said[0]!.ratio);
  });

  it('joined while one is full and one is not, current flows between them', () => {
    const packs = (second: number) =>
      set<string>('bank/packs', [
        { ageYears: 0, startFraction: 1 },
        { ageYears: 0, startFraction: second }
      ]);
    expect(bankSurge(two(packs(0.995)).b)).toBeUndefined();
    const surge = bankSurge(two(packs(0.4)).b)!;
    expect(surge.peakA).toBeGreaterThan(0);
    expect(parallelPlan(two(packs(0.4)).of, two(packs(0.4)).b, 1)!.surge).toEqual(surge);
  });
});

describe('a claim as it is typed', () => {
  const nothing: TypedClaim = { ...NOTHING_CLAIMED, chemistry: 'agm' };
  const typed = (over: Partial<TypedClaim>) => checkTypedClaim({ ...nothing, ...over });
  const energy = (amount: string, over: Partial<TypedClaim> = {}) => {
    const r = typed({ amount, ...over });
    return r.ok ? r.check.energyWh : r.message;
  };

  test.each([
    ['20 Ah', 240],
    ['20000 mAh', 240],
    ['240 Wh', 240],
    ['1,200 Wh', 1200],
    ['7,2 Ah', 86.4],
    ['400 CCA', null],
    ['400 A', null]
  ])('%s', (amount, wh) => {
    const of = energy(amount);
    if (wh === null) expect(of).toBeNull();
    else expect(of).toBeCloseTo(wh, 9);
  });

  it('counts at the voltage that is said, else at that of its kind', () => {
    expect(energy('10 Ah', { atV: '3.7 V' })).toBeCloseTo(37, 9);
    expect(energy('10 Ah', { chemistry: 'lfp' })).toBeCloseTo(10 * CHEMISTRY.lfp.nominalV, 9);
    expect(energy('10 Ah', { chemistry: 'unknown' })).toBeCloseTo(120, 9);
  });

  it('reads litres, or three sides, and refuses what is neither at its field', () => {
    const says = (litres: string) => {
      const r = typed({ amount: '20 Ah', litres });
      return r.ok ? r.check.answers.find((a) => a.say.includes('per litre'))?.say : r.field;
    };
    expect(says('2.4 l')).toContain('100 Wh per litre');
    expect(says('2,4 litres')).toContain('100 Wh per litre');
    expect(says('200 × 120 × 100 mm')).toContain('100 Wh per litre');
    expect(says('200 × 120')).toBe('litres');
    expect(says('a shoe box')).toBe('litres');
  });

  test.each([
    ['price', '-3'],
    ['price', '100001'],
    ['lasts', '0 h'],
    ['draw', 'heavy'],
    ['atV', '0.5 V'],
    ['mass', '300 kg']
  ] as const)('%s: %s is refused there', (field, text) => {
    expect(typed({ amount: '20 Ah', [field]: text })).toMatchObject({ ok: false, field });
  });
});

describe('a claim against what is possible, by hand', () => {
  const claim: BatteryClaim = {
    chemistry: 'agm',
    amount: 20,
    unit: 'Ah',
    atV: 12,
    massKg: null,
    litres: null,
    priceAmount: null,
    lastsH: null,
    drawW: null
  };
  const first = (over: Partial<BatteryClaim>) => checkClaim({ ...claim, ...over }).answers[0]!;

  it('price: lead from 0.06, lithium from 0.12 a watt-hour', () => {
    expect(first({ priceAmount: 14.4 }).verdict).toBe('plausible');
    expect(first({ priceAmount: 14.4 }).say).toBe('0.06 per Wh is a possible price.');
    expect(first({ priceAmount: 14 }).verdict).toBe('doubtful');
    expect(first({ chemistry: 'unknown', priceAmount: 28.8 }).verdict).toBe('plausible');
    expect(first({ chemistry: 'unknown', priceAmount: 28 }).verdict).toBe('doubtful');
  });

  it('volume: 105 Wh a litre at most for AGM', () => {
    expect(first({ litres: 240 / 105 }).verdict).toBe('plausible');
    expect(first({ litres: 2.2 }).verdict).toBe('doubtful');
    expect(first({ litres: 2.2 }).say).toContain('109 Wh per litre is more than');
  });

  it('hours: two in a hundred over its energy are let pass', () => {
    expect(first({ lastsH: 10, drawW: 24 }).verdict).toBe('plausible');
    expect(first({ lastsH: 10.2, drawW: 24 }).verdict).toBe('plausible');
    expect(first({ lastsH: 10.3, drawW: 24 }).verdict).toBe('implausible');
  });

  it('amp-hours of cells are told as such under five volts, and not from there on', () => {
    expect(first({ chemistry: 'unknown', atV: 4.9 }).verdict).toBe('explained');
    expect(checkClaim({ ...claim, chemistry: 'unknown', atV: 5 }).answers).toEqual([]);
    expect(first({ chemistry: 'unknown', atV: 3.6, amount: 10000, unit: 'mAh' }).say).toBe(
      '10 Ah at 3.6 V is counted at the cells: 36 Wh, so 3 Ah at 12 V, about 2.7 Ah after its converter.'
    );
  });
});
