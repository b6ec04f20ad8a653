import { LEAST, type KnownChemistry, type PartOf } from '../catalogue/part.ts';

type Known = Pick<PartOf<'battery'>, 'capacityAh' | 'massKg' | 'notKnown'>;

/** No lead battery reaches this, and no lithium pack with its case falls so low, Wh per kg. @source electrical reference 8: 25 to 48 for lead, 80 and more for lithium */
const LEAD_MOST = 60;
const LITHIUM_LEAST = 55;

/** What nobody knows of a battery; a mass of nothing was never weighed. */
export const missingFigures = (part: Pick<Known, 'massKg' | 'notKnown'>): Known['notKnown'] =>
  part.massKg < LEAST && !part.notKnown.includes('mass') ? [...part.notKnown, 'mass'] : part.notKnown;

/** Watt-hours per kilogram at 12 V; undefined while capacity or mass is not known. */
export function whPerKg(part: Known): number | undefined {
  const missing = missingFigures(part);
  return missing.includes('capacity') || missing.includes('mass') ? undefined : (part.capacityAh * 12) / part.massKg;
}

/** What a battery of unknown chemistry can be by its weight, and why in a few words. */
export function byWeight(part: Known): { only: 'lead' | 'lithium' | undefined; say: string } {
  const density = whPerKg(part);
  if (density === undefined) return { only: undefined, say: 'Weigh it: lead and lithium of one size differ by half.' };
  const shown = `${density.toFixed(0)} Wh per kg`;
  if (density > LEAD_MOST) return { only: 'lithium', say: `${shown}: no lead-acid weighs so little.` };
  if (density < LITHIUM_LEAST) return { only: 'lead', say: `${shown}: no lithium weighs so much.` };
  return { only: undefined, say: `${shown} tells nothing: it could be either.` };
}

const LEAD: readonly KnownChemistry[] = ['agm', 'gel', 'flooded'];
/** Those of some chemistries that the weight leaves. */
export const leftByWeight = <C extends KnownChemistry>(part: Known, all: readonly C[]): C[] => {
  const { only } = byWeight(part);
  return only === undefined ? [...all] : all.filter((c) => LEAD.includes(c) === (only === 'lead'));
};

/** Watt-hours per kilogram met, least and most. @source electrical reference 8: 25 to 48 for lead, 80 to 160 for lithium */
const MET_WH_PER_KG = { lead: [25, 48], lithium: [80, 160] } as const;
/** Without a weight: an empty claim is found at half of what somebody took it for, a modest one at half as much again. @source rule of thumb */
const TAKEN_FOR = [0.5, 1.5] as const;
const NOMINAL_V = 12.8;

/** Amp-hours a battery may have whose label nobody can read: by its weight where that and its sort are known. */
export function capacityRangeAh(part: Known & Pick<PartOf<'battery'>, 'chemistry'>): [least: number, most: number] {
  if (!missingFigures(part).includes('mass') && part.chemistry !== 'unknown') {
    const met = (LEAD as readonly string[]).includes(part.chemistry) ? MET_WH_PER_KG.lead : MET_WH_PER_KG.lithium;
    const [least, most] = met.map((wh) => Number(((wh * part.massKg) / NOMINAL_V).toPrecision(2))) as [number, number];
    return [Math.min(least, part.capacityAh), Math.max(most, part.capacityAh)];
  }
  return [TAKEN_FOR[0] * part.capacityAh, TAKEN_FOR[1] * part.capacityAh];
}
