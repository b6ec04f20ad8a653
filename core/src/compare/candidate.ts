import { leastAtPortV } from '../demand/own-volts.ts';
import { set } from '../box/edit.ts';
import { lifeOutings } from '../battery/bank.ts';
import { CHEMISTRY } from '../battery/chemistry.ts';
import { applyEdits, type Edit } from '../box/edits.ts';
import type { Box } from '../box/schema.ts';
import type { Catalogue, PartOf } from '../catalogue/part.ts';
import { chargingPlan } from '../charge/charging.ts';
import { evaluate, type Plan } from '../evaluate.ts';
import { BLOCK } from '../outing/scatter.ts';
import { SURE_RUNS, sureRuns } from '../outing/sure.ts';

/** What one battery means for this box, for a comparison side by side. */
export type Candidate = {
  /** null when it outlasts the longest look ahead. */
  lastsH: number | null;
  /** Hours it reaches in nine of ten cases; null likewise. */
  surelyH: number | null;
  chanceFraction: number;
  usableAh: number;
  /** Volts at the plug of the device that is fussiest about them, at its last hour; null without one. */
  endV: number | null;
  fussiest: string | null;
  massKg: number;
  priceAmount: number | null;
  pricePerOuting: number | null;
  chargeH: number | null;
  chargeA: number;
  coldCharging: boolean;
  airTravel: string;
  fits: string;
};

/** The edits that put a candidate in place of the bank. */
export const chooseBattery = (part: PartOf<'battery'>, count: number): Edit[] => [
  set(`parts/${part.id}`, part),
  set('bank/partId', part.id),
  set('bank/count', count),
  set('bank/packs', [])
];

/** Runs for a battery only thought of: its chance within two percent or so, a row in a fraction of a second. */
const ROW_RUNS = 5 * BLOCK;

/** A candidate judged in this box, as new; in pieces, like `candidate`. */
export function* judge(
  box: Box,
  catalogue: Catalogue,
  part: PartOf<'battery'>,
  count: number
): Generator<unknown, Candidate> {
  const doc = applyEdits(box, chooseBattery(part, count));
  return yield* candidate(doc, evaluate(doc, catalogue), ROW_RUNS);
}

/**
 * The comparable facts of a plan's battery; by default as sure as the Outing stage says it, from the same runs.
 * In pieces, so that a worker can be stopped; `finished` takes it to its end.
 * @throws never; fields that cannot be told are null
 */
export function* candidate(box: Box, plan: Plan, runCount = SURE_RUNS): Generator<unknown, Candidate> {
  const b = plan.bank;
  if (!b)
    return {
      lastsH: 0,
      surelyH: 0,
      chanceFraction: 0,
      usableAh: 0,
      endV: null,
      fussiest: null,
      massKg: plan.carry.massKg,
      priceAmount: null,
      pricePerOuting: null,
      chargeH: null,
      chargeA: 0,
      coldCharging: false,
      airTravel: '–',
      fits: '–'
    };
  const data = CHEMISTRY[b.chemistry];
  const o = plan.outing;
  const many = o ? yield* sureRuns(box, plan.demand, b, plan.feed, { runCount }) : undefined;
  const most = 6 * box.outing.durationH - 1e-6;
  const charge = chargingPlan(box, plan);
  const price = b.part.priceAmount === null ? null : b.part.priceAmount * b.count;
  const byCalendar = data.calendarYears * Math.max(1, box.bank.outingsPerYear);
  const fussy = fussiest(box, plan);
  return {
    lastsH: o ? (Number.isFinite(o.lastsH) ? o.lastsH : null) : 0,
    surelyH: many ? (many.p10H >= most ? null : many.p10H) : 0,
    chanceFraction: many?.chanceFraction ?? 0,
    usableAh: b.usableAh,
    endV: fussy?.volts ?? null,
    fussiest: fussy?.name ?? null,
    massKg: plan.carry.massKg,
    priceAmount: price,
    pricePerOuting: price === null ? null : price / Math.min(lifeOutings(b), byCalendar),
    chargeH: charge?.hours?.totalH ?? null,
    chargeA: charge?.chargerA ?? 0,
    coldCharging: data.chargeMinC < 0,
    airTravel: !data.isLithium
      ? 'ask the airline'
      : b.packWh <= 100
        ? 'cabin'
        : b.packWh <= 160
          ? 'with approval'
          : 'no',
    fits: plan.fit ? (plan.fit.state === 'fits' ? 'yes' : plan.fit.state === 'no' ? 'no' : 'not proven') : 'no case yet'
  };
}

/** The device with the highest least voltage, and what its plug still has when it last runs. */
function fussiest(box: Box, plan: Plan): { name: string; volts: number } | undefined {
  const o = plan.outing;
  if (!o) return undefined;
  let best = -1;
  let most = 0;
  box.devices.forEach((d, i) => {
    const leastV = leastAtPortV(d) ?? 0;
    if (plan.demand.devices[i]!.onH === 0 || leastV <= most) return;
    best = i;
    most = leastV;
  });
  if (best < 0) return undefined;
  const volts = o.run.portV[o.portOfLoad[best]!]!;
  const amps = o.run.loadA[best]!;
  let last = amps.length - 1;
  while (last > 0 && amps[last] === 0) last--;
  return { name: box.devices[best]!.name, volts: volts[last]! };
}
