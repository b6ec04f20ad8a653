import { positiveTerminals, type Fault, type TrialCircuit } from './circuit.ts';
import { CORRODED_OHM } from './finder.ts';
import { conductorName, whereOf } from './survey.ts';

export type FaultChoice = { id: string; word: string; fault: Fault };

/** Everywhere that one kind of fault can be tried on this circuit, each in words. */
export function faultChoices(circuit: TrialCircuit, kind: Fault['kind']): FaultChoice[] {
  const { parts, conductors } = circuit.wiring.netlist;
  const wires = conductors.filter((c) => c.polarity !== 'sense' && c.lengthMm > 0);
  if (kind === 'short')
    return positiveTerminals(circuit).map((at) => ({
      id: `${at.part} ${at.terminal}`,
      word: whereOf(circuit, at),
      fault: { kind, at }
    }));
  if (kind === 'blown')
    return parts
      .filter((p) => p.kind === 'fuse')
      .map((p) => ({ id: p.id, word: `${p.id} ${p.ratingA ?? '?'} A`, fault: { kind, partId: p.id } }));
  if (kind === 'dead-part')
    return parts
      .filter((p) => p.kind === 'switch' || p.kind === 'port')
      .map((p) => ({ id: p.id, word: p.label, fault: { kind, partId: p.id } }));
  if (kind === 'shunt-bypassed')
    return wires
      .filter((c) => c.to.part === 'bus')
      .map((c) => ({ id: c.id, word: `return of ${c.from.part}`, fault: { kind, conductorId: c.id } }));
  return wires.map((c) => ({
    id: c.id,
    word: conductorName(c),
    fault: kind === 'open' ? { kind, conductorId: c.id } : { kind, conductorId: c.id, ohm: CORRODED_OHM }
  }));
}
