import { say } from '../words/say.ts';
import { wallMmOf } from '../../case/faces.ts';
import { rule } from '../rule.ts';

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
        figures: { acrossMm: b.bracket.acrossMm }
      };
    })
);
