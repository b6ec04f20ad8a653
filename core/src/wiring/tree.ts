import { switchedAheadOfFuse } from './before-fuse.ts';
import { usualOrigin, mainFeed, switchesOf } from '../box/feeds.ts';
import { AUTO } from '../box/attr.ts';
import type { Box, Circuit, Feed, Origin } from '../box/schema.ts';

/** What hangs on something: a circuit, or a feed other than the main one. */
export type Branch = { id: string; circuit: Circuit; feed: Feed | undefined };

/** Where something begins that hangs on no other branch: behind the main feed or ahead of its switches, at a post, at a controller. */
export type Start = 'main' | 'ahead' | 'post' | 'load-terminal';

export type Tree = {
  /** Which branch each one is fed from; those that begin at the main feed, a post or a controller are not in it. */
  upOf: ReadonlyMap<string, string>;
  /** Whether a branch leaves the one before it ahead of its switch. */
  aheadOf: ReadonlyMap<string, boolean>;
  /** Where the first of each way begins. */
  startOf: ReadonlyMap<string, Start>;
  /**
   * Which post, for what begins at one; null = where the bank's leads are taken off. What begins ahead of a main switch that
   * has no fuse ahead of it begins at a post as well, and is not in it: its way may come in from outside.
   */
  packOf: ReadonlyMap<string, number | null>;
  /** Branches in an order in which every one stands behind the one that feeds it. */
  order: readonly Branch[];
  /** Branches that feed each other in a ring; they are worked out as if fed from the main feed. */
  loops: readonly (readonly string[])[];
  /** Fed from something that is not there. */
  lost: readonly string[];
};

/** A feed as a branch without a port: what circuits and feeds have in common is worked out by one code. */
const feedAsCircuit = (f: Feed): Circuit => ({
  id: f.id,
  name: f.name,
  from: f.from,
  fuse: f.fuse,
  fuseFamily: f.fuseFamily,
  fuseFromStartMm: f.fuseFromStartMm,
  fuseLead: f.fuseLead,
  switchLead: f.switchLead,
  switchPlace: f.switchPlace,
  wire: f.wire,
  wireCount: f.wireCount,
  lengthMm: f.lengthMm,
  returnWire: f.returnWire,
  insulationC: f.insulationC,
  bundledCount: f.bundledCount,
  purpose: 'load',
  portId: '',
  switchPortId: AUTO,
  returnTo: 'bus',
  expectedA: AUTO
});

/** Rings of branches that feed each other; they are cut, so that what is left is a tree. */
function cutLoops(branches: readonly Branch[], up: Map<string, string>): string[][] {
  const loops: string[][] = [];
  const settled = new Set<string>();
  for (const b of branches) {
    const way: string[] = [];
    let now: string | undefined = b.id;
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
  return loops;
}

/** What is known of one branch holds for the other. */
function moved<V>(of: Map<string, V>, from: string, to: string): void {
  if (of.has(from)) of.set(to, of.get(from)!);
  else of.delete(to);
}

/** Ahead of a switch that sits ahead of its fuse there is nothing of that branch yet: what is taken off there begins where it begins. */
function hangAtItsStart(
  branches: readonly Branch[],
  x: {
    main: Feed;
    byId: ReadonlyMap<string, Branch>;
    up: Map<string, string>;
    ahead: Map<string, boolean>;
    start: Map<string, Start>;
    pack: Map<string, number | null>;
  }
): void {
  // one that is left without a fuse of its own is as if its switch came behind
  const leftToOther = ({ feed, circuit }: Branch): boolean =>
    circuit.fuse.is === 'auto' && feed === undefined && (x.main.ends === 'chain' || x.up.has(circuit.id));
  for (const { id } of branches) {
    for (let over = x.up.get(id); over !== undefined && x.ahead.get(id); over = x.up.get(id)) {
      const before = x.byId.get(over)!;
      if (!switchedAheadOfFuse(before.circuit) || leftToOther(before)) break;
      moved(x.up, over, id);
      moved(x.ahead, over, id);
      moved(x.start, over, id);
      moved(x.pack, over, id);
    }
  }
}

/**
 * Who feeds whom: the tree of feeds and circuits behind the main feed, the posts and the controller. Where the main feed
 * ends in a chain, every load that says nothing hangs on the load before it.
 */
export function tree(box: Pick<Box, 'circuits' | 'feeds'>): Tree {
  const main = mainFeed(box);
  const branches: Branch[] = [
    ...box.feeds.slice(1).map((f): Branch => ({ id: f.id, circuit: feedAsCircuit(f), feed: f })),
    ...box.circuits.map((c): Branch => ({ id: c.id, circuit: c, feed: undefined }))
  ];
  const byId = new Map(branches.map((b) => [b.id, b]));
  const up = new Map<string, string>();
  const ahead = new Map<string, boolean>();
  const start = new Map<string, Start>();
  const pack = new Map<string, number | null>();
  const lost: string[] = [];
  const hang = (id: string, from: Origin): void => {
    if (from.at === 'post') {
      start.set(id, 'post');
      pack.set(id, from.pack);
    } else if (from.at === 'load-terminal') start.set(id, 'load-terminal');
    else if (from.id === main.id) start.set(id, !from.ahead ? 'main' : switchedAheadOfFuse(main) ? 'post' : 'ahead');
    else if (byId.has(from.id)) {
      up.set(id, from.id);
      ahead.set(id, from.ahead);
    } else lost.push(id);
  };
  let before: Circuit | undefined;
  for (const { circuit: c, feed } of branches) {
    const set = c.from.is === 'set' ? c.from.value : undefined;
    const load = feed === undefined && c.purpose === 'load';
    const chained = load && main.ends === 'chain' && (set === undefined || set.at === 'circuit' || set.at === 'feed');
    if (set) hang(c.id, set);
    else if (c.from.is === 'auto' && chained && before) hang(c.id, { at: 'circuit', id: before.id, ahead: true });
    else hang(c.id, usualOrigin(box, c.purpose));
    if (chained && !(set?.at === 'feed' && set.ahead)) before = c;
  }
  const loops = cutLoops(branches, up);
  hangAtItsStart(branches, { main, byId, up, ahead, start, pack });
  const order: Branch[] = [];
  const done = new Set<string>();
  const place = (b: Branch): void => {
    if (done.has(b.id)) return;
    done.add(b.id);
    const feeder = byId.get(up.get(b.id) ?? '');
    if (feeder) place(feeder);
    if (!feeder && !start.has(b.id)) start.set(b.id, 'main');
    order.push(b);
  };
  branches.forEach(place);
  return { upOf: up, aheadOf: ahead, startOf: start, packOf: pack, order, loops, lost };
}

/** The branches behind one, itself first. */
export function behind(t: Pick<Tree, 'upOf' | 'order'>, id: string): string[] {
  const out = [id];
  for (const b of t.order) {
    const feeder = t.upOf.get(b.id);
    if (feeder !== undefined && out.includes(feeder) && !out.includes(b.id)) out.push(b.id);
  }
  return out;
}

/** The branches on the way to one, the first first, itself last. */
export function wayTo(t: Pick<Tree, 'upOf'>, id: string): string[] {
  const out = [id];
  for (let up = t.upOf.get(id); up !== undefined && !out.includes(up); up = t.upOf.get(up)) out.unshift(up);
  return out;
}

/** Where the way to a branch begins. */
export const startOf = (t: Pick<Tree, 'upOf' | 'startOf'>, id: string): Start =>
  t.startOf.get(wayTo(t, id)[0]!) ?? 'main';

/** Feeds on the way to a branch whose switch it hangs behind, nearest last; the main feed among them. */
export function switchedBy(box: Box, t: Tree, id: string): Feed[] {
  const way = wayTo(t, id);
  const out: Feed[] = [];
  const main = mainFeed(box);
  const switches = (f: Feed): boolean =>
    f.leverSwitches ||
    switchesOf(box, f).length > 0 ||
    box.relays.some((r) => r.inId === f.id && r.switchPortId.is === 'set');
  if (t.startOf.get(way[0]!) === 'main' && switches(main)) out.push(main);
  way.slice(0, -1).forEach((upId, i) => {
    const feed = box.feeds.find((f) => f.id === upId);
    if (feed && !t.aheadOf.get(way[i + 1]!) && switches(feed)) out.push(feed);
  });
  return out;
}

/** The feed a circuit's own fuse and return stand at: the nearest on its way, or the main one. */
export function feedOfBranch(box: Pick<Box, 'feeds'>, t: Tree, id: string): Feed | undefined {
  const way = wayTo(t, id).slice(0, -1).reverse();
  for (const upId of way) {
    const feed = box.feeds.find((f) => f.id === upId);
    if (feed) return feed;
  }
  const first = startOf(t, id);
  return first === 'main' || first === 'ahead' ? mainFeed(box) : undefined;
}
