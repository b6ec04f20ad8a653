import type { KnownChemistry } from '../catalogue/part.ts';
import { sagMilliOhm } from './model.ts';
import type { PackGroup } from './pack-group.ts';

type Packs = {
  chemistry: KnownChemistry;
  part: { capacityAh: number };
  groups: readonly Pick<PackGroup, 'count' | 'resistanceFactor'>[];
};

/**
 * Resistance of a bank under load, its packs side by side, each as old as it is, milliohm.
 * @param tempC of the battery; @param socFraction how full it is, 0-1
 * @source electrical reference 6: resistance by temperature, charge and age
 */
export function bankMilliOhm({ chemistry, part, groups }: Packs, tempC: number, socFraction: number): number {
  const newMilliOhm = sagMilliOhm(chemistry, part.capacityAh, tempC, socFraction);
  return newMilliOhm / groups.reduce((sum, g) => sum + g.count / g.resistanceFactor, 0);
}

/** The same where least may flow: with a changeover the oldest of its packs stands alone. */
export function weakestMilliOhm(b: Packs, isChangeover: boolean, tempC: number, socFraction: number): number {
  if (!isChangeover) return bankMilliOhm(b, tempC, socFraction);
  const worst = Math.max(...b.groups.map((g) => g.resistanceFactor));
  return sagMilliOhm(b.chemistry, b.part.capacityAh, tempC, socFraction) * worst;
}
