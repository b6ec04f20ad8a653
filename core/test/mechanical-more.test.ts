import { METRIC } from '../src/quantity/said.ts';
import { describe, expect, test } from 'vitest';
import { hoursUntilItBurns, hydrogenLPerH, ventOpeningCm2 } from '../src/battery/model.ts';
import { tipDeg } from '../src/case/balance.ts';
import { wallMmOf } from '../src/case/faces.ts';
import { dropG, foamMm, forceN, hookMm2, tugTestN } from '../src/case/hold.ts';
import { insideRiseK } from '../src/case/heat.ts';
import { stance } from '../src/case/stance.ts';
import { turnsPerMin } from '../src/drill/speed.ts';
import { applyEdits } from '../src/box/edits.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { saltmarshHideBox } from '../src/demo/boxes.ts';
import { starter } from '../src/demo/builder.ts';
import { evaluate } from '../src/evaluate.ts';
import { pitchMm } from '../src/panel/spacing.ts';
import {
  condensesG,
  dampSuctionPa,
  breathG,
  gelG,
  lidForceN,
  suctionPa,
  vapourGPerM3,
  wallGPerDay
} from '../src/sealing/moisture.ts';
import { expectDigits, M } from './vectors.ts';

const v = (key: string): number => M[key]!;

describe('sealing and moisture, the rest of the worked figures', () => {
  test('suction dry and damp, and what it does to the lid', () => {
    expectDigits(suctionPa(35, 10) / 100, v('seal.dP_mbar'));
    expectDigits(lidForceN(suctionPa(35, 10), 278, 140), v('seal.lid_force_N'));
    expectDigits((100 * suctionPa(35, 10)) / 101325, v('seal.air_pct'));
    expectDigits(dampSuctionPa(35, 10, 0.8), v('seal.dP_humid_Pa'));
    expectDigits(suctionPa(20, 19), v('seal.dP_per_K'), 3);
    expect(dampSuctionPa(20, 10, 0.05)).toBeCloseTo(suctionPa(20, 10), 6);
  });
  test('a month of breathing, and gel for plastics that let vapour through', () => {
    const cycle = { warmC: 32, coldC: 12, humidityFraction: 0.95 };
    expectDigits(30 * breathG(5, cycle), v('moist.cycle_month_g'));
    expectDigits((5 * vapourGPerM3(8, 1)) / 1000, v('moist.m8sat_5L'));
    expectDigits((5 * vapourGPerM3(20, 0.4)) / 1000, v('gel.remain_40_20'));
    expectDigits(30 * wallGPerDay(0.2, 3, 1200, 1500), v('perm.ABS_g_month'), 3);
    const month = v('gel.month_water');
    expectDigits(gelG(month + 30 * wallGPerDay(0.2, 3, 60, 1500), 0.4), v('gel.dose_month_PP'), 3);
    expectDigits(gelG(month + 30 * wallGPerDay(0.2, 3, 1200, 1500), 0.4), v('gel.dose_month_ABS'), 3);
    expect(condensesG(5, { tempC: 28, humidityFraction: 0.8 }, 30)).toBe(0);
  });
  test('hydrogen: flow, opening, and how soon a closed box can burn', () => {
    // vented cells gas 20/8 as much: in the vent's opening and in the hours until it burns alike
    expect(ventOpeningCm2('flooded', 60).areaCm2 / ventOpeningCm2('agm', 60).areaCm2).toBeCloseTo(2.5, 9);
    expect(hydrogenLPerH('flooded', 60, 'boost') / hydrogenLPerH('agm', 60, 'boost')).toBeCloseTo(2.5, 9);
    const seven = ventOpeningCm2('agm', 7);
    expectDigits(seven.flowM3PerH, v('h2.Q_7Ah_boost'));
    expectDigits(seven.areaCm2, v('h2.A_7Ah_cm2'));
    expectDigits(2 * Math.sqrt((seven.areaCm2 * 100) / Math.PI), v('h2.dia_7Ah'));
    expectDigits(ventOpeningCm2('agm', 20).areaCm2, v('h2.A_20Ah_cm2'));
    expectDigits(hydrogenLPerH('agm', 7, 'boost'), v('h2.gen_Lph'));
    expectDigits(hoursUntilItBurns(3, hydrogenLPerH('agm', 7, 'boost')), v('h2.t_4pct_3L_h'));
    expectDigits(hoursUntilItBurns(3, hydrogenLPerH('agm', 7, 'float')), v('h2.t_4pct_floatx1'));
  });
});

test('retention: forces, hook-and-loop, drops, the tug test', () => {
  expectDigits(forceN(6, 5), v('ret.20Ah_5g'));
  expectDigits(hookMm2(forceN(2.2, 5)) / 25, v('ret.7Ah_len25'));
  expect(dropG(0.5, 5)).toBe(v('ret.drop_g'));
  expect(dropG(0.5, 20)).toBe(v('ret.drop_g20'));
  expectDigits(dropG(0.5, 5) * 2.2 * 9.80665, v('ret.drop_force'));
  expectDigits(tugTestN(2.2), v('ret.cfr_7Ah'));
  expectDigits(tugTestN(6), v('ret.cfr_20Ah'));
  expectDigits(tugTestN(100), v('ret.cfr_cap'));
  expectDigits(forceN(2.2, 5) / (0.151 * 0.065) / 1000, v('ret.foam_force'));
  expectDigits(2 * foamMm(4, 0) * 0.7, v('pad.two_walls_4_30'));
});

test('pitch of a socket beside an M16 gland', () => {
  const socket = starter('panel', 'socket-12v-capped');
  const gland = { ...starter('panel', 'gland-m16'), plugWidthMm: 22, behindWidthMm: 25.4, flangeWidthMm: 25.4 };
  const p = pitchMm(socket, gland, 'PP', 3);
  expectDigits(p.web, v('pitch.socket_m16.web'));
  expectDigits(p.nut, v('pitch.socket_m16.nut'));
  expectDigits(p.plug, v('pitch.socket_m16.plug'));
});

test('drill speeds by the rim of the bit', () => {
  expectDigits(turnsPerMin(29, 0.3), v('rpm.29_0.3'));
  expectDigits(turnsPerMin(12, 0.5), v('rpm.12_0.5'));
  expectDigits(turnsPerMin(12, 0.4), v('rpm.12_steel0.4'));
});

test('the colour that keeps a box at 45 °C in 30 °C air, and the tipping angle to the back', () => {
  const box = {
    lengthMm: 285,
    widthMm: 147,
    heightMm: 190,
    wallMm: 3,
    conductivity: 0.2,
    absorptanceFraction: v('heat.alpha_for_45_at_30')
  };
  expectDigits(30 + insideRiseK(box, { lossW: 3, sunWPerM2: 800 }), 45);
  expectDigits(tipDeg(140 - 6 - v('cg.y'), v('cg.z') + 3), v('cg.tip_back'), 3);
});

describe('walls and handle of their own', () => {
  const hide = saltmarshHideBox();
  const part = (over: object) =>
    applyEdits(hide, [
      { op: 'set', path: 'parts/case-plastic-deep', value: { ...hide.parts['case-plastic-deep'], ...over } }
    ]);
  test('a thick front wall stops its ports only', () => {
    const thick = part({ faceWallMm: { front: 12 } });
    const plan = evaluate(thick, STARTER_CATALOGUE);
    expect(wallMmOf(plan.fit!.part, 'front')).toBe(12);
    const stopped = plan.findings.filter((f) => f.id === 'panel-thickness').map((f) => f.where.id);
    expect(stopped.length).toBeGreaterThan(0);
    expect(stopped.every((id) => thick.ports.find((p) => p.id === id)!.face === 'front')).toBe(true);
  });
  test('a handle over the mass hangs straight', () => {
    const plan = evaluate(hide, STARTER_CATALOGUE);
    const g = plan.carry.centreMm!;
    const moved = evaluate(part({ handleAt: { xMm: g.xMm, yMm: g.yMm, zMm: 240 } }), STARTER_CATALOGUE);
    expect(moved.stance!.hangDeg!).toBeLessThan(0.5);
    expect(stance(plan.fit!, { ...plan.carry, tight: true }, METRIC)!.hangDeg!).toBeGreaterThan(3);
  });
});
