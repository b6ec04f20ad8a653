import { describe, expect, test } from 'vitest';
import { AUTO, NONE, setTo } from '../src/box/attr.ts';
import { set } from '../src/box/edit.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { BoxBuilder } from '../src/demo/builder.ts';
import { evaluate } from '../src/evaluate.ts';
import { chargeSources } from '../src/judge/charge-sources.ts';
import { proven } from '../src/remedy/prove.ts';

/** A small sound box on a battery of the starter catalogue. */
function boxOn(batteryId: string): Box {
  const b = new BoxBuilder('Charged box');
  b.use('battery', batteryId, 'bank/partId').use('case', 'case-hard-large', 'casePartId');
  b.use('fuse-holder', 'holder-inline-blade', 'feeds/main/holderPartId');
  b.use('fuse-block', 'block-blade-6', 'feeds/main/blockPartId');
  b.set('bank/postsCovered', 'yes').set('bank/holdDown', setTo('strap'));
  const port = b.port('circular-16', 'front', 'Lamp');
  b.device('lamp-strip', { name: 'Lamp', portId: port.portId });
  return b.box;
}
const planOf = (box: Box, ...edits: Edit[]) => evaluate(applyEdits(box, edits), STARTER_CATALOGUE);
const said = (rule: string, box: Box, ...edits: Edit[]) => planOf(box, ...edits).findings.filter((f) => f.id === rule);

describe('the voltage of whatever charges the battery', () => {
  const lead = boxOn('battery-agm-12');
  const lives = (voltageV: number | null): Edit =>
    set('charging/builtIn', [
      {
        id: 'k1',
        name: 'Old charger',
        currentA: setTo(1),
        voltageV: voltageV === null ? AUTO : setTo(voltageV),
        fuse: AUTO,
        from: AUTO,
        input: 'dc',
        lidShut: 'no'
      }
    ]);
  const of = (voltageV: number | null) =>
    said('charge-voltage', lead, lives(voltageV)).map((f) => [f.severity, f.title]);

  test('of one that lives in the box is read, too: too high is a stop and names it', () => {
    expect(of(15.5)).toEqual([['stop', 'Old charger gives 15.5 V; this battery wants 14.6 V']]);
  });
  test('from the tolerance on, on either side', () => {
    expect(of(14.9)).toEqual([]);
    expect(of(14.95)[0]![0]).toBe('stop');
    expect(of(14.3)).toEqual([]);
    expect(of(14.25)[0]![0]).toBe('note');
    expect(of(13.7)[0]![0]).toBe('note');
    // what keeps it full fills it, too, only slowly
    expect(of(13.5)[0]![0]).toBe('note');
    expect(of(13.4)[0]![0]).toBe('caution');
  });
  test('as the battery wants it, nothing is said', () => {
    expect(of(null)).toEqual([]);
    expect(of(14.6)).toEqual([]);
  });
  test('two chargers are two findings, each with its own cure', () => {
    const box = applyEdits(lead, [lives(15.5), set('charging/chargerV', setTo(16))]);
    const plan = planOf(box);
    const found = plan.findings.filter((f) => f.id === 'charge-voltage');
    expect(found.map((f) => f.key).sort()).toEqual(['charge-voltage:bank', 'charge-voltage:bank:built-in-k1']);
    for (const f of found) {
      const [cure] = proven({ box, catalogue: STARTER_CATALOGUE, plan }, f);
      const left = said('charge-voltage', box, ...cure!.edits).map((k) => k.key);
      expect(left).toEqual(found.map((k) => k.key).filter((k) => k !== f.key));
    }
  });
  test('a charger that charges nothing is not judged', () => {
    const off = set('charging/path', NONE);
    expect(said('charge-voltage', lead, set('charging/chargerV', setTo(16)))).toHaveLength(1);
    expect(said('charge-voltage', lead, set('charging/chargerV', setTo(16)), off)).toEqual([]);
    const plugged = set('charging/plugged', [{ startH: lead.outing.startH, endH: lead.outing.startH + 1 }]);
    expect(said('charge-voltage', lead, set('charging/chargerV', setTo(16)), off, plugged)).toHaveLength(1);
  });
});

describe('a vehicle is as cold as the outing', () => {
  const lithium = boxOn('battery-lfp-20');
  const winter = [set('outing/airC', -9), set('outing/warmestC', -2)];
  const cold = (...edits: Edit[]) =>
    said('cold-charge', lithium, ...winter, ...edits).filter((f) => f.severity === 'stop');
  const from = (fedFrom: 'mains' | 'vehicle-converter' | 'vehicle-direct') => set('charging/fedFrom', fedFrom);

  test.each(['vehicle-converter', 'vehicle-direct'] as const)('charged from it (%s) in frost is a stop', (fedFrom) => {
    const [f] = cold(from(fedFrom));
    expect(f!.title).toMatch(/^Charging at -[\d.]+ °C ruins this battery$/);
    expect(f!.figures.coldestC).toBeLessThan(-5);
  });
  test('from the mains it is taken to stand indoors', () => {
    expect(cold(from('mains'))).toEqual([]);
  });
  test('a place that somebody set counts before what is usual', () => {
    expect(cold(from('vehicle-converter'), set('charging/coldestC', setTo(8)))).toEqual([]);
    expect(cold(from('mains'), set('charging/coldestC', setTo(-3)))).toHaveLength(1);
  });
  test('in summer as warm as that; a place indoors is cooler', () => {
    const at = (fedFrom: 'mains' | 'vehicle-converter') => {
      const box = applyEdits(lithium, [from(fedFrom), set('outing/airC', 24)]);
      return chargeSources(box, planOf(box).bank)[0]!.coldestC;
    };
    expect(at('vehicle-converter')).toBeGreaterThanOrEqual(24);
    expect(at('mains')).toBe(5);
  });
  test('lead that it charges in the cold stays low: a note, as nobody named the place; named, a caution', () => {
    const lead = boxOn('battery-agm-12');
    const low = (...edits: Edit[]) => said('no-temp-comp', lead, ...winter, ...edits).map((f) => f.severity);
    expect(low(from('vehicle-converter'))).toEqual(['note']);
    expect(low(from('mains'))).toEqual([]);
    expect(low(from('mains'), set('charging/coldestC', setTo(2)))).toEqual(['caution']);
    expect(low(from('mains'), set('charging/coldestC', setTo(10)))).toEqual([]);
    const plugged = set('charging/plugged', [{ startH: lead.outing.startH, endH: lead.outing.startH + 2 }]);
    expect(low(from('mains'), plugged)).toEqual(['note']);
  });
  test('a box that anything charges while it is too hot inside is a stop', () => {
    const hot = applyEdits(boxOn('battery-lfp-20'), [set('outing/airC', 50), set('outing/warmestC', 52)]);
    const severity = (...edits: Edit[]) => said('hot-box', hot, ...edits)[0]?.severity;
    const { chargeC, useC, insideC } = said('hot-box', hot)[0]!.figures;
    expect(insideC).toBeGreaterThan(chargeC!);
    expect(insideC).toBeLessThan(Math.min(60, useC!));
    expect(severity()).toBe('caution');
    const charger = {
      id: 'k1',
      name: 'From the alternator',
      currentA: setTo(2),
      voltageV: AUTO,
      fuse: AUTO,
      from: AUTO,
      input: 'dc' as const,
      lidShut: 'no' as const
    };
    expect(severity(set('charging/builtIn', [charger]))).toBe('stop');
    expect(severity(set('charging/builtIn', [{ ...charger, input: 'mains-cord' as const }]))).toBe('caution');
    expect(severity(set('charging/plugged', [{ startH: hot.outing.startH, endH: hot.outing.startH + 1 }]))).toBe(
      'stop'
    );
  });
  test('what the label says it blocks is a note, and charges nothing', () => {
    const found = said('cold-charge', lithium, ...winter, from('vehicle-converter'), set('bank/blocksCold', 'yes'));
    expect(found.map((f) => f.severity)).toEqual(['note']);
  });
});

describe('sense leads of a shunt', () => {
  const box = applyEdits(boxOn('battery-lfp-20'), [
    set(
      'parts/shunt-100',
      STARTER_CATALOGUE.find((p) => p.id === 'shunt-100')!
    ),
    set('wiring/shuntPartId', 'shunt-100')
  ]);
  const sense = (fuse: ReturnType<typeof setTo<number>> | typeof NONE | typeof AUTO) =>
    said('meter-unfused', box, set('wiring/senseFuse', fuse)).map((f) => [f.severity, f.key]);

  test('want their small fuse although no face of the box has a meter', () => {
    expect(sense(NONE)).toEqual([['stop', 'meter-unfused:box:sense']]);
    expect(sense(setTo(10))).toEqual([['stop', 'meter-unfused:box:sense']]);
    expect(sense(setTo(3))).toEqual([]);
    expect(sense(AUTO)).toEqual([]);
  });
  test('with a meter they are told once, at it', () => {
    const b = new BoxBuilder('x');
    b.box = box;
    const meter = b.port('shunt-display', 'front', 'Meter');
    const found = said('meter-unfused', b.box, set('wiring/senseFuse', NONE)).filter((f) => f.key.endsWith('sense'));
    expect(found.map((f) => f.where)).toEqual([expect.objectContaining({ kind: 'circuit', id: meter.circuitId })]);
  });
  test('without a shunt there are none', () => {
    expect(said('meter-unfused', boxOn('battery-lfp-20'), set('wiring/senseFuse', NONE))).toEqual([]);
  });
});

describe('packs in series', () => {
  const box = applyEdits(boxOn('battery-agm-12'), [
    set('bank/count', 2),
    set('bank/arrangement', 'series'),
    set('bank/packFuse', NONE),
    set('bank/packs', [
      { ageYears: 1, startFraction: 1 },
      { ageYears: 6, startFraction: 0.5 }
    ])
  ]);
  test('are one stop; nothing is said of what only happens side by side', () => {
    const ids = planOf(box).findings.map((f) => f.id);
    expect(ids).toContain('series-batteries');
    expect(ids.filter((id) => id.startsWith('parallel-'))).toEqual([]);
    const beside = planOf(box, set('bank/arrangement', 'parallel')).findings.map((f) => f.id);
    expect(beside).toEqual(expect.arrayContaining(['parallel-fuse', 'parallel-soc', 'parallel-age']));
  });
  test('what is offered holds: one alone, as side by side these two would not be sound', () => {
    const plan = planOf(box);
    const f = plan.findings.find((k) => k.id === 'series-batteries')!;
    const cures = proven({ box, catalogue: STARTER_CATALOGUE, plan }, f);
    expect(cures.map((c) => c.label)).toContain('One of them alone');
    for (const c of cures) {
      const after = planOf(box, ...c.edits);
      const stops = after.findings.filter((k) => k.severity === 'stop').map((k) => k.key);
      expect(stops.filter((key) => !plan.findings.some((k) => k.key === key))).toEqual([]);
    }
  });
  test('side by side each gets its fuse, or keeps the one it has', () => {
    const f = planOf(box).findings.find((k) => k.id === 'series-batteries')!;
    const together = f.remedies.find((r) => r.label === 'In parallel, each with its fuse')!;
    expect(applyEdits(box, together.edits).bank).toMatchObject({ arrangement: 'parallel', packFuse: AUTO });
    const chosen = applyEdits(box, [set('bank/packFuse', setTo(15))]);
    const kept = planOf(chosen).findings.find((k) => k.id === 'series-batteries')!.remedies[0]!;
    expect(applyEdits(chosen, kept.edits).bank.packFuse).toEqual(setTo(15));
  });
});

describe('charging through a port that only gives', () => {
  function through(partId: string): Box {
    const b = new BoxBuilder('x');
    b.box = boxOn('battery-lfp-20');
    const port = b.port(partId, 'front', 'Way in');
    return applyEdits(b.box, [
      set('charging/path', setTo('through-port')),
      set('charging/throughPortId', setTo(port.portId))
    ]);
  }
  test.each(['usb-c-pd-60', 'usb-a-twin'])('a converter (%s) lets nothing back: a stop, cured by the lid', (partId) => {
    const box = through(partId);
    const [f] = said('no-charge-way', box);
    expect(f).toMatchObject({ severity: 'stop', title: 'The battery cannot be charged through P2' });
    const plan = planOf(box);
    const [cure] = proven({ box, catalogue: STARTER_CATALOGUE, plan }, f!);
    expect(applyEdits(box, cure!.edits).charging.path).toEqual(setTo('lid-open'));
    expect(said('no-charge-way', box, ...cure!.edits)).toEqual([]);
  });
  test('a plain outlet does', () => {
    expect(said('no-charge-way', through('circular-16'))).toEqual([]);
  });
  test('what charges elsewhere leaves such a port alone', () => {
    expect(said('no-charge-way', through('usb-c-pd-60'), set('charging/path', setTo('lid-open')))).toEqual([]);
  });
});

describe('figures of the battery that nobody knows', () => {
  const unread = (...notKnown: string[]) => {
    const box = boxOn('battery-lfp-20');
    return planOf(box, set('parts/battery-lfp-20/notKnown', notKnown as never)).findings.filter((f) => f.open);
  };
  test('amp-hours are asked for once, in words, with what hangs on them', () => {
    const open = unread('capacity');
    const about = open.filter((f) => f.about === 'parts/battery-lfp-20/capacityAh');
    expect(about.map((f) => f.title)).toEqual(['The battery’s amp-hours are not known']);
    expect(open.every((f) => !f.title.includes('capacityAh'))).toBe(true);
  });
  test('mass and size are a question of their own', () => {
    const titles = (...n: string[]) =>
      unread(...n)
        .filter((f) => f.id === 'battery-figures-unknown')
        .map((f) => f.title);
    expect(titles('mass')).toEqual(['The battery’s mass is not known']);
    expect(titles('mass', 'size')).toEqual(['The battery’s mass and size are not known']);
    expect(titles('capacity', 'size').sort()).toEqual([
      'The battery’s amp-hours are not known',
      'The battery’s size is not known'
    ]);
    expect(titles()).toEqual([]);
  });
});
