import { bank } from '../battery/bank.ts';
import { CHEMISTRY } from '../battery/chemistry.ts';
import { applyEdits, type Edit } from '../box/edits.ts';
import type { Box } from '../box/schema.ts';
import type { PartOf } from '../catalogue/part.ts';
import { chooseBattery } from '../compare/candidate.ts';
import type { Demand } from '../demand/demand.ts';
import { lastsOnly } from '../outing/outing.ts';
import type { Feed } from '../wiring/feed.ts';

export type BatterySuggestion = {
  part: PartOf<'battery'>;
  count: number;
  edits: Edit[];
  /** Whether it serves the whole outing with its reserve. */
  holds: boolean;
  /** Hours it lasts; Infinity when far longer than wanted. */
  lastsH: number;
  /** Hours missing; 0 when it holds. */
  shortH: number;
};

/** As many as one box takes side by side. */
const MOST_PACKS = 4;
/** Step of the run behind a suggestion, s. */
const STEP_S = 600;

/**
 * The smallest iron phosphate bank that serves the outing with its reserve, by the sizing arithmetic and by a run of the
 * time line, several packs in parallel included; the largest there is, with what it falls short, when none does.
 * Undefined while nothing runs or no such battery is known. The one chosen already, with its count, is passed over.
 */
export function suggestBattery(
  box: Box,
  plan: { demand: Demand; feed: Feed },
  batteries: readonly PartOf<'battery'>[]
): BatterySuggestion | undefined {
  if (plan.demand.devices.every((d) => d.energyWh === 0)) return undefined;
  const wattHours = (o: { part: PartOf<'battery'>; count: number }) =>
    o.part.capacityAh * o.count * CHEMISTRY.lfp.nominalV;
  const options = batteries
    .filter((p) => p.chemistry === 'lfp')
    .flatMap((part) => Array.from({ length: MOST_PACKS }, (_, i) => ({ part, count: i + 1 })))
    .filter((o) => o.part.id !== box.bank.partId || o.count !== box.bank.count)
    .sort((a, b) => wattHours(a) - wattHours(b) || a.count - b.count);
  const wantedH = box.outing.durationH;
  const judged = (o: (typeof options)[number]): BatterySuggestion & { sized: boolean } => {
    const edits = chooseBattery(o.part, o.count);
    const after = applyEdits(box, edits);
    const b = bank(after, plan.demand);
    const sized = b !== undefined && b.neededAh <= b.ratedAh * b.startFraction;
    const lastsH = lastsOnly(after, plan.demand, b, plan.feed, STEP_S);
    return { ...o, edits, sized, lastsH, holds: sized && lastsH >= wantedH, shortH: Math.max(0, wantedH - lastsH) };
  };
  // the sizing arithmetic is quick and settles nearly all of them; the run has the last word
  for (const o of options) {
    const b = bank(applyEdits(box, chooseBattery(o.part, o.count)), plan.demand);
    if (!b || b.neededAh > b.ratedAh * b.startFraction) continue;
    const found = judged(o);
    if (found.holds) return found;
  }
  const largest = options.at(-1);
  return largest && judged(largest);
}
