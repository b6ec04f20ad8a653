import type { Box } from '../box/schema.ts';
import type { Plan } from '../evaluate.ts';
import { sunMostA } from '../judge/charge-sources.ts';
import { chargingPlan } from './charging.ts';

export type ChargeSource = { volts: number; currentA: number };
export type ChargeSources = { chargerA: number; chargerV: number; sunA: number };

/** What the charger and the panel in full sun can push into this box. */
export function chargeSources(box: Box, plan: Plan): ChargeSources {
  const charge = chargingPlan(box, plan);
  const chargerV = charge?.chargerV ?? 0;
  const { solar } = box.charging;
  return {
    chargerA: charge?.chargerA ?? 0,
    chargerV,
    sunA: solar && chargerV > 0 ? sunMostA(solar, chargerV) : 0
  };
}

/** The same as a trial wants it: by the port or controller it comes in at. */
export const sourcesAt = (x: ChargeSources, ids: Iterable<string>): ReadonlyMap<string, ChargeSource> =>
  new Map(
    [...ids].flatMap((id) => {
      const currentA = id === 'SC' ? x.sunA : x.chargerA;
      return currentA > 0 ? [[id, { volts: x.chargerV, currentA }] as const] : [];
    })
  );
