import { leadWire } from './lead-section.ts';
import { mainFeed, switchesOf } from '../box/feeds.ts';
import { fittedPart, valueOf } from '../box/lookup.ts';
import type { Box, Feed, Relay } from '../box/schema.ts';
import type { PartOf } from '../catalogue/part.ts';
import { leverAt, leverPart, type Lever } from './levers.ts';
import type { BankNet } from './net-bank.ts';
import { at, MAIN_REF, type NetBuilder } from './net-builder.ts';
import { coilNet, RELAY_MILLIOHM, relayPart, relayTag } from './net-coil.ts';
import { RELAY, type Terminal } from './netlist.ts';
import { switchedInMinus } from './poles.ts';
import type { WireSize } from '../quantity/wire-size.ts';
import type { FuseFamily } from '../catalogue/part.ts';
import type { MainDraft, ReturnFuse } from './types.ts';

/** Contacts of a two-pole inlet, both poles. @source electrical reference 3, 30 A genderless pair */
export const INLET_MILLIOHM = 1.2;

export type MainNet = {
  /** Live while the isolator is on, ahead of the master. */
  source: Terminal;
  /** Behind the master. */
  feed: Terminal;
  /** Where a return lands that goes round the shunt. */
  ground: Terminal;
  bus: Terminal;
  /** From the bank's terminals to the feed and back, all joints, contacts and fuse in, milliohm. */
  commonMilliOhm: number;
  /** Of that what its wires have, out and back. */
  commonWireMilliOhm: number;
};

export type MainNetInput = {
  box: Box;
  main: MainDraft;
  block: PartOf<'fuse-block'> | undefined;
  shunt: PartOf<'shunt'> | undefined;
  tags: Readonly<Record<string, string>>;
  /** Something hangs behind its switches; without, its block is left out. */
  hasLoads: boolean;
};

const RETURN_LABEL = {
  'bus-bar': 'Negative bus',
  stud: 'Central stud',
  chain: 'End of the return chain',
  splice: 'Splice of the returns'
};

/** What a main feed comes through when its battery stands outside: the two poles of a connector, placed or not. */
const WAY_LABEL = {
  connector: 'Battery inlet',
  lugs: 'Lugs of the battery lead',
  clips: 'Battery clips',
  'lead-plug': 'Plug of the battery lead',
  gland: 'Battery lead at its gland'
} as const;

/** From the bank to what every circuit hangs on: main fuse, way in, relay, switches, block; shunt and return. */
export function mainNet(n: NetBuilder, bank: BankNet, x: MainNetInput): MainNet {
  const way = new MainWay(n, bank, x);
  way.comeIn();
  const source = way.now;
  const coilFrom = way.throughSwitches();
  way.fuseBehindSwitches();
  way.toBlock();
  const bus = way.back();
  if (coilFrom)
    coilNet(n, x.box, x.tags, coilFrom.relay, coilFrom.at, bus, {
      size: x.main.wire ?? null,
      count: x.main.wireCount,
      behindA: x.main.switchedFirst ? undefined : x.main.fuseA
    });
  return {
    source,
    feed: way.now,
    ground: way.ground,
    bus,
    commonMilliOhm: way.commonMilliOhm,
    commonWireMilliOhm: way.commonWireMilliOhm
  };
}

/** Between the post and a fuse in the negative lead, mm. @source rule of thumb: in-line holder at the ring */
const MINUS_STUB_MM = 100;

type WayIn = { kind: keyof typeof WAY_LABEL; portId: string | undefined };

/** The main path as it is laid, from the battery on. */
class MainWay {
  /** Where the positive has come to, and where a return lands that goes straight to the battery. */
  now: Terminal;
  ground: Terminal;
  /** Where the negative has come to from the battery's side: what sits in it is behind it. */
  #minus: Terminal;
  commonMilliOhm = 0;
  commonWireMilliOhm = 0;
  readonly #n: NetBuilder;
  readonly #x: MainNetInput;
  readonly #feed: Feed;
  readonly #wayIn: WayIn | undefined;
  readonly #hasFuse: boolean;
  readonly #leadMm: number;
  readonly #fuseMm: number;
  /** From the post to a fuse in the negative lead. */
  readonly #fuseBackMm: number;
  /** The fuse or breaker sits in the case, at the far end of the lead that comes in: everything ahead of it is without one. */
  readonly #atTheEnd: boolean;
  /** Relay and switches sit ahead of the fuse. */
  readonly #switchedFirst: boolean;

  constructor(n: NetBuilder, bank: BankNet, x: MainNetInput) {
    this.#n = n;
    this.#x = x;
    const { box, main } = x;
    const feed = mainFeed(box);
    this.#feed = feed;
    this.now = bank.plus;
    this.ground = bank.minus;
    this.#minus = bank.minus;
    this.#wayIn = wayInOf(box, feed);
    this.#hasFuse = main.fuseFamily !== undefined && main.fuseOrigin !== 'none';
    this.#leadMm = feed.lead?.lengthMm ?? 0;
    const unreadMm = main.switchedFirst ? this.#leadMm + main.lengthMm / 2 : 0;
    this.#fuseMm = this.#hasFuse ? (main.fuseDistanceMm ?? unreadMm) : 0;
    this.#fuseBackMm = main.returnFuse ? MINUS_STUB_MM : 0;
    const measured = feed.fuseFromStartMm.is === 'set' && feed.lead !== null;
    this.#switchedFirst = main.switchedFirst;
    this.#atTheEnd =
      this.#hasFuse && this.#wayIn !== undefined && (this.#switchedFirst || (measured && this.#fuseMm > this.#leadMm));
  }

  /** Main fuse and way in, in the order the current meets them. */
  comeIn(): void {
    const { main } = this.#x;
    const lead = this.#feed.lead;
    const size = (lead ? leadWire(lead, main.wire) : main.wire) ?? null;
    const count = lead?.wireCount ?? main.wireCount;
    if (this.#hasFuse && !this.#atTheEnd && !this.#switchedFirst) this.#fuse(this.#fuseMm, size, count);
    if (main.returnFuse) this.#fuseInMinus(main.returnFuse, size, count);
    if (this.#wayIn) this.#through(this.#wayIn, size, count);
    if (this.#atTheEnd && !this.#switchedFirst)
      this.#fuse(this.#fuseMm - this.#leadMm, main.wire ?? null, main.wireCount);
  }

  /** A fuse that sits behind the switches. */
  fuseBehindSwitches(): void {
    const { main } = this.#x;
    if (this.#switchedFirst) this.#fuse(this.#stretchMm(), main.wire ?? null, main.wireCount);
  }

  #fuse(lengthMm: number, size: WireSize | null, count: number): void {
    const { main } = this.#x;
    this.#run('main/fuse', this.now, at('F0', 'in'), 'positive', lengthMm, size, count);
    this.#fusePart(main.fuseFamily, main.fuseA);
    this.now = at('F0', 'out');
  }

  /** Near the post, as in the other lead: what goes straight to the battery goes round it. */
  #fuseInMinus({ family, ratingA }: ReturnFuse, size: WireSize | null, count: number): void {
    this.#run('main/fuse-', at('F0', 'in'), this.#minus, 'negative', this.#fuseBackMm, size, count);
    this.#fusePart(family, ratingA);
    this.#minus = at('F0', 'out');
  }

  #fusePart(family: FuseFamily | undefined, ratingA: number | undefined): void {
    this.#n.part({
      id: 'F0',
      kind: 'fuse',
      label: family === 'breaker' ? 'Main breaker' : 'Main fuse',
      terminals: ['in', 'out'],
      ratingA: ratingA ?? null,
      family: family ?? null,
      throughMilliOhm: this.#adds(this.#x.main.fuseMilliOhm),
      ref: MAIN_REF
    });
  }

  /** The two poles of what the lead comes in by. */
  #through(wayIn: WayIn, size: WireSize | null, count: number): void {
    const { box, tags } = this.#x;
    const port = box.ports.find((p) => p.id === wayIn.portId);
    const part = fittedPart(box, port);
    const milliOhm = (part?.contactMilliOhm ?? INLET_MILLIOHM) / 2;
    const name = port ? (tags[port.id] ?? port.id) : WAY_LABEL[wayIn.kind];
    for (const [id, pole] of [
      ['inlet', '+'],
      ['inlet-', '−']
    ] as const)
      this.#n.part({
        id,
        kind: 'inlet',
        label: `${name} ${pole}`,
        terminals: ['in', 'out'],
        ratingA: part?.ratingA ?? null,
        throughMilliOhm: this.#adds(milliOhm),
        ref: port ? { kind: 'port', id: port.id } : MAIN_REF
      });
    const restMm = this.#atTheEnd ? this.#leadMm : Math.max(0, this.#leadMm - this.#fuseMm);
    this.#run('main/inlet+', this.now, at('inlet', 'in'), 'positive', restMm, size, count);
    const backMm = Math.max(0, this.#leadMm - this.#fuseBackMm);
    this.#run('main/inlet-', at('inlet-', 'in'), this.#minus, 'negative', backMm, size, count);
    this.now = at('inlet', 'out');
    // whatever lands on the battery from inside comes through here
    this.#minus = at('inlet-', 'out');
    this.ground = this.#minus;
  }

  /** Switches in the order the current meets them. */
  #levers = () => switchesOf(this.#x.box, this.#feed).flatMap((id) => leverAt(this.#x.box, this.#x.tags, id) ?? []);
  /** Those of them in the positive lead, and those in the negative. */
  #switches = () => (switchedInMinus(this.#feed) ? [] : this.#levers());
  #leversInMinus = () => (switchedInMinus(this.#feed) ? this.#levers() : []);
  #relay = (): Relay | undefined => this.#x.box.relays.find((r) => r.inId === this.#feed.id);

  /** One stretch between switches, mm: on a lead that comes in, the fuse takes nothing of what runs on inside. */
  #stretchMm(): number {
    const beyondMm = Math.max(0, this.#fuseMm - this.#leadMm);
    const count = this.#switches().length + (this.#relay() ? 1 : 0) + 1;
    if (this.#switchedFirst) return beyondMm / count;
    return Math.max(0, this.#x.main.lengthMm - beyondMm) / count;
  }

  /** Relay, then switches. @returns what feeds the relay's coil */
  throughSwitches(): { relay: Relay; at: Terminal } | undefined {
    const { box } = this.#x;
    const stretchMm = this.#stretchMm();
    const relay = this.#relay();
    const before = this.now;
    if (relay) {
      const id = relayTag(box, relay);
      relayPart(this.#n, id, relay);
      this.#adds(RELAY_MILLIOHM);
      this.#run(`main/${relay.id}`, this.now, at(id, RELAY.common), 'positive', stretchMm);
      this.now = at(id, RELAY.out);
    }
    for (const s of this.#switches()) {
      this.#switchPart(s);
      this.#run(`main/${s.portId}`, this.now, at(s.tag, 'in'), 'positive', stretchMm);
      this.now = at(s.tag, 'out');
    }
    return relay && { relay, at: before };
  }

  #switchPart(s: Lever): void {
    const isMaster = s.portId === this.#x.main.masterPortId;
    const part = leverPart(s);
    this.#adds(part.throughMilliOhm);
    this.#n.part({
      ...part,
      label: isMaster ? 'Master switch' : 'Isolator',
      duty: isMaster ? 'master' : 'isolator'
    });
  }

  /** Switches in the negative lead, from the battery's side on; the one nearest to the loads last. */
  #switchesInMinus(stretchMm: number): void {
    for (const s of this.#leversInMinus()) {
      this.#switchPart(s);
      this.#run(`main/${s.portId}-`, at(s.tag, 'in'), this.#minus, 'negative', stretchMm);
      this.#minus = at(s.tag, 'out');
    }
  }

  /** One stretch of the way back between what sits in it, mm: out and back the main path is as long. */
  #stretchBackMm(): number {
    const { main, shunt } = this.#x;
    const beyondMm = this.#leadMm > 0 ? 0 : this.#fuseBackMm;
    return Math.max(0, main.lengthMm - beyondMm) / (this.#leversInMinus().length + (shunt ? 2 : 1));
  }

  toBlock(): void {
    if (!this.#x.block || !this.#x.hasLoads) return;
    this.#n.part({ id: 'block', kind: 'fuse-block', label: 'Fuse block', terminals: ['+'], ref: MAIN_REF });
    const { main } = this.#x;
    const behindMm = Math.max(0, main.lengthMm - Math.max(0, this.#fuseMm - this.#leadMm));
    const lengthMm = this.#switchedFirst ? behindMm : this.#stretchMm();
    this.#run('main/block', this.now, at('block', '+'), 'positive', lengthMm);
    this.now = at('block', '+');
  }

  /** The joint of the returns, and from it over a shunt to the battery. @returns the joint */
  back(): Terminal {
    const { box, shunt } = this.#x;
    const returns = valueOf(box.wiring.returns, 'bus-bar' as const) ?? 'bus-bar';
    this.#n.part({ id: 'bus', kind: 'bus', label: RETURN_LABEL[returns], terminals: ['-'], ref: MAIN_REF });
    const bus = at('bus', '-');
    const stretchMm = this.#stretchBackMm();
    this.#switchesInMinus(stretchMm);
    if (!shunt) {
      this.#run('main/bus', bus, this.#minus, 'negative', stretchMm);
      return bus;
    }
    this.#n.part({
      id: 'shunt',
      kind: 'shunt',
      label: 'Shunt',
      terminals: ['load side', 'battery side'],
      ratingA: shunt.ratingA,
      throughMilliOhm: this.#adds(shunt.ratingA ? shunt.ratingMilliV / shunt.ratingA : 0),
      ref: MAIN_REF
    });
    this.#run('main/bus', bus, at('shunt', 'load side'), 'negative', stretchMm);
    this.#run('main/shunt', at('shunt', 'battery side'), this.#minus, 'negative', stretchMm);
    return bus;
  }

  #run(
    id: string,
    from: Terminal,
    to: Terminal,
    polarity: 'positive' | 'negative',
    lengthMm: number,
    size: WireSize | null = (polarity === 'negative' ? this.#x.main.returnWire : this.#x.main.wire) ?? null,
    count = this.#x.main.wireCount
  ): void {
    const milliOhm = this.#n.wire({ id, from, to, polarity, size, count, lengthMm });
    this.commonMilliOhm += milliOhm;
    this.commonWireMilliOhm += milliOhm;
  }

  #adds(milliOhm: number): number {
    this.commonMilliOhm += milliOhm;
    return milliOhm;
  }
}

/** How the main feed comes into the case; undefined when its battery stands inside and nothing is named. */
function wayInOf(box: Box, feed: Feed): WayIn | undefined {
  const portId = valueOf(feed.throughPortId, undefined);
  if (box.bank.stands === 'inside' && feed.lead === null && portId === undefined) return undefined;
  return { kind: valueOf(feed.wayIn, 'connector' as const) ?? 'connector', portId };
}
