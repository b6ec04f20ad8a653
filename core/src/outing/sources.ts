import { CHEMISTRY, type ChemistryData } from '../battery/chemistry.ts';
import { capacityFactor, openCircuitV, resistanceFactor, sagGrowth } from '../battery/model.ts';
import type { PackGroup } from '../battery/pack-group.ts';

/** One group as it stands in the run. */
export type PackState = PackGroup & {
  data: ChemistryData;
  soc: number;
  /** Share of its capacity that the present temperature leaves; 0 before the first. */
  factor: number;
  /** At the present temperature: charge lost per ampere-second of one pack, and k/C with cold in it. */
  perAs: number;
  resistanceK: number;
  openV: number;
  ohm: number;
  /** Present current of one pack, discharge positive. */
  packA: number;
  spent: boolean;
};

export const stateOf = (group: PackGroup): PackState => ({
  ...group,
  data: CHEMISTRY[group.chemistry],
  soc: group.startFraction,
  factor: 0,
  perAs: 0,
  resistanceK: 0,
  openV: 0,
  ohm: 0,
  packA: 0,
  spent: false
});

/**
 * Another temperature: the charge that was drawn stays drawn, what is left of the smaller or larger capacity follows from it.
 * Cold raises the floor, warmth gives it back.
 */
export function setTemperature(p: PackState, tempC: number): void {
  const factor = capacityFactor(p.chemistry, tempC);
  if (p.factor > 0 && p.factor !== factor) p.soc = 1 - ((1 - p.soc) * p.factor) / factor;
  p.factor = factor;
  p.perAs = 1 / (3600 * p.capacityAh * p.healthFraction * factor);
  p.resistanceK = (p.data.sagKMilliOhmAh / p.capacityAh) * resistanceFactor(p.chemistry, tempC) * p.resistanceFactor;
}

/** Open voltage and resistance at the present charge. @source electrical reference 5 and 6 */
export function refresh(p: PackState): void {
  p.openV = openCircuitV(p.chemistry, p.soc);
  p.ohm = (p.resistanceK * sagGrowth(p.data, p.soc) + p.data.sagFixedMilliOhm * p.resistanceFactor) / 1000 + p.linkOhm;
}

/** The connected groups as one source: voltage behind a resistance. @source two sources in parallel, electrical reference 6 */
export function together(groups: readonly PackState[], active: number | undefined): { openV: number; ohm: number } {
  if (active !== undefined) {
    const p = groups[active]!;
    return { openV: p.openV, ohm: p.ohm / p.count };
  }
  if (groups.length === 1) return { openV: groups[0]!.openV, ohm: groups[0]!.ohm / groups[0]!.count };
  let g = 0;
  let eg = 0;
  for (const p of groups) {
    g += p.count / p.ohm;
    eg += (p.openV * p.count) / p.ohm;
  }
  return { openV: eg / g, ohm: 1 / g };
}

/** Where the charge current starts to fall, and its tail, share of capacity. @source electrical reference 6 */
export const TAPER = {
  lithium: { socFraction: 0.96, tailShare: 0.05 },
  lead: { socFraction: 0.8, tailShare: 0.02 }
} as const;
export const taperOf = (data: ChemistryData): (typeof TAPER)['lithium' | 'lead'] =>
  data.isLithium ? TAPER.lithium : TAPER.lead;

/**
 * Charge current a battery takes, share of capacity per hour: the most it may, falling to the tail as it fills.
 * Lithium below its charging temperature takes none.
 * @source electrical reference 6
 */
export function acceptedShare(data: ChemistryData, soc: number, tempC: number): number {
  if (soc >= 1 || (data.isLithium && tempC < data.chargeMinC)) return 0;
  const { socFraction, tailShare } = taperOf(data);
  const share = soc <= socFraction ? 0 : (soc - socFraction) / (1 - socFraction);
  return data.chargeMaxRate + share * (tailShare - data.chargeMaxRate);
}

/** Most charge current the connected packs take now, A. */
export function acceptedA(groups: readonly PackState[], active: number | undefined, tempC: number): number {
  let sum = 0;
  groups.forEach((p, i) => {
    if (active === undefined || i === active) sum += p.count * p.capacityAh * acceptedShare(p.data, p.soc, tempC);
  });
  return sum;
}

/** Moves the charge of one group through a step. @source electrical reference 8, step 7; coulombic efficiency when charging */
export function advance(p: PackState, stepS: number): void {
  const a = p.packA;
  if (a >= 0)
    p.soc -= a * Math.max(1, (a * p.data.hourRateH) / p.capacityAh) ** (p.data.peukertExponent - 1) * stepS * p.perAs;
  else p.soc = Math.min(1, p.soc - a * p.data.coulombicFraction * stepS * p.perAs);
}

/** Charge left over all groups, by capacity. */
export function meanSoc(groups: readonly PackState[]): number {
  if (groups.length === 1) return groups[0]!.soc;
  let ah = 0;
  let left = 0;
  for (const p of groups) {
    const full = p.capacityAh * p.count * p.healthFraction;
    ah += full;
    left += full * p.soc;
  }
  return left / ah;
}
