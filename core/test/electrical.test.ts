import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  chargeHours,
  claimCheck,
  cycleLife,
  effectiveAh,
  faultMilliOhm,
  openCircuitV,
  rateFactor,
  sagGrowth,
  sagMilliOhm,
  selfDischargePerMonth,
  stateOfHealth,
  ventOpeningCm2,
  calendarYears
} from '../src/battery/model.ts';
import { CHEMISTRY } from '../src/battery/chemistry.ts';
import { CONVERTERS, converterInputW } from '../src/demand/converter.ts';
import {
  adiabaticA2s,
  adiabaticK,
  ambientFactor,
  ampacityA,
  areaForDropMm2,
  areaMm2,
  awgDiameterMm,
  conductorC,
  milliOhmPerM,
  tableAmpacityA
} from '../src/wiring/conductor.ts';
import { CONTACT_MILLIOHM } from '../src/wiring/contacts.ts';
import {
  capacitorInrushA2s,
  fuseMilliOhm,
  letThroughA2s,
  meltingA2s,
  motorInrushA2s,
  openingTimeS
} from '../src/wiring/fuse.ts';
import { smallestFuse } from '../src/wiring/sizing.ts';
import { E, expectDigits } from './vectors.ts';

const awg = (size: string) => ({ system: 'awg', size }) as const;

describe('conductors', () => {
  test('E1: 16 AWG geometry and resistance, 14 AWG warm, copper-clad aluminium', () => {
    expectDigits(awgDiameterMm('16'), E.a16_d!);
    expectDigits(areaMm2(awg('16')), E.a16_A!);
    expectDigits(milliOhmPerM(awg('16'), 20, { stranding: 1 }), E.a16_r20!);
    expectDigits(milliOhmPerM(awg('16'), 20), E.a16_rs!);
    expectDigits(milliOhmPerM(awg('14'), 60), E.a14_r60!);
    expectDigits(milliOhmPerM(awg('14'), 60) * 6, E.a14_loop!);
    expectDigits(milliOhmPerM(awg('14'), 20, { cca: true }), E.cca_r!);
    expect(milliOhmPerM({ system: 'mm2', size: '1.5' }, 20)).toBe(13.3);
  });
  test('E2: ampacity at 50 °C single and at 45 °C bundled, conductor temperature', () => {
    expectDigits(ambientFactor(105, 50), E.k105_50!);
    expectDigits(ampacityA(awg('16'), { insulationC: 105, ambientC: 50, bundledCount: 1 }), E.amp16_50!);
    expectDigits(ampacityA(awg('14'), { insulationC: 75, ambientC: 45, bundledCount: 4 }), E.amp14_45!);
    expectDigits(conductorC(awg('16'), 18, { insulationC: 105, ambientC: 40, bundledCount: 1 }), E.tc16!);
    expect(ambientFactor(75, 80)).toBe(0);
    expect(ambientFactor(75, 10)).toBe(1);
    expect(() => tableAmpacityA(awg('13'), 75)).toThrow(RangeError);
  });
  test('E3: 5 A over 3 m of 16 AWG with fuse, switch and connector loses 0.5518 V', () => {
    const wire = milliOhmPerM(awg('16'), 30) * 6;
    const fuse = fuseMilliOhm('blade', 7.5, 5);
    const contacts = 2 * CONTACT_MILLIOHM.ringOnStud + CONTACT_MILLIOHM.bladeHolder + 10 + 2 * 0.6;
    expectDigits(wire, E.d1_wire!);
    expectDigits(fuse, E.d1_fuse!);
    expectDigits((5 * (wire + fuse + contacts)) / 1000, E.d1_V!);
    expectDigits(areaForDropMm2(10, 4, 0.36, 20, 1), E.d2_A3! / 1.02, 3);
    expectDigits(areaForDropMm2(10, 4, 0.36), E.d2_A3!);
    expectDigits(areaForDropMm2(10, 4, 1.2), E.d2_A10!);
  });
  test('a longer wire never drops less, a thicker one never more', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('18', '16', '14', '12', '10'),
        fc.double({ min: 0.1, max: 5, noNaN: true }),
        fc.double({ min: 1, max: 4, noNaN: true }),
        (size, lengthM, factor) => {
          const drop = (m: number, s: string) => 2 * m * milliOhmPerM(awg(s), 30);
          expect(drop(lengthM * factor, size)).toBeGreaterThanOrEqual(drop(lengthM, size));
          expect(drop(lengthM, '8')).toBeLessThan(drop(lengthM, size));
        }
      ),
      { seed: 20260101 }
    );
  });
});

describe('fuses', () => {
  test('E4: opening times at 250 % and 800 %, selection between load and wire', () => {
    expectDigits(openingTimeS('blade', 10, 25).minS, E.f2_lo!);
    expectDigits(openingTimeS('blade', 10, 25).maxS, E.f2_hi!);
    expectDigits(openingTimeS('blade', 10, 80).minS, E.f2b_lo!);
    expectDigits(openingTimeS('blade', 10, 80).maxS, E.f2b_hi!);
    expect(openingTimeS('blade', 10, 10.5).minS).toBe(Infinity);
    expect(openingTimeS('blade', 10, 12).maxS).toBe(Infinity);
    expect(smallestFuse('blade', [5, 7.5, 10, 15], { loadA: 7.2, inrushA2s: 0, limitA: 16 })).toBe(10);
  });
  test('E4.3, E4.4: let-through, adiabatic limit and inrush', () => {
    expectDigits(letThroughA2s('blade', 10), E.ad_let!);
    expectDigits(adiabaticA2s(awg('16'), 70), E.ad_i2t!);
    expectDigits(adiabaticK(90, 160), E.k90!);
    expectDigits(adiabaticK(105, 160), E.k105!);
    expectDigits(capacitorInrushA2s(13.3, 1e-3, 0.1), E.in_i2t!);
    expectDigits(motorInrushA2s(3), E.in_motor!);
    expect(0.3 * meltingA2s('blade', 5)!).toBeCloseTo(E.in_lim5!, 6);
    expect(smallestFuse('blade', [5, 7.5, 10, 15, 20], { loadA: 3, inrushA2s: motorInrushA2s(3) })).toBe(15);
  });
  test('a stronger current never opens a fuse later', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1.1, max: 20, noNaN: true }),
        fc.double({ min: 1, max: 3, noNaN: true }),
        (multiple, more) => {
          const slow = openingTimeS('blade', 10, 10 * multiple);
          const fast = openingTimeS('blade', 10, 10 * multiple * more);
          expect(fast.maxS).toBeLessThanOrEqual(slow.maxS * (1 + 1e-9));
          expect(slow.minS).toBeLessThanOrEqual(slow.maxS);
        }
      ),
      { seed: 3 }
    );
  });
});

describe('batteries', () => {
  test('E5: fault currents of LiFePO4 and AGM, sag in the cold', () => {
    const path1 = 2 * 0.2 * milliOhmPerM(awg('10'), 20) + 1;
    expectDigits((13.6 / (faultMilliOhm('lfp', 20) + path1)) * 1000, E.s1_I!);
    expectDigits((12.85 / (faultMilliOhm('agm', 7) + 2 * 0.5 * milliOhmPerM(awg('14'), 20) + 3)) * 1000, E.s2_I!);
    expectDigits((13.6 / (faultMilliOhm('lfp', 100) + 2 * 0.25 * milliOhmPerM(awg('6'), 20) + 0.6)) * 1000, E.s3_I!);
    expectDigits(sagMilliOhm('agm', 7, -10, 0.2), E.fmin_rb!);
  });
  test('E6: rate, charge time, storage, life, claims and gas', () => {
    expectDigits(effectiveAh('agm', 20, 5, 25), E.pk1_C!);
    expectDigits(effectiveAh('agm', 20, 5, -10), E.pk3_C!);
    expectDigits(effectiveAh('lfp', 20, 15, 25), E.pk2_C!);
    const lfp = chargeHours(20, {
      fromFraction: 0.2,
      toFraction: 1,
      currentA: 5,
      tailA: 1,
      taperSocFraction: 0.96,
      coulombicFraction: 0.99
    });
    expectDigits(lfp.constantH, E.ch1_cc!);
    expectDigits(lfp.taperH, E.ch1_cv!);
    const agm = chargeHours(20, {
      fromFraction: 0.5,
      toFraction: 1,
      currentA: 4,
      tailA: 0.4,
      taperSocFraction: 0.8,
      coulombicFraction: 0.95
    });
    expectDigits(agm.totalH, E.ch2_t!);
    expectDigits(selfDischargePerMonth('lfp', 35), E.sd_rate!);
    expectDigits(20 * (1 - selfDischargePerMonth('lfp', 35)) ** 6, E.sd_left!);
    expectDigits(cycleLife('lfp', 0.6), E.cy_lfp!);
    expectDigits(stateOfHealth('lfp', { ageYears: 5, cycleCount: 300, depthFraction: 0.6, tempC: 25 }), E.cy_soh!);
    expectDigits(stateOfHealth('agm', { ageYears: 5, cycleCount: 300, depthFraction: 0.6, tempC: 25 }), E.cy_soha!);
    expectDigits(calendarYears('agm', 35), E.life35!);
    expectDigits(claimCheck('lfp', 100, 6).whPerKg, E.claim1!);
    expect(claimCheck('lfp', 100, 6).plausible).toBe(false);
    expect(claimCheck('agm', 7, 2.25).plausible).toBe(true);
    expectDigits(ventOpeningCm2('agm', 20).areaCm2, E.h2_A!);
    expectDigits(ventOpeningCm2('flooded', 20).flowM3PerH, E.h2_Qf!);
  });
  test('E8.3: the first step of the run stands on these resistances', () => {
    expectDigits(sagMilliOhm('lfp', 20, 25, 1), E.ck_rb!, 6);
    expectDigits(sagMilliOhm('agm', 20, 25, 1), E.ck_agm_rb!, 6);
    expectDigits(sagGrowth(CHEMISTRY.agm, 0.5), E.g_half!);
    expectDigits(sagGrowth(CHEMISTRY.agm, 0.1), E.g_tenth!);
  });
  test('more charge never means fewer volts, more amps never more capacity', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('lfp', 'agm', 'gel', 'flooded', 'nmc3', 'nmc4'),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (chemistry, a, b) => {
          expect(openCircuitV(chemistry, Math.max(a, b))).toBeGreaterThanOrEqual(
            openCircuitV(chemistry, Math.min(a, b))
          );
          expect(rateFactor(chemistry, 20, 20 * Math.max(a, b))).toBeGreaterThanOrEqual(
            rateFactor(chemistry, 20, 20 * Math.min(a, b))
          );
        }
      ),
      { seed: 4 }
    );
  });
});

test('E7: converter inputs', () => {
  expectDigits(converterInputW(CONVERTERS['usb-c'], 18), E.l1_p!);
  expectDigits(converterInputW(CONVERTERS.inverter, 30), E.l5_p!);
});
