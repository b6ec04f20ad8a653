import { say } from '../words/say.ts';
import { faceSizeMm } from '../../case/faces.ts';
import { moveAway } from '../other-face.ts';
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
        remedies: () => moveAway(x, p, 'wholly on the face')
      };
    })
);
