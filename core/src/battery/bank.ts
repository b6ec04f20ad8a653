import { yearsOf } from '../box/age.ts';
import { saidIn } from '../quantity/said.ts';
import { partOf, valueOf } from '../box/lookup.ts';
import type { Box } from '../box/schema.ts';
import type { KnownChemistry, PartOf } from '../catalogue/part.ts';
import type { Demand } from '../demand/demand.ts';
import { fixed } from '../quantity/format.ts';
import { line, type Working } from '../quantity/working.ts';
import { CHEMISTRY, usedKind } from './chemistry.ts';
import { whPerKg } from './density.ts';
import { bankLearnt } from './learnt.ts';
import type { PackGroup } from './pack-group.ts';
import { bankMilliOhm } from './resistance.ts';
import {
  agedResistanceFactor,
  capacityFactor,
  claimCheck,
  cycleLife,
  faultMilliOhm,
  openCircuitV,
  rateFactor,
  stateOfHealth
} from './model.ts';

const NO_CLAIM = { whPerKg: 0, plausible: true } as const;

/** One pack of the bank as it stands at the start. */
export type Pack = { ageYears: number; healthFraction: number; startFraction: number };

export type Bank = {
  part: PartOf<'battery'>;
  /** Chemistry used in the arithmetic; for an unknown one the pessimistic AGM figures, and assumed says so. */
  chemistry: KnownChemistry;
  assumedChemistry: boolean;
  count: number;
  packs: Pack[];
  /** Equal packs put together, for the run. */
  groups: PackGroup[];
  /** What the logbook left in doubt, where it was taken over. */
  capacitySpreadFraction: number | undefined;
  resistanceSpreadFraction: number | undefined;
  /** One link between neighbours of a parallel bank. */
  linkMilliOhm: number;
  ratedAh: number;
  /** After age, before cold; mean of the packs. */
  healthFraction: number;
  coldFraction: number;
  /** Charge at the start, mean of the packs. */
  startFraction: number;
  /** What the battery itself is at, at the coldest. */
  tempC: number;
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
  /** The same figures, for fields. */
  size: { wantedWh: number; wantedAh: number; reserveFraction: number; rate: number; neededWh: number };
  neededAh: number;
};

/** The share that is kept back: as set, else what the chemistry likes. */
function keptBack({ bank: { keepBack } }: Box, planningDepthFraction: number): number {
  if (keepBack.is === 'set') return keepBack.value;
  return keepBack.is === 'none' ? 0 : Number((1 - planningDepthFraction).toFixed(3));
}

/** Each pack with its age, what age has left of it, and how full it starts. */
function packsOf(
  box: Box,
  x: { chemistry: KnownChemistry; capacityAh: number; keepBackFraction: number; learntAh: number | null | undefined }
): Pack[] {
  const { count, outingsPerYear } = box.bank;
  const depthFraction = Math.min(1, Math.max(0.3, 1 - x.keepBackFraction));
  const modelled = Array.from({ length: count }, (_, i): Pack => {
    const said = box.bank.packs[i] ?? box.bank;
    const ageYears = yearsOf(said.ageYears);
    const cycleCount = ageYears * outingsPerYear;
    const healthFraction = stateOfHealth(x.chemistry, { ageYears, cycleCount, depthFraction, tempC: 25 });
    return { ageYears, startFraction: said.startFraction, healthFraction };
  });
  const modelledHealth = modelled.reduce((s, p) => s + p.healthFraction, 0) / count;
  // what the bank was learnt to hold has its age in it; its packs share the difference
  const asLearnt = x.learntAh ? x.learntAh / (x.capacityAh * count) / modelledHealth : 1;
  return modelled.map((p) => ({ ...p, healthFraction: Math.min(MOST_HEALTH, p.healthFraction * asLearnt) }));
}

/**
 * What the chosen bank gives on this outing: capacity after cold, age and the part kept back; resistances; and the
 * sizing arithmetic backwards from the demand. Undefined while no battery is chosen.
 * @source electrical reference 5, 6 and 8
 */
export function bank(box: Box, need: Demand): Bank | undefined {
  const part = partOf(box, 'battery', box.bank.partId);
  if (!part) return undefined;
  const chemistry = usedKind(part.chemistry);
  const assumedChemistry = part.chemistry !== chemistry;
  const data = CHEMISTRY[chemistry];
  const { count } = box.bank;
  const keepBackFraction = keptBack(box, data.planningDepthFraction);
  const learnt = bankLearnt(box);
  const packs = packsOf(box, {
    chemistry,
    capacityAh: part.capacityAh,
    keepBackFraction,
    learntAh: learnt?.capacityAh
  });
  const tempC = box.outing.airC + box.bank.warmerK;
  const coldFraction = capacityFactor(chemistry, tempC);
  const held = heldBy(packs, { ratedAh: part.capacityAh * count, coldFraction, keepBackFraction });
  const linkMilliOhm = valueOf(box.bank.linkMilliOhm, LINK_MILLIOHM) ?? LINK_MILLIOHM;
  const rate = rateFactor(chemistry, part.capacityAh, need.meanA / count);
  const neededAh = neededFor(box, need, rate, held);
  const fault = faultMilliOhm(chemistry, part.capacityAh) / count;
  const groups = grouped(packs, {
    resistance: learnt?.resistanceFactor ?? 1,
    chemistry,
    capacityAh: part.capacityAh,
    linkMilliOhm: count > 1 ? linkMilliOhm : 0,
    apart: box.bank.arrangement === 'changeover'
  });
  const figures = {
    part,
    chemistry,
    count,
    keepBackAssumed: box.bank.keepBack.is === 'unknown',
    tempC,
    ...held
  };
  return {
    ...figures,
    packs,
    ...spreadsOf(learnt),
    groups,
    linkMilliOhm,
    assumedChemistry,
    usableWh: held.usableAh * data.nominalV,
    nominalV: data.nominalV,
    fullV: openCircuitV(chemistry, 1),
    sagMilliOhm: bankMilliOhm({ chemistry, part, groups }, tempC, 0.5),
    faultMilliOhm: fault,
    shortCircuitA: (openCircuitV(chemistry, 1) / fault) * 1000,
    // stand-ins for what nobody knows claim nothing
    claim: whPerKg(part) === undefined ? NO_CLAIM : claimCheck(chemistry, part.capacityAh, part.massKg),
    massKg: part.massKg * count,
    packWh: part.capacityAh * data.nominalV,
    usable: usableWorking(box, figures, data.name),
    size: sizeOf(box, need, rate, neededAh * data.nominalV),
    sizing: sizingWorking(box, need, { ...figures, rate, neededAh }),
    neededAh
  };
}

/** What the packs hold together: rated, what age and cold leave of it, and how much of that is for use, Ah. */
function heldBy(packs: readonly Pack[], x: { ratedAh: number; coldFraction: number; keepBackFraction: number }) {
  const health = packs.reduce((s, p) => s + p.healthFraction, 0);
  const healthFraction = health / packs.length;
  const availableAh = x.ratedAh * healthFraction * x.coldFraction;
  const startFraction = packs.reduce((s, p) => s + p.startFraction * p.healthFraction, 0) / health;
  const usableAh = Math.max(0, availableAh * (startFraction - x.keepBackFraction));
  return { ...x, healthFraction, startFraction, availableAh, usableAh };
}

/** Rated capacity that the outing asks for, with what is held in reserve, Ah. */
const neededFor = (box: Box, need: Demand, rate: number, held: ReturnType<typeof heldBy>): number =>
  (need.totalAh * (1 + box.bank.reserveFraction) * rate) /
  ((1 - held.keepBackFraction) * held.coldFraction * held.healthFraction);

/** How sure the figures taken over from the logbook are, as shares of themselves. */
const spreadsOf = (
  learnt: ReturnType<typeof bankLearnt>
): Pick<Bank, 'capacitySpreadFraction' | 'resistanceSpreadFraction'> => ({
  capacitySpreadFraction: learnt?.capacityAh ? learnt.capacitySpreadAh / learnt.capacityAh : undefined,
  resistanceSpreadFraction: learnt?.resistanceFactor ? learnt.resistanceSpread / learnt.resistanceFactor : undefined
});

const sizeOf = (box: Box, need: Demand, rate: number, neededWh: number): Bank['size'] => ({
  wantedWh: need.totalWh,
  wantedAh: need.totalAh,
  reserveFraction: box.bank.reserveFraction,
  rate,
  neededWh
});

/** A pack may hold more than its label says, but not by more than this. @source rule of thumb */
const MOST_HEALTH = 1.3;

/** A 10 cm link of 10 AWG with a ring on a stud at both ends, one pole. @source electrical reference 1 and 3 */
const LINK_MILLIOHM = 0.1 * 3.3426 + 2 * 0.2;

/** Puts packs that are alike together; a changeover keeps each by itself. */
function grouped(
  packs: readonly Pack[],
  x: { chemistry: KnownChemistry; capacityAh: number; linkMilliOhm: number; apart: boolean; resistance: number }
): PackGroup[] {
  const out: PackGroup[] = [];
  for (const p of packs) {
    const same = out.find((g) => g.healthFraction === p.healthFraction && g.startFraction === p.startFraction);
    if (same && !x.apart) same.count++;
    else
      out.push({
        chemistry: x.chemistry,
        capacityAh: x.capacityAh,
        count: 1,
        healthFraction: p.healthFraction,
        resistanceFactor: x.resistance === 1 ? agedResistanceFactor(p.healthFraction) : x.resistance,
        linkOhm: x.apart ? 0 : (2 * x.linkMilliOhm) / 1000,
        startFraction: p.startFraction
      });
  }
  return out;
}

type Figures = Pick<
  Bank,
  | 'chemistry'
  | 'ratedAh'
  | 'coldFraction'
  | 'healthFraction'
  | 'startFraction'
  | 'tempC'
  | 'availableAh'
  | 'usableAh'
  | 'keepBackFraction'
  | 'keepBackAssumed'
>;

const ageSaid = (box: Box): string =>
  `${fixed(yearsOf(box.bank.ageYears), 1)} years${box.bank.ageYears === 'unknown' ? ' (nobody knows)' : ''}`;

const notFullLines = (f: Figures): Working['lines'] =>
  f.startFraction < 0.99999
    ? [
        line(
          'Not charged at the start',
          fixed(-f.availableAh * (1 - f.startFraction), 2),
          'Ah',
          'entered' as const,
          `${fixed(f.startFraction * 100, 0)} % full`,
          '+'
        )
      ]
    : [];

const neverLessLines = (f: Figures): Working['lines'] =>
  f.startFraction < f.keepBackFraction
    ? [
        line(
          'Never less than',
          '0',
          'Ah',
          'computed' as const,
          'it starts under the line that is kept back',
          'at least'
        )
      ]
    : [];

function usableWorking(box: Box, f: Figures, chemistryName: string): Working {
  const lostAge = f.ratedAh * (1 - f.healthFraction);
  const lostCold = f.ratedAh * f.healthFraction - f.availableAh;
  const coldNote = `${fixed(f.coldFraction * 100, 1)} % left at ${saidIn(box.preferences).degC(f.tempC, 0)}, ${chemistryName}`;
  return {
    id: 'usable',
    title: 'What the battery gives',
    formula: 'usable = rated − age − cold − kept back',
    lines: [
      line(
        'Rated',
        fixed(f.ratedAh, 2),
        'Ah',
        'part',
        box.bank.count > 1 ? `${box.bank.count} packs in parallel` : 'the battery’s label',
        '+'
      ),
      line(
        `Lost to age, ${ageSaid(box)}`,
        fixed(-lostAge, 2),
        'Ah',
        'table',
        bankLearnt(box)?.capacityAh ? bankLearnt(box)!.note : 'a fifth lost over its calendar and cycle life',
        '+'
      ),
      line('Lost to cold', fixed(-lostCold, 2), 'Ah', 'table', coldNote, '+'),
      ...notFullLines(f),
      line(
        `Kept back, ${fixed(f.keepBackFraction * 100, 0)} %`,
        fixed(-f.availableAh * f.keepBackFraction, 2),
        'Ah',
        f.keepBackAssumed ? 'assumed' : box.bank.keepBack.is === 'auto' ? 'automatic' : 'entered',
        'spares the battery and the plan',
        '+'
      ),
      ...neverLessLines(f)
    ],
    result: { value: fixed(f.usableAh, 1), unit: 'Ah' }
  };
}

function sizingWorking(box: Box, need: Demand, f: Figures & { rate: number; neededAh: number }): Working {
  return {
    id: 'sizing',
    title: 'Battery the outing asks for',
    formula: 'needed = wanted Wh ÷ V × reserve × fast-draw factor ÷ (1 − kept back) ÷ cold ÷ age',
    lines: [
      line('Wanted by the devices and the box', fixed(need.totalWh, 2), 'Wh', 'computed', 'sum of the time line', '+'),
      line('At nominal voltage', fixed(need.atV, 1), 'V', 'table', CHEMISTRY[f.chemistry].name, '÷'),
      line('Wanted', fixed(need.totalAh, 1), 'Ah', 'computed', 'Wh ÷ V'),
      line(
        'Reserve',
        fixed(1 + box.bank.reserveFraction, 4),
        '',
        'entered',
        `${fixed(box.bank.reserveFraction * 100, 0)} % on top`,
        '×'
      ),
      line('Fast-draw factor', fixed(f.rate, 5), '', 'table', 'Peukert at the mean current', '×'),
      line(
        'Share used',
        fixed(1 - f.keepBackFraction, 4),
        '',
        'automatic',
        `${fixed(f.keepBackFraction * 100, 0)} % kept back`,
        '÷'
      ),
      line('Left in the cold', fixed(f.coldFraction, 5), '', 'table', saidIn(box.preferences).degC(f.tempC, 0), '÷'),
      line(
        'Left after age',
        fixed(f.healthFraction, 5),
        '',
        'table',
        `${ageSaid(box)}, ${fixed(yearsOf(box.bank.ageYears) * box.bank.outingsPerYear, 0)} outings`,
        '÷'
      )
    ],
    result: { value: fixed(f.neededAh, 1), unit: 'Ah' }
  };
}

/** Expected outings until 80 % of capacity, by the depth this plan uses. */
export const lifeOutings = (b: Bank): number =>
  cycleLife(b.chemistry, Math.min(1, Math.max(0.3, 1 - b.keepBackFraction)));
