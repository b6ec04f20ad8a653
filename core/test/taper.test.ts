import { describe, expect, test } from 'vitest';
import { CHEMISTRY } from '../src/battery/chemistry.ts';
import { acceptedShare } from '../src/outing/sources.ts';

/** Electrical reference 6, rows 'SoC where current starts to taper', 'tail current' and 'charge C-rate maximum'. */
describe('the current a battery takes as it fills', () => {
  test.each([
    ['agm', 0.8, 0.3, 0.02],
    ['gel', 0.8, 0.25, 0.02],
    ['flooded', 0.8, 0.25, 0.02],
    ['lfp', 0.96, 0.5, 0.05]
  ] as const)('%s: whole until %d, then falling to the tail', (chemistry, untilFraction, leastRate, tailRate) => {
    const data = CHEMISTRY[chemistry];
    const whole = acceptedShare(data, 0.5, 20);
    expect(whole).toBeGreaterThanOrEqual(leastRate);
    expect(acceptedShare(data, untilFraction - 1e-6, 20)).toBe(whole);
    expect(acceptedShare(data, untilFraction + 0.01, 20)).toBeLessThan(whole);
    expect(acceptedShare(data, (1 + untilFraction) / 2, 20)).toBeCloseTo((whole + tailRate) / 2, 9);
    expect(acceptedShare(data, 1 - 1e-9, 20)).toBeCloseTo(tailRate, 6);
    expect(acceptedShare(data, 1, 20)).toBe(0);
  });

  test('lithium takes nothing under freezing, lead does', () => {
    expect(acceptedShare(CHEMISTRY.lfp, 0.5, -0.1)).toBe(0);
    expect(acceptedShare(CHEMISTRY.lfp, 0.5, 0)).toBeGreaterThan(0);
    expect(acceptedShare(CHEMISTRY.agm, 0.5, -10)).toBeGreaterThan(0);
  });
});
