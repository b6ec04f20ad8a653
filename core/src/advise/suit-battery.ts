import { bank } from '../battery/bank.ts';
import { applyEdits } from '../box/edits.ts';
import type { Box } from '../box/schema.ts';
import type { PartOf } from '../catalogue/part.ts';
import { chooseBattery } from '../compare/candidate.ts';
import type { Demand } from '../demand/demand.ts';
import { lastsOnly } from '../outing/outing.ts';
import { durationText } from '../quantity/format.ts';
import type { Feed } from '../wiring/feed.ts';
import { finished } from '../work.ts';

export type SuitedBattery = {
  part: PartOf<'battery'>;
  /** Hours it lasts on this outing, one pack; Infinity when far longer than wanted, undefined while nothing runs. */
  lastsH: number | undefined;
  /** Lasts as long as wanted. */
  suits: boolean;
  say: string;
};

type Planned = { demand: Demand; feed: Feed };

/** Step of the run behind a line, s. @source as in suggestBattery */
const STEP_S = 600;

/** All batteries there are as one pack, with the hours each lasts on this outing: those that last first, the lightest first among them. */
export const suitBatteries = (box: Box, plan: Planned, batteries: readonly PartOf<'battery'>[]): SuitedBattery[] =>
  finished(suitingBatteries(box, plan, batteries));

/** The same in pieces: every battery is run through the outing. */
export function* suitingBatteries(
  box: Box,
  plan: Planned,
  batteries: readonly PartOf<'battery'>[]
): Generator<undefined, SuitedBattery[]> {
  const runs = plan.demand.devices.some((d) => d.energyWh > 0);
  const wantedH = box.outing.durationH;
  const rows: SuitedBattery[] = [];
  for (const part of batteries) {
    yield;
    const after = applyEdits(box, chooseBattery(part, 1));
    const lastsH = runs ? lastsOnly(after, plan.demand, bank(after, plan.demand), plan.feed, STEP_S) : undefined;
    rows.push({ part, lastsH, suits: lastsH === undefined || lastsH >= wantedH, say: saysOf(lastsH, wantedH) });
  }
  return rows.sort(
    (a, b) => Number(b.suits) - Number(a.suits) || (a.suits ? a.part.massKg - b.part.massKg : order(b) - order(a))
  );
}

const order = (s: SuitedBattery): number => s.lastsH ?? 0;

function saysOf(lastsH: number | undefined, wantedH: number): string {
  if (lastsH === undefined) return '';
  if (lastsH >= wantedH) return Number.isFinite(lastsH) ? `lasts ${durationText(lastsH)}` : 'lasts far longer';
  return `lasts ${durationText(lastsH)}, ${durationText(wantedH - lastsH)} short`;
}
