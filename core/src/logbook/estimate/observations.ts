import type { Bank } from '../../battery/bank.ts';
import { CHEMISTRY } from '../../battery/chemistry.ts';
import { capacityFactor, openCircuitV, sagMilliOhm } from '../../battery/model.ts';
import { METER_V, socAt } from '../../battery/voltage.ts';
import type { Box } from '../../box/schema.ts';
import { boxDrawA, whileOnA } from '../../demand/demand.ts';
import type { Plan } from '../../evaluate.ts';
import { DAYS_A_MONTH } from '../../quantity/constants.ts';
import { plannedFor } from '../planned.ts';
import { momentH } from '../kinds.ts';
import type { EntryOf, LogRecord } from '../record.ts';
import type { Belief, Seen } from './gaussian.ts';
import type { Parameter } from './parameters.ts';

/** One figure of one record, as the estimate reads it. */
export type Observation = Seen & {
  what: 'counted' | 'rested' | 'ran-flat' | 'sag' | 'put-in' | 'stored' | 'standing' | 'capacity-test';
  /** In which the value and its surprise are told. */
  unit: 'Ah' | 'V' | 'A';
  /** Devices it counted, with their Ah as expected. */
  parts: { deviceId: string; name: string; place: number; onH: number; meanA: number; outingH: number }[];
};

/** Standard deviations of what is noted. @source rules of thumb: habit and weather, a shunt's 1 % and rounding, a count of a discharge by hand */
export const NOISE = {
  habitFraction: 0.06,
  countFraction: 0.01,
  countAh: 0.05,
  percentFraction: 0.01,
  startFraction: 0.03,
  ranFlatFraction: 0.07,
  putInFraction: 0.05,
  storedFraction: 0.05,
  standingA: 0.002,
  capacityFraction: 0.03,
  sagV: 0.05,
  restedFraction: 0.02,
  endFraction: 0.05
} as const;

export type About = {
  box: Box;
  plan: Plan;
  parameters: readonly Parameter[];
  /** Everything recorded before this record, oldest first. */
  before: readonly LogRecord[];
  /** What was believed then: products of two unknowns are taken at it. */
  belief: Belief;
  /** Batteries in the box now; a record done with others tells nothing of them. */
  batteryIds: readonly string[];
};

const placeOf = (x: About, key: string): number => x.parameters.findIndex((p) => p.key === key);
const at = (x: About, key: string): number | undefined => {
  const place = placeOf(x, key);
  return place < 0 ? undefined : x.belief.mean[place];
};
const weight = (x: About, key: string, value: number): [number, number][] => {
  const place = placeOf(x, key);
  return place < 0 || value === 0 ? [] : [[place, value]];
};

/** Whether a record was done with the batteries that are in the box now. */
const sameBatteries = (x: About, r: LogRecord): boolean =>
  r.batteryIds.length === 0 ||
  x.batteryIds.length === 0 ||
  (r.batteryIds.length === x.batteryIds.length && r.batteryIds.every((id) => x.batteryIds.includes(id)));

/** Mean amps a device draws while on, as the plan has it now. */
function ampsNow(x: About, deviceId: string): number | undefined {
  const d = x.plan.demand.devices.find((k) => k.deviceId === deviceId);
  return d && whileOnA(d);
}

/** Charge an outing took out of the battery as a sum over the unknowns, with what is known of it and what stays in doubt. */
function drawnOf(x: About, r: EntryOf<'outing'>, durationH: number) {
  const planned = r.planned.devices.length > 0 ? r.planned : plannedFor(x.box, x.plan, durationH);
  const parts: Observation['parts'] = [];
  const weights: [number, number][] = [];
  let knownAh = 0;
  let goneVariance = 0;
  for (const d of planned.devices) {
    const onH = r.ran.find((k) => k.deviceId === d.deviceId)?.onH ?? d.onH;
    const nowA = ampsNow(x, d.deviceId);
    const place = placeOf(x, `draw ${d.deviceId}`);
    if (nowA === undefined || place < 0) {
      // not in the box any more: what was planned of it then, with the doubt of then
      knownAh += d.meanA * onH;
      goneVariance += (d.meanA * onH * d.spreadFraction) ** 2;
      continue;
    }
    if (onH > 0) weights.push([place, nowA * onH]);
    parts.push({ deviceId: d.deviceId, name: d.name, place, onH, meanA: nowA, outingH: durationH });
  }
  weights.push(...weight(x, 'box', boxDrawA(x.box, x.plan.demand) * durationH));
  // as the plan has it now: a share that was taken over since must not count twice
  const shade = x.box.charging.solar?.unshadedFraction;
  const sunAh =
    shade !== undefined && planned.unshadedFraction
      ? (planned.sunAh * shade) / planned.unshadedFraction
      : planned.sunAh;
  weights.push(...weight(x, 'sun', -sunAh));
  const sum = knownAh + weights.reduce((s, [i, w]) => s + w * x.belief.mean[i]!, 0);
  return { weights, knownAh, sum, variance: goneVariance + (NOISE.habitFraction * sum) ** 2, parts };
}

/**
 * Charge as it was read: mean and standard deviation of this reading alone, and how it moves with what is the same in every
 * reading of this battery, its own offset from the voltage table (per volt). Many readings do not average that away.
 */
type Soc = { mean: number; spread: number; perTableV: number };

const asNoted = (mean: number): Soc => ({ mean, spread: NOISE.startFraction, perTableV: 0 });

/** Charge at the start: noted by the meter, read, or as planned. */
function startOf(x: About, r: EntryOf<'outing'>): Soc {
  if (r.startPercent !== null) return asNoted(r.startPercent);
  const read = r.startV === null ? undefined : socOf(x, r.startV);
  return read && read.spread < 0.1 ? read : asNoted(r.planned.startFraction ?? x.plan.bank?.startFraction ?? 1);
}

/** Half of the stretch over which the table's slope is taken, V: it has corners every twentieth of the charge. */
const SLOPE_V = 0.05;

/** Charge a rested voltage means. Undefined where nobody knows the chemistry. */
function socOf(x: About, volts: number): Soc | undefined {
  const b = x.plan.bank;
  if (!b || b.assumedChemistry) return undefined;
  const offV = at(x, 'table') ?? 0;
  const own = volts - offV;
  const perV = (socAt(b.chemistry, own + SLOPE_V) - socAt(b.chemistry, own - SLOPE_V)) / (2 * SLOPE_V);
  // past the ends of the table a voltage says no more than that it is about full, or empty
  const mean = socAt(b.chemistry, own);
  const least = mean === 0 || mean === 1 ? NOISE.endFraction : NOISE.restedFraction;
  return { mean: mean + perV * offV, spread: Math.hypot(least, perV * METER_V), perTableV: -perV };
}

/** Ah that came out of the bank, by the meter or by the percentages read at start and end; null where neither was noted. */
function countedOf(b: Bank | undefined, r: EntryOf<'outing'>): number | null {
  if (r.chargeAh !== null) return r.chargeAh;
  return r.startPercent !== null && r.endPercent !== null && b ? (r.startPercent - r.endPercent) * b.ratedAh : null;
}

/** What was counted is what the devices drew, give or take the meter's offset. */
const countedSeen = (
  x: About,
  b: Bank | undefined,
  r: EntryOf<'outing'>,
  { countedAh, durationH, drawn }: { countedAh: number; durationH: number; drawn: ReturnType<typeof drawnOf> }
): Observation => ({
  what: 'counted',
  unit: 'Ah',
  parts: drawn.parts,
  weights: [...drawn.weights, ...weight(x, 'meter-offset', durationH)],
  value: countedAh - drawn.knownAh,
  variance:
    drawn.variance +
    (NOISE.countFraction * countedAh) ** 2 +
    NOISE.countAh ** 2 +
    (r.chargeAh === null && b ? 2 * (NOISE.percentFraction * b.ratedAh) ** 2 : 0)
});

/** A voltage read under load: how far it lies under the open one tells of the resistance. */
function sagOf(
  x: About,
  b: Bank,
  r: EntryOf<'outing'>,
  {
    capacityAh,
    durationH,
    tookAh,
    start
  }: { capacityAh: number; durationH: number; tookAh: number; start: ReturnType<typeof startOf> }
): Observation {
  const volts = r.endV ?? 0;
  const soc = Math.max(0.05, start.mean - tookAh / capacityAh);
  const ohm = sagMilliOhm(b.chemistry, b.part.capacityAh, r.airC ?? b.tempC, soc) / 1000 / b.count;
  const amps = tookAh / durationH;
  const doubt = capacityAh > 0 ? Math.hypot(start.spread, (0.1 * tookAh) / capacityAh) : 0.1;
  const slope = Math.abs(openCircuitV(b.chemistry, soc + 0.05) - openCircuitV(b.chemistry, soc - 0.05)) / 0.1;
  return {
    what: 'sag',
    unit: 'V',
    parts: [],
    weights: [...weight(x, 'resistance', amps * ohm), ...weight(x, 'table', -1)],
    value: openCircuitV(b.chemistry, soc) - volts,
    variance: NOISE.sagV ** 2 + (slope * doubt) ** 2 + (0.5 * amps * ohm) ** 2
  };
}

function ofOuting(x: About, r: EntryOf<'outing'> & LogRecord): Observation[] {
  const out: Observation[] = [];
  const { durationH } = r;
  if (durationH === null || durationH <= 0) return out;
  const drawn = drawnOf(x, r, durationH);
  const b = x.plan.bank;
  const countedAh = countedOf(b, r);
  if (countedAh !== null && countedAh > 0) out.push(countedSeen(x, b, r, { countedAh, durationH, drawn }));
  const capacityAh = at(x, 'capacity');
  if (!b || capacityAh === undefined || !sameBatteries(x, r)) return out;
  const start = startOf(x, r);
  const cold = capacityFactor(b.chemistry, (r.airC ?? x.box.outing.airC) + x.box.bank.warmerK);
  // what was counted is surer than what was planned
  const tookAh = countedAh ?? drawn.sum;
  const took = countedAh === null ? drawn : { weights: [] as [number, number][], knownAh: countedAh, variance: 0 };
  const counted = countedAh === null ? 0 : (2 * NOISE.countFraction * countedAh) ** 2 + NOISE.countAh ** 2;
  if (r.ended === 'battery-empty')
    out.push({
      what: 'ran-flat',
      unit: 'Ah',
      parts: [],
      weights: [...took.weights, ...weight(x, 'capacity', -cold * start.mean)],
      value: -took.knownAh,
      variance: took.variance + counted + (NOISE.ranFlatFraction * tookAh) ** 2 + (capacityAh * start.spread) ** 2
    });
  else if (r.endV !== null && r.endState === 'rested') {
    const end = socOf(x, r.endV);
    if (end)
      out.push({
        what: 'rested',
        unit: 'Ah',
        parts: [],
        weights: [
          ...took.weights,
          ...weight(x, 'capacity', -(start.mean - end.mean)),
          ...weight(x, 'table', -capacityAh * (start.perTableV - end.perTableV))
        ],
        value: -took.knownAh,
        variance: took.variance + counted + capacityAh ** 2 * (start.spread ** 2 + end.spread ** 2)
      });
  } else if (r.endV !== null && r.endState === 'loaded') {
    out.push(sagOf(x, b, r, { capacityAh, durationH, tookAh, start }));
  }
  return out;
}

/** What the charger put back after an outing that nobody counted. */
function ofCharge(x: About, r: EntryOf<'charge'> & LogRecord): Observation[] {
  const b = x.plan.bank;
  const last = x.before.at(-1);
  if (!b || r.full !== true || r.chargeAh === null || r.chargeAh <= 0 || !last) return [];
  if (last.kind !== 'outing' || last.durationH === null || last.chargeAh !== null || !sameBatteries(x, r)) return [];
  if ((last.startPercent ?? last.planned.startFraction ?? 1) < 0.99) return [];
  const drawn = drawnOf(x, last, last.durationH);
  const backAh = r.chargeAh * CHEMISTRY[b.chemistry].coulombicFraction;
  return [
    {
      what: 'put-in',
      unit: 'Ah',
      parts: drawn.parts,
      weights: drawn.weights,
      value: backAh - drawn.knownAh,
      variance: drawn.variance + (NOISE.putInFraction * backAh) ** 2 + NOISE.countAh ** 2
    }
  ];
}

/** Days since the battery was last known full, with nothing drawn since but by the box itself. */
function restedSince(x: About, r: LogRecord): number | undefined {
  for (let i = x.before.length - 1; i >= 0; i--) {
    const k = x.before[i]!;
    if (k.kind === 'outing' || k.kind === 'capacity') return undefined;
    if (k.kind === 'charge') return k.full === true ? (momentH(r) - momentH(k)) / 24 : undefined;
  }
  return undefined;
}

/** Charge lost on the shelf since it was full: by what it took to fill it again, or by the rested voltage. */
type Lost = { ah: number; spreadAh: number; perTableVAh: number };

function ofStorage(x: About, r: LogRecord, lost: Lost | undefined): Observation[] {
  const capacityAh = at(x, 'capacity');
  const days = restedSince(x, r);
  if (!lost || capacityAh === undefined || days === undefined || days < 7 || !sameBatteries(x, r)) return [];
  return [
    {
      what: 'stored',
      unit: 'Ah',
      parts: [],
      weights: [
        ...weight(x, 'self-discharge', (capacityAh * days) / DAYS_A_MONTH),
        ...weight(x, 'standby', days * 24),
        ...weight(x, 'table', -lost.perTableVAh)
      ],
      value: lost.ah,
      variance: lost.spreadAh ** 2 + (NOISE.storedFraction * lost.ah) ** 2 + NOISE.countAh ** 2
    }
  ];
}

function lostBy(x: About, volts: number | null, percent: number | null): Lost | undefined {
  const capacityAh = at(x, 'capacity');
  const soc = (volts === null ? undefined : socOf(x, volts)) ?? (percent === null ? undefined : asNoted(percent));
  if (capacityAh === undefined || !soc) return undefined;
  return {
    ah: (1 - soc.mean) * capacityAh,
    spreadAh: soc.spread * capacityAh,
    perTableVAh: -soc.perTableV * capacityAh
  };
}

/** What one record tells of the unknowns. A record that tells of none gives none. */
export function observationsOf(x: About, r: LogRecord): Observation[] {
  const b = x.plan.bank;
  switch (r.kind) {
    case 'outing':
      return ofOuting(x, r);
    case 'charge':
      return ofCharge(x, r);
    case 'storage': {
      const efficiency = b ? CHEMISTRY[b.chemistry].coulombicFraction : 1;
      const topUp = r.topUpAh === null ? undefined : { ah: r.topUpAh * efficiency, spreadAh: 0, perTableVAh: 0 };
      return ofStorage(x, r, topUp ?? lostBy(x, r.endV, r.percent));
    }
    case 'reading':
      return [
        ...(r.allOff && r.currentA !== null
          ? [
              {
                what: 'standing' as const,
                unit: 'A' as const,
                parts: [],
                weights: [...weight(x, 'standby', 1), ...weight(x, 'meter-offset', 1)],
                value: Math.abs(r.currentA),
                variance: NOISE.standingA ** 2
              }
            ]
          : []),
        ...(r.state === 'rested' ? ofStorage(x, r, lostBy(x, r.volts, null)) : [])
      ];
    case 'capacity': {
      if (!b || !sameBatteries(x, r)) return [];
      const cold = capacityFactor(b.chemistry, r.airC ?? 20);
      return [
        {
          what: 'capacity-test',
          unit: 'Ah',
          parts: [],
          weights: weight(x, 'capacity', cold),
          value: r.chargeAh,
          variance: (NOISE.capacityFraction * r.chargeAh) ** 2
        }
      ];
    }
    case 'fault':
    case 'change':
    case 'renewal':
    case 'moisture':
    case 'wish':
      return [];
  }
}
