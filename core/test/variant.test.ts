import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { applyEdits } from '../src/box/edits.ts';
import { alike } from '../src/box/alike.ts';
import { boxSchema, type Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { starter } from '../src/demo/builder.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import { otherVariants } from '../src/demo/variants.ts';
import { adapting, askEdits } from '../src/design/adapt.ts';
import { designSearch } from '../src/design/search.ts';
import { resultOf, viewOf } from '../src/design/view.ts';
import { unmet } from '../src/design/unmet.ts';
import { differencesOf, differenceText } from '../src/variant/differences.ts';
import { findingDifferences, kitDifferences, openedVariant, variantFacts } from '../src/variant/facts.ts';
import { commonScale, sketchOf } from '../src/panel/sketch.ts';
import { blankFrom, boxOfItsOwn } from '../src/variant/family.ts';
import { finished } from '../src/work.ts';
import { editedBox, stepped } from './random-box.ts';
import { outingBox } from './outings/outings.ts';
import { runs } from './runs.ts';
import { evaluate } from './evaluated.ts';

const hide = saltmarshHideBox();
const [day, enough] = otherVariants(hide) as [Box, Box];
const set = (path: string, value: unknown) => ({ op: 'set', path, value }) as const;

describe('differences', () => {
  test('values with their units, parts by name, places as one', () => {
    const p = hide.ports[0]!;
    const after = applyEdits(hide, [
      set('bank/ageYears', 3),
      set('outing/airC', -2),
      set(`ports/${p.id}/xMm`, 60),
      set(`ports/${p.id}/face`, 'left'),
      set('casePartId', 'case-plastic-tall'),
      set('parts/case-plastic-tall', starter('case', 'case-plastic-tall'))
    ]);
    const said = differencesOf(hide, after).map(differenceText);
    expect(said).toEqual([
      'outing: coldest air 4 °C → -2 °C',
      'battery: age 1 → 3',
      'case Deep plastic utility can, 7.6 l → Tall plastic utility can, 12.6 l',
      `port “Camera A”: place front 42, 66 mm → left 60, 66 mm`
    ]);
    const inches = { ...after, preferences: { ...after.preferences, lengthUnit: 'in' as const } };
    expect(differencesOf(hide, inches).map(differenceText).join()).toContain(' in');
  });

  test('the order of fields in a file is no difference', () => {
    const turned = JSON.parse(JSON.stringify(hide), (_, v: unknown) =>
      typeof v === 'object' && v !== null && !Array.isArray(v) ? Object.fromEntries(Object.entries(v).reverse()) : v
    ) as Box;
    expect(JSON.stringify(turned)).not.toBe(JSON.stringify(hide));
    expect(differencesOf(hide, turned)).toEqual([]);
    expect(alike(hide, turned)).toBe(true);
    expect(alike({ a: 1 }, { a: 1, b: undefined })).toBe(false);
    expect(alike([1, 2], { 0: 1, 1: 2 })).toBe(false);
  });

  test('an added port brings its circuit and its part; a removed one takes what refers to it along', () => {
    const found = differencesOf(enough, hide);
    const added = found.find((d) => d.kind === 'added' && d.name.startsWith('port'))!;
    const taken = applyEdits(enough, added.edits);
    expect(boxSchema.safeParse(taken).success).toBe(true);
    expect(taken.ports.length).toBe(enough.ports.length + 1);
    const lamp = hide.ports.find((p) => p.name === 'Red lamp')!;
    const without = applyEdits(
      hide,
      differencesOf(hide, { ...hide, ports: hide.ports.filter((p) => p.id !== lamp.id) }).flatMap((d) => d.edits)
    );
    expect(without.ports.some((p) => p.id === lamp.id)).toBe(false);
    expect(without.circuits.some((c) => c.portId === lamp.id)).toBe(false);
    expect(without.devices.every((d) => d.portId !== lamp.id)).toBe(true);
  });

  test('what belongs to work and not to the box is left out', () => {
    const after = applyEdits(hide, [
      set('kit/boxCount', 3),
      set('wishes/mostKg', 4),
      set('variant/name', 'other'),
      set('bench/doneStepIds', ['x'])
    ]);
    expect(differencesOf(hide, after)).toEqual([]);
  });

  test('one difference taken over is gone, and no other appears of itself: any two documents', () => {
    let taken = 0;
    fc.assert(
      fc.property(editedBox(5), fc.nat(), ({ box, steps }, pick) => {
        const after = steps.reduce((b, s) => stepped(b, s), box);
        const all = differencesOf(box, after);
        if (all.length === 0) return;
        const d = all[pick % all.length]!;
        const now = applyEdits(box, d.edits);
        const left = differencesOf(now, after);
        expect(left.some((o) => o.id === d.id)).toBe(false);
        if (d.kind === 'value') expect(left.length).toBeLessThan(all.length);
        for (const text of all.map(differenceText)) expect(text).not.toMatch(/undefined|NaN|\[object/);
        taken++;
      }),
      { numRuns: runs(120), seed: 15 }
    );
    expect(taken).toBeGreaterThan(runs(60));
  });
});

describe('side by side', () => {
  const plans = [hide, day, enough].map((b) => evaluate(b, STARTER_CATALOGUE));

  test('facts are those of the plan', () => {
    const [first, second] = plans.map(variantFacts);
    expect(first!.answers.map((a) => a.id)).toEqual(['lasts', 'fits', 'dry', 'safe', 'carry']);
    expect(first!.priceAmount).toBe(plans[0]!.kit.costPerBox);
    expect(second!.halfH!).toBeGreaterThan(second!.nineH!);
    expect(second!.nineH!).toBeCloseTo(plans[1]!.outing!.lastsH - 1.2816 * plans[1]!.outing!.spreadH, 6);
    expect(variantFacts(evaluate({ ...hide, bank: { ...hide.bank, partId: null } }, STARTER_CATALOGUE)).halfH).toBe(0);
  });

  test('one scale for all: the widest fills the width, none is drawn larger than is wanted', () => {
    const sketches = plans.map(sketchOf);
    const scale = commonScale(sketches, 200, 0.6);
    // 306 mm along the front of the tall can and 176 along its side
    expect(scale).toBeCloseTo(200 / (306 + 176), 9);
    expect(commonScale(sketches, 2000, 0.6)).toBe(0.6);
    expect(commonScale([undefined], 200, 0.6)).toBe(0.6);
    expect(sketchOf({ fit: undefined, panel: undefined })).toBeUndefined();
  });

  test('kit lines that are alike are left out, others say how many each takes', () => {
    const kit = kitDifferences(plans);
    expect(kit.length).toBeGreaterThan(3);
    for (const l of kit) expect(new Set(l.counts).size).toBeGreaterThan(1);
    const battery = kit.find((l) => l.lineId === 'battery-lfp-35')!;
    expect(battery.counts).toEqual([0, 1, 0]);
    expect(kitDifferences([plans[0]!, plans[0]!])).toEqual([]);
  });

  test('findings that all have are left out', () => {
    const found = findingDifferences(plans);
    const tooBig = found.find((f) => f.title.includes('too big for its wire'))!;
    expect(tooBig.severities).toEqual(['stop', undefined, undefined]);
    expect(findingDifferences([plans[0]!, plans[0]!])).toEqual([]);
  });

  test('the demo variants are boxes in their own right, without a stop', () => {
    for (const box of [day, enough]) {
      expect(boxSchema.safeParse(box).success).toBe(true);
      expect(evaluate(box, STARTER_CATALOGUE).findings.filter((f) => f.severity === 'stop')).toEqual([]);
    }
    expect([day, enough].map((b) => b.variant)).toEqual([
      { id: 'v2', name: 'Lasts the day', builtDay: null },
      { id: 'v3', name: 'Just enough', builtDay: null }
    ]);
  });

  test('name and units belong to the box, all else to the variant', () => {
    const renamed = { ...hide, name: 'Renamed', preferences: { ...hide.preferences, lengthUnit: 'in' as const } };
    const opened = openedVariant(renamed, day);
    expect(opened.name).toBe('Renamed');
    expect(opened.preferences.lengthUnit).toBe('in');
    expect(opened.bank.partId).toBe('battery-lfp-35');
    expect(opened.variant.id).toBe('v2');
  });
});

describe('families', () => {
  const used: Box = {
    ...hide,
    notes: 'mine',
    bench: { ...hide.bench, doneStepIds: ['cut'] },
    accepted: [{ key: 'k', reason: 'so it is' }],
    kit: { ...hide.kit, owned: [{ lineId: 'battery-lfp-20', count: 1 }] },
    ports: hide.ports.map((p, i) => (i === 0 ? { ...p, drilledMm: 29.4, contactMilliOhm: 12 } : p)),
    variant: { id: 'v4', name: 'x', builtDay: '2026-05-01' }
  };

  test('blank: the build stays, what was measured goes', () => {
    const blank = blankFrom(used, 'Blank');
    expect(boxSchema.safeParse(blank).success).toBe(true);
    expect(blank.devices.every((d) => d.source === 'guess' && d.claims.length === 0 && d.learnt === null)).toBe(true);
    expect(blank.ports.map((p) => [p.partId, p.face, p.xMm])).toEqual(hide.ports.map((p) => [p.partId, p.face, p.xMm]));
    expect(blank.ports.every((p) => p.drilledMm === null && p.contactMilliOhm === null)).toBe(true);
    expect(blank.circuits).toEqual(hide.circuits);
    expect(blank.bank.ageYears).toBe(0);
    expect([blank.accepted, blank.kit.owned, blank.bench.doneStepIds, blank.notes]).toEqual([[], [], [], '']);
    expect(blank.variant).toEqual({ id: 'v1', name: '', builtDay: null });
  });

  test('a box of its own starts on the bench anew and keeps what was measured', () => {
    const own = boxOfItsOwn(used, 'Own');
    expect(own.name).toBe('Own');
    expect(own.bench.doneStepIds).toEqual([]);
    expect(own.devices).toBe(used.devices);
    expect(own.variant.builtDay).toBeNull();
  });
});

describe('the same box, but …', () => {
  const canal = canalNightBankBox();

  test('a longer outing moves the ends of what ran to its end', () => {
    const after = applyEdits(canal, askEdits(canal, STARTER_CATALOGUE, { kind: 'hours', durationH: 16 }));
    expect(after.outing.durationH).toBe(16);
    expect(after.devices[0]!.spans[0]!.endH).toBe(34);
  });

  test('one more of a device has a socket like the first, wired, where there is room', () => {
    const first = canal.devices[0]!;
    const after = applyEdits(canal, askEdits(canal, STARTER_CATALOGUE, { kind: 'again', deviceId: first.id }));
    const twin = after.devices.find((d) => d.name !== first.name && d.name.startsWith(first.name))!;
    const port = after.ports.find((p) => p.id === twin.portId)!;
    expect(port.partId).toBe(canal.ports.find((p) => p.id === first.portId)!.partId);
    expect(after.circuits.some((c) => c.portId === port.id)).toBe(true);
    expect(evaluate(after, STARTER_CATALOGUE).findings.filter((f) => f.severity === 'stop')).toEqual([]);
    expect(askEdits(canal, STARTER_CATALOGUE, { kind: 'again', deviceId: 'nobody' })).toEqual([]);
  });

  test('my old battery: what must follow is found, smallest first, and leaves no stop', () => {
    const part = starter('battery', 'battery-lfp-35');
    const a = finished(adapting(canal, STARTER_CATALOGUE, { kind: 'battery', part, count: 1, ageYears: 2 }));
    const after = applyEdits(canal, [...a.asked, ...a.sound.changes.flatMap((c) => c.edits)]);
    expect(after.bank.partId).toBe('battery-lfp-35');
    expect(after.bank.ageYears).toBe(2);
    expect(a.before.massKg).toBeGreaterThan(a.sound.after.massKg);
    expect(
      evaluate(after, STARTER_CATALOGUE).findings.filter((f) => f.severity === 'stop' && f.acceptedBecause === null)
    ).toEqual([]);
  });

  test('where single changes do not do, it is designed anew with as little changed as can be', () => {
    const a = finished(adapting(enough, STARTER_CATALOGUE, { kind: 'hours', durationH: 22 }));
    expect(a.sound.inTheWay.length).toBeGreaterThan(0);
    expect(a.anew).toBeDefined();
    const after = applyEdits(enough, [...a.asked, ...a.anew!.edits]);
    const plan = evaluate(after, STARTER_CATALOGUE);
    expect(plan.outing!.lastsH).toBeGreaterThanOrEqual(22);
    expect(plan.findings.filter((f) => f.severity === 'stop')).toEqual([]);
    expect(a.anew!.changes.length).toBeGreaterThan(0);
    expect(a.anew!.after.lastsH!).toBeCloseTo(plan.outing!.lastsH, 6);
  });

  test('what stood against the box before is no matter of what is asked', () => {
    // the hide box has a fuse too large for its wire; a shorter trip does not ask for a cure of it
    const a = finished(adapting(hide, STARTER_CATALOGUE, { kind: 'hours', durationH: 10 }));
    expect(a.sound.changes).toEqual([]);
    expect(a.sound.inTheWay).toEqual([]);
    expect(a.anew).toBeUndefined();
    expect(a.before.stopCount).toBe(1);
    expect(a.sound.after.stopCount).toBe(1);
  });

  test('another case is arranged anew', () => {
    const part = starter('case', 'case-battery-box-large');
    const after = applyEdits(canal, askEdits(canal, STARTER_CATALOGUE, { kind: 'case', part }));
    expect(after.casePartId).toBe(part.id);
    expect(after.placements).toEqual({});
  });
});

describe('what the page is shown', () => {
  const box = outingBox({ name: 'Shown', devices: ['lamp-red', 'scanner'], outing: { durationH: 6, seal: 'splash' } });

  test('while it runs and at its end: plain data, the end with reasons', () => {
    const search = finished(designSearch(box, STARTER_CATALOGUE, { mostTried: 40 }));
    const running = viewOf(box, search);
    expect(running.dots.length).toBe(search.sound.length);
    expect(running.proposals.every((p) => p.reasons.length === 0 && p.answers.length === 5)).toBe(true);
    const end = resultOf(box, search, finished(unmet(box, search)));
    // it goes from the worker to the page: nothing in it may be a function
    expect(structuredClone(end)).toEqual(end);
    expect(end.proposals.every((p) => p.reasons.length > 4 && p.edits.length > 0)).toBe(true);
    expect(end.unmet.nearest).toEqual([]);
    const roles = end.proposals.flatMap((p) => p.roles);
    expect(new Set(roles).size).toBe(roles.length);
    expect(roles).toEqual(expect.arrayContaining(['cheapest', 'lightest', 'smallest', 'surest']));
  });

  test('left by the person it ends with what it has', () => {
    let asked = 0;
    const search = finished(designSearch(box, STARTER_CATALOGUE, { enough: () => ++asked > 3 }));
    expect(search.settledCount).toBeLessThan(search.pairCount);
    expect(search.triedCount).toBeLessThan(40);
  });
});
