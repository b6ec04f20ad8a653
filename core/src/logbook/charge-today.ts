import type { Bank } from '../battery/bank.ts';
import { CHEMISTRY } from '../battery/chemistry.ts';
import { restedReading, socBelief } from '../battery/voltage.ts';
import { NINE_OF_TEN } from '../outing/normal.ts';
import { DAYS_A_MONTH } from '../quantity/constants.ts';
import type { Box } from '../box/schema.ts';
import { storagePlan } from '../charge/storage.ts';
import type { Plan } from '../evaluate.ts';
import { inOrder, momentH } from './kinds.ts';
import type { LogRecord } from './record.ts';

/** How full the bank is by its records. */
export type ChargeToday = {
  fraction: number;
  lowFraction: number;
  highFraction: number;
  /** The last record that said it, and the day. */
  sinceDay: string;
};

type State = { fraction: number; spread: number; atH: number; day: string };

/** What each kind of record leaves in doubt. @source rules of thumb */
const SPREAD = { full: 0.02, percent: 0.05, planned: 0.1, aMonth: 0.02 } as const;
const HOURS_A_MONTH = DAYS_A_MONTH * 24;

/**
 * Charge estimated at a moment from the records: the last that tells how full it was, less what was drawn and lost since.
 * Undefined while no record tells, or without a battery.
 * @param atH moment, hours as `momentH` counts them
 */
export function chargeToday(box: Box, plan: Plan, records: readonly LogRecord[], atH: number): ChargeToday | undefined {
  const b = plan.bank;
  if (!b) return undefined;
  const capacityAh = b.ratedAh * b.healthFraction;
  const storage = storagePlan(box, plan)!;
  const hourly = storage.drainA / capacityAh;
  const aMonth = storage.perMonthFraction;
  const later = (s: State, toH: number): State => {
    const hours = Math.max(0, toH - s.atH);
    const months = hours / HOURS_A_MONTH;
    return {
      ...s,
      atH: toH,
      fraction: Math.max(0, s.fraction * (1 - aMonth) ** months - hourly * hours),
      spread: Math.hypot(s.spread, SPREAD.aMonth * months)
    };
  };
  const held: Held = { b, capacityAh, storageC: box.charging.storageC };
  let state: State | undefined;
  for (const r of inOrder(records)) {
    const h = momentH(r);
    if (h > atH) break;
    if (state) state = later(state, h);
    state = after(held, state, r, h) ?? state;
  }
  if (!state) return undefined;
  const now = later(state, atH);
  return {
    fraction: now.fraction,
    lowFraction: Math.max(0, now.fraction - NINE_OF_TEN * now.spread),
    highFraction: Math.min(1, now.fraction + NINE_OF_TEN * now.spread),
    sinceDay: now.day
  };
}

/** What the charge is in, and where it lies meanwhile. */
type Held = { b: Bank; capacityAh: number; storageC: number };

/** What is known after a record; undefined where it does not tell. */
function after({ b, capacityAh, storageC }: Held, s: State | undefined, r: LogRecord, h: number): State | undefined {
  const known = (fraction: number, spread: number): State => ({
    fraction: Math.min(1, Math.max(0, fraction)),
    spread,
    atH: h,
    day: r.day
  });
  const less = (ah: number, spreadAh: number): State | undefined =>
    s && known(s.fraction - ah / capacityAh, Math.hypot(s.spread, spreadAh / capacityAh));
  const byVolts = (volts: number): State | undefined => {
    if (b.assumedChemistry) return undefined;
    const read = socBelief(restedReading(b.chemistry, b.ratedAh, volts, storageC));
    // a voltage that says almost nothing does not take the place of a count
    return s && s.spread < read.spread ? undefined : known(read.mean, read.spread);
  };
  switch (r.kind) {
    case 'outing':
      if (r.endPercent !== null) return known(r.endPercent, SPREAD.percent);
      if (r.ended === 'battery-empty') return known(0, SPREAD.percent);
      if (r.chargeAh !== null) return less(r.chargeAh, 0.03 * r.chargeAh);
      if (r.endV !== null && r.endState === 'rested') return byVolts(r.endV) ?? less(r.planned.chargeAh ?? 0, 0);
      return r.planned.chargeAh === null || r.durationH === null || !r.planned.wantedH
        ? undefined
        : less((r.planned.chargeAh * r.durationH) / r.planned.wantedH, SPREAD.planned * capacityAh);
    case 'charge':
      if (r.full === true) return known(1, SPREAD.full);
      if (r.chargeAh === null) return undefined;
      return less(-r.chargeAh * CHEMISTRY[b.chemistry].coulombicFraction, 0.05 * r.chargeAh);
    case 'storage':
      if (r.percent !== null) return known(r.percent, SPREAD.percent);
      if (r.endV !== null) return byVolts(r.endV);
      return r.topUpAh === null ? undefined : less(-r.topUpAh, 0.05 * r.topUpAh);
    case 'reading':
      if (r.percent !== null) return known(r.percent, SPREAD.percent);
      return r.volts !== null && r.state === 'rested' ? byVolts(r.volts) : undefined;
    case 'capacity':
      return known(0, SPREAD.percent);
    case 'fault':
    case 'change':
    case 'renewal':
    case 'moisture':
    case 'wish':
      return undefined;
  }
}
