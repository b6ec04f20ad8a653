import { changed } from '../findings/changed.ts';
import { matterOf } from '../findings/matter.ts';
import type { Finding, Severity } from '../findings/rule.ts';

const BAD: Record<Severity, number> = { stop: 2, caution: 1, note: 0 };
/** Consequences named in an open item: more would not be read. */
const NAMED = 2;
const EVERYWHERE = 'It is so whatever is found where something is not known; the figures are those of the best case.';

/** What may be wrong at an end of the ranges and is not wrong everywhere. */
function possible(stands: ReadonlyMap<string, Finding>, ends: readonly (readonly Finding[])[]): Finding[] {
  const worst = new Map<string, Finding>();
  for (const f of ends.flat()) {
    if (f.open || f.severity === 'note' || f.acceptedBecause !== null) continue;
    const sure = stands.get(f.key);
    if (sure && BAD[sure.severity] >= BAD[f.severity]) continue;
    const was = worst.get(f.key);
    if (!was || BAD[f.severity] > BAD[was.severity]) worst.set(f.key, f);
  }
  return [...worst.values()].toSorted((a, b) => BAD[b.severity] - BAD[a.severity]);
}

/** Which of the possible findings hang on an open item: those of its place, and those that come from its fuse. */
function hangsOn(
  open: Finding,
  maybe: readonly Finding[],
  bySort: readonly Finding[],
  ranged: Ends['ranged']
): Finding[] {
  if (open.id === 'chemistry-unknown') return [...bySort];
  if (open.about === null || !ranged.has(open.about)) return [];
  const rules = ranged.get(open.about);
  const all = rules ? maybe.filter((f) => rules.test(f.id)) : maybe;
  const { kind, id } = open.where;
  const own = all.filter(
    (f) => (f.where.kind === kind && f.where.id === id) || (f.cause !== null && f.cause === open.cause)
  );
  // what is so of the whole box may be wrong anywhere
  return kind === 'box' || kind === 'battery' ? (own.length > 0 ? own : [...all]) : own;
}

/** What another end says of the same matter, whichever rule or element says it there. */
function sameMatter(end: ReadonlyMap<string, Finding>, f: Finding): Finding | undefined {
  const matter = matterOf(f);
  return matter === f.key ? undefined : [...end.values()].find((o) => matterOf(o) === matter);
}

type Ends = {
  ends: readonly (readonly Finding[])[];
  sorts: readonly (readonly Finding[])[];
  /** Fields whose range was tried, with the rules that hang on each. */
  ranged: ReadonlyMap<string, RegExp | undefined>;
};

/**
 * What is said of a box with unknowns, from what its ends say: wrong at every end stands, as mild as the best end has it;
 * right at every end is not spoken of; else one open item tells what it depends on, and what may be wrong. Being unknown
 * never clears a stop and never makes one.
 * @param rough what the rules say with the unknowns left open
 * @param ends the same for each end of the ranges, the best one first
 * @param sorts the same for each other chemistry the battery may have
 * @param ranged fields whose range was tried: an item about one of them that nothing hangs on is left out
 */
export function settle(rough: readonly Finding[], { ends, sorts, ranged }: Ends): Finding[] {
  const all = [...ends, ...sorts];
  const maps = all.map((list) => new Map(list.filter((f) => !f.open).map((f) => [f.key, f])));
  const said = new Set(rough.filter((f) => !f.open).map((f) => f.key));
  const stands = new Map<string, Finding>();
  for (const best of ends[0]!) {
    if (best.open) continue;
    const everywhere = maps.map((m) => m.get(best.key) ?? sameMatter(m, best));
    if (everywhere.some((f) => f === undefined)) continue;
    const mildest = everywhere.map((f) => f!).toSorted((a, b) => BAD[a.severity] - BAD[b.severity])[0]!;
    const f = mildest;
    if (stands.has(f.key)) continue;
    stands.set(f.key, said.has(f.key) ? mildest : withWhy(mildest, `${mildest.why} ${EVERYWHERE}`, []));
  }
  // what the open plan says against the box is possible, too: nothing that was said is lost
  const maybe = possible(stands, [...ends, rough]);
  const bySort = possible(stands, [ends[0]!, ...sorts]);
  const asked = rough.filter((f) => f.open);
  const hanging = new Map(asked.map((f) => [f, hangsOn(f, maybe, bySort, ranged)]));
  // what hangs on no place that is asked about hangs on what may bring it about, wherever that is asked
  const told = new Set([...hanging.values()].flat());
  const ranging = asked.filter((f) => f.about !== null && ranged.has(f.about));
  const idle = new Set(ranging.filter((f) => hanging.get(f)!.length === 0));
  for (const left of new Set([...maybe, ...bySort])) {
    if (told.has(left)) continue;
    const may = ranging.filter((f) => ranged.get(f.about!)?.test(left.id) ?? true);
    const among = may.length > 0 ? may : ranging;
    for (const f of among.some((a) => idle.has(a)) ? among.filter((a) => idle.has(a)) : among.slice(0, 1))
      hanging.set(f, [...hanging.get(f)!, left]);
  }
  const open = asked.flatMap((f): Finding[] => {
    const hang = hanging.get(f)!;
    if (f.about !== null && ranged.has(f.about) && hang.length === 0) return [];
    const titles = [...new Set(hang.map((h) => h.title))];
    const more = titles.length > NAMED ? ` (and ${titles.length - NAMED} more)` : '';
    const then = titles.length === 0 ? '' : ` At its worst: ${titles.slice(0, NAMED).join('; ')}${more}.`;
    return [
      withWhy(
        f,
        `${f.why}${then}`,
        hang.map(({ key, title, severity }) => ({ key, title, severity }))
      )
    ];
  });
  return [...stands.values(), ...open].toSorted((a, b) => BAD[b.severity] - BAD[a.severity]);
}

const withWhy = (f: Finding, why: string, mayBe: Finding['mayBe']): Finding =>
  changed(f, { severity: f.open && f.severity === 'stop' ? 'caution' : f.severity, why, mayBe });
