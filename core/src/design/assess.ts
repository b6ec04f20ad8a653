import type { Box } from '../box/schema.ts';
import type { PartOf } from '../catalogue/part.ts';
import type { Plan } from '../evaluate.ts';
import type { Finding } from '../findings/rule.ts';
import type { KitLine } from '../kit/line.ts';
import { stands } from '../remedy/attempt.ts';
import type { Ground, Home } from './parts.ts';

/** What designs are compared by. */
export type Merits = {
  /** As the strip says it: packets as sold, what the box's own list says is owned taken off. */
  priceAmount: number;
  /** What is left to buy of that with what lies in the drawer. */
  toBuyAmount: number;
  massKg: number;
  /** Outside of the case, lid on. */
  volumeL: number;
  /** Of lasting the wanted hours; never more than 0.99, for nothing is surer than that. */
  chanceFraction: number;
};

/** A design that was worked out to the end. */
export type Assessed = { box: Box; plan: Plan; merits: Merits; lastsH: number | null; against: Finding[] };

export const SUREST = 0.99;

/** What the packets of a line cost that are still to be bought. */
function leftCost(l: KitLine, home: Home): number {
  const missing = Math.max(0, l.toBuy - (home.get(l.lineId) ?? 0));
  return Math.ceil(missing / l.perPack - 1e-9) * (l.packPrice ?? 0);
}

/** Outer size of a closed case: its inside with the walls, lid included, litres. */
export const outerL = (c: PartOf<'case'>): number =>
  ((c.rimLengthMm + 2 * c.wallMm) * (c.rimWidthMm + 2 * c.wallMm) * (c.depthMm + c.lidDepthMm + 2 * c.wallMm)) / 1e6;

const meritsOf = (g: Ground, plan: Plan, casePart: PartOf<'case'>): Merits => ({
  priceAmount: plan.kit.costPerBox,
  toBuyAmount: plan.kit.lines.reduce((s, l) => s + leftCost(l, g.home), 0) / g.box.kit.boxCount,
  massKg: plan.carry.massKg,
  volumeL: outerL(casePart),
  chanceFraction: Math.min(SUREST, plan.outing?.chanceFraction ?? 0)
});

/** Wishes of the person, not faults of the box: what it may weigh and cost is a limit on what is shown. */
const WISHES: ReadonlySet<string> = new Set(['too-heavy']);
export const isWish = (f: Pick<Finding, 'id'>): boolean => WISHES.has(f.id);

/** What stands against a design: stops and cautions, and what somebody would have to look up first. */
export const against = (plan: Plan): Finding[] =>
  plan.findings.filter(
    (f) => f.acceptedBecause === null && f.severity !== 'note' && (stands(f) || f.open) && !isWish(f)
  );

/** A document with its plan, as designs are compared. */
export const assessed = (g: Ground, box: Box, plan: Plan, casePart: PartOf<'case'>): Assessed => ({
  box,
  plan,
  merits: meritsOf(g, plan, casePart),
  lastsH: plan.outing && Number.isFinite(plan.outing.lastsH) ? plan.outing.lastsH : null,
  against: against(plan)
});
