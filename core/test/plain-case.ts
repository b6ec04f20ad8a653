import type { PartOf } from '../src/catalogue/part.ts';
import { starter } from '../src/demo/builder.ts';

/** A plain block of a case, nothing in its walls: whatever is told comes from what is put in. @param sizeMm length, width and depth */
export const plainCase = (
  [lengthMm, widthMm, depthMm]: readonly [number, number, number],
  over: Partial<PartOf<'case'>> = {}
): PartOf<'case'> => ({
  ...starter('case', 'case-hard-large'),
  id: 'plain-case',
  material: 'ABS',
  floorLengthMm: lengthMm,
  floorWidthMm: widthMm,
  rimLengthMm: lengthMm,
  rimWidthMm: widthMm,
  depthMm,
  wallMm: 3,
  faceWallMm: {},
  cornerRadiusMm: 0,
  floorFilletMm: 0,
  skirtMm: 0,
  trayBelowRimMm: 0,
  handleAt: null,
  zones: [],
  ...over
});
