import { portPlace, rule } from '../rule.ts';

/** Two bodies of ports meet inside the box. */
export const portCollisionInside = rule('port-collision-inside', 'fits', 'ports', (x) =>
  (x.panel?.clashes ?? [])
    .filter((c) => c.kind === 'behind' || c.kind === 'opposite')
    .map((c) => {
      const [a, b] = [c.aId, c.bId].map((id) => x.panel!.ports.find((p) => p.port.id === id)!);
      return {
        at: portPlace(a!.port.id, `${a!.tag} and ${b!.tag}`),
        also: `${c.aId}-${c.bId}`,
        severity: 'stop' as const,
        short: `${a!.tag} and ${b!.tag} meet inside`,
        title: `${a!.tag} and ${b!.tag} meet inside`,
        why: `Their bodies and terminals come nearer than ${c.wantedMm} mm. Stagger one of them along its face.`,
        figures: { wantedMm: c.wantedMm, depthAMm: a!.needMm, depthBMm: b!.needMm }
      };
    })
);
