import { STARTER_BATTERIES, STARTER_CASES } from './starter-batteries-cases.ts';
import { STARTER_DEVICES } from './starter-devices.ts';
import { STARTER_INSIDE } from './starter-inside.ts';
import { STARTER_PANEL } from './starter-panel.ts';
import type { Catalogue } from './part.ts';

/** The generic parts that ship with Haversack. No maker's names: sizes and ratings are the usual ones. */
export const STARTER_CATALOGUE: Catalogue = [
  ...STARTER_BATTERIES,
  ...STARTER_CASES,
  ...STARTER_PANEL,
  ...STARTER_INSIDE,
  ...STARTER_DEVICES
];
