import type { Removable } from '@haversack/core/box/removal';
import type { Box } from '@haversack/core/box/schema';
import type { Plan } from '@haversack/core/evaluate';

/** What a thing that can be taken out is called on the screen. */
export function nameOf(box: Box, { panel, wiring, fit }: Plan, { kind, id }: Removable): string {
  if (kind === 'device') return box.devices.find((d) => d.id === id)?.name ?? id;
  if (kind === 'port') return panel?.ports.find((p) => p.port.id === id)?.tag ?? id;
  if (kind === 'circuit') return wiring.circuits.find((c) => c.circuit.id === id)?.tag ?? id;
  return fit?.bodies.find((b) => b.id === id)?.name ?? box.bodies.find((b) => b.id === id)?.name ?? id;
}
