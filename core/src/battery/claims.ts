import type { Chemistry, KnownChemistry } from '../catalogue/part.ts';
import { CHEMISTRY, usedKind } from './chemistry.ts';

/** What somebody says about a battery; null = not said. */
export type BatteryClaim = {
  chemistry: Chemistry;
  /** The figure on the label and what it is given in. */
  amount: number;
  unit: 'Ah' | 'mAh' | 'Wh' | 'CCA';
  /** Voltage the amp-hours are stated at: 12 V battery or cell. */
  atV: number;
  massKg: number | null;
  litres: number | null;
  priceAmount: number | null;
  /** 'lasts so many hours on such a draw' */
  lastsH: number | null;
  drawW: number | null;
};

export type ClaimAnswer = { verdict: 'plausible' | 'doubtful' | 'implausible' | 'explained'; say: string };

export type ClaimCheck = { capacityAh: number | null; energyWh: number | null; answers: ClaimAnswer[] };

/** Packaged energy per litre above which a label is doubtful, Wh. @source electrical reference 6, top of the ranges */
const MOST_WH_PER_L: Record<KnownChemistry, number> = {
  lfp: 200,
  agm: 105,
  gel: 105,
  flooded: 95,
  nmc3: 400,
  nmc4: 400
};
/** Price per watt-hour under which the capacity is probably overstated, in euro or the like. @source rule of thumb: the cells alone cost more */
const LEAST_PRICE_PER_WH = { lithium: 0.12, lead: 0.06 } as const;
/** Cold-cranking amps of a starter battery over its amp-hours. @source rule of thumb, 7 to 10 */
const CRANKING_PER_AH = { low: 7, high: 10 } as const;
/** Converter between cells and a 12 V plug. */
const CONVERTER = 0.9;
/** Nominal voltages under this are of single cells. */
const CELL_V = 5;

/** Checks one claim against what batteries of its kind can be. @source electrical reference 6, claim check */
export function checkClaim(c: BatteryClaim): ClaimCheck {
  const kind: KnownChemistry | undefined = c.chemistry === 'unknown' ? undefined : usedKind(c.chemistry);
  if (c.unit === 'CCA') return cranking(c.amount);
  const answers: ClaimAnswer[] = [];
  const energyWh = c.unit === 'Wh' ? c.amount : (c.amount * c.atV) / (c.unit === 'mAh' ? 1000 : 1);
  const at12 = kind ? CHEMISTRY[kind].nominalV : 12;
  const capacityAh = energyWh / at12;
  if (c.unit !== 'Wh' && c.atV < CELL_V) {
    const stated = c.unit === 'mAh' ? c.amount / 1000 : c.amount;
    answers.push({
      verdict: 'explained',
      say: `${trim(stated)} Ah at ${c.atV} V is counted at the cells: ${trim(energyWh)} Wh, so ${trim(energyWh / 12)} Ah at 12 V, about ${trim((energyWh / 12) * CONVERTER)} Ah after its converter.`
    });
  }
  if (kind && c.massKg) answers.push(byMass(kind, energyWh, c.massKg));
  if (kind && c.litres) answers.push(byVolume(kind, energyWh, c.litres));
  if (c.priceAmount !== null) answers.push(byPrice(kind, energyWh, c.priceAmount));
  if (c.lastsH !== null && c.drawW !== null) answers.push(byRuntime(energyWh, c.lastsH, c.drawW));
  if (kind && CHEMISTRY[kind].isLead)
    answers.push({
      verdict: 'explained',
      say: 'Lead-acid is rated over 20 hours; a figure for 100 hours flatters by about a tenth. Plan on half of it.'
    });
  return { capacityAh, energyWh, answers };
}

const trim = (v: number): string => String(Number(v.toPrecision(3)));

function cranking(amps: number): ClaimCheck {
  return {
    capacityAh: null,
    energyWh: null,
    answers: [
      {
        verdict: 'explained',
        say: `${trim(amps)} A of cranking says how hard it can start an engine, not how long it lasts: such a battery holds about ${trim(amps / CRANKING_PER_AH.high)} to ${trim(amps / CRANKING_PER_AH.low)} Ah, and a starter battery is ruined by deep discharge. Look for Ah at 20 h.`
      }
    ]
  };
}

function byMass(kind: KnownChemistry, energyWh: number, massKg: number): ClaimAnswer {
  const per = energyWh / massKg;
  const most = CHEMISTRY[kind].implausibleWhPerKg;
  return per > most
    ? {
        verdict: 'implausible',
        say: `${trim(per)} Wh per kg: ${CHEMISTRY[kind].name} packs reach ${most} at most. By its mass it holds about ${trim((most * 0.75 * massKg) / CHEMISTRY[kind].nominalV)} Ah.`
      }
    : { verdict: 'plausible', say: `${trim(per)} Wh per kg is ordinary for ${CHEMISTRY[kind].name} (up to ${most}).` };
}

function byVolume(kind: KnownChemistry, energyWh: number, litres: number): ClaimAnswer {
  const per = energyWh / litres;
  const most = MOST_WH_PER_L[kind];
  return per > most
    ? {
        verdict: 'doubtful',
        say: `${trim(per)} Wh per litre is more than ${CHEMISTRY[kind].name} packs hold (${most}).`
      }
    : { verdict: 'plausible', say: `${trim(per)} Wh per litre is ordinary for ${CHEMISTRY[kind].name}.` };
}

function byPrice(kind: KnownChemistry | undefined, energyWh: number, price: number): ClaimAnswer {
  const least = kind && CHEMISTRY[kind].isLead ? LEAST_PRICE_PER_WH.lead : LEAST_PRICE_PER_WH.lithium;
  const per = price / energyWh;
  return per < least
    ? {
        verdict: 'doubtful',
        say: `${per.toFixed(2)} per Wh is less than the cells cost (about ${least.toFixed(2)}): the capacity is probably overstated.`
      }
    : { verdict: 'plausible', say: `${per.toFixed(2)} per Wh is a possible price.` };
}

function byRuntime(energyWh: number, lastsH: number, drawW: number): ClaimAnswer {
  const wanted = lastsH * drawW;
  const honest = energyWh / drawW;
  return wanted > energyWh * 1.02
    ? {
        verdict: 'implausible',
        say: `${trim(drawW)} W for ${trim(lastsH)} h is ${trim(wanted)} Wh, but it holds ${trim(energyWh)} Wh: ${trim(honest)} h at the very most.`
      }
    : {
        verdict: 'plausible',
        say: `${trim(drawW)} W for ${trim(lastsH)} h is ${trim(wanted)} of its ${trim(energyWh)} Wh.`
      };
}
