import { portResistance, type Network } from '../network/solve.ts';
import { leadWires } from './device-lead.ts';
import { CONVERTER, innerEdges, plugOf, type Netlist, type Terminal } from './netlist.ts';
import type { WiringPlan } from './types.ts';

/**
 * How the wiring stands between the bank's terminals and the plugs: for each port how far its voltage falls for an ampere
 * drawn at itself or at another. Exact for the netlist as it is, every conductor, joint, fuse and switch in it.
 */
export type Feed = {
  /** Port ids, in the order of the table. */
  portIds: readonly string[];
  /** Behind the ports: devices that hang on a 12 V port by a lead of their own, at the far end of it. */
  deviceIds: readonly string[];
  ohm: readonly (readonly number[])[];
  /** Where a device without a port is taken to hang: the shared path alone. */
  commonOhm: number;
};

const MICRO = 1e-6; // a contact given as 0 is still metal

/** The netlist as a network of nodes; conductors and parts of no resistance join their ends. */
export function networkOf(net: Netlist): {
  network: Pick<Network, 'nodeCount' | 'resistors'>;
  nodeAt: (end: Terminal) => number | undefined;
} {
  const nodes = new Map<string, number>();
  let count = 0;
  const keyOf = (end: Terminal): string => `${end.part}\u0000${end.terminal}`;
  const at = (end: Terminal): number => {
    const known = nodes.get(keyOf(end));
    if (known !== undefined) return known;
    nodes.set(keyOf(end), count);
    return count++;
  };
  at(net.feed.minus);
  const resistors: { a: number; b: number; ohm: number }[] = [];
  for (const c of net.conductors) {
    if (c.milliOhm === 0 && !nodes.has(keyOf(c.to))) nodes.set(keyOf(c.to), at(c.from));
    else resistors.push({ a: at(c.from), b: at(c.to), ohm: Math.max(c.milliOhm / 1000, MICRO) });
  }
  for (const p of net.parts)
    for (const e of innerEdges(p)) {
      // a coil draws its own current, no part of any plug's feed; its relay is taken to be closed
      if (e.role === 'coil') continue;
      resistors.push({ a: at(e.a), b: at(e.b), ohm: Math.max(e.milliOhm / 1000, MICRO) });
    }
  return { network: { nodeCount: count, resistors }, nodeAt: (end) => nodes.get(keyOf(end)) };
}

/** Reduces the wiring to its ports. @source nodal analysis of the netlist (network/solve) */
export function feedOf(wiring: Pick<WiringPlan, 'netlist' | 'circuits' | 'main'>): Feed {
  const commonOhm = wiring.main.commonMilliOhm / 1000;
  const { network, nodeAt } = networkOf(wiring.netlist);
  const plus = nodeAt(wiring.netlist.feed.plus);
  const minus = nodeAt(wiring.netlist.feed.minus);
  const seen = new Set<string>();
  const ports = wiring.circuits.flatMap((c) => {
    // the battery sees what hangs on a converter at the converter's input
    const converter = c.rail && wiring.netlist.parts.find((p) => p.gives?.feedId === c.rail!.feedId)?.id;
    const plug = nodeAt(converter ? { part: converter, terminal: CONVERTER.inPlus } : plugOf(c.portTag));
    const back = nodeAt(
      converter ? { part: converter, terminal: CONVERTER.inMinus } : { part: c.portTag, terminal: '-' }
    );
    if (seen.has(c.circuit.portId) || plug === undefined || back === undefined) return [];
    seen.add(c.circuit.portId);
    return [{ id: c.circuit.portId, plus: plug, minus: back }];
  });
  if (plus === undefined || minus === undefined || ports.length === 0)
    return { portIds: [], deviceIds: [], ohm: [], commonOhm };
  const devices = leadEnds(wiring, nodeAt);
  const all = portResistance(network, { plus, minus }, [...ports, ...devices]);
  const fed = all.map((_, i) => i).filter((i) => Number.isFinite(all[i]![i]!));
  return {
    portIds: fed.flatMap((i) => ports[i]?.id ?? []),
    deviceIds: fed.flatMap((i) => devices[i - ports.length]?.id ?? []),
    ohm: fed.map((i) => fed.map((j) => all[i]![j]!)),
    commonOhm
  };
}

/** Far ends of the leads of devices. Behind a converter a lead carries another current at other volts: there the port counts. */
function leadEnds(
  { netlist, circuits }: Pick<WiringPlan, 'netlist' | 'circuits'>,
  nodeAt: (end: Terminal) => number | undefined
): { id: string; plus: number; minus: number }[] {
  return netlist.parts.flatMap((p) => {
    if (p.kind !== 'device' || p.ref?.kind !== 'device') return [];
    const { id } = p.ref;
    const wires = leadWires(netlist, id);
    const c = wires && circuits.find((k) => k.circuit.id === wires[0].circuitId);
    if (!c || c.rail || c.portPart?.supply !== '12v' || c.portPart.converterRatedW !== null) return [];
    const plus = nodeAt(wires[0].to);
    const minus = nodeAt(wires[1].from);
    return plus === undefined || minus === undefined ? [] : [{ id, plus, minus }];
  });
}
