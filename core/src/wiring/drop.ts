/** One stretch of the way to a plug and back: its resistance and what flows through it. */
export type DropPiece = {
  what: string;
  kind: 'wire' | 'fuse' | 'crimps' | 'switches' | 'contacts' | 'return' | 'shared';
  milliOhm: number;
  currentA: number;
  entered: boolean;
  /** Feed or circuit whose wire it is; null where it is none, or no single one. */
  wireOf: string | null;
};

/** What a piece loses, V. */
export const lostV = (p: DropPiece): number => (p.currentA * p.milliOhm) / 1000;
