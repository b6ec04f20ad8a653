import type { CaseFit } from '../case/fit.ts';

export type View = 'plan' | 'front' | 'side';
type At = 'xMm' | 'yMm' | 'zMm';
type Size = 'lengthMm' | 'widthMm' | 'heightMm';

/** Which axes of the case a view shows: to the right and up on the paper, and away from the eye. */
export const VIEW_AXES: Record<
  View,
  { right: 0 | 1 | 2; up: 0 | 1 | 2; away: 0 | 1 | 2; name: string; edges: [string, string] }
> = {
  plan: { right: 0, up: 1, away: 2, name: 'Plan', edges: ['back', 'front'] },
  front: { right: 0, up: 2, away: 1, name: 'From the front', edges: ['lid', 'floor'] },
  side: { right: 1, up: 2, away: 0, name: 'From the right', edges: ['lid', 'floor'] }
};
export const AT: readonly At[] = ['xMm', 'yMm', 'zMm'];
export const SIZE: readonly Size[] = ['lengthMm', 'widthMm', 'heightMm'];

/** Inner size of the case along each axis at the rim, lid in. */
export const extentMm = (fit: CaseFit): [number, number, number] => [
  fit.part.rimLengthMm,
  fit.part.rimWidthMm,
  fit.part.depthMm + fit.part.lidDepthMm
];
