import { applyEdits } from '../src/box/edits.ts';
import type { Box, Bracket } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate } from '../src/evaluate.ts';

export const ARM: Bracket = {
  id: 'k9',
  name: 'Arm',
  face: 'back',
  xMm: 120,
  yMm: 90,
  fixing: 'suction',
  acrossMm: 80,
  loadKg: 0.2,
  leverMm: 60
};

/** What the plan says of one more bracket on a box: a small arm on a cup at the back, where nothing else is said. */
export const bracketOn = (box: Box, over: Partial<Bracket> = {}) =>
  evaluate(
    applyEdits(box, [{ op: 'add', path: 'brackets', value: { ...ARM, ...over } }]),
    STARTER_CATALOGUE
  ).brackets.at(-1)!;
