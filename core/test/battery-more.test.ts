import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { AUTO, setTo } from '../src/box/attr.ts';
import { checkClaim, type BatteryClaim } from '../src/battery/claims.ts';
import { joiningSurge, packCurrents, unevenness } from '../src/battery/parallel.ts';
import { parallelPlan } from '../src/battery/parallel-plan.ts';
import { checkTypedClaim, NOTHING_CLAIMED } from '../src/battery/typed-claim.ts';
import { socRange, whatVoltageMeans, type Reading } from '../src/battery/voltage.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { chargingPlan } from '../src/charge/charging.ts';
import { solarPlan } from '../src/charge/solar.ts';
import { storagePlan } from '../src/charge/storage.ts';
import { judge } from '../src/compare/candidate.ts';
import { finished } from '../src/work.ts';
import { COLUMNS, sortedRows } from '../src/compare/columns.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import { starter } from '../src/demo/builder.ts';
import { evaluate } from '../src/evaluate.ts';
import { E, expectDigits } from './vectors.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const hide = saltmarshHideBox();
const canal = canalNightBankBox();
const planOf = (box = hide) => evaluate(box, STARTER_CATALOGUE);

describe('packs side by side', () => {
  const three = Array.from({ length: 3 }, () => ({ openV: 13.2, ohm: 0.0205 }));
  test('E6.6: three packs, 30 A, taken off at one end and at opposite ends', () => {
    const one = packCurrents(three, { linkOhm: 0.002, takeOff: 'same-end', loadA: 30 });
    [E.lad_2one1!, E.lad_2one2!, E.lad_2one3!].forEach((a, i) => expectDigits(one[i]!, a));
    expectDigits(unevenness(one), E.lad_2one_imb!);
    const opposite = packCurrents(three, { linkOhm: 0.002, takeOff: 'opposite', loadA: 30 });
    expectDigits(unevenness(opposite), E.lad_2dia_imb!);
    const short = { linkOhm: 0.0007, loadA: 30 };
    expectDigits(unevenness(packCurrents(three, { ...short, takeOff: 'same-end' })), E.lad_one_imb!);
    expectDigits(unevenness(packCurrents(three, { ...short, takeOff: 'opposite' })), E.lad_dia_imb!);
  });
  test('E6.5: a new and an aged pack share 20 A; joining a full and an empty one', () => {
    const shared = packCurrents(
      [
        { openV: 13.2, ohm: 0.0205 },
        { openV: 13.2, ohm: 0.035 }
      ],
      { linkOhm: 1e-6, takeOff: 'bus', loadA: 20 }
    );
    expectDigits(shared[0]!, E.sh_i1!, 3);
    expectDigits(shared[1]!, E.sh_i2!, 3);
    const surge = joiningSurge({ chemistry: 'lfp', capacityAh: 20, tempC: 25, linkOhm: 0.004, labelA: null }, [1, 0.2]);
    expectDigits(surge.settledA, E.eq_lfp!);
    expectDigits(surge.peakA, E.eq_fault!);
    expect(surge.movedAh).toBeCloseTo(8, 9);
  });
  test('on a bus equal packs share evenly, and the currents always add up to the load', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 4 }),
        fc.double({ min: 0.5, max: 40, noNaN: true }),
        fc.constantFrom('bus', 'opposite', 'same-end'),
        (n, loadA, takeOff) => {
          const packs = Array.from({ length: n }, (_, i) => ({ openV: 13.1 + 0.01 * i, ohm: 0.02 }));
          const currents = packCurrents(packs, { linkOhm: 0.001, takeOff, loadA });
          expect(currents.reduce((s, a) => s + a, 0)).toBeCloseTo(loadA, 5);
        }
      ),
      { seed: 6, numRuns: 40 }
    );
    expect(unevenness(packCurrents(three, { linkOhm: 0.001, takeOff: 'bus', loadA: 10 }))).toBeCloseTo(1, 6);
  });
  test('an unequal bank gives less than two equal ones, a changeover as much', () => {
    const two = applyEdits(canal, [set('bank/count', 2)]);
    const uneven = applyEdits(two, [
      set('bank/packs', [
        { ageYears: 0, startFraction: 1 },
        { ageYears: 4, startFraction: 0.6 }
      ])
    ]);
    const lasts = (box: typeof canal) => planOf(box).outing!.lastsH;
    expect(lasts(uneven)).toBeLessThan(lasts(two));
    expect(lasts(applyEdits(two, [set('bank/arrangement', 'changeover')]))).toBeGreaterThan(lasts(canal) * 1.7);
    const plan = planOf(uneven);
    const shares = parallelPlan(uneven, plan.bank!, 5)!;
    expect(shares.currentsA[0]).toBeGreaterThan(shares.currentsA[1]!);
    expect(shares.surge!.settledA).toBeGreaterThan(1);
  });
  test('a battery outside takes no room, and its lead costs voltage', () => {
    const outside = applyEdits(canal, [
      set('bank/stands', 'outside'),
      set('feeds/main/lead', { lengthMm: 4000, wire: AUTO, wireCount: 1 })
    ]);
    const [inside, out] = [planOf(canal), planOf(outside)];
    expect(out.fit!.bodies.some((b) => b.kind === 'battery')).toBe(false);
    expect(out.carry.massKg).toBeLessThan(inside.carry.massKg - 5);
    expect(out.wiring.main.commonMilliOhm).toBeGreaterThan(inside.wiring.main.commonMilliOhm + 5);
    expect(out.wiring.netlist.parts.some((p) => p.kind === 'inlet')).toBe(true);
  });
});

describe('what a voltage means', () => {
  test('E10.4: 13.16 ± 0.05 V on iron phosphate is 37.5 to 62 %, 12.26 on AGM 45.8 to 54.2 %', () => {
    const lfp = socRange('lfp', 13.16, 0.05);
    expectDigits(lfp.lowFraction * 100, E.sv_lo!);
    expectDigits(lfp.highFraction * 100, E.sv_hi!);
    const top = socRange('lfp', 13.3, 0.05);
    expectDigits(top.lowFraction * 100, E.svl_lo!);
    expectDigits(top.highFraction * 100, E.svl_hi!);
    expectDigits(socRange('agm', 12.26, 0.05).lowFraction * 100, E.sva_lo!);
    expectDigits(socRange('agm', 12.26, 0.05).highFraction * 100, E.sva_hi!);
  });
  const reading: Reading = {
    chemistry: 'agm',
    capacityAh: 20,
    volts: 12.3,
    state: 'rested',
    currentA: 0,
    tempC: 20,
    meterOffsetV: 0,
    meterToleranceV: 0.05
  };
  test('a load, a fresh charge and a bad meter each widen the answer', () => {
    const width = (r: Partial<Reading>) => {
      const m = whatVoltageMeans({ ...reading, ...r });
      return m.highFraction - m.lowFraction;
    };
    expect(width({ state: 'loaded', currentA: 5 })).toBeGreaterThan(width({}));
    expect(width({ state: 'just-charged' })).toBeGreaterThan(width({}));
    expect(width({ meterToleranceV: 0.15 })).toBeGreaterThan(width({}));
  });
  test('a meter that shows too much is corrected, and a plain word says what it is worth', () => {
    const honest = whatVoltageMeans(reading);
    const high = whatVoltageMeans({ ...reading, volts: 12.5, meterOffsetV: 0.2 });
    expect(high.lowFraction).toBeCloseTo(honest.lowFraction, 9);
    expect(whatVoltageMeans({ ...reading, chemistry: 'lfp', volts: 13.2 }).worth).toBe('almost nothing');
    expect(whatVoltageMeans({ ...reading, volts: 11.2 }).say).toMatch(/Empty/);
    expect(whatVoltageMeans({ ...reading, volts: 13.6 }).say).toMatch(/Full/);
  });
});

describe('claims', () => {
  const claim: BatteryClaim = {
    chemistry: 'lfp',
    amount: 20,
    unit: 'Ah',
    atV: 12.8,
    massKg: null,
    litres: null,
    priceAmount: null,
    lastsH: null,
    drawW: null
  };
  const verdicts = (c: Partial<BatteryClaim>) => checkClaim({ ...claim, ...c }).answers.map((a) => a.verdict);
  test('E6.7: 100 Ah of 6 kg is implausible, 20 Ah of 2.5 kg is not', () => {
    expect(verdicts({ amount: 100, massKg: 6 })).toEqual(['implausible']);
    expect(verdicts({ massKg: 2.5 })).toEqual(['plausible']);
  });
  test('E6.7: 20 Ah counted at 3.7 V are 6.17 Ah at 12 V', () => {
    const r = checkClaim({ ...claim, chemistry: 'unknown', amount: 20000, unit: 'mAh', atV: 3.7 });
    expect(r.answers[0]!.say).toContain('6.17 Ah at 12 V');
    expectDigits(r.energyWh!, 74);
  });
  test('cranking amps are explained, a price too low is doubted, a runtime beyond the energy refused', () => {
    expect(checkClaim({ ...claim, unit: 'CCA', amount: 400 }).answers[0]!.say).toContain('40 to 57.1 Ah');
    expect(verdicts({ priceAmount: 15 })).toEqual(['doubtful']);
    expect(verdicts({ lastsH: 20, drawW: 30 })).toEqual(['implausible']);
    expect(verdicts({ lastsH: 8, drawW: 30 })).toEqual(['plausible']);
  });
  test('what is typed is read, and what is not understood is named at its field', () => {
    const typed = NOTHING_CLAIMED;
    const ok = checkTypedClaim({ ...typed, amount: '100 Ah', mass: '6 kg', litres: '330 x 172 x 214 mm' });
    expect(ok.ok && ok.check.answers.map((a) => a.verdict)).toEqual(['implausible', 'plausible']);
    expect(checkTypedClaim({ ...typed, amount: 'lots' })).toMatchObject({ ok: false, field: 'amount' });
    expect(checkTypedClaim({ ...typed, amount: '20 Ah', mass: '3 V' })).toMatchObject({ ok: false, field: 'mass' });
    expect(checkTypedClaim({ ...typed, amount: '0 Ah' })).toMatchObject({ ok: false, field: 'amount' });
  });
});

describe('charging, sun and shelf', () => {
  test('the plan names path, fuse, hours and the order; a load on it takes longer', () => {
    const plan = chargingPlan(hide, planOf())!;
    expect(plan.path).toBe('inlet');
    expect(plan.way.fuseA).toBeGreaterThan(0);
    expect(plan.whileOff).toBe(true);
    expect(plan.hoursLoaded!).toBeGreaterThan(plan.hours!.totalH);
    expect(plan.coldestC).toBe(0);
    expect(plan.steps.join(' ')).toContain('panel last');
  });
  test('lead-acid asks for openings unless the lid is open, and takes longer than the ideal taper', () => {
    const lid = chargingPlan(canal, planOf(canal))!;
    expect(lid.vent.needed).toBe(true);
    expect(lid.vent.say).toContain('lid open');
    const inlet = applyEdits(canal, [set('charging/path', setTo('inlet'))]);
    expect(chargingPlan(inlet, planOf(inlet))!.vent.say).toContain('cm²');
    const weak = applyEdits(canal, [set('charging/chargerA', setTo(0.5))]);
    expect(chargingPlan(weak, planOf(weak))!.hours).toBeUndefined();
  });
  test('a panel brings most in summer, and a week of it adds up', () => {
    const plan = solarPlan(hide, planOf())!;
    expect(Math.max(...plan.monthWh)).toBe(Math.max(...plan.monthWh.slice(4, 8)));
    expect(plan.monthWh[11]).toBeLessThan(plan.monthWh[6]!);
    expect(plan.week).toHaveLength(7);
    for (const d of plan.week) expect(d.socFraction).toBeGreaterThanOrEqual(0);
    const bigger = applyEdits(hide, [set('charging/solar/panelW', 400)]);
    expect(solarPlan(bigger, planOf(bigger))!.holds).toBe(true);
    expect(solarPlan(applyEdits(hide, [set('outing/site', null)]), planOf())).toBeUndefined();
  });
  test('a panel standing there during the outing makes it last longer', () => {
    const sunny = applyEdits(hide, [
      set('charging/solar/duringOuting', true),
      set('charging/solar/panelW', 60),
      set('charging/solar/skyFraction', setTo(1))
    ]);
    const plan = planOf(sunny);
    expect(plan.outing!.run.balance.inflowWh).toBeGreaterThan(20);
    expect(plan.outing!.lastsH).toBeGreaterThan(planOf().outing!.lastsH);
  });
  test('an hour on the mains in between does, too', () => {
    const charged = applyEdits(hide, [set('charging/plugged', [{ startH: 12, endH: 13 }])]);
    expect(planOf(charged).outing!.lastsH).toBeGreaterThan(planOf().outing!.lastsH + 1);
  });
  test('the shelf: lead full and topped up in months, warmth and a drain shorten it', () => {
    const agm = storagePlan(canal, planOf(canal))!;
    expect(agm.lowFraction).toBe(1);
    expect(agm.topUpMonths).toBe(3);
    const warm = applyEdits(canal, [set('charging/storageC', 35)]);
    expect(storagePlan(warm, planOf(warm))!.shelfMonths).toBeLessThan(agm.shelfMonths);
    const drained = applyEdits(canal, [set('feeds/main/switches', { is: 'none' })]);
    const plan = storagePlan(drained, planOf(drained))!;
    expect(plan.drainA).toBeGreaterThan(0.01);
    expect(plan.topUpMonths).toBeLessThan(1.5);
    expect(plan.say).toContain('the box itself drains it');
  });
});

describe('batteries side by side', () => {
  test('every chemistry of the catalogue runs the outing, 4S Li-ion is too much for 15 V devices, vented lead must stand', () => {
    const batteries = STARTER_CATALOGUE.filter((p) => p.kind === 'battery');
    expect(new Set(batteries.map((b) => b.chemistry))).toEqual(
      new Set(['lfp', 'agm', 'gel', 'flooded', 'nmc3', 'nmc4'])
    );
    for (const id of ['battery-gel-35', 'battery-flooded-60', 'battery-nmc3-20', 'battery-nmc4-20']) {
      const box = applyEdits(canal, [set(`parts/${id}`, starter('battery', id)), set('bank/partId', id)]);
      const plan = planOf(box);
      expect(plan.outing!.lastsH, id).toBeGreaterThan(5);
      if (id.includes('nmc4')) expect(plan.findings.map((f) => f.id)).toContain('device-overvoltage');
    }
  });
  test('a bigger one lasts longer and weighs more; nine of ten is less than as often as not', () => {
    const [small, large] = [20, 35].map((ah) =>
      finished(judge(hide, STARTER_CATALOGUE, starter('battery', `battery-lfp-${ah}`), 1))
    );
    expect(large!.lastsH!).toBeGreaterThan(small!.lastsH!);
    expect(large!.massKg).toBeGreaterThan(small!.massKg);
    expect(small!.surelyH!).toBeLessThan(small!.lastsH!);
    expect(large!.fits).toBe('no');
    const two = finished(judge(hide, STARTER_CATALOGUE, starter('battery', 'battery-lfp-20'), 2));
    expect(two.lastsH!).toBeGreaterThan(1.9 * small!.lastsH!);
  });
  test('rows sort by any column, pinned ones first, unknown last', () => {
    const facts = (lastsH: number) => ({ ...judgeBase, lastsH });
    const judgeBase = finished(judge(hide, STARTER_CATALOGUE, starter('battery', 'battery-lfp-20'), 1));
    const rows = [
      { facts: facts(5), pinned: false },
      { facts: undefined, pinned: false },
      { facts: facts(9), pinned: false },
      { facts: facts(1), pinned: true }
    ];
    const order = (down: boolean) => sortedRows(rows, { column: 'lasts', down }).map((r) => r.facts?.lastsH);
    expect(order(true)).toEqual([1, 9, 5, undefined]);
    expect(order(false)).toEqual([1, 5, 9, undefined]);
    for (const c of COLUMNS) expect(c.show(judgeBase, { currency: '€', massUnit: 'kg' })).not.toMatch(/NaN|undefined/);
  });
});
