import type { Part } from '../catalogue/part.ts';
import { CHEMISTRY, usedKind } from './chemistry.ts';

/** Nominal voltage of a battery part by its chemistry, V; undefined for other parts. */
export const nominalVOf = (part: Part): number | undefined =>
  part.kind === 'battery' ? CHEMISTRY[usedKind(part.chemistry)].nominalV : undefined;
