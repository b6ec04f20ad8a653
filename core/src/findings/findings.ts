import { lengthsInUnit } from '../quantity/format.ts';
import { RULES } from './registry.ts';
import { BOX_PLACE, type Facts, type Finding, type Remedy, type Severity } from './rule.ts';

/** What fits the third line of a strip cell. */
const MOST_SHORT = 32;
const cut = (text: string): string => (text.length > MOST_SHORT ? `${text.slice(0, MOST_SHORT - 1)}…` : text);
const RANK: Record<Severity, number> = { stop: 0, caution: 1, note: 2 };

/**
 * Runs every rule over the derived plan. Worst first, then in the order of the stages; accepted ones carry their reason.
 * Only what nobody accepted counts in the verdicts.
 */
export function findings(facts: Facts): { findings: Finding[]; checkCount: number } {
  const reasons = new Map(facts.box.accepted.map((a) => [a.key, a.reason]));
  const told = new Map<string, number>();
  /** Two findings of one rule at one place stay two: each has a key of its own. */
  const own = (key: string): string => {
    const n = (told.get(key) ?? 0) + 1;
    told.set(key, n);
    return n === 1 ? key : `${key}:${n}`;
  };
  const words = (text: string): string => lengthsInUnit(text, facts.box.preferences.lengthUnit);
  const all = RULES.flatMap((rule) =>
    rule.check(facts).map((d): Finding => {
      const where = d.at ?? BOX_PLACE;
      let known: Remedy[] | undefined;
      const key = own(`${rule.id}:${where.id}${d.also ? `:${d.also}` : ''}`);
      return {
        id: rule.id,
        key,
        severity: d.severity,
        verdict: rule.verdict,
        stage: rule.stage,
        where,
        short: cut(words(d.short)),
        title: words(d.title),
        why: words(d.why),
        figures: d.figures ?? {},
        get remedies() {
          known ??= (typeof d.remedies === 'function' ? d.remedies() : (d.remedies ?? [])).map((r) => ({
            ...r,
            label: words(r.label),
            effect: words(r.effect)
          }));
          return known;
        },
        open: d.open ?? false,
        cause: d.cause ?? null,
        asks: d.asks ?? null,
        about: d.about ?? null,
        mayBe: [],
        acceptedBecause: reasons.get(key) ?? null
      };
    })
  );
  return { findings: all.sort((a, b) => RANK[a.severity] - RANK[b.severity]), checkCount: RULES.length };
}
