import { describe, expect, test } from 'vitest';
import { boundsOf, machineSpeed, missedIn } from './bench-bounds.mjs';

describe('what a bench says', () => {
  test('each line’s figure against its bound, in whatever units', () => {
    expect(boundsOf('evaluate, hide, 4 circuits   4.70 ms  (under 5 ms; slowest 23.1 ms)')).toEqual([
      { value: 4.7, most: 5 }
    ]);
    expect(boundsOf('import of rows    5.6 s  (under 10 s)')[0]).toMatchObject({ value: 5600, most: 10_000 });
    expect(boundsOf('memory of the server   185 MB, at most 298 MB  (under 300 MB)')[0].value).toBe(298_000);
    expect(boundsOf('2,000 runs, canal   1540 ms  (under 1.5 s)')[0]).toMatchObject({ value: 1540, most: 1500 });
    expect(
      boundsOf('JavaScript   325 kB gzipped, 283 kB as it is sent (brotli)  (under 250 kB, 61 files)')[0].value
    ).toBe(283);
    expect(boundsOf('design   first sound 0.61 s (under 2 s), whole 9.0 s (under 8 s)')).toHaveLength(2);
    expect(boundsOf('1000 boxes worked out in the background   12 s')).toEqual([]);
  });

  test('a bound that is missed is told, one that is met to the last digit is not, one without a figure is', () => {
    const lines = [
      'met   5.00 ms  (under 5 ms)',
      'missed   5.01 ms  (under 5 ms; slowest 9 ms)',
      'second missed   1 s (under 2 s), then 3 s (under 2 s)',
      'nothing measured   none (under 100 ms)',
      'no bound   9000 ms'
    ];
    expect(missedIn(lines)).toEqual([lines[1], lines[2], lines[3]]);
  });

  test('a machine is as fast as its middle round; rounds far apart are no quiet machine', () => {
    const clockOf = (...tooks) => {
      let now = 0;
      const steps = tooks.flatMap((took) => [0, took]);
      return () => (now += steps.shift());
    };
    // what this machine gives away while the test runs is not asked
    const speedOf = (...tooks) => machineSpeed(clockOf(...tooks), () => undefined);
    expect(speedOf(50, 50, 50, 50, 50, 50, 50, 50, 50)).toEqual({ factor: 1, quiet: true });
    expect(speedOf(100, 100, 100, 100, 100, 100, 100, 100, 100).factor).toBe(2);
    expect(speedOf(22, 22, 23, 24, 30, 40, 44, 44, 44).quiet).toBe(false);
    // one hiccup is no noise
    expect(speedOf(22, 22, 22, 22, 22, 22, 22, 22, 90).quiet).toBe(true);
  });

  test('one that gives a tenth of its time away is not quiet, however even its rounds are', () => {
    const ticksOf = (stolen) => {
      const looks = [
        { all: 0, idle: 0, stolen: 0 },
        { all: 1000, idle: 0, stolen }
      ];
      return () => looks.shift();
    };
    let now = 0;
    const even = () => (now += 25);
    expect(machineSpeed(even, ticksOf(100)).quiet).toBe(false);
    expect(machineSpeed(even, ticksOf(20)).quiet).toBe(true);
  });
});
