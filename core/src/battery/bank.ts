import { partOf } from '../box/lookup.ts';
import type { Box } from '../box/schema.ts';
import type { KnownChemistry, PartOf } from '../catalogue/part.ts';
import type { Demand } from '../demand/demand.ts';
import { fixed } from '../quantity/format.ts';
import { line, type Working } from '../quantity/working.ts';
import { CHEMISTRY } from './chemistry.ts';
import {
  capacityFactor,
  claimCheck,
  cycleLife,
  faultMilliOhm,
  openCircuitV,
  rateFactor,
  sagMilliOhm,
  stateOfHealth
} from './model.ts';

export type Bank = {
  part: PartOf<'battery'>;
  /** Chemistry used in the arithmetic; for an unknown one the pessimistic AGM figures, and assumed says so. */
  chemistry: KnownChemistry;
  assumedChemistry: boolean;
  count: number;
  ratedAh: number;
  /** After age, before cold. */
  healthFraction: number;
  coldFraction: number;
  keepBackFraction: number;
  keepBackAssumed: boolean;
  /** After age and cold, everything down to empty. */
  availableAh: number;
  usableAh: number;
  usableWh: number;
  nominalV: number;
  fullV: number;
  sagMilliOhm: number;
  faultMilliOhm: number;
  /** Bolted short at the posts. */
  shortCircuitA: number;
  claim: { whPerKg: number; plausible: boolean };
  massKg: number;
  /** Energy of one pack as airlines count it. */
  packWh: number;
  usable: Working;
  /** Rated capacity the outing asks for, each factor on its own line. */
  sizing: Working;
  neededAh: number;
};

/**
 * What the chosen bank gives on this outing: capacity after cold, age and the part kept back; resistances; and the
 * sizing arithmetic backwards from the demand. Undefined while no battery is chosen.
 * @source electrical reference 5, 6 and 8
 */
export function bank(box: Box, need: Demand): Bank | undefined {
  const part = partOf(box, 'battery', box.bank.partId);
  if (!part) return undefined;
  const assumedChemistry = part.chemistry === 'unknown';
  const chemistry: KnownChemistry = part.chemistry === 'unknown' ? 'agm' : part.chemistry;
  const data = CHEMISTRY[chemistry];
  const { count } = box.bank;
  const keepBack = box.bank.keepBack;
  const automatic = Number((1 - data.planningDepthFraction).toFixed(3));
  const keepBackFraction = keepBack.is === 'set' ? keepBack.value : keepBack.is === 'none' ? 0 : automatic;
  const depthFraction = Math.min(1, Math.max(0.3, 1 - keepBackFraction));
  const healthFraction = stateOfHealth(chemistry, {
    ageYears: box.bank.ageYears,
    cycleCount: box.bank.ageYears * box.bank.outingsPerYear,
    depthFraction,
    tempC: 25
  });
  const coldFraction = capacityFactor(chemistry, box.outing.airC);
  const ratedAh = part.capacityAh * count;
  const availableAh = ratedAh * healthFraction * coldFraction;
  const usableAh = availableAh * (1 - keepBackFraction);
  const rate = rateFactor(chemistry, part.capacityAh, need.meanA / count);
  const neededAh = (need.totalAh * rate) / ((1 - keepBackFraction) * coldFraction * healthFraction);
  const fault = faultMilliOhm(chemistry, part.capacityAh) / count;
  const figures = {
    part,
    chemistry,
    count,
    keepBackFraction,
    keepBackAssumed: keepBack.is === 'unknown',
    ratedAh,
    healthFraction,
    coldFraction,
    availableAh,
    usableAh
  };
  return {
    ...figures,
    assumedChemistry,
    usableWh: usableAh * data.nominalV,
    nominalV: data.nominalV,
    fullV: openCircuitV(chemistry, 1),
    sagMilliOhm: sagMilliOhm(chemistry, part.capacityAh, box.outing.airC, 0.5) / count,
    faultMilliOhm: fault,
    shortCircuitA: (openCircuitV(chemistry, 1) / fault) * 1000,
    claim: claimCheck(chemistry, part.capacityAh, part.massKg),
    massKg: part.massKg * count,
    packWh: part.capacityAh * data.nominalV,
    usable: usableWorking(box, figures, data.name),
    sizing: sizingWorking(box, need, { ...figures, rate, neededAh }),
    neededAh
  };
}

type Figures = Pick<
  Bank,
  | 'chemistry'
  | 'ratedAh'
  | 'coldFraction'
  | 'healthFraction'
  | 'availableAh'
  | 'usableAh'
  | 'keepBackFraction'
  | 'keepBackAssumed'
>;

function usableWorking(box: Box, f: Figures, chemistryName: string): Working {
  const lostAge = f.ratedAh * (1 - f.healthFraction);
  const lostCold = f.ratedAh * f.healthFraction - f.availableAh;
  const coldNote = `${fixed(f.coldFraction * 100, 1)} % left at ${fixed(box.outing.airC, 0)} °C, ${chemistryName}`;
  return {
    id: 'usable',
    title: 'What the battery gives',
    formula: 'usable = rated − age − cold − kept back',
    lines: [
      line(
        'Rated',
        fixed(f.ratedAh, 1),
        'Ah',
        'part',
        box.bank.count > 1 ? `${box.bank.count} packs in parallel` : 'the battery’s label'
      ),
      line(
        `Lost to age, ${fixed(box.bank.ageYears, 1)} years`,
        fixed(-lostAge, 1),
        'Ah',
        'table',
        'a fifth lost over its calendar and cycle life'
      ),
      line('Lost to cold', fixed(-lostCold, 1), 'Ah', 'table', coldNote),
      line(
        `Kept back, ${fixed(f.keepBackFraction * 100, 0)} %`,
        fixed(-f.availableAh * f.keepBackFraction, 1),
        'Ah',
        f.keepBackAssumed ? 'assumed' : box.bank.keepBack.is === 'auto' ? 'automatic' : 'entered',
        'spares the battery and the plan'
      )
    ],
    result: { value: fixed(f.usableAh, 1), unit: 'Ah' }
  };
}

function sizingWorking(box: Box, need: Demand, f: Figures & { rate: number; neededAh: number }): Working {
  return {
    id: 'sizing',
    title: 'Battery the outing asks for',
    formula: 'needed = wanted Wh ÷ V × fast-draw factor ÷ (1 − kept back) ÷ cold ÷ age',
    lines: [
      line('Wanted by the devices and the box', fixed(need.totalWh, 0), 'Wh', 'computed', 'sum of the time line'),
      line('At nominal voltage', fixed(need.atV, 1), 'V', 'table', CHEMISTRY[f.chemistry].name),
      line('Wanted', fixed(need.totalAh, 1), 'Ah', 'computed', 'Wh ÷ V'),
      line('Fast-draw factor', `× ${fixed(f.rate, 3)}`, '', 'table', 'Peukert at the mean current'),
      line(
        'Share used',
        `÷ ${fixed(1 - f.keepBackFraction, 2)}`,
        '',
        'automatic',
        `${fixed(f.keepBackFraction * 100, 0)} % kept back`
      ),
      line('Left in the cold', `÷ ${fixed(f.coldFraction, 3)}`, '', 'table', `${fixed(box.outing.airC, 0)} °C`),
      line(
        'Left after age',
        `÷ ${fixed(f.healthFraction, 3)}`,
        '',
        'table',
        `${fixed(box.bank.ageYears, 1)} years, ${fixed(box.bank.ageYears * box.bank.outingsPerYear, 0)} outings`
      )
    ],
    result: { value: fixed(f.neededAh, 1), unit: 'Ah' }
  };
}

/** Expected outings until 80 % of capacity, by the depth this plan uses. */
export const lifeOutings = (b: Bank): number =>
  cycleLife(b.chemistry, Math.min(1, Math.max(0.3, 1 - b.keepBackFraction)));
