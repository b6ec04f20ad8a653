import fc from 'fast-check';
import { expect, test } from 'vitest';
import { applyEdits } from '../src/box/edits.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox } from '../src/demo/boxes.ts';
import { evaluate } from '../src/evaluate.ts';

const canal = canalNightBankBox();
/** A motor, whose start decides, and a lamp, whose steady current does. */
const NAMES = ['Bait aerator', 'Shelter lamp'];

/** Electrical reference 4: a fuse carries at most four fifths of its rating; 1.1: nothing carries more than it may. */
test('what is chosen by itself has its margin at every load: fuse, wire and main fuse', () => {
  fc.assert(
    fc.property(fc.constantFrom(...NAMES), fc.double({ min: 0.5, max: 250, noNaN: true }), (name, powerW) => {
      const device = canal.devices.find((d) => d.name === name)!;
      const box = applyEdits(canal, [
        {
          op: 'set',
          path: `devices/${device.id}/modes`,
          value: [{ id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'power', powerW } }]
        }
      ]);
      const plan = evaluate(box, STARTER_CATALOGUE);
      for (const c of plan.wiring.circuits) {
        if (c.fuseA === undefined || c.ampacityA === undefined) continue;
        expect(c.carriesA, c.tag).toBeLessThanOrEqual(0.8 * c.fuseA + 1e-9);
        expect(c.fuseA, c.tag).toBeLessThanOrEqual(c.ampacityA);
      }
      const { main } = plan.wiring;
      expect(main.loadA).toBeLessThanOrEqual(0.8 * main.fuseA! + 1e-9);
    }),
    { numRuns: 80 }
  );
});
