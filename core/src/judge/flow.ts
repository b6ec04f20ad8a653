import { CONVERTER, RELAY, type Conductor, type Terminal } from '../wiring/netlist.ts';

/** A relay’s coil hangs on other leads than its contacts. */
export const COIL = '#coil';
/** What a converter gives is another current than what it takes. */
export const GIVES = '#out';
export const nodeOf = (t: Terminal): string =>
  t.terminal === RELAY.coilPlus || t.terminal === RELAY.coilMinus
    ? `${t.part}${COIL}`
    : t.terminal === CONVERTER.outPlus || t.terminal === CONVERTER.outMinus
      ? `${t.part}${GIVES}`
      : t.part;

/** Follows the positives from the batteries outward and the returns back, and adds up what hangs on each element. */
export class Flow {
  readonly next = new Map<string, Conductor[]>();
  readonly before = new Map<string, Conductor[]>();
  private readonly down = new Map<string, ReadonlySet<string>>();
  private readonly up = new Map<string, ReadonlySet<string>>();
  private readonly backs = new Map<string, Conductor[]>();

  constructor(conductors: readonly Conductor[]) {
    const put = (m: Map<string, Conductor[]>, key: string, c: Conductor) => {
      const list = m.get(key);
      if (list) list.push(c);
      else m.set(key, [c]);
    };
    for (const c of conductors) {
      if (c.polarity === 'positive') {
        put(this.next, nodeOf(c.from), c);
        put(this.before, nodeOf(c.to), c);
      } else if (c.polarity === 'negative') put(this.backs, nodeOf(c.to), c);
    }
  }

  /** Everything the current through a node goes on to, itself in. */
  behind(node: string): ReadonlySet<string> {
    return this.reach(node, this.next, this.down, (c) => nodeOf(c.to));
  }

  /** Everything whose return comes through a node. */
  returning(node: string): ReadonlySet<string> {
    return this.reach(node, this.backs, this.up, (c) => nodeOf(c.from));
  }

  /** Whether a part sits in a return: what goes through it comes back over it. */
  inReturn(node: string): boolean {
    return this.backs.has(node) && !this.before.has(node);
  }

  private reach(
    node: string,
    edges: ReadonlyMap<string, readonly Conductor[]>,
    known: Map<string, ReadonlySet<string>>,
    far: (c: Conductor) => string
  ): ReadonlySet<string> {
    const ready = known.get(node);
    if (ready) return ready;
    const seen = new Set([node]);
    const queue = [node];
    for (let n = queue.pop(); n !== undefined; n = queue.pop())
      for (const c of edges.get(n) ?? []) {
        const to = far(c);
        const all = known.get(to);
        if (all) for (const id of all) seen.add(id);
        else if (!seen.has(to)) {
          seen.add(to);
          queue.push(to);
        }
      }
    known.set(node, seen);
    return seen;
  }
}
