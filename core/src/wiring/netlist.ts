import type { FuseFamily } from '../catalogue/part.ts';
import type { WireSize } from '../quantity/wire-size.ts';
import type { SharedRail } from './rails.ts';

export type NetPartKind =
  | 'battery'
  | 'inlet'
  | 'fuse'
  | 'switch'
  | 'changeover'
  | 'relay'
  | 'fuse-block'
  | 'port'
  | 'device'
  | 'bus'
  | 'shunt'
  | 'controller'
  | 'converter';

/** What a part of the circuit belongs to: what a click on it opens. */
export type NetRef = { kind: 'main' | 'battery' } | { kind: 'circuit' | 'port' | 'device' | 'relay'; id: string };

export type NetPart = {
  id: string;
  kind: NetPartKind;
  label: string;
  terminals: string[];
  /** Of a switch in the main feed: the last before the loads, or one ahead of it. */
  duty?: 'master' | 'isolator';
  ratingA: number | null;
  /** Of a fuse or breaker. */
  family: FuseFamily | null;
  /** Resistance inside the part: from its first to its second terminal; for a port its contacts, both poles together. */
  throughMilliOhm: number;
  /** Coil of a relay, its resistance; and whether its contacts close or open when it is fed. */
  coil: { ohm: number; contact: 'make' | 'break' } | null;
  /** What a converter gives. */
  gives: SharedRail | null;
  ref: NetRef;
};
export type Terminal = { part: string; terminal: string };
export type Conductor = {
  /** Tells the same lead again after an edit elsewhere: by circuit and place, not by its position in the list. */
  id: string;
  from: Terminal;
  to: Terminal;
  polarity: 'positive' | 'negative' | 'sense';
  size: WireSize | null;
  /** Equal wires side by side. */
  count: number;
  lengthMm: number;
  circuitId: string | null;
  /** Copper and the joint at each end. */
  milliOhm: number;
};
export type Netlist = {
  parts: NetPart[];
  conductors: Conductor[];
  /** Batteries, first to last. */
  packIds: string[];
  /** Between these the bank's voltage stands, its own links included. */
  feed: { plus: Terminal; minus: Terminal };
};

/** Names of a relay's contacts and coil. @source common terminal numbers of small 12 V relays */
export const RELAY = { common: '30', out: '87', coilPlus: '86', coilMinus: '85' } as const;

/** Terminals of a converter that feeds a rail. Its input and output share their minus. */
export const CONVERTER = { inPlus: 'in +', inMinus: 'in −', outPlus: 'out +', outMinus: 'out −' } as const;

export type InnerEdge = { a: Terminal; b: Terminal; milliOhm: number; role: 'through' | 'coil' };

/** Where the plug's own contact sits, behind the port's contacts. */
export const plugOf = (portTag: string): Terminal => ({ part: portTag, terminal: 'plug' });

/** A controller's electronic switch and shunt to its load terminals, each pole. @source rule of thumb: 10 to 30 mohm */
export const LOAD_TERMINAL_MILLIOHM = 20;
/** Lead of a controller or charger in the box, one way, mm. @source rule of thumb */
export const CONTROLLER_LEAD_MM = 400;

/** The ways through a part: contacts, element, coil. A battery, a bus, a block and a device have none. */
export function innerEdges(p: NetPart): InnerEdge[] {
  const at = (terminal: string): Terminal => ({ part: p.id, terminal });
  if (p.kind === 'port') return [{ a: at('+'), b: plugOf(p.id), milliOhm: p.throughMilliOhm, role: 'through' }];
  if (p.kind === 'changeover')
    return ['1', '2'].map((t) => ({ a: at(t), b: at('out'), milliOhm: p.throughMilliOhm, role: 'through' }));
  if (p.kind === 'relay')
    return [
      { a: at(RELAY.common), b: at(RELAY.out), milliOhm: p.throughMilliOhm, role: 'through' },
      { a: at(RELAY.coilPlus), b: at(RELAY.coilMinus), milliOhm: (p.coil?.ohm ?? 0) * 1000, role: 'coil' }
    ];
  // small converters are not isolated; from its plus to its plus there is no wire, only what it makes of the one for the other
  if (p.kind === 'converter')
    return [{ a: at(CONVERTER.inMinus), b: at(CONVERTER.outMinus), milliOhm: 0, role: 'through' }];
  if (p.kind === 'controller' && p.terminals.includes('load +'))
    return ['+', '−'].map((pole) => ({
      a: at(`battery ${pole}`),
      b: at(`load ${pole}`),
      milliOhm: LOAD_TERMINAL_MILLIOHM,
      role: 'through'
    }));
  if (p.kind === 'inlet' || p.kind === 'fuse' || p.kind === 'switch' || p.kind === 'shunt')
    return [{ a: at(p.terminals[0]!), b: at(p.terminals[1]!), milliOhm: p.throughMilliOhm, role: 'through' }];
  return [];
}

/** What stands in the circuit twice: a port that two circuits feed, one that is an outlet and somebody's switch as well. */
export function standTwice(net: Pick<Netlist, 'parts'>): string[] {
  const ids = net.parts.map((p) => p.id);
  return [...new Set(ids.filter((id, i) => ids.indexOf(id) !== i))];
}

/** What is wrong with a netlist's shape: terminals that do not exist, parts nothing reaches, twice the same id. */
export function netlistFaults(net: Netlist): string[] {
  const faults: string[] = [];
  const byId = new Map(net.parts.map((p) => [p.id, p]));
  for (const id of standTwice(net)) faults.push(`${id} stands in it twice`);
  const touched = new Set<string>();
  for (const c of net.conductors)
    for (const end of [c.from, c.to]) {
      touched.add(end.part);
      if (!byId.get(end.part)?.terminals.includes(end.terminal))
        faults.push(`${c.id} ends at ${end.part} ${end.terminal}, which is not there`);
    }
  for (const p of net.parts) if (!touched.has(p.id)) faults.push(`nothing is connected to ${p.label}`);
  return faults;
}
