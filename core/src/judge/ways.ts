import type { FuseFamily } from '../catalogue/part.ts';
import { knownSize, milliOhmPerM } from '../wiring/conductor.ts';
import { heldA } from '../wiring/fuse.ts';
import type { Conductor, NetPart } from '../wiring/netlist.ts';
import type { WiringPlan } from '../wiring/types.ts';
import { COIL, Flow, GIVES, nodeOf } from './flow.ts';

/** What protects an element: the nearest fuse on its way from the battery. */
export type Guard = {
  tag: string;
  family: FuseFamily;
  ratingA: number | null;
  heldA: number | undefined;
  /** A converter, which never drives more: nothing opens, and nothing more comes. */
  limits?: true;
};

/** How the battery reaches a place: over which fuse, how much wire without one, and what stands in between. */
export type Way = {
  guard: Guard | undefined;
  /** Of all fuses on the way the one that opens first: nothing more comes through for minutes. */
  least: Guard | undefined;
  unfusedMm: number;
  ohmOut: number;
  /** Behind a converter: no short draws more, whatever the battery gives. */
  limitA?: number;
};

const guardOf = (p: NetPart): Guard => ({
  tag: p.id,
  family: p.family ?? 'blade',
  ratingA: p.ratingA,
  heldA: p.ratingA === null ? undefined : heldA(p.family ?? 'blade', p.ratingA)
});

/** A fuse at a pack of several: 'FP1'. */
export const isPackFuse = (p: { id: string }): boolean => /^FP\d+$/.test(p.id);

/** Several equal fuses beside each other. */
const times = (g: Guard, n: number): Guard => ({
  ...g,
  ratingA: g.ratingA === null ? null : n * g.ratingA,
  heldA: g.heldA === undefined ? undefined : n * g.heldA
});

/** Which of two fuses in a row opens first; one that nobody read may be any. */
const lesser = (ahead: Guard | undefined, next: Guard): Guard =>
  ahead?.heldA !== undefined && (next.heldA === undefined || ahead.heldA < next.heldA) ? ahead : next;

/** The ways from the packs, and from what converters give: to every node, and ahead of every conductor. */
export class Ways {
  readonly to = new Map<string, Way>();
  readonly ahead = new Map<string, Way>();
  readonly #partById: ReadonlyMap<string, NetPart>;
  readonly #flow: Flow;
  readonly #together: number;

  /** @param together how many packs give at once: behind their fuses flows what all of them let through */
  constructor(wiring: WiringPlan, flow: Flow, partById: ReadonlyMap<string, NetPart>, together: number) {
    this.#partById = partById;
    this.#flow = flow;
    this.#together = together;
    const queue = this.#starts(wiring);
    for (let node = queue.shift(); node !== undefined; node = queue.shift()) {
      const out = this.#through(node);
      for (const c of flow.next.get(node) ?? []) {
        const next: Way = {
          guard: out.guard,
          least: out.least,
          unfusedMm: out.guard ? 0 : out.unfusedMm + c.lengthMm,
          ohmOut: out.ohmOut + coldOhm(c, wiring.cca),
          ...(out.limitA === undefined ? {} : { limitA: out.limitA })
        };
        this.ahead.set(c.id, next);
        const to = nodeOf(c.to);
        const was = this.to.get(to);
        // reached by two ways: the worse protected one counts
        if (!was || (was.guard && !next.guard)) {
          this.to.set(to, next);
          queue.push(to);
        }
      }
    }
  }

  #starts({ netlist }: WiringPlan): string[] {
    for (const id of netlist.packIds) this.to.set(id, { guard: undefined, least: undefined, unfusedMm: 0, ohmOut: 0 });
    for (const p of netlist.parts) {
      if (!p.gives) continue;
      const limitA = p.gives.limitA ?? null;
      const guard: Guard = { tag: p.id, family: 'breaker', ratingA: limitA, heldA: limitA ?? undefined, limits: true };
      this.to.set(`${p.id}${GIVES}`, { guard, least: guard, unfusedMm: 0, ohmOut: 0, limitA: limitA ?? Infinity });
    }
    return [...this.to.keys()];
  }

  #through(node: string): Way {
    const way = this.to.get(node)!;
    const part = this.#partById.get(node);
    if (part?.kind !== 'fuse') return way;
    const guard = guardOf(part);
    const all = isPackFuse(part) ? times(guard, this.#together) : guard;
    return { ...way, guard, least: lesser(way.least, all), unfusedMm: 0 };
  }

  /**
   * Over the main return, and over the minus of packs with fuses of their own, comes back what a short on the main feed draws: through
   * its fuse, else through those of the packs. Without them a pack's minus is of the main wire and judged with it.
   */
  #trunkGuard(c: Conductor, main: NetPart | undefined): Guard | undefined {
    const ofFusedPack = c.id.startsWith('battery-') && this.#partById.has('FP1');
    if (!c.id.startsWith('main/') && !ofFusedPack) return undefined;
    if (main) return guardOf(main);
    return [...this.ahead].findLast(([id]) => id.startsWith('main/'))?.[1].least;
  }

  /** What comes back over a lead of one pack goes out through that pack's fuse; over a link of several in a row, through those of the others. */
  ofPack(c: Conductor, back: Guard | undefined): Guard | undefined {
    const [, pack, link] = /^battery-(\d+)\/minus(-link)?$/.exec(c.id) ?? [];
    const fuse = pack === undefined ? undefined : this.#partById.get(`FP${pack}`);
    if (!fuse) return back;
    return lesser(back, times(guardOf(fuse), link ? Math.max(1, this.#together - 1) : 1));
  }

  /** A return is watched by the largest fuse of those whose current comes back over it. @param feedTag the joint of the feed it belongs to */
  returnGuard(c: Conductor, feedTag: string | undefined): Guard | undefined {
    // a short between a joint and its block comes back over the joint's return with nothing but the feed's own fuse before it
    const main = this.#partById.get('F0');
    let worst = feedTag === undefined ? this.#trunkGuard(c, main) : this.to.get(feedTag)?.guard;
    // what a converter drives from its plus into the box's minus comes back over its return
    const driven = this.to.get(`${feedTag}${GIVES}`)?.guard;
    if (driven && (driven.ratingA ?? 0) > (worst?.ratingA ?? 0)) worst = driven;
    let bare = false;
    for (const node of this.#flow.returning(nodeOf(c.from))) {
      const part = this.#partById.get(node.replace(COIL, ''));
      if (!node.endsWith(COIL) && !['port', 'device', 'controller'].includes(part?.kind ?? '')) continue;
      const way = this.to.get(node);
      const guard = way?.least;
      bare ||= way !== undefined && !guard;
      if (guard && (worst === undefined || (guard.ratingA ?? 0) > (worst.ratingA ?? 0))) worst = guard;
    }
    // what comes back from a way without any fuse has none before it either
    return worst ?? (bare ? undefined : main && guardOf(main));
  }
}

/** Copper of a conductor, cold: what a bolted short meets. */
const coldOhm = (c: Conductor, cca: boolean): number =>
  c.size && knownSize(c.size) ? ((c.lengthMm / 1000) * milliOhmPerM(c.size, 20, { cca })) / c.count : 0;
