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
        short: `${p.tag} overhangs by ${x.said.mm(over, 0)}`,
        title: `${p.tag} overhangs its face by ${x.said.mm(over, 1)}`,
        why: `The ${p.port.face} is ${x.said.mms(' × ', face.widthMm, face.heightMm)}; the flange is ${x.said.mms(' × ', p.part.flangeWidthMm, p.part.flangeHeightMm)}.`,
        figures: { overMm: over },
        remedies: () => {
          const spot = freeSpot(x.box, x.fit!, p.part, p.port, p.port);
          return spot
            ? [
                {
                  label: `Move to ${x.said.mms(', ', spot.xMm, spot.yMm)}`,
                  effect: 'wholly on the face',
                  edits: movePort(p.port.id, spot)
                }
              ]
            : [];
        }
      };
    })
);
