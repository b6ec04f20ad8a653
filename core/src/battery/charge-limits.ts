import type { KnownChemistry } from '../catalogue/part.ts';
import { CHEMISTRY } from './chemistry.ts';

/**
 * Current that cells of a kind like to be charged with and the most they bear, A; what the label allows limits both.
 * @param part ampere-hours of what is charged together, and the label's figure for it; null where it has none
 * @source electrical reference 6, rates by chemistry
 */
export function chargeLimits(
  chemistry: KnownChemistry,
  part: { capacityAh: number; labelA: number | null }
): { wantedA: number; mostA: number } {
  const { chargeRecommendedRate, chargeMaxRate } = CHEMISTRY[chemistry];
  const labelA = part.labelA ?? Infinity;
  return {
    wantedA: Math.min(chargeRecommendedRate * part.capacityAh, labelA),
    mostA: Math.min(chargeMaxRate * part.capacityAh, labelA)
  };
}

/** The same of all packs of a bank together. */
export const bankChargeLimits = (bank: {
  chemistry: KnownChemistry;
  ratedAh: number;
  count: number;
  part: { maxChargeA: number | null };
}): { wantedA: number; mostA: number } =>
  chargeLimits(bank.chemistry, {
    capacityAh: bank.ratedAh,
    labelA: bank.part.maxChargeA === null ? null : bank.part.maxChargeA * bank.count
  });
