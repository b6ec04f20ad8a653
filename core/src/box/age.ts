/** Years since a battery was bought; 'unknown' when nobody can tell. */
export type Age = number | 'unknown';

/** What a battery of unknown age may be, years: new, in its middle, at the end of its calendar life. @source as-built reference: used packs met in the field */
export const AGES_Y = [0, 3, 8] as const;

/** Years to reckon with where one figure has to stand for it: the middle of the range. The plan shows the range beside it. */
export const yearsOf = (age: Age): number => (age === 'unknown' ? AGES_Y[1] : age);

/** Years as people write them: '3', '2.5', or a question mark. */
export const yearsText = (age: Age): string => (age === 'unknown' ? '?' : age % 1 === 0 ? String(age) : age.toFixed(1));
