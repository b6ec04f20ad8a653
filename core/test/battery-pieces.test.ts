import type { Attr } from '../src/box/attr.ts';
import { describe, expect, test } from 'vitest';
import { ampsFor, ampsTable } from '../src/battery/amps-for.ts';
import { bank } from '../src/battery/bank.ts';
import { bankChargeLimits, chargeLimits } from '../src/battery/charge-limits.ts';
import { byWeight, capacityRangeAh, leftByWeight, whPerKg } from '../src/battery/density.ts';
import {
  agedResistanceFactor,
  calendarYears,
  chargeHours,
  claimCheck,
  cycleLife,
  faultMilliOhm,
  hoursUntilItBurns,
  hydrogenLPerH,
  openCircuitV,
  rateFactor,
  sagGrowth,
  sagMilliOhm,
  selfDischargePerMonth,
  stateOfHealth,
  ventOpeningCm2
} from '../src/battery/model.ts';
import { CHEMISTRY } from '../src/battery/chemistry.ts';
import { nominalVOf } from '../src/battery/nominal.ts';
import { socAt, socRange } from '../src/battery/voltage.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import type { KnownChemistry, PartOf } from '../src/catalogue/part.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox } from '../src/demo/boxes.ts';
import { demand } from '../src/demand/demand.ts';
import { set } from '../src/findings/rule.ts';
import { evaluate } from '../src/evaluate.ts';

type Battery = PartOf<'battery'>;
const box = canalNightBankBox();
const part = box.parts[box.bank.partId!] as Battery;
const change = (...edits: Edit[]): Box => applyEdits(box, edits);
const bankOf = (...edits: Edit[]) => {
  const of = change(...edits);
  return bank(of, demand(of))!;
};
const KINDS = Object.keys(CHEMISTRY) as KnownChemistry[];

describe('the bank, from its parts', () => {
  const plain = bankOf(
    set('bank/ageYears', 0),
    set('bank/packs', []),
    set('bank/startFraction', 1),
    set('bank/keepBack', { is: 'set', value: 0.2 })
  );
  const kind = plain.chemistry;
  test('new, full and warm it gives its rating less what is kept back', () => {
    const warm = bankOf(
      set('bank/ageYears', 0),
      set('bank/packs', []),
      set('bank/startFraction', 1),
      set('bank/keepBack', { is: 'set', value: 0.2 }),
      set('outing/airC', 25),
      set('bank/warmerK', 0)
    );
    expect(warm.coldFraction).toBe(1);
    expect(warm.healthFraction).toBe(1);
    expect(warm.availableAh).toBeCloseTo(part.capacityAh * box.bank.count, 9);
    expect(warm.usableAh).toBeCloseTo(0.8 * part.capacityAh * box.bank.count, 9);
    expect(warm.usableWh).toBeCloseTo(warm.usableAh * CHEMISTRY[kind].nominalV, 9);
  });
  test('its short is what its full voltage drives through its low resistance', () => {
    const milliOhm = faultMilliOhm(kind, part.capacityAh) / box.bank.count;
    expect(plain.faultMilliOhm).toBeCloseTo(milliOhm, 9);
    expect(plain.shortCircuitA).toBeCloseTo(openCircuitV(kind, 1) / (milliOhm / 1000), 6);
    expect(plain.fullV).toBe(openCircuitV(kind, 1));
  });
  test('two packs: twice the charge and mass, half the resistance, the energy of one as airlines count it', () => {
    const [one, two] = [bankOf(set('bank/count', 1)), bankOf(set('bank/count', 2))];
    expect(
      [two.ratedAh, two.massKg, two.shortCircuitA].map((v, i) => v / [one.ratedAh, one.massKg, one.shortCircuitA][i]!)
    ).toEqual([2, 2, 2].map((v) => expect.closeTo(v, 9)));
    expect(two.sagMilliOhm).toBeCloseTo(one.sagMilliOhm / 2, 9);
    expect(two.packWh).toBe(one.packWh);
    expect(one.packWh).toBeCloseTo(part.capacityAh * CHEMISTRY[kind].nominalV, 9);
  });
  test('what is kept back: as set, none, or what the planning depth leaves', () => {
    const kept = (value: Attr<number>) => bankOf(set('bank/keepBack', value));
    expect(kept({ is: 'set', value: 0.35 }).keepBackFraction).toBe(0.35);
    expect(kept({ is: 'none' }).keepBackFraction).toBe(0);
    expect(kept({ is: 'auto' }).keepBackFraction).toBeCloseTo(1 - CHEMISTRY[kind].planningDepthFraction, 9);
    expect(kept({ is: 'unknown' })).toMatchObject({ keepBackAssumed: true });
    expect(kept({ is: 'auto' }).keepBackAssumed).toBe(false);
  });
  test('packs that stand differently: charge by what each still holds, alike ones together, a changeover each by itself', () => {
    const packs = [
      { ageYears: 0, startFraction: 1 },
      { ageYears: 4, startFraction: 0.5 },
      { ageYears: 0, startFraction: 1 }
    ];
    const three = bankOf(set('bank/count', 3), set('bank/packs', packs));
    const [a, b, c] = three.packs.map((p) => p.healthFraction) as [number, number, number];
    expect(b).toBeLessThan(a);
    expect(three.healthFraction).toBeCloseTo((a + b + c) / 3, 12);
    expect(three.startFraction).toBeCloseTo((a + 0.5 * b + c) / (a + b + c), 12);
    expect(three.groups.map((g) => [g.count, g.startFraction])).toEqual([
      [2, 1],
      [1, 0.5]
    ]);
    expect(three.groups[1]!.resistanceFactor).toBeCloseTo(agedResistanceFactor(b), 12);
    expect(three.groups[0]!.resistanceFactor).toBeCloseTo(agedResistanceFactor(a), 12);
    const over = bankOf(set('bank/count', 3), set('bank/packs', packs), set('bank/arrangement', 'changeover'));
    expect(over.groups.map((g) => [g.count, g.linkOhm])).toEqual([
      [1, 0],
      [1, 0],
      [1, 0]
    ]);
  });
  test('links: out and back, as set or the usual ones; a single pack has none', () => {
    const links = (count: number, value: Attr<number>) =>
      bankOf(set('bank/count', count), set('bank/linkMilliOhm', value)).groups[0]!.linkOhm;
    expect(links(2, { is: 'set', value: 5 })).toBeCloseTo(0.01, 12);
    expect(links(1, { is: 'set', value: 5 })).toBe(0);
    // 10 cm of 10 AWG and two rings, by hand: 0.33426 + 0.4
    expect(links(2, { is: 'auto' })).toBeCloseTo((2 * 0.73426) / 1000, 9);
  });
  test('what the outing asks for: demand and reserve over what is left of a rated amp-hour', () => {
    const need = demand(box);
    const b = bankOf(set('bank/reserveFraction', 0.25));
    const rate = rateFactor(kind, part.capacityAh, need.meanA / box.bank.count);
    expect(b.size.rate).toBeCloseTo(rate, 12);
    expect(b.neededAh).toBeCloseTo(
      (need.totalAh * 1.25 * rate) / ((1 - b.keepBackFraction) * b.coldFraction * b.healthFraction),
      9
    );
    expect(b.size.neededWh).toBeCloseTo(b.neededAh * CHEMISTRY[kind].nominalV, 9);
    expect([b.size.wantedWh, b.size.wantedAh, b.size.reserveFraction]).toEqual([need.totalWh, need.totalAh, 0.25]);
  });
  test('its workings end in the figures that are shown', () => {
    const b = evaluate(box, STARTER_CATALOGUE).bank!;
    expect(Number(b.usable.result.value)).toBeCloseTo(b.usableAh, 1);
    expect(Number(b.sizing.result.value)).toBeCloseTo(b.neededAh, 1);
    const cold = [...b.usable.lines, ...b.sizing.lines].find((l) => l.label === 'Left in the cold')!;
    expect(Number(cold.value)).toBeCloseTo(b.coldFraction, 5);
  });
  test('nothing chosen, no bank', () => {
    const none = change(set('bank/partId', null));
    expect(bank(none, demand(none))).toBeUndefined();
  });
});

describe('life, rate, gas', () => {
  test.each(KINDS)('%s: fewer cycles the deeper, fewer years the warmer, at most twice as many', (kind) => {
    expect(cycleLife(kind, 0.8)).toBeCloseTo(CHEMISTRY[kind].cyclesAt80, 9);
    expect(cycleLife(kind, 0.4)).toBeCloseTo(CHEMISTRY[kind].cyclesAt80 * 2 ** CHEMISTRY[kind].lifeExponent, 6);
    const years = CHEMISTRY[kind].calendarYears;
    expect([
      calendarYears(kind, 25),
      calendarYears(kind, 35),
      calendarYears(kind, 15),
      calendarYears(kind, -20)
    ]).toEqual([years, years / 2, 2 * years, 2 * years]);
    expect(selfDischargePerMonth(kind, 35)).toBeCloseTo(2 * CHEMISTRY[kind].selfDischargePerMonthFraction, 12);
  });
  test('health falls by a fifth over a life, whichever way it is used up, and never below three tenths', () => {
    const use = { ageYears: 0, cycleCount: 0, depthFraction: 0.8, tempC: 25 };
    expect(stateOfHealth('agm', use)).toBe(1);
    expect(stateOfHealth('agm', { ...use, ageYears: 6 })).toBeCloseTo(0.8, 12);
    expect(stateOfHealth('agm', { ...use, cycleCount: 400 })).toBeCloseTo(0.8, 12);
    expect(stateOfHealth('agm', { ...use, ageYears: 3, cycleCount: 200 })).toBeCloseTo(0.8, 12);
    expect(stateOfHealth('agm', { ...use, ageYears: 90 })).toBe(0.3);
    expect([agedResistanceFactor(1), agedResistanceFactor(0.8)]).toEqual([1, expect.closeTo(1.7, 12)]);
  });
  test('a current below the rated one is no gain, above it costs', () => {
    expect(rateFactor('agm', 20, 0.5)).toBe(1);
    expect(rateFactor('agm', 20, 1)).toBe(1);
    expect(rateFactor('agm', 20, 5)).toBeCloseTo(5 ** 0.12, 12);
  });
  test('sag grows as it empties, and not without end', () => {
    const agm = CHEMISTRY.agm;
    expect([sagGrowth(agm, 1), sagGrowth(agm, 0.5)]).toEqual([1, 1.35]);
    expect(sagGrowth(agm, 0)).toBe(sagGrowth(agm, 0.005));
    expect(sagGrowth(agm, 0.005)).toBeCloseTo(1 + 0.35 * 199, 9);
    // 225/20 × 1.3 at 0 °C × 1.35 at half and 3 of its own
    expect(sagMilliOhm('agm', 20, 0, 0.5)).toBeCloseTo((225 / 20) * 1.3 * 1.35 + 3, 9);
  });
  test('charging: constant, then tapering; from above the taper only the second; to below it only the first', () => {
    const charge = {
      fromFraction: 0.5,
      toFraction: 1,
      currentA: 4,
      tailA: 0.4,
      taperSocFraction: 0.8,
      coulombicFraction: 0.95
    };
    const all = chargeHours(20, charge);
    expect(all.constantH).toBeCloseTo((0.3 * 20) / (4 * 0.95), 9);
    expect(all.taperH).toBeCloseTo(((0.2 * 20) / 0.95 / 3.6) * Math.log(10), 9);
    expect(all.totalH).toBeCloseTo(all.constantH + all.taperH, 12);
    const late = chargeHours(20, { ...charge, fromFraction: 0.9 });
    expect(late.constantH).toBe(0);
    expect(late.taperH).toBeCloseTo(all.taperH / 2, 9);
    expect(chargeHours(20, { ...charge, toFraction: 0.7 }).taperH).toBe(0);
  });
  test('openings and hydrogen from one rate of gas, of vented cells two and a half times as much', () => {
    expect(ventOpeningCm2('agm', 20)).toEqual({
      flowM3PerH: expect.closeTo(0.048, 9),
      areaCm2: expect.closeTo(1.344, 9)
    });
    expect(ventOpeningCm2('flooded', 20).flowM3PerH).toBeCloseTo(0.12, 9);
    expect(hydrogenLPerH('agm', 20, 'boost')).toBeCloseTo(0.008 * 20 * 6 * 0.45, 9);
    expect(hydrogenLPerH('agm', 20, 'float')).toBeCloseTo(0.001 * 20 * 6 * 0.45, 9);
    expect(hydrogenLPerH('flooded', 20, 'boost')).toBeCloseTo(0.02 * 20 * 6 * 0.45, 9);
    expect(hydrogenLPerH('flooded', 20, 'float')).toBeCloseTo(0.005 * 20 * 6 * 0.45, 9);
    expect(hoursUntilItBurns(10, 0.5)).toBeCloseTo(0.8, 12);
  });
  test('a claim is plausible up to what its cells reach', () => {
    expect(claimCheck('agm', 4, 1)).toEqual({ whPerKg: 48, plausible: true });
    expect(claimCheck('agm', 4.1, 1).plausible).toBe(false);
  });
});

describe('the charge a voltage means', () => {
  test.each(KINDS)('%s: what the table gives for a charge is read back', (kind) => {
    for (const soc of [0, 0.07, 0.33, 0.5, 0.81, 1]) expect(socAt(kind, openCircuitV(kind, soc))).toBeCloseTo(soc, 6);
    expect(socAt(kind, 0)).toBe(0);
    expect(socAt(kind, 99)).toBe(1);
    const { lowFraction, highFraction } = socRange(kind, openCircuitV(kind, 0.5), 0.05);
    expect(lowFraction).toBeLessThan(0.5);
    expect(highFraction).toBeGreaterThan(0.5);
    expect(openCircuitV(kind, lowFraction)).toBeCloseTo(openCircuitV(kind, 0.5) - 0.05, 6);
    expect(openCircuitV(kind, highFraction)).toBeCloseTo(openCircuitV(kind, 0.5) + 0.05, 6);
  });
});

describe('what weight, label and hours say', () => {
  const known = (capacityAh: number, massKg: number, notKnown: Battery['notKnown'] = []) => ({
    capacityAh,
    massKg,
    notKnown
  });
  test('watt-hours per kilogram, where both are known', () => {
    expect(whPerKg(known(20, 4))).toBe(60);
    expect(whPerKg(known(20, 4, ['mass']))).toBeUndefined();
    expect(whPerKg(known(20, 4, ['capacity']))).toBeUndefined();
    expect(whPerKg(known(20, 0))).toBeUndefined();
  });
  test.each([
    [20, 3.9, 'lithium', 'no lead-acid'],
    [20, 4, undefined, 'could be either'],
    [20, 4.36, undefined, 'could be either'],
    [20, 4.4, 'lead', 'no lithium'],
    [20, 7, 'lead', 'no lithium']
  ] as const)('%d Ah of %d kg', (ah, kg, only, says) => {
    const found = byWeight(known(ah, kg));
    expect(found.only).toBe(only);
    expect(found.say).toContain(says);
  });
  test('what the weight leaves of all chemistries', () => {
    expect(leftByWeight(known(20, 3), KINDS)).toEqual(KINDS.filter((k) => !CHEMISTRY[k].isLead));
    expect(leftByWeight(known(20, 7), KINDS)).toEqual(KINDS.filter((k) => CHEMISTRY[k].isLead));
    expect(leftByWeight(known(20, 4.2), KINDS)).toEqual(KINDS);
    expect(byWeight(known(20, 4, ['mass'])).say).toContain('Weigh it');
  });
  test('a label nobody can read: by weight and sort, else half to half as much again', () => {
    const of = (over: Partial<Battery>): Battery => ({
      ...part,
      capacityAh: 20,
      massKg: 6.4,
      notKnown: ['capacity'],
      ...over
    });
    // 25 to 48 Wh per kg over 12.8 V
    expect(capacityRangeAh(of({ chemistry: 'agm' }))).toEqual([13, 24]);
    expect(capacityRangeAh(of({ chemistry: 'agm', capacityAh: 7 }))).toEqual([7, 24]);
    expect(capacityRangeAh(of({ chemistry: 'lfp', massKg: 1.6 }))).toEqual([10, 20]);
    expect(capacityRangeAh(of({ chemistry: 'unknown' }))).toEqual([10, 30]);
    expect(capacityRangeAh(of({ chemistry: 'agm', notKnown: ['mass'] }))).toEqual([10, 30]);
  });
  test('charge currents: as the cells like it and bear it, within the label, of all packs together', () => {
    expect(chargeLimits('agm', { capacityAh: 20, labelA: null })).toEqual({ wantedA: 5, mostA: 6 });
    expect(chargeLimits('agm', { capacityAh: 20, labelA: 5.5 })).toEqual({ wantedA: 5, mostA: 5.5 });
    expect(chargeLimits('agm', { capacityAh: 20, labelA: 2 })).toEqual({ wantedA: 2, mostA: 2 });
    expect(bankChargeLimits({ chemistry: 'agm', ratedAh: 40, count: 2, part: { maxChargeA: 4 } })).toEqual({
      wantedA: 8,
      mostA: 8
    });
    expect(bankChargeLimits({ chemistry: 'agm', ratedAh: 40, count: 2, part: { maxChargeA: null } })).toEqual({
      wantedA: 10,
      mostA: 12
    });
  });
  test('the amps that run for some hours: usable charge over the hours, less what speed costs', () => {
    const agm = { chemistry: 'agm', part: { ...part, capacityAh: 20 }, count: 1, usableAh: 10 } as const;
    expect(ampsFor(agm, 20)).toBeCloseTo(0.5, 9);
    const fast = ampsFor(agm, 2);
    expect(fast * 2 * rateFactor('agm', 20, fast)).toBeCloseTo(10, 6);
    expect(fast).toBeLessThan(5);
    expect([ampsFor(agm, 0), ampsFor(agm, -1), ampsFor({ ...agm, usableAh: 0 }, 5)]).toEqual([0, 0, 0]);
    expect(ampsFor(agm, 0.5)).toBeGreaterThan(0);
    expect(ampsTable(agm, 9).map((r) => r.durationH)).toEqual([9, 12, 14]);
    expect(ampsTable(agm, 1).map((r) => r.durationH)).toEqual([1, 2]);
    expect(ampsTable(agm, 9)[1]!.amps).toBe(ampsFor(agm, 12));
  });
  test('the nominal voltage of a part', () => {
    expect(nominalVOf({ ...part, chemistry: 'lfp' })).toBe(12.8);
    expect(nominalVOf({ ...part, chemistry: 'unknown' })).toBe(12);
    expect(nominalVOf(STARTER_CATALOGUE.find((p) => p.kind === 'panel')!)).toBeUndefined();
  });
});
