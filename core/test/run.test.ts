import { describe, expect, test } from 'vitest';
import { milliOhmPerM } from '../src/wiring/conductor.ts';
import { run } from '../src/outing/run.ts';
import type { RunInput } from '../src/outing/run-types.ts';
import { solveNetwork } from '../src/network/solve.ts';
import type { KnownChemistry } from '../src/catalogue/part.ts';
import { E, expectDigits } from './vectors.ts';

const law = (powerW: number) => ({ powerW, currentA: 0, conductanceS: 0 });
const loopOhm = (tempC: number) => (milliOhmPerM({ system: 'awg', size: '16' }, tempC) * 2) / 1000;

/** The reference run: 20 Ah, one constant-power device to its cut-off, 1 s steps. */
function reference(
  chemistry: KnownChemistry,
  airC: number,
  over: { powerW?: number; branchOhm?: number; minV?: number; stepS?: number; keepBackFraction?: number } = {}
): RunInput {
  const powerW = over.powerW ?? 30;
  return {
    packs: [
      { chemistry, capacityAh: 20, count: 1, healthFraction: 1, resistanceFactor: 1, linkOhm: 0, startFraction: 1 }
    ],
    changeover: false,
    protectionV: null,
    disconnect: null,
    coldestC: airC,
    warmestC: null,
    warmerK: 0,
    portOhm: [[over.branchOhm ?? loopOhm(airC)]],
    loads: [
      {
        id: 'load',
        port: 0,
        bars: [{ fromH: 0, toH: 99, law: law(powerW), outFraction: 1 }],
        peakLaw: law(powerW),
        minV: over.minV ?? 11,
        belowMin: 'stops',
        innerH: 0
      }
    ],
    standing: [],
    startH: 0,
    endH: 12,
    stepS: over.stepS ?? 1,
    keepBackFraction: over.keepBackFraction ?? -1
  };
}

describe('the run of a battery', () => {
  test.each([
    ['lfp', 25, 'run_lfp_25'],
    ['lfp', -10, 'run_lfp_m10'],
    ['agm', 25, 'run_agm_25'],
    ['agm', -10, 'run_agm_m10']
  ] as const)(
    '%s at %d °C stops, drains and delivers as the reference run does, to five digits',
    (chemistry, airC, key) => {
      const r = run(reference(chemistry, airC));
      expectDigits(r.failsAtH!, E[`${key}_h`]!, 5);
      expectDigits(r.deliveredWh, E[`${key}_wh`]!, 5);
      expectDigits(r.drawnAh, E[`${key}_ah`]!, 5);
      expectDigits(r.sourceWh, E[`${key}_wh_src`]!, 5);
      expect(r.failReason).toBe('device');
      const stop = r.timeH.findIndex((t) => t >= r.failsAtH! - 1e-9);
      expectDigits(r.socFraction[stop]!, E[`${key}_s_end`]!, 5);
    }
  );

  test('planning depth of 90 % and 50 % is reached when the reference says', () => {
    expectDigits(run(reference('lfp', 25, { keepBackFraction: 0.1, minV: 0 })).failsAtH!, E.run_lfp_25_h_dod!, 5);
    expectDigits(run(reference('agm', -10, { keepBackFraction: 0.5, minV: 0 })).failsAtH!, E.run_agm_m10_h_dod!, 5);
  });

  test('120 W over 57.403 mohm to 11.7 V lasts 1.8478 h', () => {
    const r = run(reference('lfp', 25, { powerW: 120, branchOhm: E.run2_rl! / 1000, minV: 11.7 }));
    expectDigits(r.failsAtH!, E.run2_h!, 5);
    expectDigits(r.deliveredWh, E.run2_wh!, 5);
  });

  test('20 mohm of contacts shorten the run as the reference says', () => {
    expectDigits(run(reference('lfp', 25, { branchOhm: loopOhm(25) + 0.02, stepS: 60 })).failsAtH!, E.runc_lfp_h!, 3);
    expectDigits(run(reference('agm', 25, { branchOhm: loopOhm(25) + 0.02, stepS: 60 })).failsAtH!, E.runc_agm_h!, 3);
  });

  test('halving the step from 60 s moves the run by less than 0.2 %', () => {
    for (const chemistry of ['lfp', 'agm', 'gel', 'flooded'] as const) {
      const coarse = run(reference(chemistry, 5, { stepS: 60 })).failsAtH!;
      const fine = run(reference(chemistry, 5, { stepS: 30 })).failsAtH!;
      expect(Math.abs(coarse - fine) / fine).toBeLessThan(0.002);
    }
  });
});

/** A source behind a resistance and one load behind another. */
const oneLoad = (volts: number, sourceOhm: number, branchOhm: number, powerW: number) =>
  solveNetwork({
    nodeCount: 3,
    sources: [{ plus: 1, minus: 0, volts, ohm: sourceOhm }],
    resistors: [{ a: 1, b: 2, ohm: Math.max(branchOhm, 1e-7) }],
    loads: [{ plus: 2, minus: 0, law: law(powerW) }]
  });

describe('the operating point', () => {
  test('12.5 V behind 100 mohm carries 60 W at 12.000 V and 5.0000 A', () => {
    const s = oneLoad(12.5, 0.1, 0, 60);
    if (s.kind !== 'solved') throw new Error(s.kind);
    expectDigits(s.loadV[0]!, E.o1_V!, 7);
    expectDigits(s.sourceA[0]!, E.o1_I!, 7);
  });
  test('12 V behind 600 mohm carries 45 W at 9 V, and nothing above 60 W', () => {
    const s = oneLoad(12, 0.6, 0, 45);
    expectDigits(s.kind === 'solved' ? s.loadV[0]! : 0, E.o2_V!, 7);
    expect(oneLoad(12, 0.6, 0, 60.01).kind).toBe('overloaded');
  });
  test('resistance is the same wherever along the path it lies', () => {
    const inBranch = oneLoad(13, 0.02, 0.05, 40);
    const shared = oneLoad(13, 0.07, 0, 40);
    if (inBranch.kind !== 'solved' || shared.kind !== 'solved') throw new Error('not solved');
    expectDigits(inBranch.loadA[0]!, shared.loadA[0]!, 7);
  });
});
