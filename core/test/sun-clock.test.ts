import fc from 'fast-check';
import { afterEach, describe, expect, test } from 'vitest';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate } from '../src/evaluate.ts';
import { reportText } from '../src/exchange/report.ts';
import { dayAfter, dayOfYear, monthAfter, riseAndSet, solarHour } from '../src/sun/sun.ts';
import { DEMO_BOXES } from './boxes.ts';

/** Rise and set by the clock on the wall, hours and minutes, from almanacs. */
const PLACES: [
  name: string,
  latitudeDeg: number,
  longitudeDeg: number,
  utcOffsetH: number,
  day: string,
  rise: string,
  set: string
][] = [
  ['51.5° N on the meridian, summer time', 51.5, -0.1, 1, '2026-06-21', '4:43', '21:21'],
  ['51.5° N on the meridian, winter', 51.5, -0.1, 0, '2026-12-21', '8:04', '15:53'],
  ['33.9° S, far east, southern summer', -33.9, 151.2, 11, '2026-12-21', '5:41', '20:05'],
  ['40.7° N, west, five hours behind', 40.7, -74, -5, '2026-12-21', '7:17', '16:32'],
  ['27.7° N, a quarter past the half hour', 27.7, 85.3, 5.75, '2026-06-21', '5:08', '19:02'],
  ['0°, at the equinox', 0, 0, 0, '2026-03-20', '6:04', '18:11']
];
const hours = (clock: string) => Number(clock.split(':')[0]) + Number(clock.split(':')[1]) / 60;

describe('the sun and the clock on the wall', () => {
  test.each(PLACES)('%s', (_, latitudeDeg, longitudeDeg, utcOffsetH, day, rise, set) => {
    const sun = riseAndSet({ latitudeDeg, longitudeDeg, utcOffsetH }, day)!;
    expect(Math.abs(sun.riseH - hours(rise)), `rises ${sun.riseH}`).toBeLessThan(0.12);
    expect(Math.abs(sun.setH - hours(set)), `sets ${sun.setH}`).toBeLessThan(0.12);
  });

  test('a clock an hour ahead shows an hour more; a place 15° further east sees it an hour sooner', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -55, max: 55 }),
        fc.integer({ min: -160, max: 160 }),
        fc.integer({ min: -11, max: 13 }),
        (latitudeDeg, longitudeDeg, utcOffsetH) => {
          const at = riseAndSet({ latitudeDeg, longitudeDeg, utcOffsetH }, '2026-05-04')!;
          const ahead = riseAndSet({ latitudeDeg, longitudeDeg, utcOffsetH: utcOffsetH + 1 }, '2026-05-04')!;
          const east = riseAndSet({ latitudeDeg, longitudeDeg: longitudeDeg + 15, utcOffsetH }, '2026-05-04')!;
          expect(ahead.riseH - at.riseH).toBeCloseTo(1, 9);
          expect(east.setH - at.setH).toBeCloseTo(-1, 9);
        }
      )
    );
  });

  test('noon of the sun is when it stands half-way between rise and set', () => {
    for (const [, latitudeDeg, longitudeDeg, utcOffsetH, day] of PLACES) {
      const site = { latitudeDeg, longitudeDeg, utcOffsetH };
      const sun = riseAndSet(site, day)!;
      expect(solarHour(site, dayOfYear(day), (sun.riseH + sun.setH) / 2)).toBeCloseTo(12, 9);
    }
  });
});

describe('the time zone of the machine', () => {
  const here = process.env['TZ'];
  afterEach(() => {
    if (here === undefined) delete process.env['TZ'];
    else process.env['TZ'] = here;
  });

  test('changes no plan and no day', () => {
    const under = (zone: string) => {
      process.env['TZ'] = zone;
      expect(new Date(2026, 6, 1).getTimezoneOffset(), 'the zone took').toBe(
        zone === 'Pacific/Kiritimati' ? -840 : 420
      );
      return [
        dayOfYear('2026-03-29'),
        dayAfter('2026-10-24', 1),
        dayAfter('2026-12-31', 0.99),
        monthAfter('2026-01-31', 1),
        ...DEMO_BOXES.map(([, box]) => reportText(box, evaluate(box, STARTER_CATALOGUE)))
      ];
    };
    const east = under('Pacific/Kiritimati');
    expect(east.slice(0, 4)).toEqual([88, '2026-10-25', '2026-12-31', 1]);
    expect(under('America/Los_Angeles')).toEqual(east);
  });
});
