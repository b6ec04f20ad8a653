import { movePort } from '../../panel/move-port.ts';
import { freeSpot } from '../../panel/panel.ts';
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
      remedies: () => {
        const other = (['front', 'right', 'left'] as const)
          .filter((f) => f !== x.fit!.part.hinge)
          .map((face) => ({ face, at: freeSpot(x.box, x.fit!, p.part, { ...p.port, face }) }))
          .find((o) => o.at);
        return other?.at
          ? [
              {
                label: `Move to the ${other.face}`,
                effect: `at ${x.said.mms(', ', other.at.xMm, other.at.yMm)}, nothing swings there`,
                edits: movePort(p.port.id, other.at, other.face)
              }
            ]
          : [];
      }
    };
  })
);
