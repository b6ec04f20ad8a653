/** Where a number in a working comes from. */
export type Origin = 'entered' | 'automatic' | 'part' | 'table' | 'assumed' | 'computed';

export type WorkingLine = {
  label: string;
  /** Already rounded for reading; the unit stands apart. */
  value: string;
  unit: string;
  origin: Origin;
  /** Where the figure comes from, in a few words. */
  source: string;
};

/** The open arithmetic behind one figure: formula in words, this box's values, and where each comes from. */
export type Working = {
  id: string;
  title: string;
  formula: string;
  lines: WorkingLine[];
  result: { value: string; unit: string };
};

export const line = (label: string, value: string, unit: string, origin: Origin, source: string): WorkingLine => ({
  label,
  value,
  unit,
  origin,
  source
});
