import { wallMmOf } from '../../case/faces.ts';
import { rule } from '../rule.ts';

/** A foot wants bare, flat, strong wall. */
export const bracketFoot = rule('bracket-foot', 'fits', 'ports', (x) =>
  x.brackets
    .filter((b) => b.under.length > 0 || b.wallThin)
    .map((b) => {
      const name = b.bracket.name || 'The bracket';
      return {
        at: { kind: 'body' as const, id: b.bracket.id, label: b.bracket.name || 'bracket' },
        severity: b.under.length > 0 ? ('stop' as const) : ('caution' as const),
        short: `${name} wants bare wall`,
        title: b.under.length > 0 ? `${name} sits on ${b.under.join(', ')}` : `The wall is thin under ${name}`,
        why:
          b.under.length > 0
            ? `Its foot is ${x.said.mm(b.bracket.acrossMm)} across and wants bare, flat wall${b.bracket.fixing === 'suction' ? ', clean and smooth' : ''}.`
            : `${x.said.mm(wallMmOf(x.fit!.part, b.bracket.face))} of ${x.fit!.part.material} gives under it: put a plate of at least ${x.said.mm(b.bracket.acrossMm + 20)} behind.`,
        figures: { acrossMm: b.bracket.acrossMm }
      };
    })
);
