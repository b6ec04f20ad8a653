/** Where a number in a working comes from. */
export type Origin = 'entered' | 'automatic' | 'part' | 'table' | 'assumed' | 'computed';

/**
 * What a line does to the running figure, top to bottom from nought: added, multiplied, divided, kept from falling below,
 * rounded up to the next so much. A choice among standard sizes has other lines: what the size must carry, what it should
 * reach, what it may not pass, and the sizes there are. 'given' lines explain and take no part.
 */
export type Op = 'given' | '+' | '×' | '÷' | 'at least' | 'up to next' | 'carry' | 'prefer' | 'most' | 'sizes' | 'set';

export type WorkingLine = {
  op: Op;
  label: string;
  /** Already rounded for reading; the unit stands apart. */
  value: string;
  unit: string;
  origin: Origin;
  /** Where the figure comes from, in a few words. */
  source: string;
};

/**
 * The open arithmetic behind one figure: formula in words, this box's values, and where each comes from. Redoing the lines
 * by their signs gives the result; a property of the tests.
 */
export type Working = {
  id: string;
  title: string;
  formula: string;
  lines: WorkingLine[];
  result: { value: string; unit: string };
};

export const line = (
  label: string,
  value: string,
  unit: string,
  origin: Origin,
  source: string,
  op: Op = 'given'
): WorkingLine => ({
  op,
  label,
  value,
  unit,
  origin,
  source
});
