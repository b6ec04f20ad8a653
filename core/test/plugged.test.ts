import { describe, expect, it, test } from 'vitest';
import { setTo } from '../src/box/attr.ts';
import { set } from '../src/box/edit.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { pluggedPorts } from '../src/box/plugged.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate } from '../src/evaluate.ts';
import { proven } from '../src/remedy/prove.ts';
import { on, solar, soundBase, span } from './small-boxes.ts';

/** What is plugged in on the outing lets the weather in, whatever a field says of the port's cap. */
const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const found = (box: Box, id: string) => planOf(box).findings.find((f) => f.id === id);

/** A lamp at a capped socket that is open while plugged in, and a charge inlet. */
function capped(edits: Edit[] = []): Box {
  const b = soundBase('Capped', 'battery-lfp-20', 'holder-inline-blade');
  b.set('outing/seal', 'splash');
  const lamp = b.port('socket-12v-capped', 'front', 'Lamp');
  b.port('inlet-sae', 'left', 'Charge');
  b.device('lamp-strip', { name: 'Lamp', portId: lamp.portId, modes: on(6), spans: span(8, 12) });
  b.set('ports/p1/inUse', 'capped').set('ports/p2/inUse', 'capped');
  return applyEdits(b.box, edits);
}

describe('a plug in a port', () => {
  test.each<{ what: string; edits: Edit[]; ports: string[] }>([
    { what: 'a device while it is on', edits: [], ports: ['p1'] },
    { what: 'not one that is never on', edits: [set('devices/d1/spans', [])], ports: [] },
    { what: 'not one that is on another day', edits: [set('devices/d1/spans', span(200, 210))], ports: [] },
    { what: 'not one that was on before', edits: [set('devices/d1/spans', span(2, 8))], ports: [] },
    { what: 'a device nobody plugged in', edits: [set('devices/d1/portId', null)], ports: [] },
    {
      what: 'a charger on the outing',
      edits: [set('charging/plugged', [{ startH: 9, endH: 10 }])],
      ports: ['p1', 'p2']
    },
    { what: 'not one of no length', edits: [set('charging/plugged', [{ startH: 9, endH: 9 }])], ports: ['p1'] },
    {
      what: 'a panel through its own controller',
      edits: [set('charging/solar', solar({ fit: 'plugged' }))],
      ports: ['p1', 'p2']
    },
    {
      what: 'a panel at the port of a controller in the box',
      edits: [set('charging/solar', solar({ panelPortId: setTo('p2') }))],
      ports: ['p1', 'p2']
    },
    {
      what: 'not a panel that stays at home',
      edits: [set('charging/solar', solar({ fit: 'plugged', duringOuting: false }))],
      ports: ['p1']
    }
  ])('counts: $what', ({ edits, ports }) => {
    expect([...pluggedPorts(capped(edits))].sort()).toEqual(ports);
  });

  test('in the weeks alone what stays on counts, and the panel', () => {
    const season = {
      startDay: '2026-06-01',
      dayCount: 30,
      monthC: Array<number>(12).fill(12),
      swingK: 6,
      boxOn: true,
      useSun: true,
      visitEveryDays: null,
      visit: 'swap' as const
    };
    const base = [set('devices/d1/spans', []), set('devices/d1/inSeason', true)];
    expect([...pluggedPorts(capped(base))]).toEqual([]);
    const alone = capped([
      ...base,
      set('season', season),
      set('charging/solar', solar({ fit: 'plugged', duringOuting: false }))
    ]);
    expect([...pluggedPorts(alone)].sort()).toEqual(['p1', 'p2']);
  });
});

describe('a cap that is said to be on while something is plugged in', () => {
  it('keeps no water out', () => {
    const s = planOf(capped()).sealing!;
    expect(s.inUse).toBe('dry-store');
    expect(found(capped(), 'ip-open-in-use')!.title).toMatch(/P1 is open while plugged in/);
    const unused = capped([set('devices/d1/spans', [])]);
    expect(found(unused, 'ip-open-in-use')).toBeUndefined();
  });

  it('is the same as a port said to be plugged in', () => {
    const mated = capped([set('ports/p1/inUse', 'mated')]);
    expect(planOf(mated).sealing!.inUse).toBe(planOf(capped()).sealing!.inUse);
    expect(planOf(mated).verdicts.find((v) => v.id === 'dry')!.rawText).toBe(
      planOf(capped()).verdicts.find((v) => v.id === 'dry')!.rawText
    );
  });

  test('where it looks up, it is moved rather than kept capped', () => {
    const up = capped([set('ports/p1/face', 'lid'), set('ports/p1/xMm', 120), set('ports/p1/yMm', 120)]);
    const told = found(up, 'port-faces-up')!;
    const labels = told.remedies.map((r) => r.label);
    expect(labels).not.toContain('Keep it capped');
    expect(labels.join()).toMatch(/^Move to the (front|right|left)$/);
    const plan = planOf(up);
    for (const r of proven({ box: up, catalogue: STARTER_CATALOGUE, plan }, told))
      expect(found(applyEdits(up, r.edits), 'port-faces-up')).toBeUndefined();
    const unused = applyEdits(up, [set('devices/d1/spans', []), set('ports/p1/inUse', 'mated')]);
    expect(found(unused, 'port-faces-up')!.remedies.map((r) => r.label)).toContain('Keep it capped');
  });

  test('its plug needs its room', () => {
    const down = capped([set('ports/p1/yMm', 20)]);
    expect(found(down, 'plug-envelope-clash')?.why).toMatch(/under the plug to bend/);
    expect(found(applyEdits(down, [set('devices/d1/spans', [])]), 'plug-envelope-clash')).toBeUndefined();
  });
});

describe('a charger on the mains on the outing', () => {
  const key = /^mains-cord:.*outdoors/;
  const told = (edits: Edit[]) => planOf(capped(edits)).findings.find((f) => key.test(f.key));
  const plugged = set('charging/plugged', [
    { startH: 15, endH: 16 },
    { startH: 9, endH: 10 }
  ]);

  it('is told with when it begins, where it may be wet', () => {
    expect(told([plugged])).toMatchObject({ severity: 'caution', figures: { atH: 9 } });
    expect(told([plugged])!.why).toMatch(/^From 09:00 on .* built for splash\. Mains can kill.*Local codes/);
  });

  it.each<[string, Edit[]]>([
    ['under a roof', [plugged, set('outing/seal', 'dry-store')]],
    ['from a vehicle', [plugged, set('charging/fedFrom', 'vehicle-converter')]],
    ['at another time', [set('charging/plugged', [{ startH: 100, endH: 101 }])]],
    ['never', []]
  ])('is not told %s', (_, edits) => {
    expect(told(edits)).toBeUndefined();
  });

  test('what is offered clears it', () => {
    const box = capped([plugged]);
    const plan = planOf(box);
    const cures = proven(
      { box, catalogue: STARTER_CATALOGUE, plan },
      plan.findings.find((f) => key.test(f.key))!
    );
    expect(cures.length).toBeGreaterThan(0);
    for (const r of cures) expect(planOf(applyEdits(box, r.edits)).findings.some((f) => key.test(f.key))).toBe(false);
  });
});
