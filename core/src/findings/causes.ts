import { listOf } from '../quantity/list-of.ts';
import { isRoot, rootFirst } from './roots.ts';
import { isGivingUp } from './gives-up.ts';
import { isWeakPart } from './weak-part.ts';
import type { Finding, Severity } from './rule.ts';

/** Findings that come from one thing, told as one: the thing is named, what follows from it hangs below. */
export type Cause = {
  key: string;
  title: string;
  severity: Severity;
  /** What is shown first and cured first. */
  head: Finding;
  /** The others, worst first. */
  others: Finding[];
};

const RANK: Record<Severity, number> = { stop: 0, caution: 1, note: 2 };

const upper = (text: string): string => `${text[0]?.toUpperCase() ?? ''}${text.slice(1)}`;

const FUSES = 'fuses that protect too little';

/** Names a finding could be told under, the one that says most first. */
function namesOf(f: Finding): string[] {
  if (f.acceptedBecause !== null) return [];
  if (f.open) return [`open ${f.where.kind} ${f.where.id}`, `open alike ${f.id} ${f.asks}`];
  if (f.cause === null) return [`alike ${f.id} ${f.severity}`];
  // fuses of circuits and feeds are one sort of mistake, those of the packs another
  if (f.cause.startsWith('fuse ') && !/^fuse F(0|P\d+)$/.test(f.cause)) return [f.cause, FUSES];
  // the same of several parts is told once, too
  return isWeakPart(f.cause) ? [f.cause, `alike ${f.id} ${f.severity}`] : [f.cause];
}

function titleOf(name: string, all: readonly Finding[]): string {
  const [head] = all;
  if (all.length === 1) return head!.title;
  const places = listOf(all.map((f) => f.where.label));
  if (name.startsWith('open alike '))
    return `${head!.title}; the same at ${listOf(all.slice(1).map((f) => f.where.label))}`;
  if (name.startsWith('open ')) return `${head!.where.label}: ${listOf(all.map(askedOf))} not known`;
  if (name === FUSES) {
    const tags = listOf(all.map((f) => f.cause!.slice('fuse '.length)));
    return `${tags} do not protect what stands behind them`;
  }
  if (name.startsWith('fuse ')) {
    const fuse = name.slice('fuse '.length);
    return `${fuse} does not protect what stands behind it: ${listOf(all.map((f) => (f.where.label === fuse ? 'its wire' : f.where.label)))}`;
  }
  if (name === 'short current') return `A short bursts fuses that cannot break it: ${places}`;
  if (isRoot(head!) || isWeakPart(name) || isGivingUp(name)) return head!.title;
  if (name === 'wall') return `The wall does not suit ${places}`;
  return `${head!.title}; the same at ${listOf(all.slice(1).map((f) => f.where.label))}`;
}

/** What an open item asks for: 'fuse' of 'C3: fuse is unknown'. */
const askedOf = (f: Finding): string => f.asks ?? f.title;

/**
 * Findings told by their causes, worst first, in the order they came.
 * @param all of the box, where only some are told: what those come from is told with them, though it stands elsewhere
 */
export function byCause(told: readonly Finding[], all: readonly Finding[] = told): Cause[] {
  const causes = new Set(told.flatMap((f) => (f.acceptedBecause === null && f.cause !== null ? [f.cause] : [])));
  const roots = all.filter((f) => isRoot(f) && f.acceptedBecause === null && causes.has(f.cause!) && !told.includes(f));
  const findings = [...roots, ...told];
  const count = new Map<string, number>();
  for (const f of findings) for (const name of namesOf(f)) count.set(name, (count.get(name) ?? 0) + 1);
  const fuses = new Set(findings.flatMap((f) => (namesOf(f).includes(FUSES) ? [f.cause!] : [])));
  const nameOf = (f: Finding): string => {
    const names = namesOf(f);
    if (names.includes(FUSES) && fuses.size > 1) return FUSES;
    return names.find((name) => count.get(name)! > 1) ?? f.key;
  };
  const groups = new Map<string, Finding[]>();
  for (const f of findings) {
    const name = nameOf(f);
    const known = groups.get(name);
    if (known) known.push(f);
    else groups.set(name, [f]);
  }
  return [...groups]
    .map(([key, all]): Cause => {
      const sorted = all.toSorted((a, b) => rootFirst(a, b) || RANK[a.severity] - RANK[b.severity]);
      const [head, ...others] = sorted;
      const severity = all.reduce((w, f) => (RANK[f.severity] < RANK[w] ? f.severity : w), head!.severity);
      return { key, title: upper(titleOf(key, sorted)), severity, head: head!, others };
    })
    .toSorted((a, b) => RANK[a.severity] - RANK[b.severity]);
}
