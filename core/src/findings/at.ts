import type { Finding, Severity, Where } from './rule.ts';

const RANK: Record<Severity, number> = { stop: 2, caution: 1, note: 0 };

/** Something drawn that can be pressed: a circuit with its port, the packs together, a body inside by its id in the fit. */
export type Thing =
  | { kind: 'device' | 'port' | 'body'; id: string }
  | { kind: 'circuit'; id: string; portId: string }
  | { kind: 'main' };

/** Bodies of packs have these ids in the fit. */
const PACK = /^battery-\d+$/;

/** Whether a finding is about a thing itself: what its mark in a drawing and its details go by. */
export const isOf = (f: Pick<Finding, 'where' | 'others'>, thing: Thing): boolean =>
  [f.where, ...f.others].some((where) => isAt(where, thing));

function isAt(where: Where, thing: Thing): boolean {
  const at = (kind: Where['kind'], id: string): boolean => where.kind === kind && where.id === id;
  if (thing.kind === 'main') return where.kind === 'main';
  if (thing.kind === 'circuit') return at('circuit', thing.id) || at('port', thing.portId);
  if (thing.kind === 'body') return at('body', thing.id) || (PACK.test(thing.id) && where.kind === 'battery');
  return at(thing.kind, thing.id);
}

/** The worst that is said of a thing and that nobody accepted; notes and open questions put no mark on it. */
export function worstOf(findings: readonly Finding[], thing: Thing): Severity | undefined {
  let worst: Severity | undefined;
  for (const f of findings) {
    if (f.severity === 'note' || f.acceptedBecause !== null || f.open || !isOf(f, thing)) continue;
    if (worst === undefined || RANK[f.severity] > RANK[worst]) worst = f.severity;
  }
  return worst;
}
