import type { Box } from '../src/box/schema.ts';
import { demoBoxes } from '../src/demo/boxes.ts';

/** Every demo box by its name, for tests that hold of each. */
export const DEMO_BOXES: [string, Box][] = demoBoxes().map((box) => [box.name, box]);
