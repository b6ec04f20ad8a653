import type { Edit } from '../box/edits.ts';
import type { Face } from '../catalogue/part.ts';

/** Puts a port at a place of its face, or of another one. */
export const movePort = (portId: string, at: { xMm: number; yMm: number }, face?: Face): Edit[] => [
  ...(face ? [{ op: 'set', path: `ports/${portId}/face`, value: face } as const] : []),
  { op: 'set', path: `ports/${portId}/xMm`, value: at.xMm },
  { op: 'set', path: `ports/${portId}/yMm`, value: at.yMm }
];
