import { Bounds } from './bounds.ts';
import { batteryOptions, caseOptions, mayFit, type BatteryOption, type RuledOut } from './candidates.ts';
import type { Merits } from './assess.ts';
import type { Pair } from './pair.ts';
import type { Ground } from './parts.ts';

/** Name of a pair, the same for the same one. */
export const pairKey = (p: { battery: { id: string }; count: number; case: { id: string } }): string =>
  `${p.battery.id} ${p.count} ${p.case.id}`;

/** A pair that may hold, with what it could be at the very best. */
export type Candidate = { option: BatteryOption; case: Pair['case']; bound: Merits; key: string };

/** How much a chance under the wish counts against the other aims. @source chosen so that it comes last */
const UNSURE_WEIGHT = 20;

/** Share of a case that packs may fill while ports still find their places, and how much more counts. @source measured over the forty outings */
const ROOMY_FILL = 0.2;
const CROWDED_WEIGHT = 30;

/** The pairs in the order in which they are looked at: by their sum of merits against the best of each, the aims taking turns. */
export function inTurns(all: readonly Candidate[], leastChance: number): Candidate[] {
  if (all.length === 0) return [];
  const least = (of: (m: Merits) => number): number => Math.max(1e-9, Math.min(...all.map((c) => of(c.bound))));
  const [price, mass, volume] = [least((m) => m.priceAmount), least((m) => m.massKg), least((m) => m.volumeL)];
  // what will hardly be sure enough comes late
  const unsure = (o: BatteryOption): number => UNSURE_WEIGHT * Math.max(0, leastChance - o.likelyChance);
  const sum = ({ bound: m, option }: Candidate): number =>
    m.priceAmount / price + m.massKg / mass + m.volumeL / volume - option.likelyChance + unsure(option);
  const by = (of: (c: Candidate) => number): Candidate[] =>
    all.toSorted(
      (a, b) => unsure(a.option) - unsure(b.option) || of(a) - of(b) || sum(a) - sum(b) || (a.key < b.key ? -1 : 1)
    );
  // a box with room to spare is hardly ever refused: the first sound one comes from here
  const tight = ({ option: { battery: b, count }, case: k }: Candidate): number =>
    CROWDED_WEIGHT *
    Math.max(
      0,
      (count * b.lengthMm * b.widthMm * b.heightMm) / (k.rimLengthMm * k.rimWidthMm * k.depthMm) - ROOMY_FILL
    );
  const orders = [
    by((c) => sum(c) + tight(c)),
    by(sum),
    by((c) => c.bound.priceAmount),
    by((c) => c.bound.massKg),
    by((c) => c.bound.volumeL),
    by((c) => -c.bound.chanceFraction),
    by((c) => c.bound.toBuyAmount)
  ];
  const seen = new Set<Candidate>();
  for (let i = 0; i < all.length; i++) for (const order of orders) seen.add(order[i]!);
  return [...seen];
}

/** Every pair that may hold, with its bound. */
export function candidatesFor(g: Ground): { all: Candidate[]; out: RuledOut[] } {
  const batteries = batteryOptions(g);
  const cases = caseOptions(g);
  const bounds = new Bounds(g);
  const all = batteries.options.flatMap((option) =>
    cases.options
      .filter((c) => mayFit(g, option, c))
      .map((c): Candidate => ({
        option,
        case: c,
        bound: bounds.of(option, c),
        key: pairKey({ battery: option.battery, count: option.count, case: c })
      }))
  );
  return { all, out: [...batteries.out, ...cases.out] };
}
