import { otherFace } from '../other-face.ts';
import { portPlace, rule } from '../rule.ts';

/** What hangs under the lid hits something on the lid's way down. */
export const lidSwing = rule('lid-swing', 'fits', 'ports', (x) =>
  (x.panel?.swingClashes ?? []).map((s) => {
    const p = x.panel!.ports.find((q) => q.port.id === s.portId)!;
    return {
      at: portPlace(p.port.id, p.tag),
      severity: 'stop' as const,
      short: `${p.tag} hits ${s.otherName} when shut`,
      title: `${p.tag} hits the ${s.otherName} as the lid shuts`,
      why: `The lid swings about its hinge: at ${s.atDeg}° open the part under it reaches the ${s.otherName}.`,
      figures: { atDeg: s.atDeg },
      remedies: () => otherFace(x, p)
    };
  })
);
