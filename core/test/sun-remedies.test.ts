import { describe, expect, it, test } from 'vitest';
import { AUTO, NONE, setTo } from '../src/box/attr.ts';
import { set } from '../src/box/edit.ts';
import { applyEdits } from '../src/box/edits.ts';
import type { Box, Solar } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate } from '../src/evaluate.ts';
import { movesFor } from '../src/remedy/moves.ts';
import { proven } from '../src/remedy/prove.ts';
import { makeSound } from '../src/remedy/sound.ts';
import { removeCircuit } from '../src/box/remove-circuit.ts';
import { awg, on, solar, soundBase, span } from './small-boxes.ts';

const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const found = (box: Box, key: RegExp) => planOf(box).findings.find((f) => key.test(f.key));
function cures(box: Box, key: RegExp) {
  const plan = planOf(box);
  const finding = plan.findings.find((f) => key.test(f.key))!;
  return proven({ box, catalogue: STARTER_CATALOGUE, plan }, finding);
}

/** A lamp on a fused box with a panel whose controller is built in. */
function withPanel(over: Partial<Solar>, battery = 'battery-lfp-20'): Box {
  const b = soundBase('In the sun', battery, 'holder-inline-blade');
  const lamp = b.port('circular-12', 'front', 'Lamp');
  b.device('lamp-strip', { name: 'Lamp', portId: lamp.portId, modes: on(6), spans: span(8, 12) });
  b.set('charging/solar', solar({ controller: 'mppt', ...over }));
  return b.box;
}

describe('a controller that is too small for its panel', () => {
  test.each([
    {
      panel: { openV: 46, maxPowerV: 38, controllerMaxV: 40 },
      label: /^A controller for (50|75) V$/,
      key: /^solar-voc/
    },
    { panel: { panelW: 150, controllerMaxA: 10 }, label: /^A controller for 15 A$/, key: /^solar-voc/ }
  ])('$label cures it', ({ panel, label, key }) => {
    const box = withPanel(panel);
    expect(found(box, key)).toBeDefined();
    const first = cures(box, key)[0]!;
    expect(first.label).toMatch(label);
    const after = applyEdits(box, first.edits);
    expect(found(after, key)).toBeUndefined();
    expect(makeSound(box, STARTER_CATALOGUE, 'cautions').inTheWay.join()).not.toMatch(/controller (bears|takes)/);
  });

  it('is bought as planned: the kit says what it must bear', () => {
    const note = (over: Partial<Solar>) =>
      planOf(withPanel(over)).kit.lines.find((l) => /controller/i.test(l.name))?.note ?? '';
    expect(note({ controllerMaxV: 75, controllerMaxA: 15 })).toBe('MPPT planned for 75 V of the panel and 15 A.');
    expect(note({ controllerMaxV: null, controllerMaxA: 15 })).toBe('MPPT planned for 15 A.');
    expect(note({ controllerMaxV: null, controllerMaxA: null })).toBe('MPPT planned.');
  });
});

describe('a built-in controller', () => {
  it('gets an inlet for its panel that no circuit feeds', () => {
    const box = withPanel({ panelPortId: NONE });
    const [first] = cures(box, /^controller-unsound:.*port/);
    expect(first!.label).toMatch(/for the panel$/);
    const after = applyEdits(box, first!.edits);
    expect(found(after, /^controller-unsound:.*port/)).toBeUndefined();
    const port = after.ports.find((p) => p.name === 'Panel')!;
    expect(after.charging.solar!.panelPortId).toEqual(setTo(port.id));
    expect(after.circuits.map((c) => c.portId)).not.toContain(port.id);
  });

  it('is given another inlet than the one the charger is plugged into', () => {
    const b = soundBase('Two ways in', 'battery-lfp-20', 'holder-inline-blade');
    b.port('inlet-sae', 'left', 'Charge');
    b.set('charging/solar', solar({}));
    const labels = cures(b.box, /^controller-unsound:.*port/).map((r) => r.label);
    expect(labels.length).toBeGreaterThan(0);
    expect(labels.join()).not.toMatch(/2-pin shrouded charge/);
  });

  test('one without a fuse straight on a strong battery is moved behind the main fuse', () => {
    const box = applyEdits(withPanel({ fuse: NONE, from: setTo({ at: 'post', pack: null }) }, 'battery-lfp-100'), [
      set('feeds/main/holderPartId', 'holder-post'),
      set(
        'parts/holder-post',
        STARTER_CATALOGUE.find((p) => p.id === 'holder-post')!
      )
    ]);
    const key = /^controller-unsound:.*fuse/;
    expect(found(box, key)?.severity).toBe('stop');
    const [first] = cures(box, key);
    expect(first!.label).toMatch(/lead of the solar controller from behind the main fuse/);
    expect(found(applyEdits(box, first!.edits), key)).toBeUndefined();
  });
});

describe('lead-acid in a tight case that the sun charges', () => {
  const key = /^lead-acid-sealed-charge/;
  const agm = (over: Partial<Solar>) => withPanel(over, 'battery-agm-7');

  it('says on the button that the panel is given up', () => {
    const box = agm({ duringOuting: true });
    const labels = cures(box, key).map((r) => r.label);
    expect(labels[0]).toMatch(/no panel|No panel/i);
    expect(applyEdits(box, cures(box, key)[0]!.edits).charging.solar!.duringOuting).toBe(false);
  });

  it('names lid and panel where both have to be given up', () => {
    const box = applyEdits(agm({ duringOuting: true }), [set('charging/path', setTo('through-port'))]);
    expect(cures(box, key)[0]!.label).toBe('Charge with the lid open, always, and no panel');
    const without = applyEdits(box, [set('charging/solar', null)]);
    expect(cures(without, key)[0]!.label).toBe('Charge with the lid open, always');
  });

  it('offers a battery that gives off no gas where it does not freeze', () => {
    const warm = applyEdits(agm({ duringOuting: true }), [set('outing/airC', 15), set('charging/coldestC', AUTO)]);
    expect(
      cures(warm, key)
        .map((r) => r.label)
        .join()
    ).toMatch(/LiFePO4/);
    const frost = applyEdits(agm({ duringOuting: true }), [set('outing/airC', -8)]);
    expect(
      cures(frost, key)
        .map((r) => r.label)
        .join()
    ).not.toMatch(/LiFePO4/);
  });
});

test('several that charge at once are named, and only those that are there', () => {
  const box = applyEdits(
    withPanel({ panelW: 100, maxPowerV: 18, controller: 'pwm', duringOuting: true }, 'battery-agm-7'),
    [set('charging/chargerA', setTo(3)), set('charging/path', setTo('lid-open'))]
  );
  const both = found(box, /^charge-current/)!;
  expect(both.title).toMatch(/^The charger and the sun on the outing together give \d/);
  const sun = applyEdits(box, [set('charging/path', NONE)]);
  expect(found(sun, /^charge-current/)!.title).toMatch(/^The sun on the outing gives \d+\.\d A: that is too strong$/);
});

test('a feed with its own lead: two thin wires left to Haversack become one', () => {
  const b = soundBase('Outside', 'battery-lfp-100', 'holder-midi');
  const inlet = b.port('genderless-30', 'left', 'In');
  b.edit(...removeCircuit(b.box, inlet.circuitId));
  b.set('bank/stands', 'outside')
    .set('feeds/main/wayIn', setTo('connector'))
    .set('feeds/main/throughPortId', setTo(inlet.portId));
  b.set('feeds/main/lead', { lengthMm: 3000, wire: awg('6'), wireCount: 1 });
  b.set('feeds/main/fuse', setTo(80)).set('feeds/main/wire', awg('10')).set('feeds/main/wireCount', 2);
  b.set('feeds/main/fuseFromStartMm', setTo(3100));
  const lamp = b.port('circular-12', 'front', 'Lamp');
  b.device('lamp-strip', { name: 'Lamp', portId: lamp.portId, modes: on(6), spans: span(8, 12) });
  const plan = planOf(b.box);
  const exceeds = plan.findings.find((f) => f.id === 'main-fuse-exceeds')!;
  const moves = movesFor({ box: b.box, catalogue: STARTER_CATALOGUE, plan }, exceeds);
  for (const label of [/let Haversack choose fuse and wire/, /^Post fuse holder/]) {
    const after = applyEdits(b.box, moves.find((m) => label.test(m.label))!.edits);
    expect(after.feeds[0], String(label)).toMatchObject({ wire: AUTO, wireCount: 1 });
  }
  const sound = makeSound(b.box, STARTER_CATALOGUE, 'stops');
  expect(sound.inTheWay).toEqual([]);
  const after = applyEdits(
    b.box,
    sound.changes.flatMap((c) => c.edits)
  );
  expect(planOf(after).findings.filter((f) => f.severity === 'stop')).toEqual([]);
});
