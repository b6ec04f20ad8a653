import type { Box } from '../box/schema.ts';
import { CARRY_LIMIT_KG } from '../kit/carry.ts';
import type { Merits } from './assess.ts';

/** What a design may weigh and cost at most, and how sure it must be at least. */
export type Limits = { mostKg: number; mostAmount: number; leastChance: number };

/** The limits of a box: what is said of carrying and money on Outing, and the wishes, whichever is closer. */
export const limitsOf = ({ outing, wishes }: Pick<Box, 'outing' | 'wishes'>): Limits => ({
  mostKg: Math.min(CARRY_LIMIT_KG[outing.carry], wishes.mostKg ?? Infinity),
  mostAmount: Math.min(outing.budgetAmount ?? Infinity, wishes.mostAmount ?? Infinity),
  leastChance: wishes.leastChanceFraction
});

/** Whether merits keep every limit; money is judged as the strip judges it. */
export function keepsLimits(box: Pick<Box, 'outing' | 'wishes'>, m: Merits): boolean {
  const l = limitsOf(box);
  return m.massKg <= l.mostKg && m.priceAmount <= l.mostAmount && m.chanceFraction >= l.leastChance;
}

export const withinLimits = <T extends { merits: Merits }>(
  box: Pick<Box, 'outing' | 'wishes'>,
  all: readonly T[]
): T[] => all.filter((d) => keepsLimits(box, d.merits));
