import type { Box, Circuit } from '../box/schema.ts';

export type Chains = {
  /** Which circuit each one is fed from; circuits fed from the main path itself are not in it. */
  upOf: ReadonlyMap<string, string>;
  /** Circuits in an order in which every one stands behind the one that feeds it. */
  order: readonly Circuit[];
  /** Circuits that feed each other in a ring; they are worked out as if fed from the main path. */
  loops: readonly (readonly string[])[];
  /** Fed from a circuit that is not there. */
  lost: readonly string[];
};

/** Circuits that a daisy chain takes along by itself: loads behind the master. */
const inChain = (c: Circuit): boolean => c.purpose === 'load' && c.live === 'master';

/**
 * Who feeds whom. In a daisy chain every load behind the master hangs on the one before it unless it says otherwise;
 * with a fuse block only circuits that say so do.
 */
export function chains(box: Pick<Box, 'circuits' | 'wiring'>): Chains {
  const { circuits } = box;
  const byId = new Map(circuits.map((c) => [c.id, c]));
  const up = new Map<string, string>();
  const lost: string[] = [];
  let before: Circuit | undefined;
  for (const c of circuits) {
    const chained = box.wiring.school === 'daisy-chain' && inChain(c);
    if (c.tapFrom.is === 'set') {
      if (byId.has(c.tapFrom.value)) up.set(c.id, c.tapFrom.value);
      else lost.push(c.id);
    } else if (c.tapFrom.is === 'auto' && chained && before) up.set(c.id, before.id);
    if (chained) before = c;
  }
  const loops: string[][] = [];
  const settled = new Set<string>();
  for (const c of circuits) {
    const way: string[] = [];
    let now: string | undefined = c.id;
    while (now !== undefined && !settled.has(now) && !way.includes(now)) {
      way.push(now);
      now = up.get(now);
    }
    if (now !== undefined && way.includes(now)) {
      const ring = way.slice(way.indexOf(now));
      loops.push(ring);
      for (const id of ring) up.delete(id);
    }
    for (const id of way) settled.add(id);
  }
  const order: Circuit[] = [];
  const done = new Set<string>();
  const place = (c: Circuit): void => {
    if (done.has(c.id)) return;
    done.add(c.id);
    const feeder = byId.get(up.get(c.id) ?? '');
    if (feeder) place(feeder);
    order.push(c);
  };
  circuits.forEach(place);
  return { upOf: up, order, loops, lost };
}

/** The circuits behind one, itself first. */
export function behind(chain: Chains, id: string): string[] {
  const out = [id];
  for (const c of chain.order) {
    const feeder = chain.upOf.get(c.id);
    if (feeder !== undefined && out.includes(feeder) && !out.includes(c.id)) out.push(c.id);
  }
  return out;
}

/** The circuits on the way to one, the first of the chain first, itself last. */
export function wayTo(chain: Chains, id: string): string[] {
  const out = [id];
  for (let up = chain.upOf.get(id); up !== undefined; up = chain.upOf.get(up)) out.unshift(up);
  return out;
}
