import { say } from '../words/say.ts';
import { AUTO } from '../../box/attr.ts';
import { rule, set, branchPlace } from '../rule.ts';

/** What may be too long before there is no home for it, mm. @source rule of thumb: one more loop of a hand's breadth */
const MOST_MORE_MM = 250;

/** A lead far longer than its way: it must be stowed, gets pinched by the lid, and loses voltage. */
export const leadTooLong = rule('lead-too-long', 'fits', 'wiring', (x) =>
  x.wiring.circuits.flatMap((c) => {
    if (c.lengthOrigin !== 'set' || c.neededMm === undefined || c.lengthMm <= c.neededMm + MOST_MORE_MM) return [];
    const more = Math.round(c.lengthMm - c.neededMm);
    return [
      {
        at: branchPlace(c),
        severity: 'caution' as const,
        say: say('lead-too-long', 'told', { tag: c.tag, tooLongMm: more, portTag: c.portTag, neededMm: c.neededMm }),
        figures: { lengthMm: c.lengthMm, neededMm: c.neededMm },
        remedies: [
          {
            label: `Cut it ${x.said.run(c.neededMm)}`,
            effect: `${x.said.run(2 * more)} less wire`,
            edits: [set(`circuits/${c.circuit.id}/lengthMm`, AUTO)]
          }
        ]
      }
    ];
  })
);
