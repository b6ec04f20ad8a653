import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { applyEdits, EditError } from '../src/box/edits.ts';
import { emptyBox } from '../src/box/empty.ts';
import { resizeOuting, withoutUnusedParts } from '../src/box/commands.ts';
import { boxSchema, type Box } from '../src/box/schema.ts';
import { partSchema } from '../src/catalogue/part.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { fieldsOf, withField } from '../src/catalogue/fields.ts';
import { candidate } from '../src/compare/candidate.ts';
import { FITS } from '../src/case/fit.ts';
import { finished } from '../src/work.ts';
import { sure } from '../src/outing/sure.ts';
import { canalNightBankBox, demoBoxes, saltmarshHideBox } from '../src/demo/boxes.ts';
import { crowdedBox } from '../src/demo/crowded.ts';
import { starter } from '../src/demo/builder.ts';
import { evaluate } from '../src/evaluate.ts';
import { readBox, writeBox } from '../src/exchange/read-box.ts';
import { report } from '../src/exchange/report.ts';
import { compare } from '../src/logbook/compare.ts';
import { blankEntry, NO_PLAN } from '../src/logbook/kinds.ts';
import { removePort } from '../src/box/remove-port.ts';
import { netlistFaults } from '../src/wiring/netlist.ts';

const plan = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const lasts = (box: Box) => plan(box).outing!.lastsH;
const set = (path: string, value: unknown) => ({ op: 'set' as const, path, value });

describe('the whole chain', () => {
  test('an empty box answers everything without a stop and without NaN', () => {
    const p = plan(emptyBox('Empty'));
    expect(p.verdicts.map((v) => v.state)).toEqual([
      'not-started',
      'not-started',
      'not-started',
      'not-started',
      'not-started'
    ]);
    expect(JSON.stringify(report(emptyBox('Empty'), p))).not.toContain('NaN');
  });

  test('the demo boxes: stops, cautions, and one that holds', () => {
    const worst = demoBoxes().map((b) => plan(b).findings.filter((f) => f.severity !== 'note')[0]?.severity ?? 'holds');
    expect(worst).toEqual(['stop', 'caution', 'holds', 'caution', 'stop', 'caution', 'caution']);
  });

  test('the stop of the hide box is cleared by its first remedy', () => {
    const box = saltmarshHideBox();
    const stop = plan(box).findings.find((f) => f.severity === 'stop')!;
    expect(stop.id).toBe('fuse-exceeds-conductor');
    expect(plan(applyEdits(box, stop.remedies[0]!.edits)).findings.some((f) => f.severity === 'stop')).toBe(false);
  });

  test('what a remedy promises is what comes of it', () => {
    const box = saltmarshHideBox();
    const short = plan(box).findings.find((f) => f.id === 'runtime-short')!;
    for (const r of short.remedies) {
      const hours = lasts(applyEdits(box, r.edits));
      const [, h, m] = /lasts (\d+) h(?: (\d+) min)?/.exec(r.effect)!;
      expect(Math.abs(hours - (Number(h) + Number(m ?? 0) / 60))).toBeLessThan(0.05);
    }
  });

  test('the Saltmarsh figures by hand: 16.0 Ah usable from 20 Ah at 4 °C, one year old', () => {
    const b = plan(saltmarshHideBox()).bank!;
    const cold = 0.88 + 0.4 * (0.95 - 0.88);
    const health = 1 - 0.2 * (1 / 12 + 30 / (3200 * (0.8 / 0.9) ** 1.1));
    expect(b.coldFraction).toBeCloseTo(cold, 6);
    expect(b.usableAh).toBeCloseTo(20 * cold * health * 0.9, 6);
  });

  test('more load never lasts longer, a larger battery never shorter', () => {
    const box = canalNightBankBox();
    const lamp = box.devices.find((d) => d.name === 'Shelter lamp')!;
    const withLamp = (currentA: number) =>
      applyEdits(box, [set(`devices/${lamp.id}/modes/m1/draw`, { kind: 'current', currentA, atV: 12 })]);
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 4, noNaN: true }),
        fc.double({ min: 1.01, max: 2, noNaN: true }),
        (amps, more) => {
          expect(lasts(withLamp(amps * more))).toBeLessThanOrEqual(lasts(withLamp(amps)) + 1e-6);
        }
      ),
      { seed: 20260101, numRuns: 25 }
    );
    const hide = saltmarshHideBox();
    const hours = ['battery-lfp-12', 'battery-lfp-20', 'battery-lfp-22', 'battery-lfp-35'].map((id) =>
      lasts(applyEdits(hide, [set(`parts/${id}`, starter('battery', id)), set('bank/partId', id)]))
    );
    expect([...hours].sort((a, b) => a - b)).toEqual(hours);
  });

  test('colder never lasts longer', () => {
    const at = (airC: number) => lasts(applyEdits(saltmarshHideBox(), [set('outing/airC', airC)]));
    const hours = [-15, -5, 0, 5, 15, 25].map(at);
    expect([...hours].sort((a, b) => a - b)).toEqual(hours);
  });

  test('every netlist closes: each conductor ends at a terminal that is there', () => {
    for (const box of [...demoBoxes(), crowdedBox(24)]) expect(netlistFaults(plan(box).wiring.netlist)).toEqual([]);
  });

  test('lengths in findings and workings follow the person into inches', () => {
    const box = applyEdits(saltmarshHideBox(), [set('preferences/lengthUnit', 'in'), set('ports/p1/yMm', 20)]);
    const low = plan(box).findings.find((f) => f.id === 'port-too-low')!;
    expect(low.why).toContain('1 37/64 in');
    expect(`${low.title} ${low.short}`).not.toContain('mm');
    expect(plan(box).panel!.ports[0]!.working.result).toEqual({ value: '-1 1/8', unit: 'in' });
  });

  test('each automatic fuse lies between load and wire, each automatic wire keeps its drop', () => {
    for (const box of [...demoBoxes().slice(1, 4), crowdedBox(24)])
      for (const c of plan(box).wiring.circuits) {
        expect(c.fuseA!).toBeGreaterThanOrEqual(c.loadA / 0.8 - 1e-9);
        expect(c.fuseA!).toBeLessThanOrEqual(c.ampacityA!);
        expect(c.dropFraction).toBeLessThanOrEqual(c.dropLimitFraction);
      }
  });

  test('the same box gives the same plan, whether its case was searched lately or not', () => {
    const box = saltmarshHideBox();
    const first = plan(box);
    FITS.forget();
    expect(JSON.stringify(report(box, plan(box)))).toBe(JSON.stringify(report(box, first)));
  });

  test('packets are rounded up over all boxes, and what is at hand is taken off', () => {
    const box = saltmarshHideBox();
    const line = (b: Box, id: string) => plan(b).kit.lines.find((l) => l.lineId === id)!;
    expect(line(box, 'fuse-blade-3a')).toMatchObject({ perBox: 3, packs: 1 });
    expect(line(applyEdits(box, [set('kit/boxCount', 3)]), 'fuse-blade-3a')).toMatchObject({ toBuy: 9, packs: 2 });
    expect(
      line(applyEdits(box, [set('kit/owned', [{ lineId: 'fuse-blade-3a', count: 3 }])]), 'fuse-blade-3a')
    ).toMatchObject({ packs: 0, cost: 0 });
    const kit = plan(box).kit;
    expect(kit.lines.reduce((s, l) => s + l.cost, 0)).toBeCloseTo(kit.totalCost, 9);
  });

  test('a battery beside another is told by the same arithmetic', () => {
    const box = saltmarshHideBox();
    const facts = finished(candidate(box, plan(box)));
    expect(facts.lastsH).toBeCloseTo(lasts(box), 9);
    expect(facts).toMatchObject({ coldCharging: false, airTravel: 'no', fits: 'yes' });
    const { demand, bank, feed } = plan(box);
    expect(facts.chanceFraction).toBe(sure(box, demand, bank!, feed).chanceFraction);
  });
});

describe('edits', () => {
  const box = saltmarshHideBox();
  test('change a copy, share the rest, and go by ids', () => {
    const next = applyEdits(box, [set('devices/d4/modes/m1/dutyFraction', 0.5)]);
    expect(next.devices[3]!.modes[0]!.dutyFraction).toBe(0.5);
    expect(box.devices[3]!.modes[0]!.dutyFraction).toBe(0.8);
    expect(next.ports).toBe(box.ports);
  });
  test('a path that leads nowhere says so', () => {
    expect(() => applyEdits(box, [set('devices/d99/name', 'x')])).toThrow(EditError);
  });
  test('removing a port takes its circuit along and leaves its device without a port', () => {
    const next = applyEdits(box, removePort(box, box.ports[0]!.id));
    expect(next.circuits.some((c) => c.portId === box.ports[0]!.id)).toBe(false);
    expect(next.devices[0]!.portId).toBeNull();
    expect(boxSchema.safeParse(next).success).toBe(true);
  });
  test('a longer outing takes the bars that ran to its end along', () => {
    const next = applyEdits(box, resizeOuting(box, { startH: 4, durationH: 16 }));
    expect(next.devices[0]!.spans).toEqual([
      { startH: 4, endH: 11.5, dutyFraction: null },
      { startH: 13, endH: 20, dutyFraction: null }
    ]);
  });
  test('parts nothing refers to are dropped, fuses kept', () => {
    const next = withoutUnusedParts(applyEdits(box, [set('parts/vent-m12', starter('panel', 'vent-m12'))]));
    expect(next.parts['vent-m12']).toBeUndefined();
  });
});

describe('box files', () => {
  const text = writeBox(saltmarshHideBox());
  const problemsOf = (t: string) => {
    const r = readBox(t);
    return r.ok ? [] : r.problems;
  };
  test('what is written reads back the same', () => {
    expect(readBox(text)).toEqual({ ok: true, box: saltmarshHideBox() });
  });
  test.each([
    ['not json at all', '', 'not a JSON file'],
    ['[1,2,3]', '', 'an object was expected'],
    ['{"format":"something-else"}', 'format', 'not a Haversack box'],
    [text.replace('"version": 4', '"version": 9'), 'version', 'newer Haversack (version 9)'],
    [text.replace('"powerW": 5.6', '"powerW": "lots"'), 'devices/0/modes/0/draw/powerW', 'number'],
    [text.replace('"notes": "Tidal', '"extra": 1, "notes": "Tidal'), '', "'extra'"],
    [text.replace('"partId": "battery-lfp-20"', '"partId": "battery-none"'), 'bank/partId', 'not among the parts'],
    [text.replace('"id": "d2"', '"id": "d1"'), 'devices/d1', 'twice'],
    ['['.repeat(40) + ']'.repeat(40), '', 'nested deeper'],
    ['"' + 'x'.repeat(10_000_000) + '"', '', 'too large']
  ])('a foreign or broken file is refused with its place (%#)', (bad, path, says) => {
    const [first] = problemsOf(bad);
    expect(first!.path).toBe(path);
    expect(first!.message).toContain(says);
  });
  test('script in a name stays text', () => {
    const read = readBox(text.replace('Saltmarsh hide box', '<script>alert(1)</script>'));
    expect(read.ok && read.box.name).toBe('<script>alert(1)</script>');
  });
});

describe('parts', () => {
  test('the starter catalogue is valid, generic and has at least 40 parts with distinct ids', () => {
    expect(STARTER_CATALOGUE.length).toBeGreaterThanOrEqual(40);
    expect(new Set(STARTER_CATALOGUE.map((p) => p.id)).size).toBe(STARTER_CATALOGUE.length);
    for (const part of STARTER_CATALOGUE) expect(partSchema.safeParse(part).success, part.id).toBe(true);
  });
  test('figures of an own part are read as typed, lengths in inches too, unknowns as empty', () => {
    const battery = starter('battery', 'battery-agm-7');
    const field = (path: string) => fieldsOf(battery).find((f) => f.path === path)!;
    expect(withField(battery, field('lengthMm'), '6 in')).toMatchObject({ ok: true, part: { lengthMm: 152.4 } });
    expect(withField(battery, field('maxContinuousA'), '')).toMatchObject({ ok: true, part: { maxContinuousA: null } });
    expect(withField(battery, field('capacityAh'), 'seven')).toMatchObject({ ok: false });
  });
});

test('planned against actual: 14.4 Ah in 10 h is 44 % over a plan of 1 A', () => {
  const entry = {
    ...blankEntry('outing', '2026-11-01', { ...NO_PLAN, lastsH: 12, wantedH: 10, chargeAh: 10, endV: 12.9 }),
    durationH: 10,
    chargeAh: 14.4,
    endV: 12.6,
    airC: 3
  };
  expect(compare(entry)).toMatchObject({ drawRatio: 1.44 });
  expect(compare(entry).say).toContain('44 % more');
  expect(compare({ ...entry, chargeAh: null }).drawRatio).toBeUndefined();
});
