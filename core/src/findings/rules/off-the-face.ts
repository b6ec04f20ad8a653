import { movePort } from '../../panel/move-port.ts';
import { faceSizeMm } from '../../case/faces.ts';
import { freeSpot } from '../../panel/panel.ts';
import { portPlace, rule } from '../rule.ts';

/** The flange overhangs the face. */
export const offTheFace = rule('off-the-face', 'fits', 'ports', (x) =>
  (x.panel?.ports ?? [])
    .filter((p) => Object.values(p.edgesMm).some((e) => e < 0))
    .map((p) => {
      const face = faceSizeMm(x.fit!.part, p.port.face);
      const over = -Math.min(...Object.values(p.edgesMm));
      return {
        at: portPlace(p.port.id, p.tag),
        severity: 'stop' as const,
        short: `${p.tag} overhangs by ${over.toFixed(0)} mm`,
        title: `${p.tag} overhangs its face by ${over.toFixed(1)} mm`,
        why: `The ${p.port.face} is ${face.widthMm} × ${face.heightMm} mm; the flange is ${p.part.flangeWidthMm} × ${p.part.flangeHeightMm} mm.`,
        figures: { overMm: over },
        remedies: () => {
          const spot = freeSpot(x.box, x.fit!, p.part, p.port, p.port);
          return spot
            ? [
                {
                  label: `Move to ${spot.xMm}, ${spot.yMm} mm`,
                  effect: 'wholly on the face',
                  edits: movePort(p.port.id, spot)
                }
              ]
            : [];
        }
      };
    })
);
