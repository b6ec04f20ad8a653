import { describe, expect, test } from 'vitest';
import { applyEdits } from '../src/box/edits.ts';
import { removalOf, type Removable } from '../src/box/removal.ts';
import { boxSchema, type Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { DEMO_BOXES } from './boxes.ts';
import { evaluate } from './evaluated.ts';

const without = (box: Box, ...things: Removable[]): Box => applyEdits(box, removalOf(box, things));

/** Everything of a box that can be chosen in a drawing. */
function removables(box: Box): Removable[] {
  const plan = evaluate(box, STARTER_CATALOGUE);
  return [
    ...box.devices.map((d): Removable => ({ kind: 'device', id: d.id })),
    ...box.ports.map((p): Removable => ({ kind: 'port', id: p.id })),
    ...box.circuits.map((c): Removable => ({ kind: 'circuit', id: c.id })),
    ...(plan.fit?.bodies ?? []).map((b): Removable => ({ kind: 'body', id: b.id }))
  ];
}

describe('taking things out', () => {
  test.each(DEMO_BOXES)('each thing of %s can be taken out, and what is left is a valid box with a plan', (_, box) => {
    for (const thing of removables(box)) {
      const left = without(box, thing);
      expect(left, `${thing.kind} ${thing.id}`).not.toEqual(box);
      expect(boxSchema.safeParse(left).success, `${thing.kind} ${thing.id}`).toBe(true);
      const plan = evaluate(left, STARTER_CATALOGUE);
      if (thing.kind === 'body')
        expect(plan.fit!.bodies.length).toBe(evaluate(box, STARTER_CATALOGUE).fit!.bodies.length - 1);
      else expect(JSON.stringify([left.devices, left.ports, left.circuits])).not.toContain(`"id":"${thing.id}"`);
    }
  });

  test.each(DEMO_BOXES)('everything of %s at once leaves an empty case', (_, box) => {
    const left = without(box, ...removables(box).reverse());
    expect([left.devices, left.ports, left.circuits, left.bodies].map((l) => l.length)).toEqual([0, 0, 0, 0]);
    // a battery that stands outside is no thing of the case
    if (box.bank.stands === 'inside') expect(left.bank.partId).toBeNull();
    expect(boxSchema.safeParse(left).success).toBe(true);
  });

  test('the middle one of three packs goes, its age and place with it, the third moves up', () => {
    const [, hide] = DEMO_BOXES[0]!;
    const at = (xMm: number) => ({ xMm, yMm: 1, zMm: 1, turn: 'lwh' as const });
    const pack = (ageYears: number) => ({ ageYears, startFraction: 1 });
    const box: Box = {
      ...hide,
      bank: { ...hide.bank, count: 3, packs: [pack(1), pack(2), pack(3)] },
      placements: { 'battery-1': at(10), 'battery-2': at(20), 'battery-3': at(30) }
    };
    const left = without(box, { kind: 'body', id: 'battery-2' });
    expect(left.bank.count).toBe(2);
    expect(left.bank.packs.map((p) => p.ageYears)).toEqual([1, 3]);
    expect(left.placements).toEqual({ 'battery-1': at(10), 'battery-2': at(30) });
    // the last one leaves no place behind
    expect(without(box, { kind: 'body', id: 'battery-3' }).placements).toEqual({
      'battery-1': at(10),
      'battery-2': at(20)
    });
  });

  test('what is not there is passed over', () => {
    const [, hide] = DEMO_BOXES[0]!;
    expect(
      removalOf(hide, [
        { kind: 'device', id: 'nobody' },
        { kind: 'body', id: 'battery-9' }
      ])
    ).toEqual([]);
    const port = hide.circuits[0]!.portId;
    const both = removalOf(hide, [
      { kind: 'port', id: port },
      { kind: 'circuit', id: hide.circuits[0]!.id }
    ]);
    expect(both).toEqual(removalOf(hide, [{ kind: 'port', id: port }]));
  });
});
