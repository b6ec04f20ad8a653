import { describe, expect, it, test } from 'vitest';
import { applyEdits } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate } from '../src/evaluate.ts';
import { proven } from '../src/remedy/prove.ts';
import { on, soundBase, span } from './small-boxes.ts';

/** One socket takes one plug. */
function shared(partId: string, spans: [number, number][]): Box {
  const b = soundBase('Shared', 'battery-lfp-7', 'holder-inline-blade');
  const p = b.port(partId, 'front', 'Both');
  const device = partId.startsWith('usb') ? 'phone-usb-a' : 'lamp-strip';
  spans.forEach(([from, to], i) =>
    b.device(device, { name: `Lamp ${i + 1}`, portId: p.portId, modes: on(4), spans: span(from, to) })
  );
  return b.box;
}
const told = (box: Box) => evaluate(box, STARTER_CATALOGUE).findings.filter((f) => f.id === 'one-plug');

describe('two devices at one socket', () => {
  it.each(['socket-12v-capped', 'circular-16', 'genderless-30'])('are told where they run together: %s', (part) => {
    const [f] = told(
      shared(part, [
        [8, 11],
        [10, 12]
      ])
    );
    expect(f).toMatchObject({ severity: 'note', title: 'Lamp 1 and Lamp 2 both want P1' });
    expect(f!.why).toMatch(/^From 10:00 on/);
  });

  it('are no matter where they take turns, one ending as the other begins', () => {
    expect(
      told(
        shared('socket-12v-capped', [
          [8, 10],
          [10, 12]
        ])
      )
    ).toEqual([]);
    expect(told(shared('socket-12v-capped', [[8, 12]]))).toEqual([]);
  });

  it.each(['usb-a-twin', 'binding-posts'])('are no matter where two go in: %s', (part) => {
    expect(
      told(
        shared(part, [
          [8, 12],
          [8, 12]
        ])
      )
    ).toEqual([]);
  });

  test('of three the first two that meet are named', () => {
    const [f] = told(
      shared('socket-12v-capped', [
        [8, 9],
        [9, 12],
        [11, 12]
      ])
    );
    expect(f).toMatchObject({ title: 'Lamp 2 and Lamp 3 both want P1', figures: { atH: 11, deviceCount: 3 } });
  });

  test('a port of its own cures it, by one press', () => {
    const box = shared('circular-16', [
      [8, 11],
      [10, 12]
    ]);
    const plan = evaluate(box, STARTER_CATALOGUE);
    const cures = proven({ box, catalogue: STARTER_CATALOGUE, plan }, told(box)[0]!);
    expect(cures.length).toBeGreaterThan(0);
    for (const cure of cures) {
      const after = applyEdits(box, cure.edits);
      expect(told(after)).toEqual([]);
      expect(after.devices[1]!.portId).not.toBe(box.devices[1]!.portId);
    }
  });
});
