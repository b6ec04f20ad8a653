import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { boxSchema, type Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, demoBoxes } from '../src/demo/boxes.ts';
import { jettyNetBox } from '../src/demo/wired.ts';
import type { Plan } from '../src/evaluate.ts';
import { attempt, stands } from '../src/remedy/attempt.ts';
import { weightOf } from '../src/remedy/move.ts';
import { movesFor } from '../src/remedy/moves.ts';
import { effectOf, proven, proving, type Proven } from '../src/remedy/prove.ts';
import { makeSound, soundSearch, soundWith } from '../src/remedy/sound.ts';
import { AS_BUILT, ferryLampBox, threeWayBox, twinSevensBox, vanCornerBox, weirGaugeBox } from './as-built/boxes.ts';
import { randomBox } from './random-box.ts';
import { runs } from './runs.ts';
import { evaluate } from './evaluated.ts';

const planOf = (box: Box): Plan => evaluate(box, STARTER_CATALOGUE);
const bench = (box: Box) => ({ box, catalogue: STARTER_CATALOGUE, plan: planOf(box) });
type Bench = ReturnType<typeof bench>;

const kept = new Map<Box, { on: Bench; remedies: Map<string, Proven[]> }>();
/** A box with the remedies of each of its findings: worked out once for all tests that look at them. */
function tried(box: Box): { on: Bench; remedies: Map<string, Proven[]> } {
  const known = kept.get(box);
  if (known) return known;
  const on = bench(box);
  const of = { on, remedies: new Map(on.plan.findings.map((f) => [f.key, proven(on, f)])) };
  kept.set(box, of);
  return of;
}
const bad = (plan: Plan) => new Map(plan.findings.filter(stands).map((f) => [f.key, f.severity]));
const isStop = (f: Plan['findings'][number]) => f.severity === 'stop' && !f.open;

/** What a remedy promises, looked at from outside: applied, its finding is gone or milder and nothing worse came. */
function expectHolds({ box, plan: before }: Bench, key: string, edits: Edit[]): void {
  const read = boxSchema.safeParse(applyEdits(box, edits));
  expect(read.success ? [] : read.error.issues.slice(0, 1)).toEqual([]);
  const after = planOf(applyEdits(box, edits));
  const was = before.findings.find((f) => f.key === key)!;
  const now = after.findings.find((f) => f.key === key);
  const rank = { stop: 3, caution: 2, note: 1 };
  const longer = key.startsWith('runtime') && after.outing!.lastsH > before.outing!.lastsH;
  expect(now === undefined || rank[now.severity] < rank[was.severity] || longer, key).toBe(true);
  const had = bad(before);
  for (const [other, severity] of bad(after)) {
    if (!had.has(other)) expect(`${other} came with the remedy of ${key}`).toBe('');
    else if (severity === 'stop') expect([other, had.get(other)]).toEqual([other, 'stop']);
  }
}

describe('a remedy is offered only after it was tried', () => {
  test.each([...demoBoxes().map((b) => [b.name, b] as const), ...AS_BUILT])(
    'on %s each clears its finding and brings nothing',
    (_, box) => {
      const { on, remedies } = tried(box);
      for (const [key, offered] of remedies) for (const r of offered) if (!r.answer) expectHolds(on, key, r.edits);
    }
  );

  test('and so on random boxes as people might enter them', () => {
    let offered = 0;
    fc.assert(
      fc.property(randomBox(10), fc.nat(), (box, n) => {
        const b = bench(box);
        const found = b.plan.findings.filter((f) => f.severity !== 'note');
        if (found.length === 0) return;
        const f = found[n % found.length]!;
        for (const r of proven(b, f)) {
          if (r.answer) continue;
          offered++;
          expectHolds(b, f.key, r.edits);
        }
      }),
      { numRuns: runs(70), seed: 12 }
    );
    expect(offered).toBeGreaterThan(runs(30));
  }, 180_000);

  test('most stops of the boxes as built have one', () => {
    let stops = 0;
    let cured = 0;
    for (const [, box] of AS_BUILT) {
      const { on, remedies } = tried(box);
      for (const f of on.plan.findings.filter(isStop)) {
        stops++;
        if (remedies.get(f.key)!.length > 0) cured++;
      }
    }
    expect(stops).toBeGreaterThan(60);
    expect(cured / stops).toBeGreaterThan(0.7);
  });

  test('a smaller fuse comes before thicker wire', () => {
    const b = bench(canalNightBankBox());
    const id = b.box.circuits[0]!.id;
    const box = applyEdits(b.box, [
      { op: 'set', path: `circuits/${id}/fuse`, value: { is: 'set', value: 15 } },
      { op: 'set', path: `circuits/${id}/wire`, value: { is: 'set', value: { system: 'awg', size: '20' } } }
    ]);
    const on = bench(box);
    const f = on.plan.findings.find((k) => k.id === 'fuse-exceeds-conductor')!;
    expect(proven(on, f)[0]!.label).toMatch(/fuse/);
    expect(weightOf([{ op: 'set', path: 'circuits/c1/fuse', value: 1 }])).toBeLessThan(
      weightOf([{ op: 'set', path: 'circuits/c1/wire', value: 1 }])
    );
  });

  test('it says what it costs, weighs and does to the hours', () => {
    const box = canalNightBankBox();
    const before = planOf(box);
    const bigger = STARTER_CATALOGUE.find((p) => p.id === 'battery-lfp-50')!;
    const after = planOf(
      applyEdits(box, [
        { op: 'set', path: `parts/${bigger.id}`, value: bigger },
        { op: 'set', path: 'bank/partId', value: bigger.id }
      ])
    );
    expect(effectOf(before, after, box)).toMatch(/^[+−]€\d+\.\d\d, [+−]\d+\.\d kg, lasts \d+ h/);
    expect(effectOf(before, before, box)).toBe('');
  });

  test('answers are offered as such and never tried as changes', () => {
    const b = bench(AS_BUILT.find(([name]) => name === 'Found in the shed')![1]);
    const f = b.plan.findings.find((k) => k.id === 'chemistry-unknown')!;
    expect(
      proven(b, f)
        .filter((r) => r.answer)
        .map((r) => r.label)
    ).toContain('The label says AGM');
    expect(movesFor(b, f).some((m) => m.edits.some((e) => e.path.endsWith('/chemistry')))).toBe(false);
  });

  test('no move offers bare live pins or takes a way to charge behind the master', () => {
    for (const [, box] of AS_BUILT) {
      const b = bench(box);
      for (const f of b.plan.findings)
        for (const m of movesFor(b, f)) {
          for (const e of m.edits) {
            if (e.op === 'set' && e.path.startsWith('parts/'))
              expect((e.value as { exposedLivePins?: boolean }).exposedLivePins ?? false, m.label).toBe(false);
            const charge = box.circuits.find((c) => c.purpose === 'charge' && e.path === `circuits/${c.id}/from`);
            expect(charge, m.label).toBeUndefined();
          }
        }
    }
  });

  test('edits that lead nowhere are no attempt, and one that changes nothing is no move', () => {
    const b = bench(canalNightBankBox());
    expect(attempt(b, [{ op: 'set', path: 'circuits/nowhere/fuse', value: { is: 'auto' } }])).toBeUndefined();
    for (const f of b.plan.findings)
      for (const m of movesFor(b, f))
        expect(JSON.stringify(applyEdits(b.box, m.edits)) === JSON.stringify(b.box)).toBe(false);
  });

  test('the work can be left between two trials', () => {
    const b = bench(ferryLampBox());
    const work = proving(b, b.plan.findings.find(isStop)!);
    expect(work.next().done).toBe(false);
    expect(work.return([]).done).toBe(true);
  });
});

describe('make it sound', () => {
  test.each([['Jetty net box, as found', jettyNetBox()] as const, ...AS_BUILT])('%s ends without a stop', (_, box) => {
    const found = makeSound(box, STARTER_CATALOGUE, 'stops');
    const after = planOf(
      applyEdits(
        box,
        found.changes.flatMap((c) => c.edits)
      )
    );
    expect(after.findings.filter(isStop).map((f) => f.title)).toEqual([]);
    expect(found.after.stopCount).toBe(0);
    expect(found.inTheWay).toEqual([]);
    expect(found.after.cost).toBeCloseTo(after.kit.costPerBox, 6);
    expect(found.before.stopCount).toBe(planOf(box).findings.filter(isStop).length);
    // none of its changes is idle
    for (const [i] of found.changes.entries()) {
      const rest = soundWith(
        box,
        STARTER_CATALOGUE,
        found.changes.filter((_, k) => k !== i)
      );
      expect(
        rest === undefined || rest.stopCount > 0 || rest.cautionCount > found.after.cautionCount,
        found.changes[i]!.label
      ).toBe(true);
    }
  });

  test('a box that is sound is left alone', () => {
    expect(makeSound(canalNightBankBox(), STARTER_CATALOGUE, 'stops')).toMatchObject({
      changes: [],
      inTheWay: [],
      triedCount: 0
    });
  });

  test('without cautions it goes further, and what it cannot cure stands in the way', () => {
    for (const box of [ferryLampBox(), vanCornerBox()]) {
      const some = makeSound(box, STARTER_CATALOGUE, 'stops');
      const all = makeSound(box, STARTER_CATALOGUE, 'cautions');
      expect(all.after.stopCount).toBe(0);
      expect(all.after.cautionCount).toBeLessThanOrEqual(some.after.cautionCount);
      expect(all.inTheWay).toHaveLength(all.after.cautionCount);
    }
  });

  test('a bolted fuse on a tab, a tied switch too small, a changeover too weak: the cause is cured, not a symptom', () => {
    const labels = (box: Box) => makeSound(box, STARTER_CATALOGUE, 'stops').changes.map((c) => c.label);
    expect(labels(ferryLampBox())).toHaveLength(1);
    expect(labels(threeWayBox()).some((l) => /One fused feed/.test(l))).toBe(true);
    expect(labels(twinSevensBox())).toContain('A fuse at each pack');
    expect(labels(weirGaugeBox()).length).toBeLessThan(8);
  });

  test('it tells how far it is, and can be left', () => {
    const work = soundSearch(twinSevensBox(), STARTER_CATALOGUE, 'stops');
    const first = work.next();
    expect(first).toMatchObject({ done: false, value: { stopCount: 11 } });
    for (let k = 0; k < 30; k++) work.next();
    const later = work.next();
    expect(later.done ? 0 : later.value.stopCount).toBeLessThan(12);
  });

  test('the same box gives the same list', () => {
    const once = makeSound(weirGaugeBox(), STARTER_CATALOGUE, 'stops');
    expect(makeSound(weirGaugeBox(), STARTER_CATALOGUE, 'stops')).toEqual(once);
  });
});
