import type { PartOf } from '../catalogue/part.ts';

/** Reserve, cold and age in one, before a battery is chosen. @source rule of thumb, electrical reference 12: a fifth for cold and age */
const ROOM = 1.3;

/** Narrower than this nothing would be left to compare. @source rule of thumb */
const LIKELY = { leastShare: 0.8, mostTimes: 2, mostAtLeastAh: 12 } as const;

/** The batteries worth a look for this outing: from a little under what is needed to twice that, but the chosen one. */
export function likelyBatteries(
  batteries: readonly PartOf<'battery'>[],
  wanted: { neededAh: number | undefined; totalAh: number },
  chosenId: string | undefined
): PartOf<'battery'>[] {
  const wantedAh = wanted.neededAh ?? wanted.totalAh * ROOM;
  const mostAh = Math.max(wantedAh * LIKELY.mostTimes, LIKELY.mostAtLeastAh);
  return batteries.filter(
    (p) => p.id !== chosenId && p.capacityAh >= wantedAh * LIKELY.leastShare && p.capacityAh <= mostAh
  );
}
