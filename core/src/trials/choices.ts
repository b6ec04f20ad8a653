import type { TrialCircuit } from './circuit.ts';
import type { Fault } from './reading.ts';
import { CORRODED_OHM } from './finder.ts';
import { conductorName, whereOf } from './survey.ts';

export type FaultChoice = { id: string; word: string; fault: Fault };

/** Everywhere that one kind of fault can be tried on this circuit, each in words. */
export function faultChoices(circuit: TrialCircuit, kind: Fault['kind']): FaultChoice[] {
  const { parts, conductors } = circuit.wiring.netlist;
  const wires = conductors.filter((c) => c.polarity !== 'sense' && c.lengthMm > 0);
  const ofParts = (wanted: (p: (typeof parts)[number]) => boolean, word: (p: (typeof parts)[number]) => string) =>
    parts.filter(wanted).map((p) => ({ id: p.id, word: word(p) }));
  switch (kind) {
    case 'short':
      return circuit.positives.map((at) => ({
        id: `${at.part} ${at.terminal}`,
        word: whereOf(circuit, at),
        fault: { kind, at }
      }));
    case 'blown':
      return ofParts(
        (p) => p.kind === 'fuse',
        (p) => `${p.id} ${p.ratingA ?? '?'} A`
      ).map((c) => ({ ...c, fault: { kind, partId: c.id } }));
    case 'dead-part':
      return ofParts(
        (p) => ['switch', 'port', 'relay', 'changeover'].includes(p.kind),
        (p) => p.label
      ).map((c) => ({ ...c, fault: { kind, partId: c.id } }));
    case 'stuck':
      return ofParts(
        (p) => p.kind === 'relay',
        (p) => `${p.id} ${p.label}`
      ).map((c) => ({ ...c, fault: { kind, partId: c.id } }));
    case 'reversed':
      return circuit.wiring.circuits.map((c) => ({
        id: c.portTag,
        word: `${c.portTag} ${c.feeds}`,
        fault: { kind, portTag: c.portTag }
      }));
    case 'shunt-bypassed':
      return wires
        .filter((c) => c.to.part === 'bus' && c.polarity === 'negative')
        .map((c) => ({ id: c.id, word: `return of ${c.from.part}`, fault: { kind, conductorId: c.id } }));
    case 'open':
      return wires.map((c) => ({ id: c.id, word: conductorName(c), fault: { kind, conductorId: c.id } }));
    case 'corroded':
      return wires.map((c) => ({
        id: c.id,
        word: conductorName(c),
        fault: { kind, conductorId: c.id, ohm: CORRODED_OHM }
      }));
  }
}
