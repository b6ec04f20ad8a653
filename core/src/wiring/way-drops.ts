import type { WireSize } from '../quantity/wire-size.ts';
import { wireSizeText } from '../quantity/wire-size.ts';
import type { Draft, Sources } from './draft.ts';
import type { DropPiece } from './drop.ts';
import { controllerFuseA } from './charge-fuse.ts';
import { leadOf, type FinishContext, type Lead } from './lead-ohms.ts';
import { converterTag, type SharedRail } from './rails.ts';
import { startsUnfused } from './before-fuse.ts';
import { startOf, wayTo } from './tree.ts';
import type { CircuitPlan } from './types.ts';

/** The converter of a rail protects what has no fuse behind it: it never drives more than its limit. */
const limitOf = (rail: SharedRail, feedTag: string): NonNullable<CircuitPlan['guard']> => ({
  tag: converterTag(feedTag),
  family: 'breaker',
  ratingA: rail.limitA,
  limits: true
});

type WireOf = (d: Draft) => WireSize;

/** The ways from the main feed to every circuit and back: what protects each, and what is lost on it. */
export class WayDrops {
  readonly #sources: Sources;
  readonly #x: FinishContext;
  readonly #byId: ReadonlyMap<string, Draft>;

  constructor(sources: Sources, drafts: readonly Draft[], x: FinishContext) {
    this.#sources = sources;
    this.#x = x;
    this.#byId = new Map(drafts.map((d) => [d.circuit.id, d]));
  }

  /** Every fuse on the way, the nearest first; behind a converter its limit and nothing ahead of it; none straight off a post. */
  guardsOf(d: Draft): NonNullable<CircuitPlan['guard']>[] {
    const { main, tree } = this.#x;
    const found: NonNullable<CircuitPlan['guard']>[] = [];
    for (const id of wayTo(tree, d.circuit.id).reverse()) {
      const up = this.#byId.get(id)!;
      // what is ahead of a converter opens for nothing behind it
      if (up.circuit.id === d.rail?.feedId) return [...found, limitOf(d.rail, up.tag)];
      if (up.fuseOrigin !== 'none') found.push({ tag: up.fuseTag, family: up.fuseFamily, ratingA: up.fuseA });
    }
    const start = startOf(tree, d.circuit.id);
    if (start === 'post') return found;
    if (start === 'load-terminal') {
      const { box } = this.#sources;
      const fuseA = controllerFuseA(box);
      if (fuseA !== undefined) found.push({ tag: 'FS', family: 'blade', ratingA: fuseA ?? undefined });
      const { solar } = box.charging;
      if (solar && startsUnfused(box, solar.from)) return found;
    }
    if (main.fuseOrigin !== 'none' && main.fuseFamily)
      found.push({ tag: 'F0', family: main.fuseFamily, ratingA: main.fuseA });
    return found;
  }

  /** Circuits that are sized together: one size all along a chain; a feed and what hangs on it each for itself. */
  groups(): Draft[][] {
    const membersOf = new Map<string, Draft[]>();
    for (const d of this.#byId.values()) {
      const way = wayTo(this.#x.tree, d.circuit.id);
      const feedAt = way.findLastIndex((id) => this.#byId.get(id)!.feed !== undefined);
      const root = d.feed ? d.circuit.id : way[feedAt + 1]!;
      membersOf.set(root, [...(membersOf.get(root) ?? []), d]);
    }
    return [...membersOf.values()];
  }

  /** What lies between the main feed and a plug, out and back, with these wires. */
  dropOf(d: Draft, wireOf: WireOf): { dropV: number; milliOhm: number } {
    const { feeds, backs } = this.#waysOf(d);
    const own = this.#lead(d, wireOf);
    let dropV = (own.own * d.lowLoadA) / 1000;
    let milliOhm = own.own;
    for (const f of feeds) {
      const lead = f === d ? own : this.#lead(f, wireOf);
      // a feed's switches carry everything behind them
      const out = lead.out + (f.feed && f !== d ? lead.own + lead.back : 0);
      dropV += (out * f.lowCarriesA) / 1000;
      milliOhm += out;
    }
    for (const b of backs) {
      const { back } = b === d ? own : this.#lead(b, wireOf);
      dropV += (back * this.#backA(b)) / 1000;
      milliOhm += back;
    }
    return { dropV, milliOhm };
  }

  /** What a feed loses with everything behind it on, V: in its copper, in the rest of it, and in the feeds ahead of it. */
  feedLossV(d: Draft, wireOf: WireOf): { copperV: number; restV: number; aheadV: number } {
    const of = (f: Draft) => {
      const lead = this.#lead(f, wireOf);
      const copper = lead.wireOut + (lead.back > 0 ? lead.wireBack : 0);
      return {
        copperV: (copper * f.lowCarriesA) / 1000,
        allV: ((lead.out + lead.own + lead.back) * f.lowCarriesA) / 1000
      };
    };
    const own = of(d);
    const ahead = this.#waysOf(d).feeds.filter((f) => f !== d);
    return {
      copperV: own.copperV,
      restV: own.allV - own.copperV,
      aheadV: ahead.reduce((sum, f) => sum + of(f).allV, 0)
    };
  }

  /** The least share of the volts that a circuit behind a feed may lose; a converter makes up for what is lost ahead of it. */
  strictestBehind(d: Draft): number {
    const { tree } = this.#x;
    const behind = [...this.#byId.values()].filter(
      (k) =>
        k.feed === undefined && k.rail?.feedId === d.rail?.feedId && wayTo(tree, k.circuit.id).includes(d.circuit.id)
    );
    return Math.min(d.dropLimitFraction, ...behind.map((k) => k.dropLimitFraction));
  }

  /** The same way in words, for whoever opens the arithmetic. */
  piecesOf(d: Draft, wireOf: WireOf): DropPiece[] {
    const { feeds, backs } = this.#waysOf(d);
    return [
      ...feeds.flatMap((f) => outwardPieces(f, this.#lead(f, wireOf), wireOf(f), f !== d)),
      {
        kind: 'contacts',
        what: 'Switch and port contacts',
        milliOhm: this.#lead(d, wireOf).own,
        currentA: d.lowLoadA,
        entered: false,
        wireOf: null
      },
      ...backs.map((b): DropPiece => ({
        kind: 'return',
        what: `Return from ${b.portTag} with its crimps`,
        milliOhm: this.#lead(b, wireOf).back,
        currentA: this.#backA(b),
        entered: b.lengthOrigin === 'set',
        wireOf: b.circuit.id
      }))
    ];
  }

  #lead = (d: Draft, wireOf: WireOf): Lead => leadOf(this.#sources, d, wireOf(d), this.#x);
  #backA = (b: Draft): number => this.#x.backA.get(b.circuit.id) ?? b.lowLoadA;

  #waysOf(d: Draft): { feeds: Draft[]; backs: Draft[] } {
    const { tree, back } = this.#x;
    const way = wayTo(tree, d.circuit.id);
    // a converter holds its voltage whatever is lost ahead of it
    const feeds = (d.rail ? way.slice(way.indexOf(d.rail.feedId) + 1) : way).map((id) => this.#byId.get(id)!);
    const backs = [d];
    for (let up = back.get(d.circuit.id); up !== undefined; up = back.get(up)) backs.push(this.#byId.get(up)!);
    return { feeds, backs };
  }
}

/** One lead outward: its wire, its fuse, its crimps; of a feed also its switches and return. */
function outwardPieces(f: Draft, lead: Lead, wire: WireSize, isAhead: boolean): DropPiece[] {
  const currentA = f.lowCarriesA;
  const pieces: DropPiece[] = [
    {
      kind: 'wire',
      what: `${wireSizeText(wire)} to ${f.portTag}`,
      milliOhm: lead.wireOut,
      currentA,
      entered: f.lengthOrigin === 'set',
      wireOf: f.circuit.id
    }
  ];
  if (lead.fuse > 0)
    pieces.push({
      kind: 'fuse',
      what: `Fuse ${f.fuseTag} and its clips`,
      milliOhm: lead.fuse,
      currentA,
      entered: false,
      wireOf: null
    });
  pieces.push({
    kind: 'crimps',
    what: `Crimps to ${f.portTag}`,
    milliOhm: lead.out - lead.wireOut - lead.fuse,
    currentA,
    entered: false,
    wireOf: null
  });
  if (!f.feed || !isAhead) return pieces;
  if (lead.own > 0)
    pieces.push({
      kind: 'switches',
      what: `Switches of ${f.tag}`,
      milliOhm: lead.own,
      currentA,
      entered: false,
      wireOf: null
    });
  if (lead.back > 0)
    pieces.push({
      kind: 'return',
      what: `Return of ${f.tag} with its crimps`,
      milliOhm: lead.back,
      currentA,
      entered: f.lengthOrigin === 'set',
      wireOf: f.circuit.id
    });
  return pieces;
}
