import type { Box } from '../box/schema.ts';
import type { Conductor } from './netlist.ts';

/** Colours of positive and return, by the person's choice; signs stand beside them everywhere. */
export const POLE_COLOURS: Record<Box['preferences']['colours'], { positive: string; negative: string }> = {
  'red-black': { positive: 'red', negative: 'black' },
  'brown-blue': { positive: 'brown', negative: 'blue' }
};

/** Colour of one lead with its sign, as every paper says it. */
export function colourText(box: Pick<Box, 'preferences'>, c: Pick<Conductor, 'polarity'>): string {
  const colours = POLE_COLOURS[box.preferences.colours];
  if (c.polarity === 'sense') return 'twisted pair';
  return c.polarity === 'positive' ? `${colours.positive} (+)` : `${colours.negative} (−)`;
}
