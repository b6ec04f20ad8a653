import { describe, expect, it } from 'vitest';
import { AUTO, NONE, setTo } from '../src/box/attr.ts';
import { add, remove, set } from '../src/box/edit.ts';
import { applyEdits } from '../src/box/edits.ts';
import type { Box, Bracket, Device } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { BoxBuilder, starter } from '../src/demo/builder.ts';
import { evaluate } from '../src/evaluate.ts';
import { movesFor } from '../src/remedy/moves.ts';
import { proven } from '../src/remedy/prove.ts';
import { makeSound } from '../src/remedy/sound.ts';
import { ARM } from './bracket.ts';
import { awg, on, sideBySide, solar, span } from './small-boxes.ts';

/** Stops that only a change of what is in the box cures: a stronger battery, a load off the controller, a switch of its own. */
const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const stop = (box: Box, id: string) => planOf(box).findings.find((f) => f.id === id && f.severity === 'stop')!;
const offered = (box: Box, id: string) =>
  proven({ box, catalogue: STARTER_CATALOGUE, plan: planOf(box) }, stop(box, id)).map((p) => p.label);
const tried = (box: Box, id: string) =>
  movesFor({ box, catalogue: STARTER_CATALOGUE, plan: planOf(box) }, stop(box, id));
const stopsLeft = (box: Box): number => makeSound(box, STARTER_CATALOGUE, 'stops').after.stopCount;

/** A radio of 20 A on a small pack of unknown sort that bears 10 A, charged by what suits another sort. */
function strongRadio(chargerV: number | null): Box {
  const b = new BoxBuilder('Strong radio');
  const pack = {
    ...starter('battery', 'battery-lfp-12'),
    id: 'pack',
    chemistry: 'lithium' as const,
    maxContinuousA: 10
  };
  b.set('parts/pack' as string, pack).set('bank/partId', 'pack');
  b.use('case', 'case-hard-mid', 'casePartId').use('fuse-holder', 'holder-inline-blade', 'feeds/main/holderPartId');
  b.set('feeds/main/ends', 'splice').set('bank/postsCovered', 'yes');
  if (chargerV !== null) b.set('charging/chargerV', setTo(chargerV));
  const p = b.port('circular-28', 'front', 'Radio');
  b.device('vhf-mobile-25', {
    name: 'Radio',
    portId: p.portId,
    minV: 11.5,
    maxV: 17,
    modes: [{ id: 'm1', name: 'sending', dutyFraction: 0.2, draw: { kind: 'current', currentA: 20, atV: 13.8 } }],
    spans: span(9, 12)
  });
  return b.box;
}

describe('a pack whose electronics would open', () => {
  const sizeOf = (label: string): number => Number(/(\d+) Ah/.exec(label)![1]);

  it('is offered the smallest battery that bears the load, however much larger it is', () => {
    const labels = tried(strongRadio(null), 'bms-current').map((m) => m.label);
    const bear = labels.filter((l) => sizeOf(l) * 0.8 >= 20);
    expect(bear).toEqual(['LiFePO4 12.8 V 35 Ah instead']);
  });

  it('with a charger for it, where one is set for another sort; else the charger stays', () => {
    const moves = tried(strongRadio(16.8), 'bms-current');
    for (const m of moves) {
      expect(m.label).toContain('with a charger for it');
      expect(applyEdits(strongRadio(16.8), m.edits).charging.chargerV).toEqual(AUTO);
    }
    expect(tried(strongRadio(null), 'bms-current').some((m) => m.label.includes('charger'))).toBe(false);
  });

  it('can be made sound in one go', () => {
    expect(planOf(strongRadio(16.8)).findings.some((f) => f.severity === 'stop')).toBe(true);
    expect(stopsLeft(strongRadio(16.8))).toBe(0);
  });
});

describe('several packs that should be one', () => {
  const ONE = /^One (.*) in the place of (\d)$/;
  const oneOf = (box: Box, id: string) => tried(box, id).filter((m) => ONE.test(m.label));

  it('the smallest of their sort that holds as much and bears the load, alone, with the marks of the others gone', () => {
    const four = sideBySide('battery-lfp-7', 4, 180);
    const [m, ...more] = oneOf(four, 'parallel-fuse');
    expect(more).toEqual([]);
    // four of 7 Ah are 28; 180 W are 17 A, of which a pack of 20 or 22 Ah would bear enough, too, but hold too little
    expect(ONE.exec(m!.label)!.slice(1)).toEqual(['LiFePO4 12.8 V 35 Ah', '4']);
    const after = applyEdits(four, m!.edits);
    expect(after.bank).toMatchObject({ count: 1, packs: [], packFuse: AUTO, partId: 'battery-lfp-35' });
    expect(planOf(after).findings.filter((f) => /^parallel-|^bms-current/.test(f.id))).toEqual([]);
    // alone it brings what a stronger short asks of the main fuse: with that it is offered
    expect(offered(four, 'parallel-fuse').some((label) => label.startsWith(m!.label))).toBe(true);
  });

  it('a load that such a battery would not bear either wants a larger one', () => {
    const [m] = oneOf(sideBySide('battery-lfp-5', 2, 300), 'parallel-fuse');
    // two of 5 Ah are 10, but 300 W are some 29 A
    expect(ONE.exec(m!.label)![1]).toBe('LiFePO4 12.8 V 50 Ah');
  });

  it('by turns as well, and then there is no changeover any more; what is in a row has a cure of its own', () => {
    const four = sideBySide('battery-lfp-7', 4, 180);
    const byTurns = applyEdits(four, [set('bank/arrangement', 'changeover')]);
    const [m] = oneOf(byTurns, 'parallel-fuse');
    const after = applyEdits(byTurns, m!.edits);
    expect(after.bank).toMatchObject({ count: 1, arrangement: 'parallel' });
    expect(planOf(after).findings.filter((f) => /^changeover/.test(f.id))).toEqual([]);
    const inRow = applyEdits(four, [set('bank/arrangement', 'series')]);
    expect(oneOf(inRow, 'series-batteries')).toEqual([]);
    expect(tried(inRow, 'series-batteries').map((r) => r.label)).toContain('One of them alone');
  });

  it('of lead-acid too; one battery alone is never put in its own place, nor where none is large enough', () => {
    expect(oneOf(sideBySide('battery-agm-12', 2, 60), 'parallel-fuse').map((m) => m.label)).toEqual([
      'One AGM 12 V 35 Ah in the place of 2'
    ]);
    expect(oneOf(strongRadio(null), 'bms-current')).toEqual([]);
    expect(oneOf(sideBySide('battery-agm-200', 2, 60), 'parallel-fuse')).toEqual([]);
  });
});

/** A controller whose load terminals give 10 A, with an inverter and a lamp on them. */
function overloadedController(mostA: number): Box {
  const b = new BoxBuilder('Load terminal');
  b.use('battery', 'battery-lfp-35', 'bank/partId').use('case', 'case-hard-large', 'casePartId');
  b.use('fuse-holder', 'holder-midi', 'feeds/main/holderPartId');
  b.set('feeds/main/ends', 'bus-bar').set('bank/postsCovered', 'yes');
  const sun = b.port('genderless-30', 'right', 'Panel');
  b.edit(remove(`circuits/${sun.circuitId}`));
  const heavy = b.port('circular-20', 'front', 'Inverter');
  const lamp = b.port('circular-16', 'front', 'Lamp');
  b.set(
    'charging/solar',
    solar({ controllerMaxV: 50, controllerMaxA: 10, panelPortId: setTo(sun.portId), loadTerminal: { mostA } })
  );
  b.set('parts/body-solar-controller', starter('body', 'body-solar-controller')).edit(
    add('bodies', { id: 'b1', name: 'Controller', partId: 'body-solar-controller', held: 'fixed' })
  );
  for (const c of [heavy, lamp]) b.set(`circuits/${c.circuitId}/from`, setTo({ at: 'load-terminal' }));
  b.device('lamp-strip', { name: 'Inverter', portId: heavy.portId, modes: on(130), spans: span(12, 16) });
  b.device('lamp-strip', { name: 'Lamp', portId: lamp.portId, modes: on(12), spans: span(20, 24) });
  return b.box;
}

describe('load terminals that carry too much', () => {
  const box = overloadedController(10);
  const onTerminal = (b: Box) =>
    b.circuits.filter((c) => c.from.is === 'set' && c.from.value.at === 'load-terminal').map((c) => c.name);

  it('lose the heaviest first, by a change of its own', () => {
    const f = stop(box, 'element-overload');
    expect(f.title).toContain('Solar controller carries');
    const moves = tried(box, 'element-overload').filter((m) => m.label.endsWith('from behind the main fuse'));
    expect(moves.map((m) => onTerminal(applyEdits(box, m.edits)))).toEqual([['Lamp'], ['Inverter'], []]);
    const after = planOf(applyEdits(box, moves[0]!.edits));
    expect(after.findings.some((k) => k.key === f.key)).toBe(false);
  });

  it('are offered it where it cures, and nothing is taken off that is borne', () => {
    expect(offered(box, 'element-overload').some((l) => l.includes('from behind the main fuse'))).toBe(true);
    expect(planOf(overloadedController(20)).findings.filter((f) => f.id === 'element-overload')).toEqual([]);
  });

  it('another element that is overloaded takes nothing off them', () => {
    const thin = applyEdits(overloadedController(20), [set('feeds/main/wire', awg('22'))]);
    const others = planOf(thin).findings.filter((f) => f.id === 'element-overload' && f.severity === 'stop');
    expect(others.length).toBeGreaterThan(0);
    for (const f of others)
      expect(
        movesFor({ box: thin, catalogue: STARTER_CATALOGUE, plan: planOf(thin) }, f).filter(
          (m) => onTerminal(applyEdits(thin, m.edits)).length < 2
        )
      ).toEqual([]);
  });
});

/** A heat pad that is switched by the little switch of a socket with a meter. */
function littleSwitch(in_: 'main' | 'circuit'): Box {
  const b = new BoxBuilder('Little switch');
  b.use('battery', 'battery-lfp-12', 'bank/partId').use('case', 'case-hard-mid', 'casePartId');
  b.use('fuse-holder', 'holder-inline-blade', 'feeds/main/holderPartId');
  b.set('feeds/main/ends', 'splice').set('bank/postsCovered', 'yes');
  const twin = b.port('usb-a-twin', 'front', 'Panel unit');
  const body = {
    ...starter('panel', 'usb-a-twin'),
    id: 'trio',
    also: ['switch' as const, 'meter' as const],
    ratingA: 3
  };
  b.set('parts/trio' as string, body).set(`ports/${twin.portId}/partId`, 'trio');
  const pad = b.port('circular-16', 'front', 'Heat pad');
  b.device('lens-heater', { name: 'Heat pad', portId: pad.portId, modes: on(60), spans: span(6, 8) });
  if (in_ === 'main') b.set('feeds/main/switches', setTo([twin.portId]));
  else b.set('feeds/main/switches', NONE).set(`circuits/${pad.circuitId}/switchPortId`, setTo(twin.portId));
  return b.box;
}

describe('a switch that shares its body', () => {
  it.each(['main', 'circuit'] as const)('in the %s: gets one of its own that bears what runs there', (in_) => {
    const box = littleSwitch(in_);
    const own = stop(box, 'switch-rating').remedies.find((r) => r.label.startsWith('A switch of its own'))!;
    const after = applyEdits(box, own.edits);
    const added = after.ports.at(-1)!;
    const named = in_ === 'main' ? after.feeds[0].switches : after.circuits.at(-1)!.switchPortId;
    expect(named).toEqual(setTo(in_ === 'main' ? [added.id] : added.id));
    const plan = planOf(after);
    expect(plan.findings.filter((f) => f.id === 'switch-rating')).toEqual([]);
    const rows = plan.judge.all.filter((h) => h.kind === 'switch');
    expect(rows.map((h) => h.part?.ref)).toEqual([{ kind: 'port', id: added.id }]);
    // it bears what the fuse ahead of it lets through, too
    expect(rows[0]!.bearsA!).toBeGreaterThanOrEqual(rows[0]!.guard?.ratingA ?? 0);
  });

  it('one that is a switch and nothing else is replaced where it is', () => {
    const b = new BoxBuilder('Plain');
    b.box = littleSwitch('main');
    const small = { ...starter('panel', 'toggle-12'), id: 'small', ratingA: 2 };
    const t = b.port('toggle-12', 'right', 'Switch');
    b.set('parts/small' as string, small).set(`ports/${t.portId}/partId`, 'small');
    b.set('feeds/main/switches', setTo([t.portId]));
    const labels = stop(b.box, 'switch-rating').remedies.map((r) => r.label);
    expect(labels.some((l) => l.startsWith('A switch of its own'))).toBe(false);
    expect(offered(b.box, 'switch-rating').length).toBeGreaterThan(0);
  });
});

describe('a thing that charges over USB, on a module too weak for it', () => {
  function weakModule(draw: Device['modes'][number]['draw'], supply: 'usb-a' | '12v' = 'usb-a'): Box {
    const b = new BoxBuilder('Weak module');
    b.use('battery', 'battery-lfp-12', 'bank/partId').use('case', 'case-hard-mid', 'casePartId');
    b.use('fuse-holder', 'holder-inline-blade', 'feeds/main/holderPartId');
    b.set('feeds/main/ends', 'splice').set('bank/postsCovered', 'yes');
    const p = b.port('usb-a-twin', 'front', 'USB');
    b.device('phone-usb-a', {
      name: 'Tablet',
      supply,
      portId: p.portId,
      modes: [
        { id: 'm1', name: 'charging', dutyFraction: 0.5, draw },
        { id: 'm2', name: 'kept full', dutyFraction: 0.5, draw: { kind: 'power', powerW: 3 } }
      ],
      spans: span(8, 12)
    });
    return b.box;
  }

  it.each([
    { kind: 'power', powerW: 30 },
    { kind: 'current', currentA: 5, atV: 5 }
  ] as const)('takes what the module gives, and charges slower: %o', (draw) => {
    const box = weakModule(draw);
    const r = stop(box, 'converter-overload').remedies.find((k) => k.label.includes('charges slower'))!;
    expect(r.label).toBe('Tablet takes 12 W there, and charges slower');
    const after = applyEdits(box, r.edits);
    expect(after.devices[0]!.modes.map((m) => m.draw)).toEqual([
      { kind: 'power', powerW: 12 },
      { kind: 'power', powerW: 3 }
    ]);
    expect(planOf(after).findings.filter((f) => f.id === 'converter-overload')).toEqual([]);
    expect(offered(box, 'converter-overload').some((l) => l.includes('charges slower'))).toBe(true);
  });

  it('two of them share it: one goes elsewhere; what is no USB device does not get slower', () => {
    const box = weakModule({ kind: 'power', powerW: 10 });
    const two = applyEdits(box, [add('devices', { ...box.devices[0]!, id: 'd9', name: 'Phone', modes: on(8) })]);
    const labels = stop(two, 'converter-overload').remedies.map((r) => r.label);
    expect(labels.some((l) => l.includes('charges slower'))).toBe(false);
    expect(labels.some((l) => l.startsWith('Tablet: '))).toBe(true);
    const plain = stop(weakModule({ kind: 'power', powerW: 30 }, '12v'), 'converter-overload');
    expect(plain.remedies.some((r) => r.label.includes('charges slower'))).toBe(false);
  });
});

describe('a bracket whose foot finds no bare wall', () => {
  const withArm = (over: Partial<Bracket>): Box => {
    const b = new BoxBuilder('Arm');
    b.use('battery', 'battery-lfp-12', 'bank/partId').use('case', 'case-hard-large', 'casePartId');
    b.port('circular-16', 'front', 'Lamp');
    return b.edit(add('brackets', { ...ARM, fixing: 'bolted', face: 'front', ...over })).box;
  };
  const foot = (box: Box) => planOf(box).findings.find((f) => f.id === 'bracket-foot' && f.severity === 'stop');
  const under = (box: Box) => planOf(box).brackets[0]!.under;

  it('is moved the least way on its own face to where there is some', () => {
    const lamp = withArm({}).ports[0]!;
    const box = withArm({ xMm: lamp.xMm, yMm: lamp.yMm, acrossMm: 40 });
    expect(under(box)).toContain('P1');
    const [r] = foot(box)!.remedies;
    const after = applyEdits(box, r!.edits);
    expect(under(after)).toEqual([]);
    const { face, xMm, yMm } = after.brackets[0]!;
    expect(face).toBe('front');
    expect(r!.label).toBe(`Move it to ${xMm}, ${yMm} mm`);
    // no place of the grid that is nearer is bare
    const movedMm = Math.hypot(xMm - lamp.xMm, yMm - lamp.yMm);
    for (let x = 10; x < 400; x += 10)
      for (let y = 10; y < 200; y += 10)
        if (Math.hypot(x - lamp.xMm, y - lamp.yMm) < movedMm - 1e-9)
          expect(under(applyEdits(box, [set('brackets/k9/xMm', x), set('brackets/k9/yMm', y)]))).not.toEqual([]);
  });

  it('goes to another upright face where its own has none; nowhere where nothing is large enough', () => {
    const full = withArm({ face: 'floor', xMm: 5, yMm: 5, acrossMm: 60 });
    const r = foot(full)?.remedies[0];
    if (r) expect(under(applyEdits(full, r.edits))).toEqual([]);
    const tooLarge = withArm({ xMm: 5, yMm: 5, acrossMm: 400 });
    expect(foot(tooLarge)!.remedies).toEqual([]);
    const rib = { face: 'front', kind: 'rib', xMm: 0, yMm: 0, widthMm: 2000, heightMm: 2000 } as const;
    const b = withArm({ xMm: 60, yMm: 60, acrossMm: 40 });
    const ribbed = applyEdits(b, [set(`parts/${b.casePartId}/zones` as string, [rib])]);
    const moved = applyEdits(ribbed, foot(ribbed)!.remedies[0]!.edits);
    expect(moved.brackets[0]!.face).not.toBe('front');
    expect(['floor', 'lid']).not.toContain(moved.brackets[0]!.face);
    expect(under(moved)).toEqual([]);
  });
});
