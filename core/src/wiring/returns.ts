import { panelPartOf, valueOf } from '../box/lookup.ts';
import type { Box, Circuit } from '../box/schema.ts';
import { railsOf } from './rails.ts';
import { startOf, type Tree } from './tree.ts';

/** Whose port each return lands on, in a chain of returns; circuits that go straight to the bus are not in it. */
export function returnChain(box: Box, tree: Tree): ReadonlyMap<string, string> {
  const out = new Map<string, string>();
  if (valueOf(box.wiring.returns, 'bus-bar' as const) !== 'chain') return out;
  const rails = railsOf(box, tree);
  // what a converter feeds comes back to it
  const joins = (c: Circuit): boolean =>
    !rails.has(c.id) &&
    c.purpose === 'load' &&
    startOf(tree, c.id) !== 'post' &&
    c.returnTo === 'bus' &&
    box.ports.some((p) => p.id === c.portId) &&
    panelPartOf(
      box,
      box.ports.find((p) => p.id === c.portId)
    )?.role !== 'meter';
  let before: Circuit | undefined;
  for (const { circuit: c, feed } of tree.order) {
    if (feed || !joins(c)) continue;
    if (before) out.set(c.id, before.id);
    before = c;
  }
  return out;
}

/** What each return carries: its own load and those that land on its port. */
export function carriedBackA(
  back: ReadonlyMap<string, string>,
  loadA: ReadonlyMap<string, number>
): ReadonlyMap<string, number> {
  const out = new Map(loadA);
  for (const [id, amps] of loadA) {
    const seen = new Set([id]);
    for (let up = back.get(id); up !== undefined && !seen.has(up); up = back.get(up)) {
      seen.add(up);
      out.set(up, (out.get(up) ?? 0) + amps);
    }
  }
  return out;
}

/** For each circuit the others that its return runs over, in a chain of returns. */
export function returnWays(box: Box, tree: Tree): ReadonlyMap<string, readonly string[]> {
  const back = returnChain(box, tree);
  const out = new Map<string, string[]>();
  for (const id of back.keys()) {
    const way: string[] = [];
    for (let up = back.get(id); up !== undefined && !way.includes(up); up = back.get(up)) way.push(up);
    out.set(id, way);
  }
  return out;
}
