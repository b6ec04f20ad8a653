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
    const wants = `It wants ${x.said.fine(hole.minMm, 1)} to ${x.said.fineMm(hole.maxMm, 1)}, the hole is ${x.said.fineMm(drilledMm, 1)}.`;
    const figures = { drilledMm, minMm: hole.minMm, maxMm: hole.maxMm };
    if (drilledMm < hole.minMm)
      return [
        {
          at,
          severity: 'caution',
          short: `${p.tag}: its hole is too small`,
          title: `${p.tag} does not go into its hole yet`,
          why: `${wants} Open it up with a step drill or a round file, then write down what it has.`,
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
        short: `${p.tag}: its hole is too large`,
        title: falls ? `${p.tag} falls through its hole` : `${p.tag} sits loose in its hole`,
        why: falls
          ? `${wants} Its flange is ${x.said.mm(coversMm)} across: put a plate with the right hole over it, or take a larger part.`
          : `${wants} It can turn and shift, and its gasket seals on one side only: an adapter ring, a plate behind, or a part with a wider hole.`,
        figures: { ...figures, coversMm }
      }
    ];
  })
);
