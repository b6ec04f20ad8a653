import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { applyEdits } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import type { Catalogue } from '../src/catalogue/part.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { Bounds } from '../src/design/bounds.ts';
import { batteryOptions, caseOptions, mayFit, MOST_PACKS } from '../src/design/candidates.ts';
import { AIMS, asGood, dominates, front } from '../src/design/front.ts';
import { limitsOf, withinLimits } from '../src/design/limits.ts';
import { designPair } from '../src/design/pair.ts';
import { pairKey } from '../src/design/order.ts';
import { designSearch, groundFor, type Sound } from '../src/design/search.ts';
import type { Merits } from '../src/design/assess.ts';
import { seededRandom } from '../src/sun/weather.ts';
import { finished } from '../src/work.ts';
import { outingBox } from './outings/outings.ts';

const BATTERIES = ['battery-lfp-7', 'battery-agm-12', 'battery-lfp-22', 'battery-lfp-35', 'battery-agm-35'];
const CASES = ['case-plastic-medium', 'case-plastic-deep', 'case-battery-box', 'case-junction-large'];
const DEVICES = ['lamp-red', 'phone-in-use', 'bite-receiver', 'camera-dummy', 'scanner', 'lens-heater'];

/** A catalogue with only a few batteries and cases: small enough to try every pair. */
const smallCatalogue = (batteries: readonly string[], cases: readonly string[]): Catalogue =>
  STARTER_CATALOGUE.filter((p) =>
    p.kind === 'battery' ? batteries.includes(p.id) : p.kind === 'case' ? cases.includes(p.id) : true
  );

type Case = { box: Box; catalogue: Catalogue };
/** A made-up outing of one or two devices on a small catalogue. */
function made(seed: number): Case {
  const random = seededRandom(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const some = <T>(list: readonly T[], count: number): T[] =>
    list
      .map((v) => [random(), v] as const)
      .toSorted((a, b) => a[0] - b[0])
      .slice(0, count)
      .map(([, v]) => v);
  const box = outingBox({
    name: `Made ${seed}`,
    devices: some(DEVICES, 1 + Math.floor(random() * 2)),
    outing: {
      durationH: pick([3, 6, 9, 14]),
      airC: pick([-6, 2, 10, 20]),
      seal: pick(['dry-store', 'splash', 'splash'] as const),
      carry: pick(['one-hand', 'short-walk', 'vehicle'] as const)
    },
    wishes: { meter: pick(['usual', 'none'] as const), charging: pick(['usual', 'lid-open'] as const) }
  });
  return { box, catalogue: smallCatalogue(some(BATTERIES, 3), some(CASES, 2)) };
}

/** Every pair tried, none left out by a bound or a filter. */
function everyPair({ box, catalogue }: Case): Sound[] {
  const g = groundFor(box, catalogue);
  const out: Sound[] = [];
  for (const battery of catalogue.filter((p) => p.kind === 'battery'))
    for (let count = 1; count <= MOST_PACKS; count++)
      for (const casePart of catalogue.filter((p) => p.kind === 'case')) {
        const pair = { battery, count, case: casePart };
        const o = finished(designPair(g, pair));
        if (o.kind === 'sound') out.push({ ...o, pair, key: pairKey(pair), merits: o.design.merits });
      }
  return out;
}

const keys = (list: readonly Sound[]): string[] => list.map((s) => s.key).toSorted();

describe('the search against trying everything', () => {
  // fifty small cases, each worked out twice: with bounds and without
  test.each(Array.from({ length: 50 }, (_, i) => i + 1))('case %i has the same front', (seed) => {
    const c = made(seed);
    const all = everyPair(c);
    const found = finished(designSearch(c.box, c.catalogue));
    const within = front(withinLimits(c.box, all));
    // designs of equal merits stand for each other: what counts is that nothing better was left out
    const got = withinLimits(c.box, found.front);
    expect(got.length).toBe(within.length);
    for (const one of within) expect(got.some((o) => asGood(o.merits, one.merits))).toBe(true);
    expect(Object.values(found.gap).every((v) => v === 0)).toBe(true);
    // no bound promises less than a pair can do
    const g = groundFor(c.box, c.catalogue);
    const bounds = new Bounds(g);
    const options = batteryOptions(g).options;
    const cases = caseOptions(g).options;
    for (const s of all) {
      const option = options.find((o) => o.battery.id === s.pair.battery.id && o.count === s.pair.count);
      expect(option, `${s.key} was ruled out although it is sound`).toBeDefined();
      expect(cases.some((k) => k.id === s.pair.case.id)).toBe(true);
      expect(mayFit(g, option!, s.pair.case), `${s.key} was held too large`).toBe(true);
      expect(asGood(bounds.of(option!, s.pair.case), s.merits), `${s.key} is better than its bound`).toBe(true);
    }
  });

  test('the same question has the same answer', () => {
    const c = made(7);
    const [a, b] = [finished(designSearch(c.box, c.catalogue)), finished(designSearch(c.box, c.catalogue))];
    expect(keys(b.sound)).toEqual(keys(a.sound));
    expect(b.front.map((s) => s.design.box)).toEqual(a.front.map((s) => s.design.box));
  });

  test('left early it says how far from the best it may be', () => {
    const { box } = made(3);
    const r = finished(designSearch(box, STARTER_CATALOGUE, { mostTried: 6 }));
    expect(r.settledCount).toBeLessThan(r.pairCount);
    expect(Math.max(...Object.values(r.gap))).toBeGreaterThan(0);
  });
});

describe('limits', () => {
  const sound = (box: Box, catalogue: Catalogue) => finished(designSearch(box, catalogue));

  test.each([2, 11, 30])('raising a limit never removes a proposal (case %i)', (seed) => {
    const { box, catalogue } = made(seed);
    const at = (mostKg: number, mostAmount: number) => {
      const b = applyEdits(box, [
        { op: 'set', path: 'wishes/mostKg', value: mostKg },
        { op: 'set', path: 'wishes/mostAmount', value: mostAmount }
      ]);
      return withinLimits(b, sound(b, catalogue).front);
    };
    const steps: [number, number][] = [
      [2.5, 280],
      [4, 280],
      [4, 400],
      [6, 900]
    ];
    let before: Sound[] = [];
    for (const [kg, amount] of steps) {
      const now = at(kg, amount);
      for (const s of before) expect(now.some((n) => asGood(n.merits, s.merits))).toBe(true);
      before = now;
    }
    expect(before.length).toBeGreaterThan(0);
  });

  test('more hours never cost less', () => {
    const catalogue = smallCatalogue(BATTERIES, CASES);
    const cheapest = (durationH: number): number => {
      const box = outingBox({
        name: 'Longer',
        devices: ['lamp-red', 'scanner'],
        outing: { durationH, airC: 5, seal: 'splash', carry: 'vehicle' }
      });
      const found = withinLimits(box, sound(box, catalogue).front);
      return found.length ? Math.min(...found.map((s) => s.merits.priceAmount)) : Infinity;
    };
    const prices = [4, 8, 12, 20, 30, 44].map(cheapest);
    expect(prices[0]).toBeLessThan(Infinity);
    expect(prices.at(-1)!).toBeGreaterThan(prices[0]!);
    prices.slice(1).forEach((p, i) => expect(p).toBeGreaterThanOrEqual(prices[i]! - 0.5));
  });

  test('the closer of two limits counts', () => {
    const { box } = made(1);
    const tight = { ...box, outing: { ...box.outing, carry: 'vehicle' as const, budgetAmount: 300 } };
    expect(limitsOf(tight)).toMatchObject({ mostKg: 25, mostAmount: 300 });
    expect(limitsOf({ ...tight, wishes: { ...box.wishes, mostKg: 4, mostAmount: 500 } })).toMatchObject({
      mostKg: 4,
      mostAmount: 300
    });
  });
});

describe('the front', () => {
  const merits = fc.record({
    priceAmount: fc.integer({ min: 1, max: 6 }),
    toBuyAmount: fc.integer({ min: 1, max: 6 }),
    massKg: fc.integer({ min: 1, max: 6 }),
    volumeL: fc.integer({ min: 1, max: 6 }),
    chanceFraction: fc.integer({ min: 1, max: 6 }).map((v) => v / 10)
  });

  test('nothing on it is beaten, everything off it is', () => {
    fc.assert(
      fc.property(fc.array(merits, { maxLength: 25 }), (list) => {
        const all = list.map((m) => ({ merits: m }));
        const shown = front(all);
        for (const s of shown) expect(shown.some((o) => dominates(o.merits, s.merits))).toBe(false);
        for (const a of all) expect(shown.some((s) => asGood(s.merits, a.merits))).toBe(true);
      })
    );
  });

  test('each aim counts, more chance is better', () => {
    const m: Merits = { priceAmount: 300, toBuyAmount: 300, massKg: 4, volumeL: 8, chanceFraction: 0.9 };
    for (const aim of AIMS) {
      const better = { ...m, [aim]: aim === 'chanceFraction' ? 0.95 : m[aim] * 0.9 };
      expect(dominates(better, m), aim).toBe(true);
      expect(dominates(m, better), aim).toBe(false);
    }
    expect(dominates(m, m)).toBe(false);
    // nobody chooses by ten cents
    expect(dominates({ ...m, priceAmount: 299.9 }, m)).toBe(false);
  });
});
