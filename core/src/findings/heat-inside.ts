import type { Laid } from '../wiring/sizing.ts';

/** Cause of what the air inside does by itself: a wire without an ampere to spare, tabs that are too warm before anything runs. */
export const HEAT_INSIDE = 'heat inside';

/** The air alone is as hot as the insulation bears: no wire, however thick, carries anything there. */
export const tooHotFor = (laid: Laid): boolean => laid.ambientC >= laid.insulationC;
