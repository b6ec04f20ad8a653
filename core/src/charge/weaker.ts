import { setTo } from '../box/attr.ts';
import { set } from '../box/edit.ts';
import type { Edit } from '../box/edits.ts';
import type { Box } from '../box/schema.ts';
import { chargedStraight } from './straight.ts';

/** What is charged by a weaker charger; straight off a vehicle or another battery no figure limits anything, only a converter does. */
export function weakerCharge(
  box: Box,
  currentA: number,
  effect: string
): { label: string; effect: string; edits: Edit[] } {
  const direct = chargedStraight(box) !== undefined;
  return {
    label: direct ? `Charge through a converter of ${currentA} A` : `Charge with ${currentA} A`,
    effect: direct ? 'limits amps and volts, and lets nothing back' : effect,
    edits: [
      ...(direct ? [set('charging/fedFrom', 'vehicle-converter')] : []),
      set('charging/chargerA', setTo(currentA))
    ]
  };
}
