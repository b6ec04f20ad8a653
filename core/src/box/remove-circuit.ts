import { AUTO } from './attr.ts';
import type { Edit } from './edits.ts';
import type { Box } from './schema.ts';

/** Takes a circuit out with everything that refers to it: what it fed goes back to automatic, its relays and checks go. */
export function removeCircuit(box: Box, circuitId: string): Edit[] {
  const taps = box.circuits
    .filter((c) => c.tapFrom.is === 'set' && c.tapFrom.value === circuitId)
    .map((c): Edit => ({ op: 'set', path: `circuits/${c.id}/tapFrom`, value: AUTO }));
  const relays = box.switching.relays
    .filter((r) => r.circuitId === circuitId)
    .map((r): Edit => ({ op: 'remove', path: `switching/relays/${r.id}` }));
  const checks = box.checkedPaths.some((k) => k.circuitId === circuitId)
    ? [{ op: 'set' as const, path: 'checkedPaths', value: box.checkedPaths.filter((k) => k.circuitId !== circuitId) }]
    : [];
  return [...taps, ...relays, ...checks, { op: 'remove', path: `circuits/${circuitId}` }];
}
