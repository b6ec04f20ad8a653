import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { set } from '../src/box/edit.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { agedResistanceFactor, openCircuitV, sagMilliOhm } from '../src/battery/model.ts';
import { bankMilliOhm, weakestMilliOhm } from '../src/battery/resistance.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox } from '../src/demo/boxes.ts';
import { evaluate } from '../src/evaluate.ts';
import { shortSources, usualSource } from '../src/trials/setting.ts';

const agm = (groups: { count: number; resistanceFactor: number }[]) =>
  ({ chemistry: 'agm', part: { capacityAh: 35 }, groups }) as const;
const one = (tempC: number, soc: number) => sagMilliOhm('agm', 35, tempC, soc);

describe('resistance of a bank', () => {
  test('of one new pack it is that of the pack, of several their share', () => {
    expect(bankMilliOhm(agm([{ count: 1, resistanceFactor: 1 }]), 6, 0.2)).toBeCloseTo(one(6, 0.2), 12);
    expect(bankMilliOhm(agm([{ count: 3, resistanceFactor: 1 }]), 6, 0.2)).toBeCloseTo(one(6, 0.2) / 3, 12);
  });
  test('an aged one has more; beside a new one it gives the smaller part', () => {
    expect(bankMilliOhm(agm([{ count: 1, resistanceFactor: 1.7 }]), 20, 0.5)).toBeCloseTo(1.7 * one(20, 0.5), 12);
    const mixed = agm([
      { count: 1, resistanceFactor: 1 },
      { count: 1, resistanceFactor: 2 }
    ]);
    // one over one and a half of the new one's
    expect(bankMilliOhm(mixed, 20, 0.5)).toBeCloseTo(one(20, 0.5) / 1.5, 12);
    // by turns the old one stands alone
    expect(weakestMilliOhm(mixed, true, 20, 0.5)).toBeCloseTo(2 * one(20, 0.5), 12);
    expect(weakestMilliOhm(mixed, false, 20, 0.5)).toBeCloseTo(one(20, 0.5) / 1.5, 12);
  });
  test('another pack never makes it larger, an older one never smaller', () => {
    const group = fc.record({
      count: fc.integer({ min: 1, max: 2 }),
      resistanceFactor: fc.double({ min: 1, max: 4, noNaN: true })
    });
    fc.assert(
      fc.property(fc.array(group, { minLength: 1, maxLength: 3 }), group, (groups, more) => {
        const now = bankMilliOhm(agm(groups), 10, 0.4);
        expect(bankMilliOhm(agm([...groups, more]), 10, 0.4)).toBeLessThan(now);
        const older = groups.map((g) => ({ ...g, resistanceFactor: 1.3 * g.resistanceFactor }));
        expect(bankMilliOhm(agm(older), 10, 0.4)).toBeCloseTo(1.3 * now, 9);
        expect(weakestMilliOhm(agm(groups), true, 10, 0.4)).toBeGreaterThanOrEqual(now - 1e-12);
      })
    );
  });
});

describe('a short is as weak as the battery is old', () => {
  const canal = canalNightBankBox();
  const planOf = (...edits: Edit[]) => evaluate(applyEdits(canal, edits), STARTER_CATALOGUE);
  const fresh = planOf(set('bank/ageYears', 0));
  const old = planOf(set('bank/ageYears', 8));

  test('at the end of the main feed and of every circuit', () => {
    const factor = agedResistanceFactor(old.bank!.healthFraction);
    expect(factor).toBeGreaterThan(2);
    const volts = openCircuitV('agm', 0.2);
    const bankOhm = (old.bank!.groups[0]!.resistanceFactor * sagMilliOhm('agm', 35, canal.outing.airC, 0.2)) / 1000;
    const commonOhm = old.wiring.main.commonMilliOhm / 1000;
    expect(old.wiring.main.weakFaultA).toBeCloseTo(volts / (bankOhm + commonOhm), 6);
    expect(old.wiring.main.weakFaultA).toBeLessThan(fresh.wiring.main.weakFaultA);
    old.wiring.circuits.forEach((c, i) => expect(c.weakFaultA).toBeLessThan(fresh.wiring.circuits[i]!.weakFaultA));
  });
  test('in the survey of shorts and on the bench, from the same figure', () => {
    const air = canal.outing.airC;
    expect(shortSources(old.bank!, air).weak.ohm).toBeCloseTo(bankMilliOhm(old.bank!, air, 0.2) / 1000, 12);
    expect(usualSource(old.bank!, 20).ohm).toBeCloseTo(bankMilliOhm(old.bank!, 20, 0.7) / 1000, 12);
    expect(shortSources(old.bank!, air).strong).toEqual(shortSources(fresh.bank!, air).strong);
  });
  test('by turns one pack alone drives it', () => {
    const turns = planOf(set('bank/count', 2), set('bank/arrangement', 'changeover'));
    const side = planOf(set('bank/count', 2), set('bank/arrangement', 'parallel'));
    expect(turns.wiring.main.weakFaultA).toBeLessThan(side.wiring.main.weakFaultA);
  });
  test('a fuse that a new battery opens at once may be too large for an old one, and that is said', () => {
    const weak = (years: number) =>
      planOf(set('bank/ageYears', years), set('feeds/main/fuse', { is: 'set', value: 60 }), set('outing/airC', -15))
        .findings.filter((f) => f.id === 'fault-too-weak')
        .map((f) => `${f.key} ${f.title}`);
    expect(weak(10).length).toBeGreaterThanOrEqual(weak(0).length);
    expect(weak(10)).not.toEqual([]);
  });
  test('of unknown age it depends on the age, and is said under that question', () => {
    const at = (age: number | 'unknown', fuseA: number) =>
      planOf(set('bank/ageYears', age), set('feeds/main/fuse', { is: 'set', value: fuseA }), set('outing/airC', -15))
        .findings;
    const speaks = (age: number, fuseA: number) => at(age, fuseA).some((f) => f.key === 'fault-too-weak:main');
    const fuseA = [20, 25, 30, 40, 50, 60, 70, 80, 100].find((a) => !speaks(0, a) && speaks(8, a))!;
    expect(fuseA).toBeDefined();
    const unknown = at('unknown', fuseA);
    expect(unknown.filter((f) => !f.open).map((f) => f.key)).not.toContain('fault-too-weak:main');
    const age = unknown.find((f) => f.about === 'bank/ageYears')!;
    expect(age.mayBe.map((m) => m.key)).toContain('fault-too-weak:main');
  });
});
