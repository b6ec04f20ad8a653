import type { KitLine } from '@haversack/core/kit/kit';

export const GROUPS: Record<KitLine['group'], string> = {
  power: 'Battery',
  case: 'Case and what goes in',
  panel: 'Panel',
  wiring: 'Wiring',
  crimps: 'Crimps and sleeves',
  small: 'Small things'
};
/** What may be typed behind a number of metres, or of pieces. */
export const METRES = { m: 1, metre: 1, metres: 1, cm: 0.01, mm: 0.001, ft: 0.3048, in: 0.0254 };
export const PIECES = { pc: 1, pcs: 1, piece: 1, pieces: 1 };
