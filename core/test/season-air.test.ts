import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { set } from '../src/box/edit.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import { evaluate } from '../src/evaluate.ts';
import { solarPlan } from '../src/charge/solar.ts';
import { condensesG } from '../src/sealing/moisture.ts';
import { coldestAirC, dayMeanC, seasonAirC, warmestAirC } from '../src/sun/season-air.ts';
import { dayAfter } from '../src/sun/sun.ts';

const hide = saltmarshHideBox();
//                  J   F   M  A  M   J   J   A   S   O  N   D
const NORTH = [-28, -26, -18, -6, 4, 12, 15, 13, 7, -2, -14, -24];
const SOUTH = [12, 14, 18, 22, 27, 33, 36, 35, 30, 24, 18, 13];
const season = (
  startDay: string,
  dayCount: number,
  monthC: readonly number[],
  swingK = 8
): NonNullable<Box['season']> => ({
  ...hide.season!,
  startDay,
  dayCount,
  monthC: [...monthC],
  swingK
});
const alone = (of: NonNullable<Box['season']> | null, ...edits: Edit[]): Box =>
  applyEdits(hide, [set('season', of), ...edits]);
const found = (box: Box, id: string) => evaluate(box, STARTER_CATALOGUE).findings.find((f) => f.id === id);

describe('the air of a season', () => {
  test('by hand: half the swing beside the coldest and the warmest day, straight between the middles of the months', () => {
    // 20 November to 18 January: the coldest day is the 15th of January, the warmest the first of all, 5 days past the middle
    const winter = seasonAirC({ season: season('2026-11-20', 60, NORTH) })!;
    expect(winter.coldestC).toBeCloseTo(-28 - 4, 1);
    expect(winter.warmestC).toBeCloseTo(-14 - 10 * ((20 - 15.22) / 30.44) + 4, 1);
    // the 15th of July within it, and cooler than that on both sides
    expect(seasonAirC({ season: season('2026-07-01', 20, NORTH, 10) })!.warmestC).toBeCloseTo(15 + 5, 1);
    // over the turn of the year and longer than one
    const long = seasonAirC({ season: season('2026-03-01', 400, NORTH, 0) })!;
    expect(long.coldestC).toBeCloseTo(-28, 1);
    expect(long.warmestC).toBeCloseTo(15, 1);
    expect(seasonAirC({ season: null })).toBeUndefined();
  });
  it('holds every day of it, and is reached on one', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 400 }),
        fc.integer({ min: 0, max: 364 }),
        fc.array(fc.integer({ min: -40, max: 40 }), { minLength: 12, maxLength: 12 }),
        (dayCount, from, monthC) => {
          const s = season(dayAfter('2026-01-01', from), dayCount, monthC, 6);
          const means = Array.from({ length: dayCount }, (_, day) => dayMeanC(s, day));
          const { coldestC, warmestC } = seasonAirC({ season: s })!;
          expect(coldestC).toBeCloseTo(Math.min(...means) - 3, 9);
          expect(warmestC).toBeCloseTo(Math.max(...means) + 3, 9);
        }
      ),
      { numRuns: 60 }
    );
  });
  it('counts with the outing, whichever is colder or warmer', () => {
    const of = (airC: number, warmestC: number | null, s: Box['season']) => {
      const outing = { ...hide.outing, airC, warmestC };
      return [coldestAirC({ outing, season: s }), warmestAirC({ outing, season: s })];
    };
    expect(of(5, 12, null)).toEqual([5, 12]);
    expect(of(5, null, null)).toEqual([5, 5]);
    const july = of(5, 12, season('2026-07-01', 20, NORTH, 10));
    expect(july[0]).toBe(5);
    expect(july[1]).toBeCloseTo(20, 1);
    expect(of(-40, 30, season('2026-07-01', 20, NORTH, 10))).toEqual([-40, 30]);
  });
});

describe('a box that is left alone is judged by the cold it stands in', () => {
  const winter = season('2026-11-20', 60, NORTH);
  it('iron phosphate under twenty below, set up on a mild day', () => {
    const f = found(alone(winter), 'deep-frost')!;
    expect(f).toMatchObject({ severity: 'stop' });
    expect(f.title).toBe('At -32 °C this battery is not to be used');
    expect(found(alone(null), 'deep-frost')).toBeUndefined();
    expect(found(alone(season('2026-10-01', 20, NORTH)), 'deep-frost')).toBeUndefined();
    // a case that stays warmer than the air around it
    expect(found(alone(winter, set('bank/warmerK', 15)), 'deep-frost')).toBeUndefined();
  });
  it('lead that may be drained to the line that is kept freezes: a caution, a stop only where the outing itself does it', () => {
    const lead = (s: Box['season'], ...edits: Edit[]): Box =>
      applyEdits(canalNightBankBox(), [set('season', s), set('bank/keepBack', { is: 'set', value: 0.2 }), ...edits]);
    expect(found(lead(winter), 'deep-frost')).toMatchObject({ severity: 'caution' });
    expect(found(lead(winter), 'deep-frost')!.title).toContain('Drained to 20 %');
    expect(found(lead(null), 'deep-frost')).toBeUndefined();
    expect(found(lead(null, set('outing/airC', -30)), 'deep-frost')).toMatchObject({ severity: 'stop' });
  });
  it('a panel in the coldest dawn of it gives more volts than on the outing', () => {
    const volts = (s: Box['season'], maxV: number) =>
      found(alone(s, set('charging/solar/controllerMaxV', maxV)), 'solar-voc');
    // 22 V at 25 degrees: 24.3 V at ten below, 25.8 V at thirty-two below
    expect(volts(null, 25)).toBeUndefined();
    expect(volts(winter, 25)).toMatchObject({ severity: 'stop' });
    expect(volts(winter, 25)!.why).toContain('-32 °C');
    expect(volts(winter, 26)).toBeUndefined();
  });
  it('the card of the panel says the same volts as the finding', () => {
    for (const s of [null, winter]) {
      const box = alone(s, set('charging/solar/controllerMaxV', 20));
      const plan = evaluate(box, STARTER_CATALOGUE);
      const voc = plan.findings.find((f) => f.id === 'solar-voc')!;
      const card = solarPlan(box, plan)!;
      expect(card.coldOpenV).toBe(voc.figures['openV']);
      expect(card.coldestC).toBeCloseTo(s ? -32 : -10, 1);
    }
  });
  it('air closed in at home sweats in the coldest night of it', () => {
    const dry = (s: Box['season']) => evaluate(alone(s, set('dry/gelG', null)), STARTER_CATALOGUE).dry!;
    const [trip, left] = [dry(null), dry(winter)];
    expect(trip.coldestC).toBe(hide.outing.airC);
    expect(left.coldestC).toBeCloseTo(-32, 1);
    expect(left.condensesG).toBeCloseTo(
      condensesG(
        left.freeL,
        { tempC: hide.dry.closeC, humidityFraction: hide.dry.closeHumidityFraction },
        left.coldestC
      ),
      9
    );
    expect(left.condensesG).toBeGreaterThan(trip.condensesG);
    expect(left.suctionPa).toBeGreaterThan(trip.suctionPa);
  });
});

describe('and by its heat', () => {
  const summer = season('2026-06-20', 60, SOUTH, 10);
  const inside = (s: Box['season'], ...edits: Edit[]) => evaluate(alone(s, ...edits), STARTER_CATALOGUE);
  it('in the warmest month, not on the mild day it was set up', () => {
    expect(inside(null).heat!.airC).toBe(9);
    const h = inside(summer).heat!;
    expect(h.airC).toBeCloseTo(36 + 5, 1);
    expect(h.working.lines[0]).toMatchObject({ source: 'warmest hour of the season' });
    expect(inside(null).heat!.working.lines[0]!.source).toBe('warmest hour of the outing');
  });
  it('so that it may not be charged there, though on the outing it may', () => {
    // 20 degrees in the northern July and some 31 more in the sun
    const warm = season('2026-06-20', 60, NORTH, 10);
    const sunny = [set('outing/inSun', true)];
    expect(found(alone(null, ...sunny), 'hot-box')?.severity).not.toBe('stop');
    const hot = found(alone(warm, ...sunny), 'hot-box')!;
    expect(hot.severity).toBe('stop');
    expect(hot.why).toContain('and it is charged meanwhile');
    // a hot outing before cold weeks: the sun charges it in these alone
    const before = alone(season('2026-11-20', 60, NORTH), ...sunny, set('outing/airC', 20), set('outing/warmestC', 20));
    expect(found(before, 'hot-box')).toMatchObject({ severity: 'caution' });
    expect(found(before, 'hot-box')!.why).not.toContain('charged meanwhile');
    // nothing charges it there: it only ages
    const unfed = found(alone({ ...warm, useSun: false }, ...sunny, set('charging/solar', null)), 'hot-box')!;
    expect(unfed.severity).toBe('caution');
    expect(unfed.why).not.toContain('charged meanwhile');
  });
  it('and wires lie in air as warm as that', () => {
    const ambient = (s: Box['season']): number => inside(s).wiring.ambientC;
    expect(ambient(summer)).toBeGreaterThan(40.9);
    expect(ambient(summer)).toBeGreaterThan(ambient(null));
  });
});
