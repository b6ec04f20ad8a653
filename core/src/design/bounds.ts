import type { PartOf } from '../catalogue/part.ts';
import { ALLOWANCE } from '../kit/carry.ts';
import { outerL, type Merits } from './assess.ts';
import type { BatteryOption } from './candidates.ts';
import { blocksFor, partsOfRole, socketsFor, type Ground } from './parts.ts';
import { waysFor } from './ways.ts';

type Priced = Pick<PartOf<'panel'>, 'id' | 'priceAmount' | 'packCount' | 'massKg'>;
type Floor = { price: number; toBuy: number; mass: number };
const NOTHING: Floor = { price: 0, toBuy: 0, mass: 0 };
const plus = (a: Floor, b: Floor): Floor => ({
  price: a.price + b.price,
  toBuy: a.toBuy + b.toBuy,
  mass: a.mass + b.mass
});

/**
 * What a pair costs, weighs and takes up at the very least, and how sure it is at the very best: battery and case as they
 * are, of everything else the least that any way of building it takes, wire and small things left out. No design of the pair
 * is better in any of these.
 */
export class Bounds {
  readonly #g: Ground;
  readonly #owned: Map<string, number>;
  /** Everything but battery and case, by thickness of the wall and the ways that are open. */
  readonly #rest = new Map<string, Floor>();

  constructor(g: Ground) {
    this.#g = g;
    this.#owned = new Map(g.box.kit.owned.map((o) => [o.lineId, o.count]));
  }

  of(o: BatteryOption, casePart: PartOf<'case'>): Merits {
    const sum = [this.#part(o.battery, o.count), this.#part(casePart, 1), this.#restFor(o, casePart.wallMm)].reduce(
      plus,
      NOTHING
    );
    return {
      priceAmount: sum.price,
      toBuyAmount: sum.toBuy,
      massKg: sum.mass * ALLOWANCE,
      volumeL: outerL(casePart),
      chanceFraction: o.bestChance
    };
  }

  /** So many of a part; a packet of several may serve other places, too. */
  #part(p: Priced, count: number): Floor {
    const each = (p.priceAmount ?? 0) / p.packCount;
    const owned = (this.#owned.get(p.id) ?? 0) / this.#g.box.kit.boxCount;
    const home = (this.#g.home.get(p.id) ?? 0) / this.#g.box.kit.boxCount;
    return {
      price: each * Math.max(0, count - owned),
      toBuy: each * Math.max(0, count - owned - home),
      mass: p.massKg * count
    };
  }

  /** The least of several parts, each figure by itself. One that lies at home may serve any of the places: it costs nothing in each. */
  #least(parts: readonly Priced[]): Floor {
    const least = (of: (p: Priced) => number) => (parts.length ? Math.min(...parts.map(of)) : 0);
    const each = (p: Priced, free: boolean): number => (free ? 0 : (p.priceAmount ?? 0) / p.packCount);
    return {
      price: least((p) => each(p, this.#owned.has(p.id))),
      toBuy: least((p) => each(p, this.#owned.has(p.id) || this.#g.home.has(p.id))),
      mass: least((p) => p.massKg)
    };
  }

  #restFor(o: BatteryOption, wallMm: number): Floor {
    const w = waysFor(this.#g.box.wishes, o.battery, o.count);
    const key = [wallMm, w.control, w.spread, w.meter, w.charging].join(' ');
    const known = this.#rest.get(key);
    if (known) return known;
    const g = this.#g;
    const must = {
      switch: !w.control.includes('breaker'),
      meter: !w.meter.includes('none'),
      inlet: !w.charging.includes('lid-open'),
      block: !w.spread.includes('chain')
    };
    const rest = [
      ...g.box.devices.map((d) => this.#least(socketsFor(g, d, 'cheapest', wallMm))),
      must.switch ? this.#least(partsOfRole(g, 'switch', wallMm)) : NOTHING,
      must.meter ? this.#least(partsOfRole(g, 'meter', wallMm)) : NOTHING,
      must.inlet ? this.#least(partsOfRole(g, 'inlet', wallMm)) : NOTHING,
      must.block ? this.#least(blocksFor(g.catalogue, g.box.devices.length)) : NOTHING
    ].reduce(plus, NOTHING);
    this.#rest.set(key, rest);
    return rest;
  }
}
