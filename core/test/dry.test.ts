import { METRIC } from '../src/quantity/said.ts';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { setTo } from '../src/box/attr.ts';
import { afloat, floating, hangTiltDeg, tipDeg } from '../src/case/balance.ts';
import { foamMm, forceN, holdDown, hookMm2 } from '../src/case/hold.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, demoBoxes, saltmarshHideBox } from '../src/demo/boxes.ts';
import { starter } from '../src/demo/builder.ts';
import { evaluate } from '../src/evaluate.ts';
import {
  breathG,
  condensesG,
  dewPointC,
  gelG,
  gelRoom,
  headM,
  saturationPa,
  suctionPa,
  vapourGPerM3,
  ventTimeS,
  wallGPerDay
} from '../src/sealing/moisture.ts';
import { expectDigits, M } from './vectors.ts';

const SIZE = { lengthMm: 181, widthMm: 77, heightMm: 160 };
const v = (key: string): number => M[key]!;
const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });

test('afloat: draught and metacentre of the worked can; it rolls', () => {
  const c05 = { floorLengthMm: 266, rimLengthMm: 278, floorWidthMm: 128, rimWidthMm: 140 };
  const lies = afloat(c05, 4.15, 65.831325301 + 3);
  expectDigits(lies.draughtMm, v('float.draft_mm'));
  expectDigits(lies.draughtMm / 2, v('float.KB'));
  expectDigits(lies.metacentreMm, v('float.GM'), 3);
  expect(lies.rolls).toBe(true);
  expect(afloat({ ...c05, floorWidthMm: 300, rimWidthMm: 300 }, 4.15, 40).rolls).toBe(false);
});

describe('moisture', () => {
  test('saturation, vapour and dew point', () => {
    for (const t of [0, 8, 10, 20, 28, 35]) {
      expectDigits(saturationPa(t), v(`moist.es_${t}`));
      expectDigits(vapourGPerM3(t, 1), v(`moist.rho_${t}`));
    }
    expectDigits(dewPointC(28, 0.8), v('moist.dew_28_80'));
    const warm = { tempC: 28, humidityFraction: 0.8 };
    expectDigits((5 * vapourGPerM3(28, 0.8)) / 1000, v('moist.m28_80_5L'));
    expectDigits(condensesG(5, warm, 8), v('moist.cond_5L'));
    expect(condensesG(5, { tempC: 10, humidityFraction: 0.3 }, 8)).toBe(0);
  });
  test('suction on cooling, its head of water, the vent and a night’s breath', () => {
    expectDigits(suctionPa(35, 10), v('seal.dP_dry_Pa'));
    expectDigits(headM(suctionPa(35, 10)), v('seal.dP_head_m'), 3);
    expectDigits(ventTimeS(5, 300), v('vent.tau_s'));
    expectDigits(breathG(5, { warmC: 32, coldC: 12, humidityFraction: 0.95 }) * 1000, v('moist.cycle_water_mg'));
  });
  test('vapour through the walls, and the gel for it', () => {
    expectDigits(wallGPerDay(0.2, 3, 60, 1500) * 1000, v('perm.PP_mg_d'), 3);
    expectDigits(wallGPerDay(0.2, 3, 1200, 1500) * 1000, v('perm.ABS_mg_d'), 3);
    expectDigits(gelRoom(0.4), v('gel.dq'));
    expectDigits(gelG(v('gel.remove'), 0.4), v('gel.dose_open'));
    expectDigits(gelG(v('gel.month_water'), 0.4), v('gel.dose_month'));
  });
  test('damper air never has a lower dew point, and never more than its own temperature', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -20, max: 45, noNaN: true }),
        fc.double({ min: 0.05, max: 1, noNaN: true }),
        fc.double({ min: 0.05, max: 1, noNaN: true }),
        (t, a, b) => {
          expect(dewPointC(t, Math.max(a, b))).toBeGreaterThanOrEqual(dewPointC(t, Math.min(a, b)) - 1e-9);
          expect(dewPointC(t, a)).toBeLessThanOrEqual(t + 1e-9);
        }
      ),
      { seed: 14 }
    );
  });
});

describe('how it hangs, stands and swims', () => {
  test('the worked box: tilt, tipping angles, floating', () => {
    expectDigits(hangTiltDeg(v('cg.off_x'), 190, v('cg.z')), v('cg.hang_tilt'));
    expectDigits(tipDeg(v('cg.dist_front_foot'), v('cg.z') + 3), v('cg.tip_front'), 3);
    const c05 = floating({ material: 'PP', massKg: 0.95 }, v('C05.Vtotal_L'), 4.15);
    expectDigits(c05.outsideL, v('float.C05_Vext'));
    expectDigits(c05.submergedFraction * 100, v('float.C05_sub_pct'));
    expectDigits(c05.reserveKg, v('float.C05_reserve'));
    expect(c05.floats).toBe(true);
    const c04 = floating({ material: 'steel', massKg: 2.6 }, v('float.C04_Vin'), v('float.C04_mass'));
    expectDigits(c04.reserveKg, v('float.C04_reserve_fresh'), 3);
    expect(c04.floats).toBe(false);
    expectDigits(
      floating({ material: 'steel', massKg: 2.6 }, v('float.C04_Vin'), 7.2, 1.025).reserveKg,
      v('float.C04_reserve_sea'),
      3
    );
  });
  test('forces, hook-and-loop and foam', () => {
    expectDigits(forceN(2.2, 5), v('ret.7Ah_5g'));
    expectDigits(hookMm2(forceN(2.2, 5)), v('ret.7Ah_area20kPa'));
    expectDigits(foamMm(3), v('pad.foam_free_3_25'));
  });
  test('what holds the battery follows from the room round it', () => {
    const gaps = (mm: number) => ({ left: mm, right: mm, front: mm, back: mm });
    expect(holdDown(2.6, gaps(1), SIZE, METRIC).how).toBe('snug');
    const foam = holdDown(2.6, gaps(6), SIZE, METRIC);
    expect(foam.how).toBe('foam');
    expect(foam.foam.map((f) => f.thicknessMm)).toEqual([8, 8, 8, 8]);
    expect(holdDown(2.6, gaps(60), SIZE, METRIC).how).toBe('strap');
    expect(holdDown(12, gaps(60), SIZE, METRIC).how).toBe('cradle');
  });
  test('every demo box knows its stance and what is dry in it, without a NaN', () => {
    for (const box of demoBoxes()) {
      const plan = evaluate(box, STARTER_CATALOGUE);
      expect(plan.stance!.tipDeg.front).toBeGreaterThan(10);
      const { tipsFirst, tipDeg } = plan.stance!;
      expect(tipsFirst.deg).toBe(Math.min(...Object.values(tipDeg)));
      expect(tipDeg[tipsFirst.edge]).toBe(tipsFirst.deg);
      if (box.bank.stands === 'inside') expect(plan.stance!.hold!.forceN).toBeGreaterThan(50);
      expect(plan.dry!.freeL).toBeGreaterThan(0.5);
      expect(JSON.stringify([plan.stance, plan.dry])).not.toMatch(/null,"right"|NaN/);
    }
  });
  test('a wetter closing sweats more and wants more gel; a tight case pulls and a vented lead box does not', () => {
    const hide = saltmarshHideBox();
    const dry = (...edits: Edit[]) => evaluate(applyEdits(hide, edits), STARTER_CATALOGUE).dry!;
    const wet = dry(set('dry/closeHumidityFraction', 0.95));
    expect(wet.condensesG).toBeGreaterThan(dry().condensesG);
    expect(wet.gelG).toBeGreaterThan(dry().gelG);
    expect(dry(set('dry/gelG', 50)).gelDays!).toBeGreaterThan(dry(set('dry/gelG', 10)).gelDays!);
    const canal = canalNightBankBox();
    expect(evaluate(canal, STARTER_CATALOGUE).dry!.hydrogen).toMatchObject({ dangerous: false });
    const shut = applyEdits(canal, [
      set('parts/case-hard-deep', starter('case', 'case-hard-deep')),
      set('casePartId', 'case-hard-deep'),
      set('charging/path', setTo('inlet'))
    ]);
    expect(evaluate(shut, STARTER_CATALOGUE).dry!.hydrogen!.dangerous).toBe(true);
  });
});
