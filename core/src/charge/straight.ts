import type { Box } from '../box/schema.ts';

/** What may be joined straight to the battery, with nothing that limits the current. */
const STRAIGHT = { 'vehicle-direct': 'vehicle', 'battery-direct': 'other-battery' } as const;

/** Charged where the box is used and as cold as that; what nobody said counts as a room, and as both ends of what it may be. */
export const fedOutside = ({ charging }: Pick<Box, 'charging'>): boolean =>
  charging.fedFrom !== 'mains' && charging.fedFrom !== 'unknown';

/** What it is charged from with no charger in between; undefined where one limits amps and volts, or nothing charges it. */
export const chargedStraight = ({ charging }: Pick<Box, 'charging'>): 'vehicle' | 'other-battery' | undefined =>
  charging.path.is === 'none' || !(charging.fedFrom in STRAIGHT)
    ? undefined
    : STRAIGHT[charging.fedFrom as keyof typeof STRAIGHT];
