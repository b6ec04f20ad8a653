import type { Bank } from '../battery/bank.ts';
import { CHEMISTRY } from '../battery/chemistry.ts';
import type { Discharge } from './discharge-read.ts';
import { effectiveAh, openCircuitV } from '../battery/model.ts';
import { bankMilliOhm } from '../battery/resistance.ts';

const HOUR_MS = 3_600_000;
/** At room warmth, as the sheet asks. */
const ROOM_C = 20;

/** Room above the voltage at which a lithium pack's own protection opens, V. @source rule of thumb: it ends by hand, not by the protection */
const ABOVE_PROTECTION_V = 0.5;

/** Voltage under load at which it ends, for the whole bank. @source electrical reference 5: absolute cut-off of the chemistry */
export function stopVoltageV(bank: Bank): number {
  const { isLead, absoluteCutoffV } = CHEMISTRY[bank.chemistry];
  return isLead ? absoluteCutoffV : (bank.part.protectionCutoffV ?? absoluteCutoffV) + ABOVE_PROTECTION_V;
}

/** A discharge over so many hours tells the capacity: a twentieth of it an hour. @source 20 h rate of labels */
const RATE_H = 20;
export const dischargeA = (bank: Pick<Bank, 'ratedAh'>): number => Number((bank.ratedAh / RATE_H).toPrecision(3));
/** Hours a bank takes at a current, by its label. @param currentA over 0 */
export const dischargeH = (bank: Pick<Bank, 'ratedAh'>, currentA: number): number => bank.ratedAh / currentA;

/**
 * Amp-hours that came out: the current runs on between two looks, halfway from one to the next; after the last it stays.
 * @param nowMs moment up to which it is counted; the end where it has ended
 * @source trapezoid rule
 */
export function outAh({ looks, endedMs }: Discharge, nowMs: number): number {
  const until = endedMs ?? nowMs;
  const rows = looks.toSorted((a, b) => a.atMs - b.atMs);
  return rows.reduce((sum, look, i) => {
    const next = rows[i + 1];
    const toMs = Math.min(next?.atMs ?? until, until);
    const hours = Math.max(0, toMs - look.atMs) / HOUR_MS;
    return sum + hours * (next ? (look.currentA + next.currentA) / 2 : look.currentA);
  }, 0);
}

export type DischargeNow = {
  outAh: number;
  /** Hours until it should be empty at the current of the last look; 0 where it should be already. */
  leftH: number;
  /** What the posts should show now under that load. */
  expectedV: number;
  stopV: number;
  /** Minutes after which the meter wants to be looked at again: rarely at first, often near the end. */
  lookInMin: number;
  /** The last look was at or under the voltage where it ends. */
  atEnd: boolean;
};

/** @source rule of thumb: a tenth of what is left, between 5 minutes and an hour */
const LOOK = { share: 0.1, leastMin: 5, mostMin: 60 } as const;

/** How a discharge stands: what came out, how long it should go on, and what the meter should say. */
export function dischargeNow(bank: Bank, d: Discharge, nowMs: number): DischargeNow {
  const last = d.looks.toSorted((a, b) => a.atMs - b.atMs).at(-1)!;
  const out = outAh(d, nowMs);
  const packA = last.currentA / bank.count;
  const holdsAh = bank.count * bank.healthFraction * effectiveAh(bank.chemistry, bank.part.capacityAh, packA, ROOM_C);
  const leftAh = Math.max(0, holdsAh - out);
  const leftH = last.currentA > 0 ? leftAh / last.currentA : Infinity;
  const soc = holdsAh > 0 ? Math.max(0, 1 - out / holdsAh) : 0;
  const sag = (bankMilliOhm(bank, ROOM_C, soc) / 1000) * last.currentA;
  const stopV = stopVoltageV(bank);
  const minutes = Number.isFinite(leftH) ? leftH * 60 * LOOK.share : LOOK.mostMin;
  return {
    outAh: out,
    leftH,
    expectedV: openCircuitV(bank.chemistry, soc) - sag,
    stopV,
    lookInMin: Math.round(Math.min(LOOK.mostMin, Math.max(LOOK.leastMin, minutes))),
    atEnd: last.volts !== null && last.volts <= stopV
  };
}
