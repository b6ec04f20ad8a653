import type { Attr } from '../box/attr.ts';
import type { Bank } from '../battery/bank.ts';
import { mainFeed } from '../box/feeds.ts';
import type { Box, Origin } from '../box/schema.ts';
import { startsUnfused } from './before-fuse.ts';
import { chargeSources } from '../judge/charge-sources.ts';

/** What controllers and chargers that hang on a feed or circuit push into it: on the main one also those of which nobody said where. */
export const pushedInto = (box: Box, bank: Bank | undefined, id: string): number =>
  pushedBy(box, bank, (from) => {
    if (startsUnfused(box, from)) return false;
    return from.is === 'set' ? 'id' in from.value && from.value.id === id : id === mainFeed(box).id;
  });

/** What those push that hang straight on a post, or where no fuse has come yet. */
export const pushedOffPost = (box: Box, bank: Bank | undefined): number =>
  pushedBy(box, bank, (from) => startsUnfused(box, from));

function pushedBy(box: Box, bank: Bank | undefined, hangs: (from: Attr<Origin>) => boolean): number {
  const { solar, builtIn } = box.charging;
  const parts = new Set([
    ...(solar && hangs(solar.from) ? ['SC'] : []),
    ...builtIn.flatMap((c, i) => (hangs(c.from) ? [`CG${i + 1}`] : []))
  ]);
  if (parts.size === 0) return 0;
  const amps = new Map<string, number>();
  for (const s of chargeSources(box, bank))
    if (s.partId && parts.has(s.partId)) amps.set(s.partId, Math.max(amps.get(s.partId) ?? 0, s.currentA ?? 0));
  return [...amps.values()].reduce((sum, a) => sum + a, 0);
}
