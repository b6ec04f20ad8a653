import { fewestWires } from './lead-section.ts';
import type { Feed } from '../box/schema.ts';
import { terminalBears } from '../judge/terminals.ts';
import type { WireSize } from '../quantity/wire-size.ts';
import { DROP_BASE_V } from './contacts.ts';
import type { Draft, Sources } from './draft.ts';
import { heldA, letThroughA2s } from './fuse.ts';
import type { FinishContext } from './lead-ohms.ts';
import { END_TAKES_MM2, portTakesMm2, smallestWire, type Laid } from './sizing.ts';
import { feedOfBranch, type Tree } from './tree.ts';
import type { CircuitPlan } from './types.ts';
import type { WayDrops } from './way-drops.ts';

/** The voltage that a share lost is a share of. */
export const baseV = (d: Pick<Draft, 'rail'>): number => d.rail?.outV ?? DROP_BASE_V;

/** What a guard lets through in a heavy short, A²s; 0 where nothing is known of it. */
const letsOf = (g: CircuitPlan['guard']): number =>
  g?.ratingA === undefined || g.limits ? 0 : letThroughA2s(g.family, g.ratingA);

/** What flows for minutes before a guard opens, A; undefined where nobody read it. */
export const heldBy = (g: CircuitPlan['guard']): number | undefined =>
  g?.ratingA === undefined ? undefined : heldA(g.family, g.ratingA);

/** Of several ways to lie the one in which a wire carries least. */
const tightest = (all: readonly Laid[]): Laid => ({
  ...all[0]!,
  insulationC: Math.min(...all.map((l) => l.insulationC)),
  bundledCount: Math.max(...all.map((l) => l.bundledCount))
});

/** Of what a circuit may lose on its way as much may be gone where it begins: the rest is its own. @source rule of thumb */
const FEEDS_LOSE = 0.75;
/** A feed is made no thicker for the drop where copper loses less than this share of what contacts, fuse and switches lose. @source rule of thumb */
const COPPER_COUNTS = 0.5;

/** Thickest wire that goes where a feed ends, mm²; a stud, a bar or a splice takes any. */
const takes = (ends: Feed['ends']): number => END_TAKES_MM2[ends] ?? Infinity;

/** Thickest wire that goes on at both ends of a branch, mm²: its tabs, and the joint it hangs on or ends in. */
function mostMm2({ box, bank }: Sources, t: Tree, d: Draft): number {
  const from = feedOfBranch(box, t, d.circuit.id);
  const onPost = d.live === 'direct' && d.upId === undefined;
  const begins = from ? takes(from.ends) : (onPost && bank && terminalBears(bank.part)?.mostMm2) || Infinity;
  return Math.min(begins, d.feed ? takes(d.feed.ends) : portTakesMm2(d.portPart));
}

const countOf = (d: Draft): number => (d.feed ? fewestWires(d.feed) : d.circuit.wireCount);

/** The smallest wire for those of a group whose wire is automatic: by ampacity, drop, what its fuse lets through, and its ends. */
export function sizeFor(
  sources: Sources,
  { main, tree }: FinishContext,
  ways: WayDrops,
  { members, free, fixed }: { members: readonly Draft[]; free: readonly Draft[]; fixed: (d: Draft) => WireSize }
): WireSize | undefined {
  const { box } = sources;
  const sharedV = (main.lowLoadA * main.commonMilliOhm) / 1000;
  // a short between a shared voltage and the box's minus comes back over its converter's own return
  const most = (d: Draft): number => {
    return Math.max(heldBy(ways.guardsOf(d)[0]) ?? 0, d.carriesA, d.pushedA, d.gives?.worstLimitA ?? 0);
  };
  // the same for every size that is tried
  const mayLoseV = members.map((d) => (d.feed ? FEEDS_LOSE * ways.strictestBehind(d) : d.dropLimitFraction) * baseV(d));
  const holds = (s: WireSize): boolean =>
    members.every((d, i) => {
      // what stands ahead of the group has its wire by now
      const wireOf = (m: Draft): WireSize => (m.wireOrigin === 'auto' && members.includes(m) ? s : fixed(m));
      const shared = d.rail ? 0 : sharedV;
      if (d.feed) return feedHolds(ways.feedLossV(d, wireOf), shared, mayLoseV[i]!);
      return ways.dropOf(d, wireOf).dropV + shared <= mayLoseV[i]!;
    });
  const end = Math.min(...members.map((d) => mostMm2(sources, tree, d)));
  return smallestWire(
    box.preferences.wireSystem,
    tightest(members.map((m) => m.laid)),
    Math.max(...free.map((d) => most(d) / countOf(d))),
    holds,
    box.wiring.reels,
    {
      ...(end < Infinity ? { mostMm2: end } : {}),
      letsA2s: Math.max(0, ...free.map((d) => letsOf(ways.guardsOf(d)[0]))),
      count: Math.min(...free.map(countOf))
    }
  );
}

/** Whether a feed leaves enough of the volts to what hangs behind it, or copper is the least of what it loses. */
function feedHolds(
  { copperV, restV, aheadV }: ReturnType<WayDrops['feedLossV']>,
  sharedV: number,
  mayLoseV: number
): boolean {
  const otherV = restV + aheadV + sharedV;
  return copperV <= COPPER_COUNTS * otherV || copperV + otherV <= mayLoseV;
}
