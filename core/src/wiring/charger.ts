import type { Bank } from '../battery/bank.ts';
import { CHEMISTRY } from '../battery/chemistry.ts';
import { partOf, valueOf } from '../box/lookup.ts';
import { chargePortId } from '../box/plugged.ts';
import type { Box } from '../box/schema.ts';
import { BEARS, usualFuseA } from './fuse.ts';

/** Charge current taken while none is named, share of capacity per hour. @source electrical reference 6, recommended rates */
const CHARGE_RATE = { lithium: 0.25, lead: 0.15 };

/** Chargers that are sold, A. @source common ratings of small 12 V chargers */
const SOLD_A = [1, 2, 3, 4, 5, 6, 8, 10, 12, 15, 20, 25, 30, 40];
/** The largest that is sold and no stronger. */
const soldA = (amps: number): number => SOLD_A.findLast((a) => a <= amps + 1e-9) ?? SOLD_A[0]!;
/** The largest that a way in bears for good: its contacts, and behind the fuse that carries so much. */
export const soldForInletA = (amps: number, ratingA: number): number =>
  SOLD_A.findLast((a) => a <= Math.min(amps, BEARS.contact * ratingA) + 1e-9 && usualFuseA(a) <= ratingA) ?? SOLD_A[0]!;

/** The usual charger for a bank, within 80 % of what it is plugged into bears; undefined without a bank. */
export function usualChargerA(box: Box, b: Bank | undefined): number | undefined {
  if (!b) return undefined;
  const rate = CHEMISTRY[b.chemistry].isLithium ? CHARGE_RATE.lithium : CHARGE_RATE.lead;
  const inlet = box.circuits.find((c) => c.purpose === 'charge')?.portId;
  const ways = box.ports.filter((p) => p.id === inlet || p.id === chargePortId(box));
  const ratings = ways.flatMap((p) => partOf(box, 'panel', p.partId)?.ratingA ?? []);
  const rating = ratings.length > 0 ? Math.min(...ratings) : undefined;
  return rating === undefined ? soldA(b.ratedAh * rate) : soldForInletA(b.ratedAh * rate, rating);
}

/** Charger current: named, or the usual one. */
export const chargerA = (box: Box, b: Bank | undefined): number | undefined =>
  valueOf(box.charging.chargerA, usualChargerA(box, b));
