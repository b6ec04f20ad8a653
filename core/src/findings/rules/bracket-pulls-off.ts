import { say } from '../words/say.ts';
import { rule, set } from '../rule.ts';

/** The load peels the bracket off its wall, or its foot finds no wall to stand on. */
export const bracketPullsOff = rule('bracket-pulls-off', 'safe', 'ports', (x) =>
  x.brackets.flatMap((b) => {
    const at = { kind: 'body' as const, id: b.bracket.id, label: b.bracket.name || 'bracket' };
    if (!b.holds)
      return [
        {
          at,
          severity: 'stop' as const,
          say: say('bracket-pulls-off', 'told', {
            name: b.bracket.name,
            pullN: b.pullN,
            bearsN: b.bearsN,
            loadKg: b.bracket.loadKg,
            leverMm: b.bracket.leverMm
          }),
          figures: { pullN: b.pullN, bearsN: b.bearsN },
          remedies: [
            ...(b.bracket.fixing !== 'bolted'
              ? [
                  {
                    label: 'Bolt it through a plate',
                    effect: 'four bolts, each one a hole to seal',
                    edits: [set(`brackets/${b.bracket.id}/fixing`, 'bolted')]
                  }
                ]
              : []),
            {
              label: `Arm of ${x.said.mm(Math.floor((b.bracket.leverMm * b.bearsN) / b.pullN))}`,
              effect: 'as far out as the foot bears',
              edits: [set(`brackets/${b.bracket.id}/leverMm`, Math.floor((b.bracket.leverMm * b.bearsN) / b.pullN))]
            }
          ]
        }
      ];
    return [];
  })
);
