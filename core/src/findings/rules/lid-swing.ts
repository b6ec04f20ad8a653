import { say } from '../words/say.ts';
import { otherFace } from '../other-face.ts';
import { portPlace, rule } from '../rule.ts';

/** What hangs under the lid hits something on the lid's way down. */
export const lidSwing = rule('lid-swing', 'fits', 'ports', (x) =>
  (x.panel?.swingClashes ?? []).map((s) => {
    const p = x.panel!.ports.find((q) => q.port.id === s.portId)!;
    return {
      at: portPlace(p.port.id, p.tag),
      severity: 'stop' as const,
      say: say('lid-swing', 'told', { tag: p.tag, otherName: s.otherName, atDeg: s.atDeg }),
      figures: { atDeg: s.atDeg },
      remedies: () => otherFace(x, p)
    };
  })
);
