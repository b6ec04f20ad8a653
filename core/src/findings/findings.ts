import { RULES } from './registry.ts';
import { rootFirst } from './roots.ts';
import { wordsOf } from './words/say.ts';
import type { Words } from './words/table.ts';
import { BOX_PLACE, type Facts, type Finding, type Remedy, type Severity } from './rule.ts';

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
  const all = RULES.flatMap((rule) =>
    rule.check(facts).map((d): Finding => {
      const where = d.at ?? BOX_PLACE;
      let known: Remedy[] | undefined;
      let told: Words | undefined;
      const words = (): Words => (told ??= wordsOf(d.say, facts.said));
      const key = own(`${rule.id}:${d.keptAs ?? where.id}${d.also ? `:${d.also}` : ''}`);
      const keys = d.formerly === undefined ? [key] : [key, `${rule.id}:${d.formerly}`];
      const acceptedAs = keys.find((k) => reasons.has(k)) ?? null;
      return {
        id: rule.id,
        key,
        severity: d.severity,
        verdict: d.verdict ?? rule.verdict,
        stage: rule.stage,
        where,
        others: d.others ?? [],
        say: d.say,
        get short() {
          return words().short;
        },
        get title() {
          return words().title;
        },
        get why() {
          return words().why;
        },
        figures: d.figures ?? {},
        get remedies() {
          return (known ??= typeof d.remedies === 'function' ? d.remedies() : (d.remedies ?? []));
        },
        open: d.open ?? false,
        cause: d.cause ?? null,
        asks: d.asks ?? null,
        about: d.about ?? null,
        mayBe: [],
        acceptedAs,
        acceptedBecause: acceptedAs === null ? null : reasons.get(acceptedAs)!
      };
    })
  );
  return {
    findings: all.sort((a, b) => RANK[a.severity] - RANK[b.severity] || rootFirst(a, b)),
    checkCount: RULES.length
  };
}
