import type { Box } from '../src/box/schema.ts';
import { canalNightBankBox, fellRaceRadioPost, saltmarshHideBox } from '../src/demo/boxes.ts';
import { jettyNetBox, moorCameraPost } from '../src/demo/wired.ts';

/** Every demo box by its name, for tests that hold of each. */
export const DEMO_BOXES: [string, Box][] = [
  saltmarshHideBox(),
  fellRaceRadioPost(),
  canalNightBankBox(),
  moorCameraPost(),
  jettyNetBox()
].map((box) => [box.name, box]);
