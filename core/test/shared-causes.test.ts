import { describe, expect, it } from 'vitest';
import { AUTO, NONE, setTo } from '../src/box/attr.ts';
import { set } from '../src/box/edit.ts';
import { applyEdits } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { BoxBuilder } from '../src/demo/builder.ts';
import { evaluate } from '../src/evaluate.ts';
import { byCause } from '../src/findings/causes.ts';
import type { Finding } from '../src/findings/rule.ts';
import { on, solar, soundBase, span } from './small-boxes.ts';

const found = (box: Box): Finding[] => evaluate(box, STARTER_CATALOGUE).findings;

/** A starter's lead straight off the post, unfused, beside an instrument that has nothing to do with it. */
function withStarter(): Box {
  const b = soundBase('Starter lead', 'battery-agm-50');
  const finder = b.port('socket-12v-capped', 'front', 'Finder');
  const studs = b.port('binding-posts', 'right', 'Starter');
  b.device('fish-finder-7', { name: 'Finder', portId: finder.portId, spans: span(18, 26) });
  b.device('bait-boat', {
    name: 'Engine',
    supply: '12v',
    use: 'starting',
    portId: studs.portId,
    modes: on(1500),
    spans: span(18, 18.01)
  });
  b.set(`circuits/${studs.circuitId}/from`, setTo({ at: 'post', pack: null }));
  b.set(`circuits/${studs.circuitId}/fuse`, NONE);
  return b.box;
}

describe('what a refused thing brings about', () => {
  const box = withStarter();
  const all = found(box);
  const group = byCause(all).find((c) => c.head.id === 'engine-circuit')!;

  it('hangs below its refusal, as one', () => {
    expect(group.severity).toBe('stop');
    expect(group.title).toBe('Haversack does not plan what starts an engine');
    expect(group.others.map((f) => f.id)).toContain('connector-overload');
    expect(group.others.length).toBeGreaterThan(3);
  });

  it('is exactly what is gone without it, and loses neither severity nor remedies', () => {
    const rest = { ...box, devices: box.devices.filter((d) => d.use === 'field') };
    const still = new Set(found(rest).map((f) => f.key));
    for (const f of group.others) expect(still.has(f.key)).toBe(false);
    for (const f of all.filter((x) => still.has(x.key))) expect(group.others).not.toContain(f);
    expect(group.others.filter((f) => f.severity === 'stop').length).toBeGreaterThan(2);
    expect(Array.isArray(group.head.remedies)).toBe(true);
    expect(group.head.remedies[0]!.label).toBe('Take it out of this box');
  });

  it('is told with its refusal on a stage where only its consequences stand', () => {
    const onWiring = all.filter((f) => f.stage === 'wiring');
    expect(onWiring.some((f) => f.id === 'engine-circuit')).toBe(false);
    expect(byCause(onWiring)[0]!.head.id).not.toBe('engine-circuit');
    const [first] = byCause(onWiring, all);
    expect(first!.head.id).toBe('engine-circuit');
    expect(first!.others.filter((f) => !onWiring.includes(f)).map((f) => f.key)).toEqual([]);
  });

  it('is not brought along where nothing of it stands, nor once somebody accepted it', () => {
    const others = all.filter((f) => f.cause !== group.head.cause && f.cause !== null);
    expect(byCause(others, all).some((c) => c.head.id === 'engine-circuit')).toBe(false);
    const accepted = applyEdits(box, [
      set('accepted', [{ key: group.head.key, reason: 'Its lead only passes through the box.' }])
    ]);
    const now = found(accepted);
    const onWiring = now.filter((f) => f.stage === 'wiring');
    expect(byCause(onWiring, now).some((c) => c.head.id === 'engine-circuit')).toBe(false);
    expect(onWiring.some((f) => f.severity === 'stop' && f.cause === group.head.cause)).toBe(true);
  });

  it('stands before what follows from it: in the list, in the answer and in what is next', () => {
    const plan = evaluate(box, STARTER_CATALOGUE);
    expect(plan.findings[0]!.id).toBe('engine-circuit');
    expect(plan.verdicts.find((v) => v.id === 'safe')!.reason).toBe('Engine is out of scope');
  });

  it('leaves alone what is wrong whether it is there or not: the lead without a fuse', () => {
    const bare = all.find((f) => f.id === 'source-unfused')!;
    expect(bare.severity).toBe('stop');
    expect(bare.cause).not.toBe(group.head.cause);
  });

  it('changes nothing in a box without one', () => {
    const field = applyEdits(box, [set(`devices/${box.devices[1]!.id}/use`, 'field')]);
    expect(found(field).some((f) => f.cause === 'out of scope')).toBe(false);
  });
});

describe('a box that is hotter inside than its insulation bears', () => {
  const hot = (() => {
    const b = soundBase('Hot', 'battery-lfp-50');
    b.set('outing/airC', 35).set('outing/warmestC', 55).set('outing/inSun', true);
    const a = b.port('socket-12v-20', 'front', 'A');
    const c = b.port('socket-12v-capped', 'front', 'B');
    b.device('cool-box', { name: 'Cool', portId: a.portId, spans: span(18, 28) });
    b.device('live-sonar', { name: 'Sonar', portId: c.portId, spans: span(18, 28) });
    return b.box;
  })();

  it('has one cause, the heat, and every wire without an ampere left hangs below it', () => {
    const plan = evaluate(hot, STARTER_CATALOGUE);
    expect(plan.wiring.ambientC).toBeGreaterThan(plan.wiring.insulationC);
    const group = byCause(plan.findings).find((c) => c.head.id === 'hot-box')!;
    expect(group.title).toMatch(/^It gets \d+ °C inside$/);
    const ids = new Set(group.others.map((f) => f.id));
    for (const id of ['conductor-overload', 'fuse-exceeds-conductor', 'main-fuse-exceeds', 'terminal-too-hot'])
      expect(ids, id).toContain(id);
    expect(plan.findings.filter((f) => f.id === 'conductor-overload').every((f) => f.why.includes('air alone'))).toBe(
      true
    );
  });

  it('blames the heat for conductors alone: a switch that is too small stays one', () => {
    const b = new BoxBuilder('hot');
    b.box = hot;
    const master = b.port('button-19', 'front', 'Master');
    b.set('feeds/main/switches', setTo([master.portId])).set('feeds/main/fuse', setTo(30));
    for (const f of found(b.box).filter((x) => x.id === 'switch-rating' || x.id === 'socket-overcurrent'))
      expect(f.cause).not.toBe('heat inside');
  });

  it('does not speak of wires that carry nothing', () => {
    for (const f of found(hot).filter((x) => x.id === 'element-overload')) expect(f.figures.amps).toBeGreaterThan(0);
  });

  it('is not blamed where the wire is too thin in any air', () => {
    const shade = applyEdits(hot, [set('outing/inSun', false), set('outing/warmestC', null), set('outing/airC', 20)]);
    const thin = applyEdits(shade, [
      set(`circuits/${hot.circuits[0]!.id}/wire`, setTo({ system: 'awg', size: '22' })),
      set(`circuits/${hot.circuits[0]!.id}/fuse`, setTo(15))
    ]);
    const f = found(thin).find((x) => x.id === 'fuse-exceeds-conductor')!;
    expect(f.cause).toBe('fuse F1');
  });
});

describe('packs with their own fuses', () => {
  it.each(['changeover', 'parallel'] as const)(
    'left to Haversack, in %s, have leads that their fuses protect',
    (arrangement) => {
      for (const [batteryId, holderId] of [
        ['battery-lfp-9', 'holder-inline-blade'],
        ['battery-lfp-9', 'holder-inline-mini'],
        ['battery-agm-12', 'holder-inline-blade'],
        ['battery-lfp-50', 'holder-midi']
      ] as const) {
        const b = soundBase('Two packs', batteryId);
        b.use('fuse-holder', holderId, 'feeds/main/holderPartId');
        b.set('bank/count', 2).set('bank/arrangement', arrangement);
        const p = b.port('socket-12v-capped', 'front', 'A');
        b.device('live-sonar', { name: 'Sonar', portId: p.portId, modes: on(30), spans: span(18, 24) });
        const bad = found(b.box).filter((f) => ['guard-exceeds-element', 'adiabatic-fail'].includes(f.id));
        expect(bad.map((f) => `${batteryId}: ${f.title}`)).toEqual([]);
      }
    }
  );

  it('leave thin wire that somebody set a stop', () => {
    const b = soundBase('Two packs', 'battery-lfp-9');
    b.set('bank/count', 2)
      .set('bank/arrangement', 'changeover')
      .set('feeds/main/wire', setTo({ system: 'awg', size: '18' }));
    const p = b.port('socket-12v-capped', 'front', 'A');
    b.device('live-sonar', { name: 'Sonar', portId: p.portId, modes: on(30), spans: span(18, 24) });
    expect(found(b.box).some((f) => f.id === 'guard-exceeds-element' && f.severity === 'stop')).toBe(true);
  });
});

/** A pump on a socket that is too small for it, one or two of them. */
function weakSockets(count: number): Box {
  const b = soundBase('Weak sockets', 'battery-lfp-50');
  for (let n = 1; n <= count; n++) {
    const p = b.port('socket-12v-capped', n === 1 ? 'front' : 'right', `Pump ${n}`);
    b.device('air-pump', { name: `Pump ${n}`, portId: p.portId, modes: on(104), spans: span(18, 18.2) });
  }
  return b.box;
}

describe('one part that is too small', () => {
  const ofPart = (box: Box) => byCause(found(box)).filter((c) => c.key.startsWith('part '));

  it('is told once: what it carries, its kind and its heat hang together', () => {
    const [group, ...more] = ofPart(weakSockets(1));
    expect(more).toEqual([]);
    const ids = [group!.head, ...group!.others].map((f) => f.id).toSorted();
    expect(ids).toEqual(['connector-overload', 'contact-heat', 'fuse-exceeds-part', 'socket-overcurrent']);
    expect(group!.title).toBe(group!.head.title);
  });

  it('each of two has its own', () => {
    expect(ofPart(weakSockets(2)).map((c) => c.key)).toEqual(['part P1', 'part P2']);
  });

  it('what only one sentence is about stays alike with the same elsewhere', () => {
    const b = soundBase('Warm contacts', 'battery-lfp-20');
    for (const [n, face] of (['front', 'right'] as const).entries()) {
      const p = b.port('socket-12v-capped', face, `Lamp ${n}`);
      b.device('lamp-strip', { name: `Lamp ${n}`, portId: p.portId, modes: on(50), spans: span(18, 22) });
    }
    const group = byCause(found(b.box)).find((c) => c.head.id === 'contact-heat')!;
    expect(group.others.map((f) => f.id)).toEqual(['contact-heat']);
    expect(group.title).toMatch(/; the same at C2$/);
  });
});

/** A lamp that bears 15 V on a lead-acid battery with a panel; `over` changes how it is charged. */
function withPanel(controller: 'none' | 'pwm', chargerV: number | null): Box {
  const b = soundBase('Panel', 'battery-agm-20');
  const lamp = b.port('circular-16', 'front', 'Router');
  const panel = b.port('inlet-sae', 'right', 'Panel');
  b.device('router', { name: 'Router', portId: lamp.portId, maxV: 15.9, minV: null, spans: span(18, 24) });
  b.edit({ op: 'remove', path: `circuits/${panel.circuitId}` });
  b.set('charging/solar', solar({ controller, panelPortId: setTo(panel.portId) }));
  if (chargerV !== null) b.set('charging/chargerV', setTo(chargerV)).set('charging/path', setTo('lid-open'));
  return b.box;
}

describe('what charges a battery wrongly', () => {
  it('has what its volts do to others below it', () => {
    const group = byCause(found(withPanel('none', null))).find((c) => c.head.id === 'solar-direct')!;
    expect(group.title).toBe('A panel must not hang straight on the battery');
    expect(group.others.map((f) => f.id)).toContain('device-overvoltage');
    expect(group.others.find((f) => f.id === 'device-overvoltage')!.severity).toBe('stop');
  });

  it('with a controller nothing is left of either', () => {
    const ids = found(withPanel('pwm', null)).map((f) => f.id);
    expect(ids).not.toContain('solar-direct');
    expect(ids).not.toContain('device-overvoltage');
  });

  it('a charger of another voltage is the cause of what it does, and nothing else is put below it', () => {
    const box = withPanel('pwm', 18);
    const all = found(box);
    const group = byCause(all).find((c) => c.head.id === 'charge-voltage')!;
    expect(group.others.map((f) => f.id)).toContain('device-overvoltage');
    const matched = applyEdits(box, group.head.remedies[0]!.edits);
    const still = new Set(found(matched).map((f) => f.key));
    for (const f of group.others) expect(still.has(f.key)).toBe(false);
    for (const f of all.filter((x) => still.has(x.key))) expect(group.others).not.toContain(f);
  });

  it('two chargers of another voltage are one cause: what either does alone hangs below both', () => {
    const box = applyEdits(withPanel('pwm', 18), [
      set('charging/builtIn', [
        {
          id: 'bc1',
          name: 'Maintainer',
          currentA: setTo(1),
          voltageV: setTo(18),
          fuse: AUTO,
          from: AUTO,
          input: 'dc',
          lidShut: 'no'
        }
      ])
    ]);
    const groups = byCause(found(box));
    const group = groups.find((c) => c.head.id === 'charge-voltage')!;
    const ids = [group.head, ...group.others].map((f) => f.id);
    expect(ids.filter((id) => id === 'charge-voltage')).toHaveLength(2);
    expect(ids).toContain('device-overvoltage');
  });

  it('an acceptance of the cause leaves the rest to stand by itself', () => {
    const box = withPanel('none', null);
    const key = found(box).find((f) => f.id === 'solar-direct')!.key;
    const accepted = { ...box, accepted: [{ key, reason: 'a small panel, taken off at once' }] };
    const group = byCause(found(accepted)).find((c) =>
      [c.head, ...c.others].some((f) => f.id === 'device-overvoltage')
    )!;
    expect(group.head.id).not.toBe('solar-direct');
  });
});
