import type { KnownChemistry } from '../catalogue/part.ts';

/** Packs that are alike: same model, age and charge. */
export type PackGroup = {
  chemistry: KnownChemistry;
  /** Rated, of one pack. */
  capacityAh: number;
  count: number;
  healthFraction: number;
  /** Against the usual for its kind: 1, or a draw from its spread. */
  resistanceFactor: number;
  /** Fuse, link and leads of one pack up to where they join, ohm. */
  linkOhm: number;
  startFraction: number;
};
