import { z } from 'zod';
import { CHEMISTRIES, idSchema } from '../catalogue/part.ts';
import { isoDay, text } from '../box/schema-pieces.ts';
import type { Box } from '../box/schema.ts';
import { CHEMISTRY } from '../battery/chemistry.ts';
import { capacityFactor } from '../battery/model.ts';
import type { KnownChemistry } from '../catalogue/part.ts';
import { inOrder } from './kinds.ts';
import type { LogRecord } from './record.ts';

/** A battery as a thing of its own: it moves from box to box and keeps its history. */
export const batterySchema = z.strictObject({
  name: text(80).min(1, 'Give it a name, such as what stands on its label.'),
  /** Part it is in the catalogue; its figures stand here, so that they stay when the catalogue changes. */
  partId: idSchema.nullable(),
  chemistry: z.enum(CHEMISTRIES),
  capacityAh: z.number().finite().positive().max(4000),
  boughtDay: isoDay.nullable(),
  priceAmount: z.number().finite().min(0).max(100_000).nullable(),
  notes: text(5000),
  /** Against the tables, as the records of the box it stood in said on a day. */
  resistance: z
    .strictObject({
      factor: z.number().finite().positive().max(50),
      spread: z.number().finite().min(0).max(50),
      day: isoDay
    })
    .nullable()
    .default(null),
  /** Given away, recycled: it stays in the history. */
  retired: z.boolean(),
  /** The box it stands in and since when; null = on the shelf. */
  boxId: z.string().max(60).nullable(),
  sinceDay: isoDay.nullable(),
  /** Where it stood before. */
  stays: z
    .array(z.strictObject({ boxId: z.string().max(60), boxName: text(80), fromDay: isoDay, toDay: isoDay }))
    .max(200)
});
export type Battery = z.infer<typeof batterySchema>;
export type StoredBattery = Battery & { id: string };

/** A new thing for each pack of a box's bank, named by its part. Empty while no battery is chosen. */
export function batteriesOf(box: Box, boxId: string, day: string): Battery[] {
  const part = box.bank.partId === null ? undefined : box.parts[box.bank.partId];
  if (part?.kind !== 'battery') return [];
  return Array.from({ length: box.bank.count }, (_, i) => ({
    name: box.bank.count > 1 ? `${part.name.slice(0, 72)}, no. ${i + 1}` : part.name,
    partId: part.id,
    chemistry: part.chemistry,
    capacityAh: part.capacityAh,
    boughtDay: null,
    priceAmount: part.priceAmount,
    notes: '',
    resistance: null,
    retired: false,
    boxId,
    sinceDay: day,
    stays: []
  }));
}

/** A battery put into another box, or on the shelf (null), on a day: the stay that ended is kept. */
export function moved(
  battery: Battery,
  to: { boxId: string | null },
  day: string,
  boxName: (id: string) => string
): Battery {
  if (to.boxId === battery.boxId) return battery;
  const ended =
    battery.boxId === null
      ? []
      : [
          {
            boxId: battery.boxId,
            boxName: boxName(battery.boxId).slice(0, 80),
            fromDay: battery.sinceDay ?? day,
            toDay: day
          }
        ];
  return { ...battery, boxId: to.boxId, sinceDay: to.boxId === null ? null : day, stays: [...battery.stays, ...ended] };
}

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
