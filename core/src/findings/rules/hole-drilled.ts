import { say } from '../words/say.ts';
import { panelPartOf } from '../../box/lookup.ts';
import { portPlace, rule, set, type Draft } from '../rule.ts';

/** A flange that covers its hole by less than this all round holds on nothing, mm. @source rule of thumb */
const LAND_MM = 0.5;

/** The hole that was really drilled against what its part goes into and covers. */
export const holeDrilled = rule('hole-drilled', 'fits', 'ports', (x) =>
  (x.panel?.ports ?? []).flatMap((p): Draft[] => {
    const { drilledMm } = p.port;
    const hole = panelPartOf(x.box, p.port)?.hole;
    if (drilledMm === null || hole?.shape !== 'round') return [];
    if (drilledMm >= hole.minMm - 1e-9 && drilledMm <= hole.maxMm + 1e-9) return [];
    const at = portPlace(p.port.id, p.tag);
    const figures = { drilledMm, minMm: hole.minMm, maxMm: hole.maxMm };
    if (drilledMm < hole.minMm)
      return [
        {
          at,
          severity: 'caution',
          say: say('hole-drilled', 'small', { tag: p.tag, minMm: hole.minMm, maxMm: hole.maxMm, drilledMm }),
          figures,
          remedies: [
            {
              label: `It is ${x.said.fineMm(hole.diameterMm, 1)} now`,
              effect: 'opened up',
              edits: [set(`ports/${p.port.id}/drilledMm`, hole.diameterMm)]
            }
          ]
        }
      ];
    const coversMm = Math.min(p.part.flangeWidthMm, p.part.flangeHeightMm);
    const falls = drilledMm > coversMm - 2 * LAND_MM;
    return [
      {
        at,
        severity: falls ? 'stop' : 'caution',
        say: say('hole-drilled', 'large', {
          tag: p.tag,
          falls,
          minMm: hole.minMm,
          maxMm: hole.maxMm,
          drilledMm,
          coversMm
        }),
        figures: { ...figures, coversMm }
      }
    ];
  })
);
