import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { barWith, clockOnDay, dayCount, dayOf, nextBar } from '../src/timeline/bars.ts';
import { anyOf, barsAfter, barsWithin, totalH } from '../src/demand/bars.ts';
import { saltmarshHideBox } from '../src/demo/boxes.ts';

const night = { startH: 20, durationH: 10 };
const span = (startH: number, endH: number) => ({ startH, endH, dutyFraction: null });
const quarters = (most: number) => fc.integer({ min: 0, max: most * 4 }).map((n) => n / 4);

describe('days of an outing', () => {
  test('midnight begins the next day; pack-up at midnight does not', () => {
    expect([0, 23.75, 24, 47.5, 48].map(dayOf)).toEqual([1, 1, 2, 2, 3]);
    expect(dayCount({ startH: 10, durationH: 14 })).toBe(1);
    expect(dayCount({ startH: 10, durationH: 14.5 })).toBe(2);
    expect(dayCount(night)).toBe(2);
  });
  test('two in the morning of a night out is after switch-on, not before it', () => {
    expect(clockOnDay(2, 1, night)).toBe(26);
    expect(clockOnDay(22, 1, night)).toBe(22);
    expect(clockOnDay(2, 2, night)).toBe(26);
    expect(clockOnDay(2, 1, { startH: 20, durationH: 60 })).toBe(2);
  });
});

describe('bars', () => {
  test('an end typed before its start is the next day; a start typed behind its end keeps an hour', () => {
    expect(barWith(span(20, 23), 'endH', 2)).toMatchObject({ startH: 20, endH: 26 });
    expect(barWith(span(20, 23), 'startH', 25)).toMatchObject({ startH: 25, endH: 26 });
    expect(barWith(span(20, 23), 'endH', 21.5)).toMatchObject({ startH: 20, endH: 21.5 });
  });
  test('a new bar goes behind the last, else to switch-on, and always has a length inside the outing', () => {
    expect(nextBar([], night)).toMatchObject({ startH: 20, endH: 21 });
    expect(nextBar([span(20, 22)], night)).toMatchObject({ startH: 22.25, endH: 23.25 });
    expect(nextBar([span(20, 30)], night)).toMatchObject({ startH: 20, endH: 21 });
    fc.assert(
      fc.property(quarters(24), quarters(40), quarters(10), (startH, durationH, lengthH) => {
        const outing = { startH, durationH: durationH + 1 };
        const bar = nextBar([span(startH, startH + lengthH + 0.25)], outing);
        expect(bar.startH).toBeGreaterThanOrEqual(startH);
        expect(bar.endH).toBeGreaterThan(bar.startH);
        expect(bar.endH).toBeLessThanOrEqual(startH + outing.durationH);
      })
    );
  });
  test('what lies outside the outing does not count, and never makes hours', () => {
    expect(totalH(barsWithin([span(18, 22)], night))).toBe(2);
    expect(totalH(barsWithin([span(5, 6)], { startH: 10, durationH: 2 }))).toBe(0);
    fc.assert(
      fc.property(fc.array(fc.tuple(quarters(48), quarters(12)), { maxLength: 5 }), quarters(12), (pairs, skipH) => {
        const bars = barsWithin(
          pairs.map(([a, long]) => span(a, a + long + 0.25)),
          night
        );
        for (const b of bars) {
          expect(b.startH).toBeGreaterThanOrEqual(night.startH);
          expect(b.endH).toBeLessThanOrEqual(night.startH + night.durationH);
        }
        expect(totalH(barsAfter(bars, skipH))).toBeCloseTo(Math.max(0, totalH(bars) - skipH), 6);
      })
    );
  });
  test('hours in which anything is on are no more than the outing and no less than the longest device', () => {
    const box = saltmarshHideBox();
    const any = totalH(anyOf(box.devices, box.outing));
    expect(any).toBeLessThanOrEqual(box.outing.durationH);
    for (const d of box.devices) expect(any).toBeGreaterThanOrEqual(totalH(barsWithin(d.spans, box.outing)) - 1e-9);
  });
});
