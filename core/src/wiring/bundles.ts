import type { Box } from '../box/schema.ts';
import { valueOf } from '../box/lookup.ts';
import { BUNDLE_LENGTH_MM } from './contacts.ts';
import type { RunMm } from './lengths.ts';
import { startOf, type Tree } from './tree.ts';

/**
 * How many loaded conductors touch each wire for longer than the ampacity table allows: its own return, and both wires of
 * every load that leaves from the same place and goes the same way for so long. Two runs share half of what their lengths
 * have over the distance between their ends.
 * @source electrical reference 2: bundles count from about 0.6 m; the shared stretch of two paths from one root
 */
export function sharedBundles(box: Box, t: Tree, runs: ReadonlyMap<string, RunMm>): ReadonlyMap<string, number> {
  const rows = t.order
    .filter((b) => b.circuit.purpose === 'load')
    .map((b) => ({
      id: b.id,
      from: t.upOf.get(b.id) ?? startOf(t, b.id),
      port: box.ports.find((p) => p.id === b.circuit.portId),
      lengthMm: valueOf(b.circuit.lengthMm, runs.get(b.id)?.lengthMm) ?? 0
    }));
  const apartMm = (a: (typeof rows)[number], b: (typeof rows)[number]): number => {
    if (!a.port || !b.port) return Math.abs(a.lengthMm - b.lengthMm);
    if (a.port.face !== b.port.face) return Infinity;
    return Math.abs(a.port.xMm - b.port.xMm) + Math.abs(a.port.yMm - b.port.yMm);
  };
  const out = new Map<string, number>();
  for (const a of rows) {
    if (a.lengthMm <= BUNDLE_LENGTH_MM) continue;
    const along = rows.filter(
      (b) => b !== a && b.from === a.from && (a.lengthMm + b.lengthMm - apartMm(a, b)) / 2 > BUNDLE_LENGTH_MM
    );
    out.set(a.id, 2 * (1 + along.length));
  }
  return out;
}
