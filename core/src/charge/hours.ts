import type { Bank } from '../battery/bank.ts';
import { CHEMISTRY } from '../battery/chemistry.ts';
import { chargeHours } from '../battery/model.ts';
import { taperOf } from '../outing/sources.ts';

/** Lead needs longer for a true full charge than the taper says. @source electrical reference 6: 1.2-1.5 times */
const LEAD_LONGER = 1.3;
/** A pack is never charged from fuller than this. */
const MOST_FROM = 0.95;

/** From where a bank is charged, where its current starts to fall and where it counts as full. */
export function chargeProfile(b: Bank) {
  const data = CHEMISTRY[b.chemistry];
  const taper = taperOf(data);
  const tailA = taper.tailShare * b.ratedAh;
  return {
    tailA,
    longer: data.isLead ? LEAD_LONGER : 1,
    profile: {
      fromFraction: Math.min(b.keepBackFraction, MOST_FROM),
      toFraction: 1,
      tailA,
      taperSocFraction: taper.socFraction,
      coulombicFraction: data.coulombicFraction
    }
  };
}

/** Hours from what is kept back to full; undefined when the current is no more than the tail. @source electrical reference 6 */
export function hoursToFull(
  b: Bank,
  currentA: number
): { constantH: number; taperH: number; totalH: number } | undefined {
  const { tailA, longer, profile } = chargeProfile(b);
  if (currentA <= tailA) return undefined;
  const h = chargeHours(b.ratedAh * b.healthFraction, { ...profile, currentA });
  return { constantH: h.constantH, taperH: h.taperH * longer, totalH: h.constantH + h.taperH * longer };
}
