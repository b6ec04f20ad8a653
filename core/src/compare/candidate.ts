import type { Box } from '../box/schema.ts';
import type { Plan } from '../evaluate.ts';
import { chargerA } from '../wiring/wiring.ts';
import { lifeOutings } from '../battery/bank.ts';
import { CHEMISTRY } from '../battery/chemistry.ts';
import { chargeHours } from '../battery/model.ts';

/** What one battery means for this box, for a comparison side by side. */
export type Candidate = {
  /** null when it outlasts the longest look ahead. */
  lastsH: number | null;
  chanceFraction: number;
  usableAh: number;
  endV: number | null;
  massKg: number;
  priceAmount: number | null;
  pricePerOuting: number | null;
  chargeH: number | null;
  chargeA: number;
  coldCharging: boolean;
  airTravel: string;
  fits: string;
};

/** SoC at which the current starts to fall, and the tail, by kind. @source electrical reference 6 */
const TAPER = {
  lithium: { taperSocFraction: 0.96, tailShare: 0.05 },
  lead: { taperSocFraction: 0.8, tailShare: 0.02 }
} as const;

/** The comparable facts of a plan's battery. @throws never; fields that cannot be told are null */
export function candidate(box: Box, plan: Plan): Candidate {
  const b = plan.bank;
  if (!b)
    return {
      lastsH: 0,
      chanceFraction: 0,
      usableAh: 0,
      endV: null,
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
  const amps = chargerA(box, b) ?? 0;
  const t = data.isLithium ? TAPER.lithium : TAPER.lead;
  const tailA = t.tailShare * b.ratedAh;
  const charge =
    amps > tailA
      ? chargeHours(b.ratedAh, {
          fromFraction: b.keepBackFraction,
          toFraction: 1,
          currentA: amps,
          tailA,
          taperSocFraction: t.taperSocFraction,
          coulombicFraction: data.coulombicFraction
        })
      : undefined;
  const price = b.part.priceAmount === null ? null : b.part.priceAmount * b.count;
  const byCalendar = data.calendarYears * Math.max(1, box.bank.outingsPerYear);
  return {
    lastsH: plan.outing ? (Number.isFinite(plan.outing.lastsH) ? plan.outing.lastsH : null) : 0,
    chanceFraction: plan.outing?.chanceFraction ?? 0,
    usableAh: b.usableAh,
    endV: plan.outing?.endBatteryV ?? null,
    massKg: plan.carry.massKg,
    priceAmount: price,
    pricePerOuting: price === null ? null : price / Math.min(lifeOutings(b), byCalendar),
    chargeH: charge?.totalH ?? null,
    chargeA: amps,
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
