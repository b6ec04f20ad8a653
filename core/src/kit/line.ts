import type { FuseFamily, Part, PartOf } from '../catalogue/part.ts';

/** What a line is, whoever's part it is and whatever it is called; of a fuse its family and rating. */
export type What =
  | { kind: 'fuse'; family: FuseFamily; ratingA: number | null }
  | { kind: 'sundry'; use: PartOf<'sundry'>['use']; fits: string }
  | { kind: Exclude<Part['kind'], 'fuse' | 'sundry'> };

export type KitLine = {
  /** Stable name of the line, for what is owned. */
  lineId: string;
  what: What;
  group: 'power' | 'case' | 'panel' | 'wiring' | 'crimps' | 'small';
  name: string;
  /** What one box takes, in pieces or metres. */
  perBox: number;
  unit: 'pc' | 'm';
  /** For all boxes, less what is owned. */
  toBuy: number;
  /** What one packet of the price list holds, pieces or metres. */
  perPack: number;
  packText: string;
  packs: number;
  packPrice: number | null;
  cost: number;
  note: string;
};
