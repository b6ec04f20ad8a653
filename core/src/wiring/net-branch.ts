import { leadWire } from './lead-section.ts';
import { BARE_MM } from './placement.ts';
import { valueOf } from '../box/lookup.ts';
import type { Box, Feed, Relay } from '../box/schema.ts';
import type { PartOf } from '../catalogue/part.ts';
import { leverAt, leverPart } from './levers.ts';
import type { NetContext } from './net-context.ts';
import { at, circuitRef, type NetBuilder } from './net-builder.ts';
import { controllerPart, hasLoadTerminal } from './net-extras.ts';
import { INLET_MILLIOHM } from './net-main.ts';
import { coilNet, relayPart, relayTag, STUB_MM } from './net-coil.ts';
import { CONVERTER, RELAY, type Terminal } from './netlist.ts';
import { converterPart, feedEnd, sensePair } from './net-ends.ts';
import type { WireSize } from '../quantity/wire-size.ts';
import { areaMm2, knownSize } from './conductor.ts';
import { hasOwnReturn, switchedInMinus } from './poles.ts';
import { aheadOfFuseMm, fusedInLine, overSwitchesMm, setOut, switchedFirst } from './switch-place.ts';
import { wayTo, type Tree } from './tree.ts';
import type { CircuitPlan, ReturnFuse } from './types.ts';

type BranchContext = {
  tree: Tree;
  back: ReadonlyMap<string, string>;
  backMm: ReadonlyMap<string, number>;
  block: PartOf<'fuse-block'> | undefined;
  shunt: PartOf<'shunt'> | undefined;
};

/** Where what hangs on a branch is taken off: ahead of its switch, and at its far end. */
type Taps = { ahead: Terminal; end: Terminal; wire: [WireSize | null, number] };

/** Every feed and circuit: its fuse, relay, switches and end, its return, and the sense pair of a meter. */
export function branchNet(net: NetContext, branches: readonly CircuitPlan[], x: BranchContext): void {
  const byId = new Map(branches.map((c) => [c.circuit.id, c]));
  const taps = new Map<string, Taps>();
  /** Where the returns of a second box come together, by its feed. */
  const buses = new Map<string, Terminal>();
  const made = new Set<string>();
  for (const { id } of x.tree.order) {
    const c = byId.get(id)!;
    // a second circuit on the same port: its wires are drawn, the port is there once
    branch(net, c, { taps, buses, portIsThere: made.has(c.portTag) }, x);
    made.add(c.portTag);
  }
}

type Made = { taps: Map<string, Taps>; buses: Map<string, Terminal>; portIsThere: boolean };

/** Where a branch takes its positive. */
function beginOf({ builder: n, ends, bank, box }: NetContext, c: CircuitPlan, made: Made, t: Tree): Terminal {
  const up = c.upId === undefined ? undefined : made.taps.get(c.upId);
  if (up) return t.aheadOf.get(c.circuit.id) ? up.ahead : up.end;
  const start = t.startOf.get(c.circuit.id);
  if (start === 'ahead') return ends.source;
  if (start === 'load-terminal' && hasLoadTerminal(box)) return controllerPart(n, box, 'load +');
  if (start !== 'post') return ends.feed;
  if (!t.packOf.has(c.circuit.id)) return ends.source;
  const pack = t.packOf.get(c.circuit.id);
  return pack && box.bank.count > 1 && pack <= box.bank.count ? at(`battery-${pack}`, '+') : bank.plus;
}

/** One branch, laid step by step from where it begins: what was laid last stands in `#now`. */
class BranchWay {
  readonly #net: NetContext;
  readonly #n: NetBuilder;
  readonly #c: CircuitPlan;
  readonly #made: Made;
  readonly #x: BranchContext;
  readonly #id: string;
  readonly #relay: Relay | undefined;
  readonly #switchedFirst: boolean;
  #now: Terminal;
  /** Wire that is not laid yet, mm. */
  #leftMm: number;
  /** Where what is taken off ahead of its switch hangs. */
  #ahead: Terminal | undefined;
  #afterFuse: Terminal;

  constructor(net: NetContext, c: CircuitPlan, made: Made, x: BranchContext) {
    this.#net = net;
    this.#n = net.builder;
    this.#c = c;
    this.#made = made;
    this.#x = x;
    this.#id = c.circuit.id;
    this.#relay = net.box.relays.find((r) => r.inId === c.circuit.id);
    this.#switchedFirst = switchedFirst(net.box, c);
    this.#now = beginOf(net, c, made, x.tree);
    this.#afterFuse = this.#now;
    this.#leftMm = c.lengthMm;
  }

  get #fromPost(): boolean {
    return this.#c.upId === undefined && this.#c.live === 'direct';
  }

  #has(tag: string, kind?: 'switch'): boolean {
    return this.#n.parts.some((p) => p.id === tag && (kind === undefined || p.kind === kind));
  }

  /** A wire out of this branch; back where it is said so. */
  #wire(
    key: string,
    from: Terminal,
    to: Terminal,
    lengthMm: number,
    lead: readonly [WireSize | null, number] = [this.#c.wire ?? null, this.#c.circuit.wireCount]
  ): void {
    const [size, count] = lead;
    this.#n.wire({
      id: `${this.#id}/${key}`,
      from,
      to,
      polarity: 'positive',
      size,
      count,
      lengthMm,
      circuitId: this.#id
    });
  }

  #back(key: string, from: Terminal, to: Terminal, lengthMm: number, size = this.#c.returnWire ?? null): void {
    const { wireCount: count } = this.#c.circuit;
    this.#n.wire({
      id: `${this.#id}/${key}`,
      from,
      to,
      polarity: 'negative',
      size,
      count,
      lengthMm,
      circuitId: this.#id
    });
  }

  /** Fuse, way in and switches, in the order the current meets them. */
  lay(): void {
    if (!this.#switchedFirst) this.#fuse();
    this.#wayIn();
    this.#switches();
    if (this.#switchedFirst) this.#fuse();
  }

  /** Its own fuse and what lies ahead of it. */
  #fuse(): void {
    const c = this.#c;
    if (c.fuseOrigin === 'none') return;
    // one that sits out along the wire is in no way of a block, whatever the wire hangs on
    const inBlock =
      !fusedInLine(this.#net.box, c) && this.#n.parts.some((p) => p.kind === 'fuse-block' && p.id === this.#now.part);
    this.#fusePart({ tag: c.fuseTag, family: c.fuseFamily, ratingA: c.fuseA });
    const stubMm = c.fuseDistanceMm ?? STUB_MM;
    const to = at(c.fuseTag, 'in');
    if (this.#switchedFirst) {
      const { toFuseMm } = aheadOfFuseMm(c);
      this.#wire('to-fuse', this.#now, to, toFuseMm);
      this.#leftMm = Math.max(0, this.#leftMm - toFuseMm);
    } else if (inBlock) this.#wire('way', this.#now, to, 0, [null, c.circuit.wireCount]); // inside the block
    else this.#wire(this.#fromPost && !ownAhead(c) ? 'post' : 'stub', this.#now, to, stubMm, this.#stubLead());
    this.#now = at(c.fuseTag, 'out');
    this.#afterFuse = this.#now;
    // the whole length was measured, the stretch ahead of the fuse in it
    if (setOut(c) && !this.#switchedFirst) this.#leftMm = Math.max(0, this.#leftMm - stubMm);
  }

  /** Ahead of its own fuse only what stands before protects it: that stub is as thick as what it hangs on. */
  #stubLead(): [WireSize | null, number] {
    const { main } = this.#net;
    if (ownAhead(this.#c)) return leadOf(this.#c);
    if (this.#c.upId !== undefined) return upWire(this.#c, this.#made);
    return this.#fromPost ? postWire(this.#net, this.#c) : [main.wire ?? null, main.wireCount];
  }

  /**
   * The way back, over the fuse and the switches that sit in it: each circuit's own fuse first, since a lever that several
   * share lets them out together.
   */
  #return(from: Terminal, lands: Terminal, lengthMm: number): void {
    const c = this.#c;
    const levers = switchedInMinus(c.circuit) ? c.switches : [];
    const stretchMm = lengthMm / (levers.length + (c.returnFuse ? 1 : 0) + 1);
    let now = from;
    let key = 'return';
    if (c.returnFuse) {
      this.#fusePart(c.returnFuse);
      this.#back(key, now, at(c.fuseTag, 'in'), stretchMm);
      now = at(c.fuseTag, 'out');
      key = 'return-fuse';
    }
    for (const s of levers) {
      const shared = this.#has(s.tag, 'switch');
      if (!shared && this.#has(s.tag)) continue;
      if (!shared) this.#n.part(leverPart(s));
      this.#back(key, now, at(s.tag, 'in'), stretchMm);
      if (shared) return;
      now = at(s.tag, 'out');
      key = `return-${s.portId}`;
    }
    this.#back(key, now, lands, stretchMm);
  }

  #fusePart({ tag, family, ratingA }: ReturnFuse): void {
    this.#n.part({
      id: tag,
      kind: 'fuse',
      label: family === 'breaker' ? `Breaker ${tag}` : `Fuse ${tag}`,
      terminals: ['in', 'out'],
      ratingA: ratingA ?? null,
      family,
      throughMilliOhm: this.#c.fuseMilliOhm,
      ref: circuitRef(this.#id)
    });
  }

  /** The placed port that a feed comes in through. */
  #wayIn(): void {
    const { feed } = this.#c;
    const through = feed && valueOf(feed.throughPortId, undefined);
    const way = through === undefined ? undefined : leverAt(this.#net.box, this.#net.tags, through);
    if (!way || this.#has(way.tag)) return;
    this.#n.part({
      id: way.tag,
      kind: 'inlet',
      label: `${way.tag} +`,
      terminals: ['in', 'out'],
      ratingA: way.part?.ratingA ?? null,
      throughMilliOhm: (way.part?.contactMilliOhm ?? INLET_MILLIOHM) / 2,
      ref: { kind: 'port', id: way.portId }
    });
    this.#wire('way-in', this.#now, at(way.tag, 'in'), feed?.lead?.lengthMm ?? this.#leftMm / 2, leadOf(this.#c));
    if (!feed?.lead) this.#leftMm /= 2;
    this.#now = at(way.tag, 'out');
  }

  /** Its relay's contact, then its switches. */
  #switches(): void {
    const c = this.#c;
    const relay = this.#relay;
    const levers = switchedInMinus(c.circuit) ? [] : c.switches;
    const free = levers.filter((w) => !this.#has(w.tag));
    const hops = free.length + (relay ? 1 : 0);
    const toSwitchMm = this.#switchedFirst ? aheadOfFuseMm(c).overSwitchesMm : overSwitchesMm(c);
    const hopMm = hops > 0 ? toSwitchMm / hops : 0;
    if (relay) {
      const tag = relayTag(this.#net.box, relay);
      relayPart(this.#n, tag, relay);
      this.#wire('relay', this.#now, at(tag, RELAY.common), hopMm);
      this.#ahead ??= this.#now;
      this.#now = at(tag, RELAY.out);
      this.#leftMm -= hopMm;
    }
    for (const s of levers) {
      if (!this.#has(s.tag)) {
        this.#n.part(leverPart(s));
        this.#wire(s === levers[0] ? 'switch' : `switch-${s.portId}`, this.#now, at(s.tag, 'in'), hopMm);
        this.#leftMm -= hopMm;
      }
      // one lever for several circuits: each comes to it with its own lead, they leave it together
      else if (this.#has(s.tag, 'switch') && this.#now.part !== s.tag)
        this.#wire(`switch-${s.portId}`, this.#now, at(s.tag, 'in'), toSwitchMm);
      this.#ahead ??= at(s.tag, 'in');
      this.#now = at(s.tag, 'out');
    }
  }

  /** A feed ends in its joint, over a converter where it has one; a second box has a joint for its returns as well. */
  toJoint(feed: Feed): void {
    const c = this.#c;
    const lands = landing(this.#net, c, this.#made, this.#x, this.#fromPost);
    const joint = feedEnd(this.#n, c, this.#net.box);
    const converter = converterPart(this.#n, c);
    this.#wire('feed', this.#now, converter ? at(converter, CONVERTER.inPlus) : joint, Math.max(0, this.#leftMm));
    this.#tap(joint, this.#afterFuse);
    if (!hasOwnReturn(feed)) return;
    const bus = `bus-${c.tag}`;
    this.#n.part({
      id: bus,
      kind: 'bus',
      label: `Negative joint of ${feed.name || c.tag}`,
      terminals: ['-'],
      ref: circuitRef(this.#id)
    });
    const back = converter ? at(converter, CONVERTER.inMinus) : at(bus, '-');
    this.#return(back, lands, c.lengthMm + (feed.lead?.lengthMm ?? 0));
    this.#made.buses.set(this.#id, at(bus, '-'));
    if (!converter) return;
    // joints at the converter's own output terminals
    this.#wire('rail', at(converter, CONVERTER.outPlus), joint, 0, [null, c.circuit.wireCount]);
    this.#back('rail-back', at(bus, '-'), at(converter, CONVERTER.outMinus), 0, null);
  }

  /** A circuit ends in its port; a meter on a shunt has its two thin leads besides. */
  toPort(): void {
    const c = this.#c;
    const sensed = c.portPart?.role === 'meter' && this.#x.shunt !== undefined;
    const lands = landing(this.#net, c, this.#made, this.#x, this.#fromPost);
    if (!this.#made.portIsThere)
      this.#n.part({
        id: c.portTag,
        kind: 'port',
        label: c.portTag,
        terminals: sensed ? ['+', '-', 'plug', 'sense+', 'sense-'] : ['+', '-', 'plug'],
        ratingA: c.portPart?.ratingA ?? null,
        throughMilliOhm: c.portPart?.contactMilliOhm ?? 0,
        ref: { kind: 'port', id: c.circuit.portId }
      });
    const plus = at(c.portTag, '+');
    this.#wire('feed', this.#now, plus, Math.max(0, this.#leftMm));
    this.#tap(plus, plus);
    const onPort = this.#x.back.has(this.#id);
    this.#return(at(c.portTag, '-'), lands, onPort ? c.lengthMm : (this.#x.backMm.get(this.#id) ?? c.lengthMm));
    if (sensed && !this.#made.portIsThere) sensePair(this.#n, this.#net.box, c);
  }

  #tap(end: Terminal, otherwise: Terminal): void {
    this.#made.taps.set(this.#id, {
      ahead: this.#ahead ?? otherwise,
      end,
      wire: [this.#c.wire ?? null, this.#c.circuit.wireCount]
    });
  }

  /** The coil of its relay, fed from behind its fuse. */
  coil(): void {
    if (!this.#relay) return;
    const { box, tags, ends } = this.#net;
    const stub = { size: this.#c.wire ?? null, count: this.#c.circuit.wireCount, behindA: this.#c.guard?.ratingA };
    coilNet(this.#n, box, tags, this.#relay, this.#afterFuse, ends.bus, stub);
  }
}

function branch(net: NetContext, c: CircuitPlan, made: Made, x: BranchContext): void {
  const way = new BranchWay(net, c, made, x);
  way.lay();
  if (c.feed) way.toJoint(c.feed);
  else way.toPort();
  way.coil();
}

/**
 * The stretch ahead of its fuse is of this very wire, since somebody measured it and it is more than the stub that may go
 * without: judged by what stands before.
 */
export const ownAhead = (c: CircuitPlan): boolean => setOut(c) && c.fuseDistanceMm! > BARE_MM && c.wireOrigin === 'set';

/** Of what a branch hangs on. */
const upWire = (c: CircuitPlan, made: Made): [WireSize | null, number] =>
  made.taps.get(c.upId ?? '')?.wire ?? [c.wire ?? null, c.circuit.wireCount];

/** The section ahead of a feed's way in, else as the rest of it. */
function leadOf(c: CircuitPlan): [WireSize | null, number] {
  const lead = c.feed?.lead;
  return lead ? [leadWire(lead, c.wire) ?? null, lead.wireCount] : [c.wire ?? null, c.circuit.wireCount];
}

/** From a post to the first fuse: a feed's own wire; ahead of a circuit's fuse as thick as the main one, and no thinner than its own. */
function postWire({ main }: NetContext, c: CircuitPlan): [WireSize | null, number] {
  const own =
    c.feed !== undefined || c.wireOrigin === 'set' || (main.wire && copperMm2(main) < copperMm2(ofCircuit(c)));
  return own ? leadOf(c) : [main.wire ?? null, main.wireCount];
}
const ofCircuit = (c: CircuitPlan) => ({ wire: c.wire, wireCount: c.circuit.wireCount });
const copperMm2 = ({ wire, wireCount }: { wire: WireSize | undefined; wireCount: number }): number =>
  wire && knownSize(wire) ? wireCount * areaMm2(wire) : 0;

/** Where a branch's return ends. */
function landing(
  { ends, box, tags, builder: n }: NetContext,
  c: CircuitPlan,
  made: Made,
  x: BranchContext,
  fromPost: boolean
): Terminal {
  const id = c.circuit.id;
  if (c.circuit.returnTo === 'battery' || (fromPost && !x.shunt)) return ends.ground;
  if (x.tree.startOf.get(id) === 'load-terminal' && hasLoadTerminal(box)) return controllerPart(n, box, 'load −');
  const onto = x.back.get(id);
  const onPort = onto === undefined ? undefined : portTagOf(box, tags, onto);
  if (onPort !== undefined) return at(onPort, '-');
  for (const feeder of wayTo(x.tree, id).slice(0, -1).reverse()) {
    const bus = made.buses.get(feeder);
    if (bus) return bus;
  }
  return ends.bus;
}

const portTagOf = (box: Box, tags: Readonly<Record<string, string>>, circuitId: string): string | undefined => {
  const portId = box.circuits.find((c) => c.id === circuitId)?.portId;
  return portId === undefined ? undefined : (tags[portId] ?? portId);
};
