import { WORST_OF_PLACE } from './elements.ts';
import type { Finding } from './rule.ts';

/** Highest marks against jets and under water together. @source IEC 60529: 6 and 8 are the highest that the catalogue holds */
const MOST_MARKS = 14;

/**
 * Rules that say the same thing of the same place in several ways: which of them speaks, or which of several elements it names,
 * differs from one box to another that is nearly the same; that it is wrong there does not.
 */
const MATTER: Readonly<Record<string, string>> = {
  'runtime-short': 'too few hours',
  'power-limit': 'too few hours',
  ...Object.fromEntries(WORST_OF_PLACE.map((id) => [id, id]))
};

/** What a finding is about, by name: the same in two plans where the same is wrong at the same place. */
export const matterOf = (f: Pick<Finding, 'id' | 'key' | 'where'>): string => {
  const matter = MATTER[f.id];
  return matter === undefined ? f.key : `${matter} at ${f.where.kind} ${f.where.id}`;
};

/** Of two findings of one matter and one severity the worse has more of this: 0 to 1; 0 for what knows no degrees. */
export const degreeOf = (f: Pick<Finding, 'id' | 'figures'>): number =>
  f.id === 'ip-weakest' ? 1 - ((f.figures.jetMark ?? 0) + (f.figures.dunkMark ?? 0)) / MOST_MARKS : 0;
