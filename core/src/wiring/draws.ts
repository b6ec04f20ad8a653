import { plugOf, type Netlist, type Terminal } from './netlist.ts';
import type { CircuitPlan } from './types.ts';

type Draw = { what: string; plus: Terminal; minus: Terminal; currentA: number };

/** What a circuit draws and where, the port's own first: each device with a lead of its own at its own end, the rest at the port's. */
export function drawsOf(netlist: Netlist, c: CircuitPlan): Draw[] {
  if (c.circuit.purpose !== 'load') return [];
  const devices = netlist.parts.filter((p) => p.kind === 'device');
  const at = (part: string, terminal: string): Terminal => ({ part, terminal });
  const apart = c.devices.flatMap((d) => {
    const part = devices.find((p) => p.ref.kind === 'device' && p.ref.id === d.id);
    return part ? [{ what: part.id, plus: at(part.id, '+'), minus: at(part.id, '-'), currentA: d.currentA }] : [];
  });
  const hereA = c.loadA - apart.reduce((s, d) => s + d.currentA, 0);
  return [
    { what: c.feeds, plus: plugOf(c.portTag), minus: at(c.portTag, '-'), currentA: Math.max(0, hereA) },
    ...apart
  ];
}
