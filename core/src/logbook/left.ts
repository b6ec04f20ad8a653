import type { Bank } from '../battery/bank.ts';
import { capacityFactor } from '../battery/model.ts';
import { restedReading, socBelief } from '../battery/voltage.ts';
import type { Demand } from '../demand/demand.ts';
import { fixed } from '../quantity/format.ts';
import { NINE_ABOVE, NINE_OF_TEN, normalShare } from '../outing/normal.ts';

/** What somebody reads while the box is out; anything may be missing. */
export type Now = {
  /** As the meter shows it, 0 to 1. */
  percent: number | null;
  /** Counted out of the battery since it was full, Ah. */
  countedAh: number | null;
  volts: number | null;
  state: 'rested' | 'loaded' | 'just-charged';
  /** Drawn at this moment, A; needed where the voltage is read loaded. */
  currentA: number | null;
  airC: number;
  /** Hours since it was switched on, where nobody counted: the plan is taken for them. */
  outH: number | null;
};

export type Evidence = {
  from: 'percent' | 'count' | 'voltage' | 'plan';
  socFraction: number;
  /** One standard deviation. */
  spread: number;
};

export type Charge = {
  socFraction: number;
  spread: number;
  /** Nine of ten lie between these. */
  lowFraction: number;
  highFraction: number;
  evidence: Evidence[];
  /** Two of them cannot both be true; empty otherwise. */
  say: string;
};

/** Standard deviations. @source rules of thumb: a shunt meter after some days without being set to full, a bank called full, a plan nobody checked */
const SPREAD = { percent: 0.05, start: 0.03, countFraction: 0.02, planFraction: 0.2 } as const;
/** Two pieces of evidence further apart than this many spreads contradict each other. */
const CONTRADICT = 3;

const FROM_WORDS: Record<Evidence['from'], string> = {
  percent: 'the meter’s percent',
  count: 'the counted amp-hours',
  voltage: 'the voltage',
  plan: 'the plan'
};

/**
 * How full the bank is by everything that was read, each weighed by how much it is worth; percent counts only where no
 * amp-hours do, since the meter makes it from them. Undefined when nothing was read.
 * @source weights by inverse variance; voltage by chemistry, rested or loaded (battery/voltage)
 */
export function chargeNow(bank: Bank, demand: Demand, now: Now): Charge | undefined {
  const capacityAh = bank.ratedAh * bank.healthFraction;
  const capacitySpread = bank.capacitySpreadFraction ?? 0.06;
  const evidence: Evidence[] = [];
  const used = (ah: number, ownSpread: number): Omit<Evidence, 'from'> => ({
    socFraction: bank.startFraction - ah / capacityAh,
    spread: Math.hypot(SPREAD.start, (ah / capacityAh) * capacitySpread, ownSpread)
  });
  if (now.countedAh !== null)
    evidence.push({ from: 'count', ...used(now.countedAh, (SPREAD.countFraction * now.countedAh) / capacityAh) });
  else if (now.percent !== null) evidence.push({ from: 'percent', socFraction: now.percent, spread: SPREAD.percent });
  // with an unknown chemistry a voltage means three things: it is told on the reading card, not reckoned with
  if (now.volts !== null && !bank.assumedChemistry && (now.state !== 'loaded' || now.currentA !== null)) {
    const { mean, spread } = socBelief({
      ...restedReading(bank.chemistry, bank.ratedAh, now.volts, now.airC),
      state: now.state,
      currentA: now.currentA ?? 0
    });
    evidence.push({ from: 'voltage', socFraction: mean, spread });
  }
  if (evidence.length === 0 && now.outH !== null) {
    const ah = demand.meanA * now.outH;
    evidence.push({ from: 'plan', ...used(ah, (SPREAD.planFraction * ah) / capacityAh) });
  }
  if (evidence.length === 0) return undefined;
  const total = evidence.reduce((s, e) => s + 1 / e.spread ** 2, 0);
  const mean = evidence.reduce((s, e) => s + e.socFraction / e.spread ** 2, 0) / total;
  const odd = contradiction(evidence);
  const share = (v: number): number => Math.min(1, Math.max(0, v));
  // what contradicts itself is worth no more than the doubt between the two
  const spread = odd ? Math.max(...evidence.map((e) => Math.abs(e.socFraction - mean))) : Math.sqrt(1 / total);
  return {
    socFraction: share(mean),
    spread,
    lowFraction: share(mean - NINE_OF_TEN * spread),
    highFraction: share(mean + NINE_OF_TEN * spread),
    evidence,
    say: odd
  };
}

function contradiction(evidence: readonly Evidence[]): string {
  const [a, b] = evidence;
  if (!a || !b) return '';
  const apart = Math.abs(a.socFraction - b.socFraction) / Math.hypot(a.spread, b.spread);
  if (apart <= CONTRADICT) return '';
  const percent = (e: Evidence): string => `${fixed(Math.min(1, Math.max(0, e.socFraction)) * 100, 0)} %`;
  return `By ${FROM_WORDS[a.from]} it has ${percent(a)}, by ${FROM_WORDS[b.from]} ${percent(b)}: was the meter set to full before, and is the voltage read as said?`;
}

/** A device that may run on or be switched off. */
export type Running = { deviceId: string; name: string; meanA: number; spreadFraction: number; on: boolean };

/** Everything of the plan that draws, as it draws on average while it is on; what is in `off` is switched off. */
export const runningOf = (demand: Demand, off: readonly string[]): Running[] =>
  demand.devices
    .filter((d) => d.meanA > 0)
    .map(({ deviceId, name, meanA, spreadFraction }) => ({
      deviceId,
      name,
      meanA,
      spreadFraction,
      on: !off.includes(deviceId)
    }));

/** How full, and how well that is known. */
type Full = Pick<Charge, 'socFraction' | 'spread'>;

export type Left = {
  /** Down to the line that is kept back, and down to empty, at the coldest of the outing. */
  availableAh: number;
  emptyAh: number;
  drawA: number;
  hours: number;
  /** Nine of ten lie above the first and below the second. */
  leastH: number;
  mostH: number;
  /** Hours down to empty, nothing kept back. */
  emptyH: number;
};

/** Ah left over a level, and how well it is known. */
function available(bank: Bank, charge: Full, airC: number, floor: number): { mean: number; spread: number } {
  const cold = capacityFactor(bank.chemistry, airC);
  const capacityAh = bank.ratedAh * bank.healthFraction;
  const share = Math.max(0, charge.socFraction - floor);
  const mean = capacityAh * cold * share;
  return {
    mean,
    spread: capacityAh * cold * Math.hypot(charge.spread, share * (bank.capacitySpreadFraction ?? 0.06))
  };
}

function drawOf(running: readonly Running[], boxA: number): { mean: number; spread: number } {
  const on = running.filter((d) => d.on);
  return {
    mean: boxA + on.reduce((s, d) => s + d.meanA, 0),
    spread: Math.sqrt(on.reduce((s, d) => s + (d.meanA * d.spreadFraction) ** 2, 0) + (0.3 * boxA) ** 2)
  };
}

/**
 * Hours that are left with these devices on.
 * @param measuredA what the meter shows: taken in place of the sum where given
 */
export function hoursLeft(
  bank: Bank,
  charge: Full,
  running: readonly Running[],
  at: { airC: number; boxA: number; measuredA?: number | undefined }
): Left {
  const room = available(bank, charge, at.airC, bank.keepBackFraction);
  const empty = available(bank, charge, at.airC, 0);
  const planned = drawOf(running, at.boxA);
  const draw = at.measuredA === undefined ? planned : { mean: at.measuredA, spread: 0.05 * at.measuredA };
  if (draw.mean <= 0)
    return {
      availableAh: room.mean,
      emptyAh: empty.mean,
      drawA: 0,
      hours: Infinity,
      leastH: Infinity,
      mostH: Infinity,
      emptyH: Infinity
    };
  const hours = room.mean / draw.mean;
  const spreadH = Math.hypot(room.spread / draw.mean, (hours * draw.spread) / draw.mean);
  return {
    availableAh: room.mean,
    emptyAh: empty.mean,
    drawA: draw.mean,
    hours,
    leastH: Math.max(0, hours - NINE_ABOVE * spreadH),
    mostH: hours + NINE_ABOVE * spreadH,
    emptyH: empty.mean / draw.mean
  };
}

/** Chance that so many hours more are served without going under the kept-back line. @source normal approximation of what is left less what is drawn */
export function chanceOf(
  bank: Bank,
  charge: Full,
  running: readonly Running[],
  at: { airC: number; boxA: number },
  moreH: number
): number {
  const room = available(bank, charge, at.airC, bank.keepBackFraction);
  const draw = drawOf(running, at.boxA);
  const spread = Math.hypot(room.spread, draw.spread * moreH);
  if (spread === 0) return room.mean >= draw.mean * moreH ? 1 : 0;
  return normalShare((room.mean - draw.mean * moreH) / spread);
}

/** From this chance on somebody may count on it. */
const SURE_ENOUGH = 0.9;

/**
 * What to switch off so that so many hours more are sure enough: the fewest devices, the hungriest first, of those the
 * smallest that still does. Empty when nothing has to go; undefined when even switching everything off would not do.
 */
export function switchOff(
  bank: Bank,
  charge: Full,
  running: readonly Running[],
  at: { airC: number; boxA: number },
  moreH: number
): { devices: Running[]; chance: number } | undefined {
  const without = (gone: readonly Running[]): number =>
    chanceOf(
      bank,
      charge,
      running.map((d) => (gone.includes(d) ? { ...d, on: false } : d)),
      at,
      moreH
    );
  if (without([]) >= SURE_ENOUGH) return { devices: [], chance: without([]) };
  const on = running.filter((d) => d.on && d.meanA > 0).toSorted((a, b) => b.meanA - a.meanA);
  const gone: Running[] = [];
  for (const d of on) {
    // one that is just enough is better than the hungriest
    const last = on.toReversed().find((k) => !gone.includes(k) && without([...gone, k]) >= SURE_ENOUGH);
    if (last) return { devices: [...gone, last], chance: without([...gone, last]) };
    gone.push(d);
  }
  return undefined;
}
