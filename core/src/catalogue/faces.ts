/** The faces of a case, in the order people name them. */
export const FACES = ['front', 'back', 'left', 'right', 'lid', 'floor'] as const;
export type Face = (typeof FACES)[number];
