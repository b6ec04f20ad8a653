import { ofKind } from '../catalogue/of-kind.ts';
import { bank } from '../battery/bank.ts';
import { CHEMISTRY, usedKind } from '../battery/chemistry.ts';
import { applyEdits } from '../box/edits.ts';
import { spaceOf } from '../case/fit.ts';
import type { PartOf } from '../catalogue/part.ts';
import { chooseBattery } from '../compare/candidate.ts';
import { lastsOnly, lastsChance } from '../outing/outing.ts';
import { reaches, sealWord } from '../sealing/sealing.ts';
import { feedOf } from '../wiring/feed.ts';
import { wiringPlan } from '../wiring/wiring.ts';
import { SUREST } from './assess.ts';
import { guardOf } from './build.ts';
import { socketsFor, type Ground } from './parts.ts';
import { waysFor } from './ways.ts';

/** A battery in so many packs, with what it can give at the very best: no drop on the way and nothing drawn by the box. */
export type BatteryOption = {
  battery: PartOf<'battery'>;
  count: number;
  bestH: number;
  bestChance: number;
  /** What is to be expected once there are wires and a meter: for the order only. */
  likelyChance: number;
};

/** Nominal energy of so many packs. */
export const energyWh = (o: { battery: PartOf<'battery'>; count: number }): number =>
  o.battery.capacityAh * o.count * CHEMISTRY[usedKind(o.battery.chemistry)].nominalV;

/** A part that is not looked at further, and why. */
export type RuledOut = { name: string; why: string; partId: string; count: number };

/** Packs side by side that are looked at. */
export const MOST_PACKS = 2;
/** Step of the runs that bound the hours, s, and what a better voltage at the plugs or a coarse step may add to them. */
const STEP_S = 600;
const BOUND_SLACK = 1.05;
/** Share of those hours that is left with wires, meter and idle modules. @source measured over the forty outings: 0.85 to 0.97 */
const LIKELY_SHARE = 0.92;

/**
 * Batteries that can serve the outing at the very best. Sound to leave out: those whose hours fall short even with no loss
 * on the way, those whose short nothing breaks that goes on their terminals, and those the wishes exclude.
 */
export function batteryOptions(g: Ground): { options: BatteryOption[]; out: RuledOut[] } {
  const { wishes } = g.box;
  const mine = wishes.batteryPartId;
  const parts = ofKind(g.catalogue, 'battery').filter((p) =>
    mine === null ? wishes.chemistries.length === 0 || wishes.chemistries.includes(p.chemistry) : p.id === mine
  );
  const counts =
    wishes.batteryCount === null ? Array.from({ length: MOST_PACKS }, (_, i) => i + 1) : [wishes.batteryCount];
  const options: BatteryOption[] = [];
  const out: RuledOut[] = [];
  for (const battery of parts)
    for (const count of counts) {
      const leave = (why: string) => out.push({ name: battery.name, partId: battery.id, count, why });
      const box = applyEdits(g.box, chooseBattery(battery, count));
      const b = bank(box, g.need);
      if (!b) continue;
      const feed = feedOf(wiringPlan({ box, catalogue: g.catalogue, need: g.need, bank: b, fit: undefined }));
      const chanceAt = (lastsH: number): number =>
        Math.min(SUREST, lastsChance(g.need, b, lastsH, g.box.outing.durationH).chanceFraction);
      const bestH = BOUND_SLACK * lastsOnly(box, g.need, b, feed, STEP_S);
      if (bestH < g.box.outing.durationH) leave(`lasts ${bestH.toFixed(1)} h at the very best`);
      else if (
        !waysFor(wishes, battery, count).control.some((control) => guardOf(g, { battery, count, control, holder: 0 }))
      )
        leave('no fuse or breaker that goes on its terminals breaks its short');
      else
        options.push({
          battery,
          count,
          bestH,
          bestChance: chanceAt(bestH),
          likelyChance: chanceAt(bestH * LIKELY_SHARE)
        });
    }
  return { options, out };
}

/** Cases that hold the outing's weather, whose wall takes a socket for every device, and which the wishes allow. */
export function caseOptions(g: Ground): { options: PartOf<'case'>[]; out: RuledOut[] } {
  const options: PartOf<'case'>[] = [];
  const out: RuledOut[] = [];
  for (const p of g.catalogue) {
    if (p.kind !== 'case' || (g.box.wishes.casePartId !== null && p.id !== g.box.wishes.casePartId)) continue;
    const leave = (why: string) => out.push({ name: p.name, partId: p.id, count: 1, why });
    const bare = g.box.devices.find((d) => socketsFor(g, d, 'cheapest', p.wallMm).length === 0);
    if (!reaches(sealWord(p.seal), g.box.outing.seal)) leave('does not hold the weather');
    else if (bare) leave(`no socket for ${bare.name} suits its wall`);
    else options.push(p);
  }
  return { options, out };
}

/** Whether the packs can stand in a case at all: by volume, and one of them by its edges in some order. Sound to leave out what fails. */
export function mayFit(g: Ground, o: BatteryOption, casePart: PartOf<'case'>): boolean {
  const s = spaceOf(casePart, g.box.paddingMm);
  const room = [
    s.rimLengthMm - 2 * s.wallGapMm,
    s.rimWidthMm - 2 * s.wallGapMm,
    s.heightMm - s.floorPadMm - s.roofPadMm
  ];
  const clear = Math.min(o.battery.flagClearanceMm, o.battery.straightClearanceMm);
  const edges = [o.battery.lengthMm, o.battery.widthMm, o.battery.heightMm + clear];
  const volume = (v: readonly number[]): number => v.reduce((a, b) => a * b, 1);
  if (o.count * volume(edges) > volume(room)) return false;
  const sorted = (v: readonly number[]): number[] => v.toSorted((a, b) => a - b);
  const [e, r] = [sorted(edges), sorted(room)];
  return e.every((edge, i) => edge <= r[i]!);
}
