import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, test } from 'vitest';
import { CHEMISTRY, TEMPERATURES_C, usedKind } from '../src/battery/chemistry.ts';
import { faultMilliOhm, openCircuitV } from '../src/battery/model.ts';
import type { KnownChemistry } from '../src/catalogue/part.ts';
import { AWG_SIZES, INSULATION_CLASSES, tableAmpacityA } from '../src/wiring/conductor.ts';
import { fuseMilliOhm, letThroughA2s, meltingA2s, openingTimeS } from '../src/wiring/fuse.ts';

/** The tables of the electrical reference as they were handed over, apart from our code. */
const reference = JSON.parse(
  readFileSync(fileURLToPath(new URL('./vectors/electrical-tables.json', import.meta.url)), 'utf8')
) as {
  soc: number[];
  chem: Record<
    KnownChemistry,
    Record<'vnom' | 'H' | 'p' | 'kf' | 'ff' | 'ks' | 'fs' | 'a' | 'n80' | 'pn' | 'dod', number> &
      Record<'ocv' | 'fc' | 'fr', number[]>
  >;
  temps_C: number[];
  ampacity_classes_C: number[];
  ampacity: Record<string, number[]>;
  blade_tcc: [number, number, number | null][];
  large_blade_tcc: [number, number, number | null][];
  blade_i2t: Record<string, number>;
  blade_mohm_cold: Record<string, number>;
};
const KINDS = Object.keys(reference.chem) as KnownChemistry[];

describe('batteries, figure by figure', () => {
  test('every chemistry of the reference is there, and no other', () => {
    expect(Object.keys(CHEMISTRY).sort()).toEqual([...KINDS].sort());
    expect([...TEMPERATURES_C]).toEqual(reference.temps_C);
  });
  test.each(KINDS)('%s: voltages, capacity, rate, resistance and life', (kind) => {
    const [ours, theirs] = [CHEMISTRY[kind], reference.chem[kind]];
    expect({
      vnom: ours.nominalV,
      H: ours.hourRateH,
      p: ours.peukertExponent,
      kf: ours.faultKMilliOhmAh,
      ff: ours.faultFixedMilliOhm,
      ks: ours.sagKMilliOhmAh,
      fs: ours.sagFixedMilliOhm,
      a: ours.growth,
      ocv: ours.ocvV,
      fc: ours.capacityFactor,
      fr: ours.resistanceFactor,
      n80: ours.cyclesAt80,
      pn: ours.lifeExponent,
      dod: ours.planningDepthFraction
    }).toEqual({ ...theirs, name: undefined });
    for (const [i, soc] of reference.soc.entries())
      expect(openCircuitV(kind, soc / 100)).toBeCloseTo(theirs.ocv[i]!, 9);
    expect(openCircuitV(kind, -1)).toBe(theirs.ocv[0]);
    expect(openCircuitV(kind, 2)).toBe(theirs.ocv.at(-1));
    expect(faultMilliOhm(kind, 20)).toBeCloseTo(theirs.kf / 20 + theirs.ff, 9);
  });

  // copied by hand from the table of charge, discharge and storage; where it names a range, its upper end
  const COLUMNS = ['lfp', 'agm', 'gel', 'flooded', 'nmc3', 'nmc4'] as const;
  const ROWS: Record<string, [of: keyof (typeof CHEMISTRY)['lfp'], values: readonly (number | boolean)[]]> = {
    'absorption voltage': ['absorbV', [14.4, 14.6, 14.2, 14.6, 12.6, 16.8]],
    'highest charging voltage, equalising included': ['chargeMaxV', [14.6, 14.8, 14.4, 15.8, 12.6, 16.8]],
    'coldest it is charged': ['chargeMinC', [0, -15, -15, -15, 0, 0]],
    'warmest it is charged': ['chargeMaxC', [45, 50, 50, 50, 45, 45]],
    'recommended charge rate': ['chargeRecommendedRate', [0.5, 0.25, 0.2, 0.15, 0.5, 0.5]],
    'highest charge rate': ['chargeMaxRate', [1, 0.3, 0.25, 0.25, 1, 1]],
    'continuous discharge': ['dischargeMaxRate', [1, 1, 0.2, 0.2, 2, 2]],
    'coulombic efficiency': ['coulombicFraction', [0.99, 0.95, 0.94, 0.88, 0.99, 0.99]],
    'self-discharge per month': ['selfDischargePerMonthFraction', [0.025, 0.025, 0.02, 0.06, 0.015, 0.015]],
    'calendar life': ['calendarYears', [12, 6, 7, 5, 8, 8]],
    'implausible above': ['implausibleWhPerKg', [160, 48, 45, 48, 260, 260]],
    'cut-off of the protection': ['absoluteCutoffV', [10, 10.5, 10.5, 10.5, 9, 12]],
    'cut-off under load': ['loadedCutoffV', [12, 11.6, 11.7, 11.6, 9.9, 13.2]],
    'cells in a row': ['cellCount', [4, 6, 6, 6, 3, 4]],
    lead: ['isLead', [false, true, true, true, false, false]],
    lithium: ['isLithium', [true, false, false, false, true, true]]
  };
  test.each(Object.entries(ROWS))('%s', (_, [of, values]) => {
    expect(COLUMNS.map((kind) => CHEMISTRY[kind][of])).toEqual(values);
  });
  test('what nobody knows is reckoned as AGM, lithium of unknown sort as iron phosphate', () => {
    expect(usedKind('unknown')).toBe('agm');
    expect(usedKind('lithium')).toBe('lfp');
    for (const kind of KINDS) expect(usedKind(kind)).toBe(kind);
  });
});

describe('wire', () => {
  test('ampacity of every size in every class', () => {
    expect([...INSULATION_CLASSES]).toEqual(reference.ampacity_classes_C);
    for (const [size, row] of Object.entries(reference.ampacity)) {
      const named = size === '0' ? '1/0' : size;
      if (!(AWG_SIZES as readonly string[]).includes(named)) continue;
      const ours = reference.ampacity_classes_C.map((c) => tableAmpacityA({ system: 'awg', size: named }, c));
      expect([named, ours]).toEqual([named, row]);
    }
  });
  test('of the short leads inside, and of metric sizes at 70, 90 and 105 °C', () => {
    expect([60, 105, 200].map((c) => tableAmpacityA({ system: 'awg', size: '22' }, c))).toEqual([5, 5, 5]);
    expect([60, 105, 200].map((c) => tableAmpacityA({ system: 'awg', size: '20' }, c))).toEqual([8, 8, 8]);
    const METRIC: Record<string, number[]> = {
      '0.5': [7, 8, 10],
      '0.75': [10, 12, 16],
      '1': [14, 18, 20],
      '1.5': [18, 21, 25],
      '2.5': [25, 30, 35],
      '4': [35, 40, 45],
      '6': [45, 50, 60],
      '10': [65, 70, 90],
      '16': [90, 100, 130],
      '25': [120, 140, 170]
    };
    for (const [size, row] of Object.entries(METRIC))
      expect([size, [70, 90, 105].map((c) => tableAmpacityA({ system: 'mm2', size }, c))]).toEqual([size, row]);
    expect(() => tableAmpacityA({ system: 'mm2', size: '3' }, 90)).toThrow('no ampacity table for 3 mm²');
  });
});

describe('fuses', () => {
  test.each([
    ['blade', reference.blade_tcc],
    ['midi', reference.large_blade_tcc]
  ] as const)('%s: opens within the times of the reference at each of its points', (family, curve) => {
    for (const [multiple, minS, maxS] of curve.slice(0, -1)) {
      const { minS: ourMin, maxS: ourMax } = openingTimeS(family, 10, 10 * multiple);
      expect([multiple, ourMin]).toEqual([multiple, expect.closeTo(minS, 9)]);
      if (maxS !== null) expect([multiple, ourMax]).toEqual([multiple, expect.closeTo(maxS, 9)]);
    }
    const [multiple, minS, maxS] = curve.at(-1)! as [number, number, number];
    // beyond the last point what it lets through stays the same
    const far = openingTimeS(family, 10, 20 * multiple);
    expect([far.minS, far.maxS]).toEqual([expect.closeTo(minS / 4, 9), expect.closeTo(maxS / 4, 9)]);
    expect(letThroughA2s(family, 10)).toBeCloseTo((multiple * 10) ** 2 * maxS, 6);
    expect(openingTimeS(family, 10, 10 * curve[0]![0] - 0.01)).toEqual({ minS: Infinity, maxS: Infinity });
  });
  test('families share their curves as the reference says', () => {
    expect(openingTimeS('mini-blade', 10, 30)).toEqual(openingTimeS('blade', 10, 30));
    expect(openingTimeS('post', 50, 150)).toEqual(openingTimeS('midi', 50, 150));
  });
  test.each([
    [
      'breaker',
      [
        [1.05, 3600, Infinity],
        [1.35, 60, 3600],
        [2, 5, 60]
      ]
    ],
    [
      'glass',
      [
        [1.5, 3600, Infinity],
        [2.1, 1, 1800],
        [2.75, 0.05, 10],
        [4, 0.01, 3]
      ]
    ]
  ] as const)('%s', (family, curve) => {
    for (const [multiple, minS, maxS] of curve)
      expect([multiple, openingTimeS(family, 10, 10 * multiple)]).toEqual([
        multiple,
        { minS: expect.closeTo(minS, 9), maxS: maxS === Infinity ? Infinity : expect.closeTo(maxS, 9) }
      ]);
  });
  test('what melts a blade fuse; between two ratings that of the smaller', () => {
    for (const [rating, a2s] of Object.entries(reference.blade_i2t)) {
      expect([rating, meltingA2s('blade', Number(rating))]).toEqual([rating, a2s]);
      expect(meltingA2s('mini-blade', Number(rating))).toBe(a2s);
    }
    expect(meltingA2s('blade', 12)).toBe(reference.blade_i2t['10']);
    expect(meltingA2s('blade', 0.5)).toBeUndefined();
    expect(meltingA2s('midi', 30)).toBeUndefined();
  });
  test('resistance of a cold element, four tenths more at its rating, and of other families by their fall', () => {
    for (const [rating, cold] of Object.entries(reference.blade_mohm_cold)) {
      expect([rating, fuseMilliOhm('blade', Number(rating), 0)]).toEqual([rating, expect.closeTo(cold, 9)]);
      expect(fuseMilliOhm('blade', Number(rating), Number(rating))).toBeCloseTo(1.4 * cold, 9);
    }
    expect(fuseMilliOhm('blade', 60, 0)).toBe(reference.blade_mohm_cold['40']);
    const between = fuseMilliOhm('blade', 12, 0);
    expect(between).toBeLessThan(reference.blade_mohm_cold['10']!);
    expect(between).toBeGreaterThan(reference.blade_mohm_cold['15']!);
    expect([
      fuseMilliOhm('midi', 40, 9),
      fuseMilliOhm('post', 80, 9),
      fuseMilliOhm('glass', 10, 9),
      fuseMilliOhm('breaker', 35, 9)
    ]).toEqual([2, 1, 20, 5]);
  });
});
