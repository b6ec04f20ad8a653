import { AUTO } from '../box/attr.ts';
import { FIRST_VARIANT } from '../box/variant-names.ts';
import { emptyBox } from '../box/empty.ts';
import type { Box } from '../box/schema.ts';

/** A box of its own from a document: a fresh start on the bench, no variants. */
export const boxOfItsOwn = (box: Box, name: string): Box => ({
  ...box,
  name,
  variant: { ...FIRST_VARIANT },
  bench: emptyBox(name).bench,
  checkedPaths: []
});

/**
 * The same box without what was measured, found or learnt on this one: structure, parts and wiring stay, draws fall back to
 * guesses, nothing is ticked, checked, accepted or owned.
 */
export function blankFrom(box: Box, name: string): Box {
  return {
    ...boxOfItsOwn(box, name),
    notes: '',
    devices: box.devices.map((d) => ({
      ...d,
      source: 'guess',
      sourceNote: '',
      learnt: null,
      claims: []
    })),
    bank: { ...box.bank, ageYears: 0, startFraction: 1, packs: [], learnt: null },
    charging: {
      ...box.charging,
      solar: box.charging.solar && { ...box.charging.solar, learnt: null }
    },
    dry: { ...box.dry, gelSince: null },
    ports: box.ports.map((p) => ({ ...p, drilledMm: null, contactMilliOhm: null, tabs: AUTO, sealedBy: AUTO })),
    // vents are built again, faults are not
    openings: box.openings.filter((o) => o.kind === 'vents'),
    kit: { ...box.kit, owned: [] },
    accepted: []
  };
}
