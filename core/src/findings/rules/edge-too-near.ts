import { say } from '../words/say.ts';
import { set } from '../../box/edit.ts';
import { portPlace, rule } from '../rule.ts';

/** The flange or nut reaches the rounded corner. */
export const edgeTooNear = rule('edge-too-near', 'fits', 'ports', (x) =>
  (x.panel?.ports ?? []).flatMap((p) => {
    const wantedMm = 2 + x.fit!.part.cornerRadiusMm;
    const nearest = Math.min(p.edgesMm.left, p.edgesMm.right);
    if (nearest < 0 || nearest >= wantedMm - 1e-6) return [];
    const [keeps, wanted] = x.said.mmApart(nearest, wantedMm);
    return [
      {
        at: portPlace(p.port.id, p.tag),
        severity: 'caution' as const,
        say: say('edge-too-near', 'told', { tag: p.tag, nearestMm: nearest, keeps, wanted }),
        figures: { edgeMm: nearest, wantedMm },
        remedies: [
          {
            label: 'Move it inward',
            effect: `${x.said.mm(wantedMm, 0)} to the edge`,
            edits: [
              set(
                `ports/${p.port.id}/xMm`,
                p.edgesMm.left < p.edgesMm.right
                  ? wantedMm + p.part.flangeWidthMm / 2
                  : p.port.xMm - (wantedMm - p.edgesMm.right)
              )
            ]
          }
        ]
      }
    ];
  })
);
