import { WORST_OF_PLACE } from '../src/findings/elements.ts';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { AUTO, NONE, setTo, UNKNOWN } from '../src/box/attr.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { boxSchema, type Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { deviceFrom } from '../src/box/commands.ts';
import { emptyBox } from '../src/box/empty.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import { starter } from '../src/demo/builder.ts';
import { jettyNetBox } from '../src/demo/wired.ts';
import type { Plan } from '../src/evaluate.ts';
import { corners } from '../src/unknown/corners.ts';
import { capacityRangeAh } from '../src/battery/density.ts';
import { chemistryRange, unknownRanges } from '../src/unknown/ranges.ts';
import { lookUpList } from '../src/unknown/look-up.ts';
import { AS_BUILT, shedFindBox } from './as-built/boxes.ts';
import { DEMO_BOXES } from './boxes.ts';
import { randomBox } from './random-box.ts';
import { runs } from './runs.ts';
import { evaluate } from './evaluated.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const planOf = (box: Box): Plan => evaluate(box, STARTER_CATALOGUE);
const change = (box: Box, ...edits: Edit[]): Box => applyEdits(box, edits);
/** Some rules name the worst of several elements of a place: which one that is, is no other stop. */
const matter = (key: string): string => {
  const [id, place] = key.split(':');
  return (WORST_OF_PLACE as readonly string[]).includes(id!) ? `${id}:${place}` : key;
};
const stops = (plan: Plan) => plan.findings.filter((f) => f.severity === 'stop' && !f.open).map((f) => matter(f.key));
const announced = (plan: Plan) => new Set(plan.findings.flatMap((f) => f.mayBe.map((m) => matter(m.key))));

/** Every field of a box in which a person may say 'unknown' and that has a range: found in the document, not listed. */
const FIELDS = (box: Box): string[] => {
  const out: string[] = [];
  const plan = planOf(box);
  const walk = (node: unknown, path: string): void => {
    if (Array.isArray(node)) return node.forEach((v: { id?: string }) => walk(v, `${path}/${v?.id ?? '-'}`));
    if (typeof node !== 'object' || node === null) return;
    if ('is' in node) {
      const unknown = change(box, set(path, UNKNOWN));
      const ranged = unknownRanges(unknown, plan).some((r) => r.path === path);
      if (ranged && boxSchema.safeParse(unknown).success) out.push(path);
      return;
    }
    for (const [key, value] of Object.entries(node))
      if (key !== 'parts') walk(value, path === '' ? key : `${path}/${key}`);
  };
  walk(box, '');
  return out;
};
const fieldsKnown = new WeakMap<Box, string[]>();
const fieldsOfBox = (box: Box): string[] => {
  const ready = fieldsKnown.get(box) ?? FIELDS(box);
  fieldsKnown.set(box, ready);
  return ready;
};
const unknownBy = (box: Box, picks: readonly number[]): Box => {
  const fields = fieldsOfBox(box);
  return change(box, ...[...new Set(picks.map((p) => fields[p % fields.length]!))].map((path) => set(path, UNKNOWN)));
};

describe('unknown is a range', () => {
  test('nothing unknown, no ends: the plan is what it was', () => {
    const box = canalNightBankBox();
    expect(corners(box, unknownRanges(box, planOf(box)))).toEqual([]);
    expect(planOf(box).ends).toEqual([]);
  });

  test.each([...DEMO_BOXES, ...AS_BUILT])('%s: every end of every range is a document', (_, box) => {
    const unknown = unknownBy(box, [0, 1, 5, 7, 11, 13, 17, 19, 23, 29]);
    for (const c of corners(unknown, unknownRanges(unknown, planOf(unknown)))) {
      const read = boxSchema.safeParse(c.box);
      expect(read.success ? [] : read.error.issues.slice(0, 2)).toEqual([]);
    }
    for (const r of unknownRanges(unknown, planOf(unknown))) {
      expect(r.values.length, r.path).toBeGreaterThan(1);
      for (const value of r.values)
        expect(boxSchema.safeParse(change(unknown, set(r.path, value))).success, r.path).toBe(true);
    }
  });

  test.each([4, 44])(
    'any value an unknown may have gives no stop that was not announced, and takes none away (seed %d)',
    (seed) => {
      let tried = 0;
      fc.assert(
        fc.property(
          fc.oneof(randomBox(6), fc.constantFrom(...[...DEMO_BOXES, ...AS_BUILT].map(([, b]) => b))),
          fc.array(fc.nat(10_000), { minLength: 1, maxLength: 3 }),
          fc.nat(1000),
          fc.nat(1000),
          (start, picks, which, value) => {
            const box = unknownBy(start, picks);
            const plan = planOf(box);
            const ranges = unknownRanges(box, plan);
            if (ranges.length === 0) return;
            const r = ranges[which % ranges.length]!;
            const after = planOf(change(box, set(r.path, r.values[value % r.values.length])));
            tried++;
            const before = new Set(stops(plan));
            const may = announced(plan);
            for (const key of stops(after))
              expect(
                before.has(key) || may.has(key),
                `${r.path}: ${key} ${JSON.stringify(r.values[value % r.values.length])} ${JSON.stringify(ranges.map((k) => [k.path, k.best, k.heat]))}`
              ).toBe(true);
            const now = new Set(stops(after));
            for (const key of before)
              expect(
                now.has(key),
                `${r.path} cleared ${key} by ${JSON.stringify(r.values[value % r.values.length])} with ${JSON.stringify(ranges.map((k) => [k.path, k.best, k.heat]))}`
              ).toBe(true);
          }
        ),
        { numRuns: runs(140), seed }
      );
      expect(tried).toBeGreaterThan(runs(84));
    },
    600_000
  );

  test('wrong at both ends stands, and says that it does', () => {
    const box = saltmarshHideBox();
    const lamp = box.circuits[0]!.id;
    const strong = change(
      box,
      set(`devices/${box.devices[0]!.id}/modes`, [
        { id: 'm', name: 'on', dutyFraction: 1, draw: { kind: 'power', powerW: 600 } }
      ]),
      set(`circuits/${lamp}/wire`, UNKNOWN)
    );
    const found = planOf(strong).findings.find((f) => f.severity === 'stop' && f.where.id === lamp);
    expect(found?.open).toBe(false);
  });

  test('right at both ends is silence: no open item for what makes no difference', () => {
    const box = canalNightBankBox();
    expect(
      planOf(change(box, set('wiring/conductor', UNKNOWN))).findings.filter((f) => f.about === 'wiring/conductor')
        .length
    ).toBeLessThanOrEqual(1);
    // 3 to 30 A on wire that bears 40: whatever it is, it holds
    const thick = change(
      box,
      ...box.circuits.flatMap((c) => [set(`circuits/${c.id}/wire`, setTo({ system: 'awg', size: '8' }))]),
      set(`circuits/${box.circuits[0]!.id}/insulationC`, UNKNOWN)
    );
    expect(planOf(thick).findings.filter((f) => f.asks === 'insulation')).toEqual([]);
  });

  test('otherwise one open item says what it depends on, how to find out and what would follow', () => {
    const box = canalNightBankBox();
    const id = box.circuits[0]!.id;
    const plan = planOf(change(box, set(`circuits/${id}/fuse`, UNKNOWN)));
    const [item] = plan.findings.filter((f) => f.about === `circuits/${id}/fuse`);
    expect(item).toMatchObject({ open: true, severity: 'caution', asks: 'fuse' });
    expect(item!.why).toMatch(/^Pull F1 and read the number on it\. At its worst: F1 is too big for /);
    expect(item!.mayBe.some((m) => m.severity === 'stop')).toBe(true);
    expect(plan.verdicts.find((v) => v.id === 'safe')!.state).toBe('caution');
  });

  test('a main fuse nobody read is no ‘no fuse at the battery’', () => {
    const plan = planOf(change(jettyNetBox(), set('feeds/main/holderPartId', null)));
    expect(plan.findings.some((f) => f.id === 'no-main-fuse')).toBe(false);
    const read = planOf(change(jettyNetBox(), set('feeds/main/holderPartId', null), set('feeds/main/fuse', setTo(10))));
    expect(read.findings.some((f) => f.id === 'no-main-fuse')).toBe(false);
    const none = planOf(change(jettyNetBox(), set('feeds/main/holderPartId', null), set('feeds/main/fuse', NONE)));
    expect(none.findings.some((f) => f.id === 'no-main-fuse' && f.severity === 'stop')).toBe(true);
  });

  test('a main fuse that was read without its holder is asked where it sits, and is a stop when that is far', () => {
    const bare = change(canalNightBankBox(), set('feeds/main/holderPartId', null), set('feeds/main/fuse', setTo(20)));
    const far = (mm: number) =>
      planOf(change(bare, set('feeds/main/fuseFromStartMm', setTo(mm)))).findings.filter(
        (f) => f.id === 'main-fuse-far'
      );
    expect(far(600).map((f) => f.severity)).toEqual(['stop']);
    expect(far(120)).toEqual([]);
    const asked = planOf(bare);
    expect(asked.findings.some((f) => f.asks === 'fuse distance' && f.open)).toBe(true);
    expect(asked.verdicts.find((v) => v.id === 'safe')!.state).not.toBe('holds');
  });

  test('an unknown chemistry is every sort it may be, and a caution until somebody looks', () => {
    const box = shedFindBox();
    expect(chemistryRange(box)).toEqual(['agm', 'flooded']);
    const item = planOf(box).findings.find((f) => f.id === 'chemistry-unknown')!;
    expect([item.severity, item.open]).toEqual(['caution', true]);
    expect(item.mayBe.length).toBeGreaterThan(0);
    expect(chemistryRange(canalNightBankBox())).toEqual([]);
  });

  test('how it is charged, with what, and what stops it are asked when nobody knows', () => {
    const box = change(
      canalNightBankBox(),
      set('charging/path', UNKNOWN),
      set('charging/chargerA', UNKNOWN),
      set('bank/disconnect', UNKNOWN)
    );
    const asked = planOf(box)
      .findings.filter((f) => f.open)
      .map((f) => f.asks);
    expect(asked).toEqual(expect.arrayContaining(['how it is charged', 'low-voltage stop']));
  });

  test('the look-up list has every open item once, by place, with a way to answer', () => {
    const plan = planOf(shedFindBox());
    const list = lookUpList(plan.findings);
    const open = plan.findings.filter((f) => f.open);
    expect(list.flatMap((p) => p.questions.map((q) => q.key)).toSorted()).toEqual(open.map((f) => f.key).toSorted());
    const c1 = list.find((p) => p.where.label === 'C1')!;
    expect(c1.questions.map((q) => [q.asks, q.kind, q.mayBeNone])).toEqual([
      ['fuse', 'amps', true],
      ['wire', 'wire', false],
      ['switch', 'elsewhere', false]
    ]);
    // answering everything that has a field empties the list of it
    let box = shedFindBox();
    for (const q of list.flatMap((p) => p.questions)) {
      if (!q.path || q.kind === 'elsewhere') continue;
      const value =
        q.kind === 'amps'
          ? setTo(3)
          : q.kind === 'part-amps'
            ? 20
            : q.kind === 'wire'
              ? setTo({ system: 'awg', size: '14' })
              : q.kind === 'insulation'
                ? setTo(105)
                : q.kind === 'length'
                  ? setTo(100)
                  : q.kind === 'choice' && q.bare
                    ? q.choices[0]![0]
                    : q.kind === 'choice'
                      ? setTo(q.choices[0]![0])
                      : AUTO;
      box = change(box, set(q.path, value));
      expect(boxSchema.safeParse(box).success, q.path).toBe(true);
      expect(
        planOf(box).findings.some((f) => f.key === q.key),
        q.key
      ).toBe(false);
    }
  });
});

describe('a battery whose age or label nobody can read', () => {
  const hours = (plan: Plan) => [plan, ...plan.ends].map((p) => p.outing!.lastsH);
  test('the hours are a range from new to old, and it is asked, with a field on the list', () => {
    const aged = change(saltmarshHideBox(), set('bank/ageYears', 'unknown'), set('bank/packs', []));
    const [fresh, old] = [0, 8].map((y) => planOf(change(aged, set('bank/ageYears', y))).outing!.lastsH);
    // wanted is what only a new one gives
    const box = change(aged, set('outing/durationH', (fresh! + old!) / 2));
    const plan = planOf(aged);
    const all = hours(plan);
    expect(Math.max(...all)).toBeCloseTo(fresh!, 6);
    expect(Math.min(...all)).toBeCloseTo(old!, 6);
    const question = lookUpList(planOf(box).findings)
      .flatMap((p) => p.questions)
      .find((q) => q.path === 'bank/ageYears');
    expect(question).toMatchObject({ kind: 'years', bare: true });
    const answered = planOf(change(box, set('bank/ageYears', 1)));
    expect(answered.findings.some((f) => f.about === 'bank/ageYears')).toBe(false);
  });
  test('hours that hold when new and not when old do not hold', () => {
    const box = saltmarshHideBox();
    const tight = change(box, set('bank/ageYears', 'unknown'), set('bank/packs', []));
    const lasts = planOf(tight).verdicts.find((v) => v.id === 'lasts')!;
    const wanted = box.outing.durationH;
    const span = hours(planOf(tight));
    expect(lasts.state === 'holds').toBe(Math.min(...span) >= wanted);
    expect(lasts.target).toContain('to ');
  });
  test('of two packs one of unknown age may differ from its mate: a question, no stop', () => {
    const box = change(
      canalNightBankBox(),
      set('bank/count', 2),
      set('bank/packs', [
        { ageYears: 1, startFraction: 1 },
        { ageYears: 'unknown', startFraction: 1 }
      ])
    );
    const plan = planOf(box);
    const asked = plan.findings.find((f) => f.about === 'bank/packs');
    expect(asked?.title).toContain('age of battery 2');
    expect(plan.findings.filter((f) => f.id === 'parallel-age' && f.severity === 'stop')).toEqual([]);
  });
  // 8.5 kg of AGM at 25 to 48 Wh per kg and 12.8 V: 17 to 32 Ah
  test('unknown amp-hours are what the weight allows', () => {
    const agm = { chemistry: 'agm', capacityAh: 22, massKg: 8.5, notKnown: ['capacity'] } as const;
    expect(capacityRangeAh({ ...agm, notKnown: [...agm.notKnown] })).toEqual([17, 32]);
    expect(capacityRangeAh({ ...agm, notKnown: ['capacity', 'mass'] })).toEqual([11, 33]);
    const box = canalNightBankBox();
    const id = box.bank.partId!;
    const open = change(box, set(`parts/${id}/notKnown`, ['capacity']));
    const span = hours(planOf(open));
    expect(Math.max(...span)).toBeGreaterThan(1.2 * Math.min(...span));
  });
});

test('what is wrong at every end in one way or another is said: too few hours, or a load that the battery does not pass', () => {
  const battery = starter('battery', 'battery-lfp-7');
  const laptop = {
    ...deviceFrom(emptyBox('Shed'), starter('device', 'device-laptop')),
    modes: [{ id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'power' as const, powerW: 45 } }],
    spans: [{ startH: 8, endH: 18, dutyFraction: null }]
  };
  const box = change(
    emptyBox('Shed'),
    set(`parts/${battery.id}`, battery),
    set('bank/partId', battery.id),
    { op: 'add', path: 'devices', value: laptop },
    set('feeds/main/fuse', UNKNOWN)
  );
  const plan = planOf(box);
  const ids = new Set(plan.ends.flatMap((e) => e.findings.filter((f) => f.verdict === 'lasts').map((f) => f.id)));
  expect([...ids]).toEqual(expect.arrayContaining(['runtime-short', 'power-limit']));
  const short = plan.findings.find((f) => f.id === 'runtime-short');
  expect(short).toMatchObject({ severity: 'caution', open: false });
  expect(plan.verdicts.find((v) => v.id === 'lasts')).toMatchObject({ state: 'caution', reason: short!.short });
});

describe('whether each pack has a fuse nobody knows', () => {
  test.each([...AS_BUILT, ...DEMO_BOXES])('%s: that there is none is among what may be', (_, box) => {
    const two = change(box, set('bank/count', 2), set('bank/arrangement', 'parallel'));
    const none = planOf(change(two, set('bank/packFuse', NONE)));
    const told = announced(planOf(change(two, set('bank/packFuse', UNKNOWN))));
    expect(told).toContain('parallel-fuse:bank');
    const known = new Set(stops(planOf(change(two, set('bank/packFuse', AUTO)))));
    for (const key of stops(none).filter((k) => !known.has(k) && /unfused|parallel-fuse/.test(k)))
      expect(told).toContain(key);
  });
});
