import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { airAtC } from '../src/sun/air.ts';
import { cellC, clearDay, openCircuitAtV, panelPowerW, usualSkyFraction } from '../src/sun/panel.ts';
import {
  airMass,
  dayAfter,
  dayOfYear,
  declinationDeg,
  directWPerM2,
  elevationDeg,
  lightStretches,
  panelWPerM2,
  riseAndSet
} from '../src/sun/sun.ts';
import { skyOfDays } from '../src/sun/weather.ts';
import { E, electrical, expectDigits } from './vectors.ts';

const PANEL = { panelW: 50, maxPowerV: 18, unshadedFraction: 1 } as const;
const DAYS = { 'Dec 21': { day: 355, airC: 5 }, 'Mar 21': { day: 80, airC: 10 }, 'Jun 21': { day: 172, airC: 20 } };

describe('the sun', () => {
  test('E9.1, E9.2: declination, height, air mass and light on a tilted panel', () => {
    expectDigits(declinationDeg(172), E.decl172!);
    const h = elevationDeg(50, 80, 10);
    expectDigits(h, E.sn_h!);
    expectDigits(airMass(h), E.sn_am!);
    expectDigits(directWPerM2(h), E.sn_dni!);
    const light = panelWPerM2(50, 80, 10, 50);
    expectDigits(light, E.sn_poa!);
    expectDigits(cellC(10, light), E.sn_tc!);
    expectDigits(panelPowerW({ ...PANEL, controller: 'mppt' }, light, 10), E.sn_mp!);
    expectDigits(panelPowerW({ ...PANEL, controller: 'pwm' }, light, 10), E.sn_pw!);
  });

  test('the whole table of clear days holds: light, MPPT and PWM at three latitudes and dates', () => {
    for (const row of electrical.solar_table) {
      const { day, airC } = DAYS[row.date as keyof typeof DAYS];
      const at = { latitudeDeg: row.lat, day, airC };
      const mppt = clearDay({ ...PANEL, tiltDeg: row.tilt, controller: 'mppt' }, at);
      const pwm = clearDay({ ...PANEL, tiltDeg: row.tilt, controller: 'pwm' }, at);
      expectDigits(mppt.lightWhPerM2, row.H);
      expectDigits(mppt.chargeWh, row.mppt);
      expectDigits(pwm.chargeWh, row.pwm);
    }
  });

  test('E9.3, E9.4: half a sky brings 135.38 Wh; a 22 V panel gives 24.31 V at -10 °C', () => {
    const day = clearDay({ ...PANEL, tiltDeg: 50, controller: 'mppt' }, { latitudeDeg: 50, day: 80, airC: 10 });
    expectDigits(day.chargeWh * 0.5, E.d50m!);
    expectDigits(openCircuitAtV(22, -10), E.voc_cold!);
  });

  test('days are counted through leap years and year ends', () => {
    expect(dayOfYear('2026-06-21')).toBe(172);
    expect(dayOfYear('2028-12-31')).toBe(366);
    expect(dayAfter('2026-12-30', 3)).toBe('2027-01-02');
  });

  test('rise and set lie half a day apart at the equinox and agree with the light strip', () => {
    const site = { latitudeDeg: 52, longitudeDeg: 0, utcOffsetH: 0 };
    const sun = riseAndSet(site, '2026-03-21')!;
    expect(Math.abs(sun.setH - sun.riseH - 12)).toBeLessThan(0.3);
    const day = lightStretches(site, '2026-03-21', { fromH: 0, toH: 24 }).find((l) => l.light === 'day')!;
    expect(Math.abs(day.fromH - sun.riseH)).toBeLessThan(0.05);
    expect(Math.abs(day.toH - sun.setH)).toBeLessThan(0.05);
    expect(riseAndSet({ ...site, latitudeDeg: 66 }, '2026-06-21')).toBeUndefined();
  });

  test('light stretches follow each other without a gap', () => {
    fc.assert(
      fc.property(fc.integer({ min: -60, max: 60 }), fc.integer({ min: 1, max: 28 }), (latitudeDeg, d) => {
        const site = { latitudeDeg, longitudeDeg: 7, utcOffsetH: 1 };
        const out = lightStretches(site, `2026-02-${String(d).padStart(2, '0')}`, { fromH: 5, toH: 53 });
        expect(out[0]!.fromH).toBe(5);
        expect(out[out.length - 1]!.toH).toBeCloseTo(53, 6);
        for (let i = 1; i < out.length; i++) expect(out[i]!.fromH).toBeCloseTo(out[i - 1]!.toH, 9);
      }),
      { seed: 5, numRuns: 20 }
    );
  });

  test('the air is coldest at five, warmest at three, and never outside', () => {
    expect(airAtC(2, 12, 5)).toBeCloseTo(2, 9);
    expect(airAtC(2, 12, 15)).toBeCloseTo(12, 9);
    expect(airAtC(2, null, 15)).toBe(2);
    for (let h = 0; h < 72; h += 0.5) {
      expect(airAtC(2, 12, h)).toBeGreaterThanOrEqual(2 - 1e-9);
      expect(airAtC(2, 12, h)).toBeLessThanOrEqual(12 + 1e-9);
    }
  });

  test('simulated weather is repeatable, keeps its mean and never beats a clear sky', () => {
    const week = skyOfDays(0.4, 30, 11);
    expect(skyOfDays(0.4, 30, 11)).toEqual(week);
    expect(skyOfDays(0.4, 30, 12)).not.toEqual(week);
    const mean = week.reduce((s, v) => s + v, 0) / 30;
    expect(Math.abs(mean - 0.4)).toBeLessThan(0.02);
    expect(Math.max(...week)).toBeLessThanOrEqual(1);
    expect(usualSkyFraction(55, 0)).toBeLessThan(usualSkyFraction(55, 6));
    expect(usualSkyFraction(-40, 0)).toBe(usualSkyFraction(40, 6));
  });
});
