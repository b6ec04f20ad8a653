import { CHEMISTRY } from '../battery/chemistry.ts';
import { missingFigures } from '../battery/density.ts';
import { calendarYears, capacityFactor, cycleLife } from '../battery/model.ts';
import type { Box } from '../box/schema.ts';
import type { Chemistry, KnownChemistry } from '../catalogue/part.ts';
import type { Plan } from '../evaluate.ts';

/** A figure between its ends: they are one where nothing is unknown. */
export type Ends = { low: number; high: number };

/** One thing that stores energy, as it is compared: the box of this plan, its battery alone, or what was offered. */
export type ValueRow = {
  id: string;
  name: string;
  of: 'box' | 'battery' | 'offered';
  /** With what must be bought along; null = nobody knows. */
  price: number | null;
  energyWh: number | null;
  /** New, at the coldest of the outing, down to where its chemistry should be left. */
  usableWh: Ends | null;
  pricePerWh: Ends | null;
  massKg: number | null;
  kgPerKwh: Ends | null;
  /** Until a fifth of its capacity is gone, by years or by outings, whichever comes first. */
  lifeYears: Ends | null;
  /** Over that life; null without outings in the year. */
  pricePerOuting: Ends | null;
  /** Hours at the mean draw of this outing. */
  lastsH: Ends | null;
};

export type ValueTable = {
  rows: ValueRow[];
  /** The one whose usable watt-hour is cheapest whatever is not known; undefined where that cannot be told. */
  cheapestPerWhId: string | undefined;
  cheapestPerOutingId: string | undefined;
};

/** What a chemistry nobody told may be. */
const POSSIBLE: Record<Chemistry, readonly KnownChemistry[]> = {
  lfp: ['lfp'],
  agm: ['agm'],
  gel: ['gel'],
  flooded: ['flooded'],
  nmc3: ['nmc3'],
  nmc4: ['nmc4'],
  lithium: ['lfp', 'nmc3', 'nmc4'],
  unknown: ['lfp', 'agm', 'gel', 'flooded', 'nmc3', 'nmc4']
};
/** Depths the life curves hold for. @source electrical reference 6, life */
const DEPTH = { least: 0.3, most: 1 };
const WH_PER_KWH = 1000;
/** Where it lies between outings, °C. @source electrical reference 6: lives are stated at 25 °C */
const SHELF_C = 25;

const endsOf = (values: readonly number[]): Ends => ({ low: Math.min(...values), high: Math.max(...values) });

function row(
  x: {
    id: string;
    name: string;
    of: ValueRow['of'];
    price: number | null;
    energyWh: number | null;
    massKg: number | null;
    chemistry: Chemistry;
  },
  box: Box,
  plan: Pick<Plan, 'demand'>
): ValueRow {
  const { energyWh, price, massKg } = x;
  const sorts = POSSIBLE[x.chemistry];
  const each = <T extends number | null>(of: (c: KnownChemistry, usable: number) => T): Ends | null => {
    if (energyWh === null) return null;
    const all = sorts.map((c) =>
      of(c, energyWh * CHEMISTRY[c].planningDepthFraction * capacityFactor(c, box.outing.airC))
    );
    return all.some((v) => v === null || !Number.isFinite(v)) ? null : endsOf(all as number[]);
  };
  const { outingsPerYear } = box.bank;
  const years = (c: KnownChemistry): number => {
    const depth = Math.min(DEPTH.most, Math.max(DEPTH.least, plan.demand.totalWh / energyWh!));
    const byUse = outingsPerYear > 0 ? cycleLife(c, depth) / outingsPerYear : Infinity;
    return Math.min(calendarYears(c, SHELF_C), byUse);
  };
  const meanW = plan.demand.totalWh / box.outing.durationH;
  return {
    id: x.id,
    name: x.name,
    of: x.of,
    price,
    energyWh,
    usableWh: each((_, usable) => usable),
    pricePerWh: each((_, usable) => (price === null ? null : price / usable)),
    massKg,
    kgPerKwh: each((_, usable) => (massKg === null ? null : (massKg * WH_PER_KWH) / usable)),
    lifeYears: each(years),
    pricePerOuting: each((c) => (price === null || outingsPerYear <= 0 ? null : price / (years(c) * outingsPerYear))),
    lastsH: each((_, usable) => (meanW > 0 ? usable / meanW : null))
  };
}

/** The one that is cheapest at the worst of what is unknown of it, where no other could undercut it. */
function surelyCheapest(rows: readonly ValueRow[], of: 'pricePerWh' | 'pricePerOuting'): string | undefined {
  const known = rows.filter((r) => r[of] !== null);
  const best = known.toSorted((p, q) => p[of]!.high - q[of]!.high)[0];
  return best && known.length > 1 && known.every((r) => r === best || r[of]!.low > best[of]!.high)
    ? best.id
    : undefined;
}

type Valued = Pick<Plan, 'bank' | 'kit' | 'carry' | 'demand'>;

/** The box of this plan and its battery by itself; nothing while no battery is chosen. */
function ownRows(box: Box, plan: Valued): ValueRow[] {
  const { bank } = plan;
  if (!bank) return [];
  const battery = bank.part;
  const { chemistry } = battery;
  const energyWh = battery.notKnown.includes('capacity')
    ? null
    : battery.capacityAh * bank.count * CHEMISTRY[bank.chemistry].nominalV;
  return [
    row(
      {
        id: 'box',
        name: box.name,
        of: 'box',
        // a line without a price would make the box look cheaper than it is
        price: plan.kit.unpricedCount > 0 ? null : plan.kit.costPerBox,
        massKg: plan.carry.massKg,
        chemistry,
        energyWh
      },
      box,
      plan
    ),
    row(
      {
        id: 'battery',
        name: `${bank.count > 1 ? `${bank.count} × ` : ''}${battery.name} alone`,
        of: 'battery',
        price: battery.priceAmount === null ? null : battery.priceAmount * bank.count,
        massKg: missingFigures(battery).includes('mass') ? null : battery.massKg * bank.count,
        chemistry,
        energyWh
      },
      box,
      plan
    )
  ];
}

const offeredRow = (o: Box['kit']['offered'][number], box: Box, plan: Valued): ValueRow =>
  row(
    {
      id: o.id,
      name: o.name,
      of: 'offered',
      price: o.priceAmount === null ? null : o.priceAmount + o.extrasAmount,
      energyWh: o.energyWh,
      massKg: o.massKg,
      chemistry: o.chemistry
    },
    box,
    plan
  );

/**
 * Build or buy: the box of this plan, its battery alone and everything a person was offered, by one measure. Energy counts
 * as labelled, usable energy new and at the coldest of the outing down to the planning depth of the chemistry.
 * @source electrical reference 6: planning depth, cold, cycle and calendar life
 */
export function valueTable(box: Box, plan: Valued): ValueTable {
  const rows: ValueRow[] = [...ownRows(box, plan), ...box.kit.offered.map((o) => offeredRow(o, box, plan))];
  // the battery alone is no box: it is compared with what was offered by eye
  const whole = rows.filter((r) => r.of !== 'battery');
  return {
    rows,
    cheapestPerWhId: surelyCheapest(whole, 'pricePerWh'),
    cheapestPerOutingId: surelyCheapest(whole, 'pricePerOuting')
  };
}
