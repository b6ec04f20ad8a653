import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { setTo } from '../src/box/attr.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { set } from '../src/box/edit.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { CHEMISTRY } from '../src/battery/chemistry.ts';
import { sagMilliOhm } from '../src/battery/model.ts';
import { bankMilliOhm } from '../src/battery/resistance.ts';
import { canalNightBankBox, demoBoxes } from '../src/demo/boxes.ts';
import { campTableBox } from '../src/demo/fed.ts';
import { evaluate } from '../src/evaluate.ts';
import { recovery } from '../src/judge/recovery.ts';
import { eventLines } from '../src/outing/event-lines.ts';
import { proven } from '../src/remedy/prove.ts';

const canal = canalNightBankBox();
const cut = (cutV: number, backV: number): Edit => set('bank/disconnect', setTo({ cutV, backV }));
/** Drained to its end, nothing kept back. */
const long = [
  set('bank/keepBack', { is: 'none' }),
  set('outing/durationH', 60),
  set('devices/d1/spans', [{ startH: 18, endH: 78, dutyFraction: null }]),
  set('devices/d1/modes', [{ id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'power', powerW: 20 } }])
] as Edit[];
const planWith = (...edits: Edit[]) => {
  const box = applyEdits(canal, edits);
  return { box, plan: evaluate(box, STARTER_CATALOGUE) };
};
const said = (...edits: Edit[]) =>
  planWith(...edits).plan.findings.find((f) => f.id === 'cutoff-too-low' && f.key.endsWith(':closes'));

describe('a cut-off that closes again', () => {
  test('whatever its two voltages are, the run comes to its end, and opens once before it springs back', () => {
    const volt = fc.integer({ min: 90, max: 150 }).map((v) => v / 10);
    fc.assert(
      fc.property(volt, volt, (cutV, backV) => {
        const { plan } = planWith(...long, cut(cutV, backV));
        const { events, timeH } = plan.outing!.run;
        // no step has more than one of a sort
        expect(events.length).toBeLessThan(3 * timeH.length);
        const reasons = events.map((e) => e.reason);
        expect(reasons.filter((r) => r === 'hunts').length).toBeLessThanOrEqual(1);
        if (reasons.includes('hunts')) expect(reasons.indexOf('disconnect')).toBeLessThan(reasons.indexOf('hunts'));
      }),
      { numRuns: 25 }
    );
  });
  test('springs back over the voltage at which it closes: the run says so once, and the device is off from then on', () => {
    const { box, plan } = planWith(
      ...long,
      set('devices/d1/modes/m1/draw', { kind: 'power', powerW: 60 }),
      cut(12.1, 12.15)
    );
    const o = plan.outing!;
    expect(o.reason).toBe('disconnect');
    const hunts = o.run.events.filter((e) => e.reason === 'hunts');
    expect(hunts).toHaveLength(1);
    expect(hunts[0]!.volts).toBeGreaterThan(12.15);
    // off until it stands higher by itself, and what opens and closes is told in turn
    const back = o.run.events.find((e) => e.reason === 'back')!;
    const dark = o.run.currentA.filter((_, i) => o.run.timeH[i]! >= o.endsAtH! && o.run.timeH[i]! < back.timeH);
    expect(dark.length).toBeGreaterThan(10);
    expect(Math.max(...dark)).toBe(0);
    const turns = o.run.events.flatMap((e) => (e.reason === 'disconnect' || e.reason === 'back' ? [e.reason] : []));
    turns.forEach((r, i) => expect(r).toBe(i % 2 === 0 ? 'disconnect' : 'back'));
    expect(
      eventLines(box, o)
        .map((l) => l.what)
        .join(' ')
    ).toContain('would close at once, and open again');
  });
  test('charged again it closes, and that is told', () => {
    const { plan } = planWith(
      ...long,
      cut(11.9, 12.4),
      set('charging/plugged', [{ startH: 60, endH: 78 }]),
      set('charging/chargerA', setTo(4))
    );
    const { events } = plan.outing!.run;
    expect(events.map((e) => e.reason)).toEqual(expect.arrayContaining(['disconnect', 'back']));
    expect(events.find((e) => e.reason === 'back')!.timeH).toBeGreaterThanOrEqual(60);
  });
});

describe('where a cut-off closes is judged by what the battery springs back to', () => {
  const facts = (...edits: Edit[]) => {
    const { box, plan } = planWith(...edits);
    return { box, plan, of: recovery({ box, bank: plan.bank!, wiring: plan.wiring, judge: plan.judge }, 11.9) };
  };
  test('by hand: what flows over the resistance with a fifth left, in the cold; some tenths at least', () => {
    const { plan, of } = facts(cut(11.9, 13));
    expect(of.offA).toBeCloseTo(plan.wiring.main.timetableA, 9);
    const springsV = (of.offA * bankMilliOhm(plan.bank!, plan.judge.coldC, 0.2)) / 1000;
    expect(of.recoversV).toBeCloseTo(11.9 + Math.max(0.3, springsV), 9);
    const heavy = facts(...long, set('devices/d1/modes/m1/draw', { kind: 'power', powerW: 200 }));
    const sag = (heavy.of.offA * bankMilliOhm(heavy.plan.bank!, heavy.plan.judge.coldC, 0.2)) / 1000;
    expect(sag).toBeGreaterThan(0.3);
    expect(heavy.of.recoversV).toBeCloseTo(11.9 + sag, 9);
    expect(heavy.of.closesV).toBeCloseTo(Math.ceil(10 * Math.max(12.7, heavy.of.recoversV + 0.3)) / 10, 9);
    expect(of.closesV).toBe(12.7);
  });
  test('of a changeover the oldest pack stands alone; side by side they share', () => {
    const packs = [0, 8].map((ageYears) => ({ ageYears, startFraction: 1 }));
    const heavy = [...long, set('devices/d1/modes/m1/draw', { kind: 'power', powerW: 200 })] as Edit[];
    const two = [...heavy, set('bank/count', 2), set('bank/packs', packs)] as Edit[];
    const beside = facts(...two, set('bank/arrangement', 'parallel'));
    const after = facts(...two, set('bank/arrangement', 'changeover'));
    const worst = Math.max(...after.plan.bank!.groups.map((g) => g.resistanceFactor));
    const { chemistry, part } = after.plan.bank!;
    const alone = sagMilliOhm(chemistry, part.capacityAh, after.plan.judge.coldC, 0.2) * worst;
    expect(after.of.recoversV).toBeCloseTo(11.9 + (after.of.offA * alone) / 1000, 9);
    expect(after.of.recoversV).toBeGreaterThan(beside.of.recoversV);
  });
  test('a charger whose voltage nobody knows may give the most the battery bears', () => {
    const most = CHEMISTRY[evaluate(canal, STARTER_CATALOGUE).bank!.chemistry].chargeMaxV;
    const { box, plan } = planWith(set('charging/chargerV', { is: 'unknown' }), cut(11.9, most));
    // as it stands open it is taken to be the most; what it may really be is asked, with what hangs on it
    expect(recovery({ box, bank: plan.bank!, wiring: plan.wiring, judge: plan.judge }, 11.9).chargedV).toBe(most);
    const asked = plan.findings.find((f) => f.about === 'charging/chargerV')!;
    expect(asked.mayBe.map((m) => m.title)).toContainEqual(expect.stringContaining('stays open'));
    const read = set('charging/chargerV', setTo(most));
    expect(said(read, cut(11.9, most - 0.1))).toBeUndefined();
    expect(said(read, cut(11.9, most))!.title).toContain('stays open');
  });
  test('with nothing behind it no current is named', () => {
    const f = said(set('devices', []), set('circuits', []), cut(11.9, 12))!;
    expect(f.figures['offA']).toBe(0);
    expect(f.why).toContain('without a load a battery springs back to some 12.2 V');
  });
  test('in one feed only what hangs behind it counts', () => {
    const camp = campTableBox();
    const of = (...edits: Edit[]) => {
      const box = applyEdits(camp, edits);
      const plan = evaluate(box, STARTER_CATALOGUE);
      return recovery({ box, bank: plan.bank!, wiring: plan.wiring, judge: plan.judge }, 12).offA;
    };
    const one = camp.circuits.find((c) => c.purpose === 'load')!;
    expect(of(set('bank/disconnectIn', setTo(one.id)))).toBeLessThan(of(set('bank/disconnectIn', { is: 'auto' })));
  });
  test('at or under it: it chatters; above what anything charges to: it never closes; between them quiet', () => {
    expect(said(cut(11.9, 11.9))).toMatchObject({ severity: 'caution' });
    expect(said(cut(11.9, 12.1))!.title).toBe('The disconnect would open and close without end');
    expect(said(cut(11.9, 12.8))).toBeUndefined();
    const charge = { ...canal.charging, chargerV: setTo(14.2) };
    expect(said(set('charging/chargerV', charge.chargerV), cut(11.9, 14.1))).toBeUndefined();
    const never = said(set('charging/chargerV', charge.chargerV), cut(11.9, 14.2))!;
    expect(never.title).toBe('Once it has opened, the disconnect stays open');
    expect(never.why).toContain('14.2 V at most');
  });
  test('too low and too narrow are two findings: neither hides the other', () => {
    const low = CHEMISTRY[evaluate(canal, STARTER_CATALOGUE).bank!.chemistry].absoluteCutoffV - 0.5;
    const { plan } = planWith(cut(low, low));
    const both = plan.findings.filter((f) => f.id === 'cutoff-too-low');
    expect(both.map((f) => f.severity)).toEqual(['stop', 'caution']);
  });
  test.each([
    ['chatters', 11.9, 12],
    ['never closes', 11.9, 15]
  ])('%s: what is offered holds, and brings nothing', (_, cutV, backV) => {
    const { box, plan } = planWith(cut(cutV, backV));
    const finding = plan.findings.find((f) => f.id === 'cutoff-too-low')!;
    const [cure] = proven({ box, catalogue: STARTER_CATALOGUE, plan }, finding);
    expect(cure!.label).toMatch(/^Close again at 12\.\d V$/);
    const after = evaluate(applyEdits(box, cure!.edits), STARTER_CATALOGUE);
    expect(after.findings.some((f) => f.id === 'cutoff-too-low')).toBe(false);
  });
  test('the demo boxes are quiet about it', () => {
    for (const box of demoBoxes())
      expect(evaluate(box, STARTER_CATALOGUE).findings.map((f) => f.id)).not.toContain('cutoff-too-low');
  });
});
