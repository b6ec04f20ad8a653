import { say } from '../words/say.ts';
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
        say: say('off-the-face', 'told', {
          tag: p.tag,
          overMm: over,
          face: p.port.face,
          widthMm: face.widthMm,
          heightMm: face.heightMm,
          flangeWidthMm: p.part.flangeWidthMm,
          flangeHeightMm: p.part.flangeHeightMm
        }),
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
