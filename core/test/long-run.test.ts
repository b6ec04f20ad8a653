import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { applyEdits } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { fellRaceRadioPost } from '../src/demo/boxes.ts';
import { evaluate } from '../src/evaluate.ts';
import { runInput, RUN_STEP_S, stepFor } from '../src/outing/input.ts';
import { outing } from '../src/outing/outing.ts';

describe('the step of a run', () => {
  test('is three minutes for an outing of days', () => {
    expect(stepFor(18, 14, [])).toBe(RUN_STEP_S);
    expect(stepFor(0, 400, [{ fromH: 3.01, toH: 3.02 }])).toBe(RUN_STEP_S);
  });
  test('is longer for weeks, where everything that is switched allows it', () => {
    // 2000 h in 8,000 steps are a quarter of an hour
    expect(stepFor(6, 2000, [])).toBe(900);
    expect(stepFor(6, 2000, [{ fromH: 6.5, toH: 7.75 }])).toBe(900);
    // in between it takes the next length that divides what is common: 750 s are wanted by 1,666.7 h
    expect(stepFor(0, 1600, [{ fromH: 1, toH: 2 }])).toBe(720);
    expect(stepFor(0, 1601, [{ fromH: 1, toH: 2 }])).toBe(900);
  });
  test('stays three minutes, or what is common, where the bars ask for it', () => {
    expect(stepFor(0, 2000, [{ fromH: 0.1, toH: 0.3 }])).toBe(360);
    expect(stepFor(0, 2000, [{ fromH: 1 / 60, toH: 2 / 60 }])).toBe(RUN_STEP_S);
  });
  test('never lets a bar begin or end between two steps where it is longer than usual', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 401, max: 2000 }),
        fc.array(fc.tuple(fc.integer({ min: 0, max: 8000 }), fc.integer({ min: 1, max: 400 })), { maxLength: 12 }),
        (durationH, quarters) => {
          const bars = quarters.map(([at, long]) => ({ fromH: 5 + at / 4, toH: 5 + (at + long) / 4 }));
          const stepS = stepFor(5, durationH, bars);
          expect(stepS).toBeGreaterThanOrEqual(RUN_STEP_S);
          if (stepS === RUN_STEP_S) return;
          for (const h of bars.flatMap((b) => [b.fromH, b.toH]))
            expect((((h - 5) * 3600) / stepS) % 1).toBeCloseTo(0, 9);
          expect(((durationH * 3600) / stepS) % 1).toBeCloseTo(0, 9);
        }
      ),
      { numRuns: 300 }
    );
  });
});

describe('an outing of seven weeks', () => {
  const radio = fellRaceRadioPost();
  const weeks = (powerW: number): Box =>
    applyEdits(radio, [
      { op: 'set', path: 'outing/durationH', value: 1200 },
      {
        op: 'set',
        path: 'devices',
        value: [
          {
            ...radio.devices[0]!,
            modes: [{ id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'power', powerW } }],
            spans: Array.from({ length: 50 }, (_, d) => ({
              startH: radio.outing.startH + d * 24 + 2,
              endH: radio.outing.startH + d * 24 + 3,
              dutyFraction: null
            }))
          }
        ]
      }
    ]);

  test.each([4, 7, 12])('lasts as long in long steps as in short ones, at %i W', (powerW) => {
    const box = weeks(powerW);
    const plan = evaluate(box, STARTER_CATALOGUE);
    const input = runInput(box, plan.demand, plan.bank!, plan.feed);
    expect(input.stepS).toBeGreaterThan(RUN_STEP_S);
    const fine = outing(box, plan.demand, plan.bank, plan.feed, 60)!;
    expect(plan.outing!.run.failsAtH === undefined).toBe(fine.run.failsAtH === undefined);
    expect(Math.abs(plan.outing!.lastsH - fine.lastsH) / fine.lastsH).toBeLessThan(0.002);
    // it is cut off at the end of the step in which it is empty
    expect(Math.abs(plan.outing!.drawnAh - fine.drawnAh) / fine.drawnAh).toBeLessThan(0.005);
  });
});
