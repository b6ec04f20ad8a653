import { describe, expect, test } from 'vitest';
import { setTo } from '../src/box/attr.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { set } from '../src/box/edit.ts';
import type { Bank } from '../src/battery/bank.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { saltmarshHideBox } from '../src/demo/boxes.ts';
import { evaluate, type Plan } from '../src/evaluate.ts';
import { hoursOf } from '../src/outing/outing.ts';
import { runInput } from '../src/outing/input.ts';
import { run } from '../src/outing/run.ts';
import { BLOCK } from '../src/outing/scatter.ts';
import { sure, SURE_RUNS, sureRuns } from '../src/outing/sure.ts';

const hide = saltmarshHideBox();
/** Long enough that the battery ends it. */
const drained = [set('bank/keepBack', { is: 'none' }), set('charging/solar', null)] as Edit[];
const planWith = (...edits: Edit[]) => {
  const box = applyEdits(hide, [...drained, ...edits]);
  return { box, plan: evaluate(box, STARTER_CATALOGUE) };
};
type Known = { capacity?: number; resistance?: number; device?: number; runCount?: number };
/** Many runs in which only what is named is in doubt. */
function only(
  of: { box: typeof hide; plan: Plan },
  { capacity = 0, resistance = 0, device = 0, runCount = 200 }: Known
) {
  const need = {
    ...of.plan.demand,
    devices: of.plan.demand.devices.map((d) => ({ ...d, spreadFraction: device }))
  };
  const bank: Bank = { ...of.plan.bank!, capacitySpreadFraction: capacity, resistanceSpreadFraction: resistance };
  return sure(of.box, need, bank, of.plan.feed, { runCount });
}
const shareOf = (s: ReturnType<typeof sure>, kind: string) =>
  s.doubts.filter((d) => d.kind === kind).reduce((sum, d) => sum + d.shareFraction, 0);

describe('many runs over what is not known', () => {
  const plain = planWith();
  test('what scatters alone has all of the doubt, cold aside; what does not scatter has none', () => {
    const byCapacity = only(plain, { capacity: 0.2 });
    expect(shareOf(byCapacity, 'capacity')).toBeGreaterThan(0.85);
    expect(shareOf(byCapacity, 'device')).toBeLessThan(0.05);
    expect(byCapacity.say).toContain('Run the battery down once');
    const byDevice = only(plain, { device: 0.4 });
    expect(shareOf(byDevice, 'device')).toBeGreaterThan(0.85);
    expect(byDevice.say).toMatch(/^Measure .+: it decides, \d+ % of the doubt\.$/);
    const byCold = only(plain, {});
    expect(shareOf(byCold, 'temperature')).toBeGreaterThan(0.85);
    expect(byCold.say).toContain('Take a thermometer along');
  });
  test('hours grow with what the battery holds, in proportion', () => {
    const [narrow, wide] = [only(plain, { capacity: 0.05 }), only(plain, { capacity: 0.15 })];
    const middle = plain.plan.outing!.lastsH;
    expect(narrow.p50H / middle).toBeCloseTo(1, 1);
    // nine of ten lie within 1.28 standard deviations on either side
    expect((wide.p90H - wide.p10H) / (2 * 1.2816 * 0.15 * middle)).toBeGreaterThan(0.85);
    expect((wide.p90H - wide.p10H) / (2 * 1.2816 * 0.15 * middle)).toBeLessThan(1.2);
    expect(wide.p90H - wide.p10H).toBeGreaterThan(2 * (narrow.p90H - narrow.p10H));
  });
  test('an age costs what it says, and counts as a doubt only where nobody measured what is left', () => {
    const aged = planWith(set('bank/ageYears', 5));
    const guess = { ...aged.plan.bank! };
    const of = (bank: Bank) => sure(aged.box, aged.plan.demand, bank, aged.plan.feed, { runCount: 200 });
    expect(of(guess).doubts.map((d) => d.kind)).toContain('age');
    expect(of({ ...guess, capacitySpreadFraction: 0.03 }).doubts.map((d) => d.kind)).not.toContain('age');
    expect(only(plain, {}).doubts.map((d) => d.kind)).not.toContain('age');
    expect(shareOf(of(guess), 'age')).toBeGreaterThan(0.01);
    // measured, what age has cost is in it: nothing is taken off a second time
    const measured = of({ ...guess, capacitySpreadFraction: 0, resistanceSpreadFraction: 0 });
    expect(Math.abs(measured.p50H / aged.plan.outing!.lastsH - 1)).toBeLessThan(0.02);
    expect(guess.groups[0]!.healthFraction).toBeLessThan(0.95);
  });
  test('a share of the runs reaches the hours: none, some, all', () => {
    const { lastsH, wantedH } = plain.plan.outing!;
    const chance = (times: number) => {
      const bank = plain.plan.bank!;
      const groups = bank.groups.map((g) => ({ ...g, capacityAh: g.capacityAh * times }));
      return sure(plain.box, plain.plan.demand, { ...bank, groups }, plain.plan.feed, { runCount: 120 }).chanceFraction;
    };
    const enough = wantedH / lastsH;
    expect(chance(2 * enough)).toBe(1);
    expect(chance(enough / 2)).toBe(0);
    expect(chance(enough)).toBeGreaterThan(0.2);
    expect(chance(enough)).toBeLessThan(0.8);
  });
  test('one that nothing empties is held at six times the hours, and says so', () => {
    const little = planWith(
      set('devices', [
        {
          ...hide.devices[0]!,
          modes: [{ id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'power', powerW: 0.2 } }]
        }
      ])
    );
    const all = only(little, { runCount: 80 });
    expect(all).toMatchObject({ beyond: true, chanceFraction: 1 });
    expect(all.p10H).toBeCloseTo(6 * little.box.outing.durationH, 9);
    expect(only(plain, { runCount: 80 }).beyond).toBe(false);
  });
  test('answers after every block but the last, each with as many runs as were made, the last one being all of them', () => {
    const runs = sureRuns(plain.box, plain.plan.demand, plain.plan.bank!, plain.plan.feed, { runCount: 3 * BLOCK });
    const counts: number[] = [];
    let next = runs.next();
    for (; !next.done; next = runs.next()) counts.push(next.value.runCount);
    expect(counts).toEqual([BLOCK, 2 * BLOCK]);
    expect(next.value).toMatchObject({ runCount: 3 * BLOCK, wantedRunCount: 3 * BLOCK });
    expect(SURE_RUNS % BLOCK).toBe(0);
  });
  test('nothing in doubt: every run is the run', () => {
    const still = { ...plain.box, outing: { ...plain.box.outing } };
    const all = only({ ...plain, box: still }, {});
    const stepS = Math.min(600, (still.outing.durationH * 3600) / 60);
    const input = runInput(still, plain.plan.demand, plain.plan.bank!, plain.plan.feed, stepS);
    const { lastsH } = hoursOf(input, run({ ...input, bare: true, untilFailure: true }));
    // only the cold differs, evenly to both sides
    expect(all.p50H).toBeCloseTo(lastsH, 0);
  });
});

describe('where a run ends', () => {
  test('at the charge that is kept back, between two steps', () => {
    for (const keep of [0.2, 0.35, 0.5]) {
      const { plan } = planWith(set('bank/keepBack', setTo(keep)), set('outing/durationH', 60));
      const o = plan.outing!;
      expect(o.reason).toBe('kept-back');
      expect(o.endsSocFraction!).toBeCloseTo(keep, 6);
      // the step before stands above it, the one after below
      const after = o.run.timeH.findIndex((h) => h >= o.endsAtH!);
      expect(o.run.socFraction[after - 1]!).toBeGreaterThan(keep);
      expect(o.run.socFraction[after]!).toBeLessThanOrEqual(keep);
    }
  });
});
