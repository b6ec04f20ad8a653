import { panelPartOf } from '../box/lookup.ts';
import type { Box, Circuit } from '../box/schema.ts';
import type { WiringPlan } from './types.ts';

/** What flows with the box switched off: circuits ahead of the master, or all of them without one. */
export function standbyDraws(
  box: Box,
  wiring: Pick<WiringPlan, 'main'>
): { circuit: Circuit; name: string; currentA: number }[] {
  return box.circuits.flatMap((circuit) => {
    if (circuit.live === 'master' && wiring.main.canSwitchOff) return [];
    const port = box.ports.find((p) => p.id === circuit.portId);
    const currentA = panelPartOf(box, port)?.quiescentA ?? 0;
    return currentA > 0 ? [{ circuit, name: port?.name ?? circuit.name, currentA }] : [];
  });
}
