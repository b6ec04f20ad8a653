import { set } from '../box/edit.ts';
import type { Edit } from '../box/edits.ts';
import type { Face } from '../catalogue/part.ts';

/** Puts a port at a place of its face, or of another one. */
export const movePort = (portId: string, at: { xMm: number; yMm: number }, face?: Face): Edit[] => [
  ...(face ? [set(`ports/${portId}/face`, face)] : []),
  set(`ports/${portId}/xMm`, at.xMm),
  set(`ports/${portId}/yMm`, at.yMm)
];
