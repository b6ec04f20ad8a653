import { BARE_MM } from './placement.ts';
import { blockOf } from '../box/feeds.ts';
import { valueOf } from '../box/lookup.ts';
import type { Box, Relay } from '../box/schema.ts';
import type { PartOf } from '../catalogue/part.ts';
import { leverAt } from './levers.ts';
import type { NetContext } from './net-context.ts';
import { at, circuitRef, type NetBuilder } from './net-builder.ts';
import { controllerPart, hasLoadTerminal } from './net-extras.ts';
import { INLET_MILLIOHM } from './net-main.ts';
import { coilNet, relayPart, relayTag, STUB_MM } from './net-coil.ts';
import { CONVERTER, RELAY, type Terminal } from './netlist.ts';
import { converterTag } from './rails.ts';
import type { WireSize } from '../quantity/wire-size.ts';
import { wayTo, type Tree } from './tree.ts';
import type { CircuitPlan } from './types.ts';

/** Share of a branch's run up to its switch while the layout does not tell; the rest goes on to the port. */
const TO_SWITCH = 0.6;
/** Automatic fuse of a sense lead. @source electrical reference 10 */
const SENSE_FUSE_A = 1;
const SENSE_WIRE = { system: 'awg', size: '22' } as const;

type BranchContext = {
  tree: Tree;
  back: ReadonlyMap<string, string>;
  backMm: ReadonlyMap<string, number>;
  block: PartOf<'fuse-block'> | undefined;
  shunt: PartOf<'shunt'> | undefined;
};

/** Fuse of each sense lead; undefined for none, null when nobody knows. */
function senseFuseA(box: Box): number | null | undefined {
  const f = box.wiring.senseFuse;
  if (f.is === 'none') return undefined;
  if (f.is === 'unknown') return null;
  return f.is === 'set' ? f.value : SENSE_FUSE_A;
}

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
  const pack = t.packOf.get(c.circuit.id);
  return pack && box.bank.count > 1 && pack <= box.bank.count ? at(`battery-${pack}`, '+') : bank.plus;
}

function branch(net: NetContext, c: CircuitPlan, made: Made, x: BranchContext): void {
  const { builder: n, ends, box, main, tags } = net;
  const { circuit } = c;
  const id = circuit.id;
  const wire = (
    key: string,
    from: Terminal,
    to: Terminal,
    polarity: 'positive' | 'negative',
    lengthMm: number,
    size = (polarity === 'negative' ? c.returnWire : c.wire) ?? null,
    count = circuit.wireCount
  ) => n.wire({ id: `${id}/${key}`, from, to, polarity, size, count, lengthMm, circuitId: id });
  const up = c.upId !== undefined;
  const fromPost = !up && c.live === 'direct';
  let now = beginOf(net, c, made, x.tree);
  // one that sits out along the wire is in no way of a block, whatever the wire hangs on
  const inBlock = !setOut(c) && n.parts.some((p) => p.kind === 'fuse-block' && p.id === now.part);
  let left = c.lengthMm;
  if (c.fuseOrigin !== 'none') {
    n.part({
      id: c.fuseTag,
      kind: 'fuse',
      label: c.fuseFamily === 'breaker' ? `Breaker ${c.fuseTag}` : `Fuse ${c.fuseTag}`,
      terminals: ['in', 'out'],
      ratingA: c.fuseA ?? null,
      family: c.fuseFamily,
      throughMilliOhm: c.fuseMilliOhm,
      ref: circuitRef(id)
    });
    // ahead of its own fuse only what stands before protects it: that stub is as thick as what it hangs on
    const stubMm = c.fuseDistanceMm ?? STUB_MM;
    if (inBlock)
      wire('way', now, at(c.fuseTag, 'in'), 'positive', 0, null); // inside the block
    else if (ownAhead(c)) wire('stub', now, at(c.fuseTag, 'in'), 'positive', stubMm, ...leadOf(c));
    else if (up) wire('stub', now, at(c.fuseTag, 'in'), 'positive', stubMm, ...upWire(c, made));
    else if (fromPost) wire('post', now, at(c.fuseTag, 'in'), 'positive', stubMm, ...postWire(net, c));
    else wire('stub', now, at(c.fuseTag, 'in'), 'positive', stubMm, main.wire ?? null, main.wireCount);
    now = at(c.fuseTag, 'out');
    // the whole length was measured, the stretch ahead of the fuse in it
    if (setOut(c)) left = Math.max(0, left - stubMm);
  }
  const afterFuse = now;
  const relay: Relay | undefined = box.relays.find((r) => r.inId === id);
  const coil = (): void => {
    if (!relay) return;
    const stub = { size: c.wire ?? null, count: circuit.wireCount, behindA: c.guard?.ratingA };
    coilNet(n, box, tags, relay, afterFuse, ends.bus, stub);
  };
  const through = c.feed && valueOf(c.feed.throughPortId, undefined);
  const way = through === undefined ? undefined : leverAt(box, tags, through);
  const free = c.switches.filter((w) => !n.parts.some((p) => p.id === w.tag));
  const hops = free.length + (relay ? 1 : 0);
  const toSwitchMm = c.toSwitchMm ?? c.lengthMm * TO_SWITCH;
  const hopMm = hops > 0 ? toSwitchMm / hops : 0;
  let ahead: Terminal | undefined;
  if (way && !n.parts.some((p) => p.id === `${way.tag}`)) {
    n.part({
      id: way.tag,
      kind: 'inlet',
      label: `${way.tag} +`,
      terminals: ['in', 'out'],
      ratingA: way.part?.ratingA ?? null,
      throughMilliOhm: (way.part?.contactMilliOhm ?? INLET_MILLIOHM) / 2,
      ref: { kind: 'port', id: way.portId }
    });
    const [size, count] = leadOf(c);
    wire('way-in', now, at(way.tag, 'in'), 'positive', c.feed?.lead?.lengthMm ?? left / 2, size, count);
    if (!c.feed?.lead) left /= 2;
    now = at(way.tag, 'out');
  }
  if (relay) {
    const tag = relayTag(box, relay);
    relayPart(n, tag, relay);
    wire('relay', now, at(tag, RELAY.common), 'positive', hopMm);
    ahead ??= now;
    now = at(tag, RELAY.out);
    left -= hopMm;
  }
  for (const s of c.switches) {
    if (!n.parts.some((p) => p.id === s.tag)) {
      n.part({
        id: s.tag,
        kind: 'switch',
        label: `Switch ${s.tag}`,
        terminals: ['in', 'out'],
        ratingA: s.part?.ratingA ?? null,
        throughMilliOhm: s.part?.contactMilliOhm ?? 0,
        ref: { kind: 'port', id: s.portId }
      });
      wire(s === c.switches[0] ? 'switch' : `switch-${s.portId}`, now, at(s.tag, 'in'), 'positive', hopMm);
      left -= hopMm;
    }
    // one lever for several circuits: each comes to it with its own lead, they leave it together
    else if (n.parts.some((p) => p.id === s.tag && p.kind === 'switch') && now.part !== s.tag)
      wire(`switch-${s.portId}`, now, at(s.tag, 'in'), 'positive', toSwitchMm);
    ahead ??= at(s.tag, 'in');
    now = at(s.tag, 'out');
  }
  const lands = landing(net, c, made, x, fromPost);
  if (c.feed) {
    const joint = feedEnd(n, c, box);
    const converter = converterPart(n, c);
    wire('feed', now, converter ? at(converter, CONVERTER.inPlus) : joint, 'positive', Math.max(0, left));
    made.taps.set(id, { ahead: ahead ?? afterFuse, end: joint, wire: [c.wire ?? null, circuit.wireCount] });
    if (converter || c.feed.secondBox) {
      const bus = `bus-${c.tag}`;
      n.part({
        id: bus,
        kind: 'bus',
        label: `Negative joint of ${c.feed.name || c.tag}`,
        terminals: ['-'],
        ref: circuitRef(id)
      });
      const back = converter ? at(converter, CONVERTER.inMinus) : at(bus, '-');
      wire('return', back, lands, 'negative', c.lengthMm + (c.feed.lead?.lengthMm ?? 0));
      made.buses.set(id, at(bus, '-'));
      // joints at the converter's own output terminals
      if (converter) {
        wire('rail', at(converter, CONVERTER.outPlus), joint, 'positive', 0, null);
        wire('rail-back', at(bus, '-'), at(converter, CONVERTER.outMinus), 'negative', 0, null);
      }
    }
    coil();
    return;
  }
  const isMeter = c.portPart?.role === 'meter';
  const sensed = isMeter && x.shunt !== undefined;
  if (!made.portIsThere)
    n.part({
      id: c.portTag,
      kind: 'port',
      label: c.portTag,
      terminals: sensed ? ['+', '-', 'plug', 'sense+', 'sense-'] : ['+', '-', 'plug'],
      ratingA: c.portPart?.ratingA ?? null,
      throughMilliOhm: c.portPart?.contactMilliOhm ?? 0,
      ref: { kind: 'port', id: circuit.portId }
    });
  wire('feed', now, at(c.portTag, '+'), 'positive', Math.max(0, left));
  made.taps.set(id, {
    ahead: ahead ?? at(c.portTag, '+'),
    end: at(c.portTag, '+'),
    wire: [c.wire ?? null, circuit.wireCount]
  });
  const onPort = x.back.has(id);
  wire('return', at(c.portTag, '-'), lands, 'negative', onPort ? c.lengthMm : (x.backMm.get(id) ?? c.lengthMm));
  if (sensed && !made.portIsThere) sensePair(n, box, c);
  coil();
}

/**
 * The stretch ahead of its fuse is of this very wire, since somebody measured it and it is more than the stub that may go
 * without: judged by what stands before.
 */
export const ownAhead = (c: CircuitPlan): boolean => setOut(c) && c.fuseDistanceMm! > BARE_MM && c.wireOrigin === 'set';
const setOut = ({ circuit: { fuseFromStartMm: at } }: CircuitPlan): boolean => at.is === 'set' && at.value > 0;

/** Of what a branch hangs on. */
const upWire = (c: CircuitPlan, made: Made): [WireSize | null, number] =>
  made.taps.get(c.upId ?? '')?.wire ?? [c.wire ?? null, c.circuit.wireCount];

/** The section ahead of a feed's way in, else as the rest of it. */
function leadOf(c: CircuitPlan): [WireSize | null, number] {
  const lead = c.feed?.lead;
  return lead ? [valueOf<WireSize>(lead.wire, c.wire) ?? null, lead.wireCount] : [c.wire ?? null, c.circuit.wireCount];
}

/** From a post to the first fuse: a feed's own wire; ahead of a circuit's fuse as thick as the main one. */
const postWire = ({ main }: NetContext, c: CircuitPlan): [WireSize | null, number] =>
  c.feed || c.wireOrigin === 'set' ? leadOf(c) : [main.wire ?? null, main.wireCount];

const END_LABEL: Record<NonNullable<CircuitPlan['feed']>['ends'], string> = {
  'fuse-block': 'Fuse block',
  chain: 'Joint',
  'bus-bar': 'Positive bus',
  stud: 'Stud',
  lever: 'Lever connector',
  'push-in': 'Push-in connector',
  splice: 'Splice',
  terminal: 'Joint'
};

/** The converter ahead of a feed's end; undefined for a feed without one. */
function converterPart(n: NetBuilder, c: CircuitPlan): string | undefined {
  if (!c.gives) return undefined;
  const id = converterTag(c.tag);
  n.part({
    id,
    kind: 'converter',
    label: `Converter to ${c.gives.outV} V`,
    terminals: Object.values(CONVERTER),
    gives: c.gives,
    ref: circuitRef(c.circuit.id)
  });
  return id;
}

/** The joint a feed ends in. */
function feedEnd(n: NetBuilder, c: CircuitPlan, box: Box): Terminal {
  const feed = c.feed!;
  const block = blockOf(box, feed);
  n.part({
    id: c.portTag,
    kind: block ? 'fuse-block' : 'bus',
    label: `${END_LABEL[feed.ends]} ${c.tag}`,
    terminals: ['+'],
    ratingA: block?.totalA ?? null,
    ref: circuitRef(c.circuit.id)
  });
  return at(c.portTag, '+');
}

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

/** The two thin leads from the shunt to its meter, each with its own fuse at the shunt. */
function sensePair(n: NetBuilder, box: Box, c: CircuitPlan): void {
  const fuseA = senseFuseA(box);
  const sides = [
    ['+', 'load side'],
    ['-', 'battery side']
  ] as const;
  for (const [sign, side] of sides) {
    let from = at('shunt', side);
    const wire = (key: string, to: Terminal, lengthMm: number) =>
      n.wire({
        id: `${c.circuit.id}/${key}`,
        from,
        to,
        polarity: 'sense',
        size: SENSE_WIRE,
        lengthMm,
        circuitId: c.circuit.id
      });
    if (fuseA !== undefined) {
      const tag = `F${c.portTag}${sign === '-' ? '−' : sign}`;
      n.part({
        id: tag,
        kind: 'fuse',
        label: `Sense fuse ${tag}`,
        terminals: ['in', 'out'],
        ratingA: fuseA,
        family: 'blade',
        throughMilliOhm: 120,
        ref: circuitRef(c.circuit.id)
      });
      wire(`sense${sign}fuse`, at(tag, 'in'), STUB_MM);
      from = at(tag, 'out');
    }
    wire(`sense${sign}`, at(c.portTag, `sense${sign}`), c.lengthMm);
  }
}
