import { say } from '../words/say.ts';
import { wallMmOf } from '../../case/faces.ts';
import type { Bracket } from '../../box/schema.ts';
import { FACES } from '../../catalogue/faces.ts';
import { bareSpot } from '../../panel/brackets.ts';
import { rule, set, type Facts, type Remedy } from '../rule.ts';

/** A foot wants bare, flat, strong wall. */
export const bracketFoot = rule('bracket-foot', 'fits', 'ports', (x) =>
  x.brackets
    .filter((b) => b.under.length > 0 || b.wallThin)
    .map((b) => {
      return {
        at: { kind: 'body' as const, id: b.bracket.id, label: b.bracket.name || 'bracket' },
        severity: b.under.length > 0 ? ('stop' as const) : ('caution' as const),
        say: say('bracket-foot', 'told', {
          name: b.bracket.name,
          under: b.under,
          acrossMm: b.bracket.acrossMm,
          fixing: b.bracket.fixing,
          material: x.fit!.part.material,
          wallMm: wallMmOf(x.fit!.part, b.bracket.face)
        }),
        figures: { acrossMm: b.bracket.acrossMm },
        remedies: () => (b.under.length > 0 ? bareWall(x, b.bracket) : [])
      };
    })
);

/** A place of bare wall for its foot: on its own face, else on the first other one that has any. */
function bareWall({ fit, panel, said }: Facts, b: Bracket): Remedy[] {
  const faces = [b.face, ...FACES.filter((f) => f !== b.face && f !== 'floor' && f !== 'lid')];
  for (const face of faces) {
    const spot = bareSpot({ ...b, face }, panel!, fit!.part);
    if (!spot) continue;
    const at = said.mms(', ', spot.xMm, spot.yMm);
    return [
      {
        label: face === b.face ? `Move it to ${at}` : `Move it to the ${face}, at ${at}`,
        effect: 'bare, flat wall under its foot',
        edits: [
          ...(face === b.face ? [] : [set(`brackets/${b.id}/face`, face)]),
          set(`brackets/${b.id}/xMm`, spot.xMm),
          set(`brackets/${b.id}/yMm`, spot.yMm)
        ]
      }
    ];
  }
  return [];
}
