import { AUTO } from '../box/attr.ts';

/**
 * What an unknown attribute plausibly is. 'heat' is the end that is worst for heat and drop, 'short' the one that is worst
 * for a short (thick and near), 'best' the one at which it does no harm; values between lie between.
 */
export type Range = {
  path: string;
  heat: unknown;
  short: unknown;
  best: unknown;
  /** Another end that may be the best one: insulation of a low class starts cooler into a short, far wire weakens it. */
  otherBest?: unknown;
  /** Values to try, the ends with them. */
  values: readonly unknown[];
  /** Rules that hang on it, by name; any when it is left out. */
  rules?: RegExp;
};

export const range = (
  path: string,
  values: readonly unknown[],
  heat: unknown,
  short: unknown,
  best: unknown = AUTO
): Range => ({
  path,
  values,
  heat,
  short,
  best
});
