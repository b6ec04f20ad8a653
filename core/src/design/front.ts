import type { Merits } from './assess.ts';

/** What is compared, and which way is better. */
export const AIMS = ['priceAmount', 'toBuyAmount', 'massKg', 'volumeL', 'chanceFraction'] as const;
export type Aim = (typeof AIMS)[number];

/** Differences below these are none: nobody chooses by them. */
const STEP: Record<Aim, number> = {
  priceAmount: 0.5,
  toBuyAmount: 0.5,
  massKg: 0.01,
  volumeL: 0.01,
  chanceFraction: 0.005
};

/** A merit as a figure of which less is better, in whole steps. */
const inSteps = (m: Merits, aim: Aim): number => Math.round((aim === 'chanceFraction' ? -m[aim] : m[aim]) / STEP[aim]);

/** At least as good in everything. */
export const asGood = (a: Merits, b: Merits): boolean => AIMS.every((aim) => inSteps(a, aim) <= inSteps(b, aim));

/** As good in everything and better in something. */
export const dominates = (a: Merits, b: Merits): boolean =>
  asGood(a, b) && AIMS.some((aim) => inSteps(a, aim) < inSteps(b, aim));

/** Those that nothing else beats; of equals the first. */
export function front<T extends { merits: Merits }>(all: readonly T[]): T[] {
  return all.filter(
    (one, i) =>
      !all.some(
        (other, j) => j !== i && (dominates(other.merits, one.merits) || (j < i && asGood(other.merits, one.merits)))
      )
  );
}
