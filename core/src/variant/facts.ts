import type { Box } from '../box/schema.ts';
import type { Plan } from '../evaluate.ts';
import type { Severity, Verdict } from '../findings/rule.ts';
import { NINE_ABOVE } from '../outing/normal.ts';
import type { VerdictState } from '../verdict.ts';

/** What a variant is by its figures. */
export type VariantFacts = {
  answers: { id: Verdict; name: string; state: VerdictState; say: string }[];
  priceAmount: number;
  massKg: number;
  /** Hours as often as not, and in nine of ten cases by the quick estimate; null where it far outlasts the outing. */
  halfH: number | null;
  nineH: number | null;
  holeCount: number;
};

export function variantFacts(plan: Plan): VariantFacts {
  const o = plan.outing;
  const finite = (h: number): number | null => (Number.isFinite(h) ? Math.max(0, h) : null);
  return {
    answers: plan.verdicts.map(({ id, name, state, say }) => ({ id, name, state, say })),
    priceAmount: plan.kit.costPerBox,
    massKg: plan.carry.massKg,
    halfH: o ? finite(o.lastsH) : 0,
    nineH: o ? finite(o.lastsH - NINE_ABOVE * o.spreadH) : 0,
    holeCount: plan.panel?.holeCount ?? 0
  };
}

/** A line of the kit that two variants take differently, pieces or metres for one box. */
export type KitDifference = { lineId: string; name: string; unit: string; counts: number[] };

/** Lines of the kit of several variants that are not the same in all of them, in the order of the first that has them. */
export function kitDifferences(plans: readonly Plan[]): KitDifference[] {
  const lines = new Map<string, KitDifference>();
  plans.forEach((plan, i) => {
    for (const l of plan.kit.lines) {
      const known = lines.get(l.lineId) ?? { lineId: l.lineId, name: l.name, unit: l.unit, counts: plans.map(() => 0) };
      known.counts[i] = l.perBox;
      lines.set(l.lineId, known);
    }
  });
  const differs = (d: KitDifference): boolean => d.counts.some((c) => Math.abs(c - d.counts[0]!) > 1e-6);
  return [...lines.values()].filter(differs);
}

/** A finding that not all variants have. */
export type FindingDifference = { key: string; title: string; severities: (Severity | undefined)[] };

export function findingDifferences(plans: readonly Plan[]): FindingDifference[] {
  const found = new Map<string, FindingDifference>();
  plans.forEach((plan, i) => {
    for (const f of plan.findings) {
      if (f.acceptedBecause !== null || f.severity === 'note') continue;
      const known = found.get(f.key) ?? { key: f.key, title: f.title, severities: plans.map(() => undefined) };
      known.severities[i] = f.severity;
      found.set(f.key, known);
    }
  });
  return [...found.values()].filter((d) => d.severities.some((s) => s !== d.severities[0]));
}

/** What belongs to the box and not to one of its variants: it goes along when another is opened. */
const SHARED = ['name', 'preferences'] as const satisfies readonly (keyof Box)[];

/** Another variant as it is opened in place of the present one. */
export const openedVariant = (present: Box, other: Box): Box => ({
  ...other,
  ...Object.fromEntries(SHARED.map((key) => [key, present[key]]))
});
