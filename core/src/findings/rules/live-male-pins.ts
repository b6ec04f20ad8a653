import { portPlace, rule } from '../rule.ts';

/** Bare live metal outside the case. */
export const liveMalePins = rule('live-male-pins', 'safe', 'ports', (x) =>
  (x.panel?.ports ?? [])
    .filter((p) => p.part.exposedLivePins && p.part.role === 'outlet')
    .map((p) => ({
      at: portPlace(p.port.id, p.tag),
      severity: 'stop' as const,
      short: `${p.tag} has bare live metal`,
      title: `${p.tag} has bare live metal outside`,
      why: 'A key or a wet strap across it is a short circuit. Take a shrouded connector, or cover it with boots and accept this finding.',
      figures: { fuseA: x.wiring.circuits.find((c) => c.circuit.portId === p.port.id)?.fuseA ?? 0 }
    }))
);
