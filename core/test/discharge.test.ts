import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { dischargeA, dischargeH, dischargeNow, outAh, stopVoltageV } from '../src/bench/discharge.ts';
import { readDischarge, type Discharge } from '../src/bench/discharge-read.ts';
import { effectiveAh, openCircuitV } from '../src/battery/model.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import { evaluate } from '../src/evaluate.ts';

const HOUR = 3_600_000;
const look = (atH: number, currentA: number, volts: number | null = null) => ({ atMs: atH * HOUR, currentA, volts });
const run = (...looks: ReturnType<typeof look>[]): Discharge => ({ looks, endedMs: null });
const lfp = evaluate(saltmarshHideBox(), STARTER_CATALOGUE).bank!;
const agm = evaluate(canalNightBankBox(), STARTER_CATALOGUE).bank!;

describe('a timed discharge', () => {
  test('by hand: 2 A for three hours, then falling to 1 A over two, then an hour more', () => {
    const d = run(look(0, 2), look(3, 2), look(5, 1));
    // 3 h × 2 A, 2 h × 1.5 A, 1 h × 1 A
    expect(outAh(d, 6 * HOUR)).toBeCloseTo(6 + 3 + 1, 9);
    expect(outAh(d, 4 * HOUR)).toBeCloseTo(6 + 1.5, 9);
    expect(outAh({ ...d, endedMs: 5.5 * HOUR }, 99 * HOUR)).toBeCloseTo(6 + 3 + 0.5, 9);
  });

  test('a twentieth of the label is suggested: it takes twenty hours', () => {
    expect(dischargeA(lfp)).toBeCloseTo(lfp.ratedAh / 20, 9);
    expect(dischargeH(lfp, dischargeA(lfp))).toBeCloseTo(20, 6);
  });

  test('lead ends at 10.5 V, lithium half a volt above its protection', () => {
    expect(stopVoltageV(agm)).toBe(10.5);
    expect(stopVoltageV(lfp)).toBe((lfp.part.protectionCutoffV ?? 10) + 0.5);
  });

  test('at its start it is nearly full and has nearly all its hours; at the end it says so', () => {
    const began = dischargeNow(lfp, run(look(0, 1, 13.3)), 60_000);
    expect(began.leftH).toBeGreaterThan(lfp.ratedAh * 0.8);
    expect(began.lookInMin).toBe(60);
    expect(began.atEnd).toBe(false);
    expect(began.expectedV).toBeGreaterThan(13);
    const low = dischargeNow(lfp, run(look(0, 1, 13.3), look(19, 1, stopVoltageV(lfp))), 19 * HOUR);
    expect(low.atEnd).toBe(true);
    expect(low.lookInMin).toBeLessThan(60);
  });

  test('by hand: what it holds less what came out, over the current, are its hours; a tenth of them until the next look', () => {
    const holds = (amps: number) =>
      lfp.count * lfp.healthFraction * effectiveAh(lfp.chemistry, lfp.part.capacityAh, amps / lfp.count, 20);
    const at = (amps: number, hours: number) => dischargeNow(lfp, run(look(0, amps)), hours * HOUR);
    expect(at(2, 3).leftH).toBeCloseTo((holds(2) - 6) / 2, 1);
    expect(at(4, 1).leftH).toBeCloseTo((holds(4) - 4) / 4, 1);
    // a tenth of three hours, and not less than five minutes
    const three = (holds(2) - 6) / 2;
    expect(at(2, 3 + three - 3).lookInMin).toBe(18);
    expect(at(2, 3 + three - 0.2).lookInMin).toBe(5);
    expect(at(2, 3 + three + 5)).toMatchObject({ leftH: 0, lookInMin: 5 });
  });

  test('with nothing drawn it goes on for ever, and is looked at once an hour', () => {
    const idle = dischargeNow(lfp, run(look(0, 2), look(2, 0)), 3 * HOUR);
    expect([idle.leftH, idle.lookInMin]).toEqual([Infinity, 60]);
    // at rest the posts show the open voltage at what is left
    const left =
      1 - outAh(run(look(0, 2), look(2, 0)), 3 * HOUR) / (lfp.count * lfp.healthFraction * lfp.part.capacityAh);
    expect(idle.expectedV).toBeCloseTo(openCircuitV(lfp.chemistry, left), 1);
  });

  test('under load the posts show less, by the bank’s resistance; empty it shows what an empty one does', () => {
    const light = dischargeNow(lfp, run(look(0, 1)), HOUR);
    const heavy = dischargeNow(lfp, run(look(0, 6)), HOUR / 6);
    // the same amp-hours came out
    expect(heavy.outAh).toBeCloseTo(light.outAh, 9);
    expect(light.expectedV - heavy.expectedV).toBeGreaterThan(0.02);
    const over = dischargeNow(lfp, run(look(0, 5)), 500 * HOUR);
    expect(over.expectedV).toBeLessThan(openCircuitV(lfp.chemistry, 0));
    expect(over.leftH).toBe(0);
  });

  test('it is at its end from that very voltage on, and not while nobody read one', () => {
    const end = stopVoltageV(agm);
    const atEnd = (volts: number | null) => dischargeNow(agm, run(look(0, 1, volts)), HOUR).atEnd;
    expect([atEnd(end), atEnd(end - 0.01), atEnd(end + 0.01), atEnd(null)]).toEqual([true, true, false, false]);
  });

  test('any looks, in any order: never less as time goes, never negative, within the largest current', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 40 }), fc.double({ min: 0, max: 9, noNaN: true })), {
          minLength: 1,
          maxLength: 8
        }),
        fc.integer({ min: 0, max: 60 }),
        fc.integer({ min: 0, max: 20 }),
        (looks, atH, moreH) => {
          const d = run(...looks.map(([h, a]) => look(h, a)));
          const [a, b] = [outAh(d, atH * HOUR), outAh(d, (atH + moreH) * HOUR)];
          expect(a).toBeGreaterThanOrEqual(0);
          expect(b).toBeGreaterThanOrEqual(a - 1e-9);
          const firstH = Math.min(...looks.map(([h]) => h));
          expect(b).toBeLessThanOrEqual(
            Math.max(...looks.map(([, i]) => i)) * Math.max(0, atH + moreH - firstH) + 1e-9
          );
          const now = dischargeNow(agm, d, (atH + moreH) * HOUR);
          expect(now.leftH).toBeGreaterThanOrEqual(0);
          expect(Number.isFinite(now.expectedV)).toBe(true);
        }
      ),
      { numRuns: 200, seed: 3 }
    );
  });

  test('what was kept is read again; anything else is no discharge', () => {
    const d = run(look(1, 2, 12.9));
    expect(readDischarge(JSON.stringify(d))).toEqual(d);
    for (const text of [
      '',
      'null',
      '{"looks":[]}',
      '{"looks":[{"atMs":1,"currentA":-1,"volts":null}],"endedMs":null}',
      'wet'
    ])
      expect(readDischarge(text)).toBeUndefined();
  });
});
