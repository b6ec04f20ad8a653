import { CHEMISTRY } from '../battery/chemistry.ts';
import { capacityFactor } from '../battery/model.ts';
import type { KnownChemistry } from '../catalogue/part.ts';
import type { StoredBattery } from './battery.ts';
import { inOrder } from './kinds.ts';
import type { LogRecord } from './record.ts';

export type BatteryLife = {
  ageYears: number | undefined;
  outingCount: number;
  /** Its share of what was drawn, Ah. */
  throughputAh: number;
  /** That over its label: full cycles. */
  cycles: number;
  /** The latest capacity that was measured, at 25 °C, and the day. */
  measuredAh: number | undefined;
  measuredDay: string | undefined;
  tests: { day: string; ah: number }[];
  pricePerOuting: number | undefined;
  lastUsedDay: string | undefined;
};

const YEAR_DAYS = 365.25;

/**
 * What the records say of one battery, whatever box it stood in. What was drawn from several packs together counts for each
 * by its capacity.
 * @param records all that name this battery; capacities: Ah of every battery they name, by id
 */
export function batteryLife(
  battery: StoredBattery,
  records: readonly LogRecord[],
  capacities: Readonly<Record<string, number>>,
  today: string
): BatteryLife {
  const shareOf = (r: LogRecord): number => {
    const all = r.batteryIds.reduce((s, id) => s + (capacities[id] ?? battery.capacityAh), 0);
    return all > 0 ? battery.capacityAh / all : 1;
  };
  const known: KnownChemistry = battery.chemistry in CHEMISTRY ? (battery.chemistry as KnownChemistry) : 'agm';
  const sorted = inOrder(records.filter((r) => r.batteryIds.includes(battery.id)));
  let throughputAh = 0;
  let outingCount = 0;
  let lastUsedDay: string | undefined;
  const tests: BatteryLife['tests'] = [];
  for (const r of sorted) {
    if (r.kind === 'outing') {
      outingCount++;
      lastUsedDay = r.day;
      throughputAh += (r.chargeAh ?? r.planned.chargeAh ?? 0) * shareOf(r);
    } else if (r.kind === 'capacity') {
      lastUsedDay = r.day;
      const own = r.chargeAh * shareOf(r);
      throughputAh += own;
      tests.push({ day: r.day, ah: own / capacityFactor(known, r.airC ?? 20) });
    }
  }
  const last = tests.at(-1);
  return {
    ageYears:
      battery.boughtDay === null
        ? undefined
        : (Date.parse(today) - Date.parse(battery.boughtDay)) / 86_400_000 / YEAR_DAYS,
    outingCount,
    throughputAh,
    cycles: throughputAh / battery.capacityAh,
    measuredAh: last?.ah,
    measuredDay: last?.day,
    tests,
    pricePerOuting: battery.priceAmount === null || outingCount === 0 ? undefined : battery.priceAmount / outingCount,
    lastUsedDay
  };
}

/** Packs side by side should hold alike within this share, and be of one age within so many years. @source rule of thumb: the weaker one is drawn deeper each time */
const MATCH = { capacityFraction: 0.1, ageYears: 1.5 } as const;

/**
 * Whether batteries that stand together still match: by what was measured of each (their labels where nothing was), and by
 * age. A sentence that says what differs, or that they match, or what is not known; undefined for fewer than two.
 */
export function matchOf(
  list: readonly { name: string; capacityAh: number; chemistry: string; life: BatteryLife }[]
): string | undefined {
  if (list.length < 2) return undefined;
  if (new Set(list.map((b) => b.chemistry)).size > 1)
    return 'They are of different sorts: they must not stand side by side.';
  const shares = list.map((b) => ({ b, share: (b.life.measuredAh ?? b.capacityAh) / b.capacityAh }));
  const sizes = list.map((b) => b.capacityAh);
  if (Math.max(...sizes) > Math.min(...sizes) * (1 + MATCH.capacityFraction))
    return 'They are of different size by their labels.';
  const weakest = shares.reduce((a, x) => (x.share < a.share ? x : a));
  const best = Math.max(...shares.map((x) => x.share));
  if (best - weakest.share > MATCH.capacityFraction)
    return `${weakest.b.name} holds ${Math.round((best - weakest.share) * 100)} % less than the best of them: they match no longer.`;
  const ages = list.flatMap((b) => (b.life.ageYears === undefined ? [] : [b.life.ageYears]));
  if (ages.length > 1 && Math.max(...ages) - Math.min(...ages) > MATCH.ageYears)
    return 'They differ in age by more than a year and a half: test each by itself.';
  const unmeasured = list.filter((b) => b.life.measuredAh === undefined);
  return unmeasured.length > 0
    ? `Whether they still match is not known: ${unmeasured.map((b) => b.name).join(' and ')} ${unmeasured.length === 1 ? 'was' : 'were'} never tested.`
    : 'They match.';
}

export type CapacityTrend = {
  /** Ah a year, below nothing where it falls. */
  perYearAh: number;
  /** First year it holds less than the outing wants; undefined when it does not fall, or not within thirty years. */
  underYear: number | undefined;
};

const MOST_YEARS = 30;

/** A straight line through measured capacities, and the year it falls under what is wanted. Undefined under two of them in different years. @source least squares */
export function capacityTrend(
  points: readonly { day: string; ah: number }[],
  wantedAh: number
): CapacityTrend | undefined {
  const year = (day: string): number => Date.parse(day) / 86_400_000 / YEAR_DAYS + 1970;
  const xs = points.map((p) => year(p.day));
  const n = points.length;
  const meanX = xs.reduce((s, x) => s + x, 0) / n;
  const meanY = points.reduce((s, p) => s + p.ah, 0) / n;
  const spread = xs.reduce((s, x) => s + (x - meanX) ** 2, 0);
  if (n < 2 || spread < 1e-4) return undefined;
  const perYearAh = points.reduce((s, p, i) => s + (xs[i]! - meanX) * (p.ah - meanY), 0) / spread;
  const last = Math.max(...xs);
  if (perYearAh >= 0) return { perYearAh, underYear: undefined };
  const at = meanX + (wantedAh - meanY) / perYearAh;
  return { perYearAh, underYear: at > last + MOST_YEARS ? undefined : Math.floor(Math.max(at, last)) };
}
