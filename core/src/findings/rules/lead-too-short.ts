import { say } from '../words/say.ts';
import { AUTO } from '../../box/attr.ts';
import { rule, set, branchPlace } from '../rule.ts';

/** Of what the layout asks for, so much is tail and loop: shorter than the rest, and it does not reach at all, mm. */
const SPARE_MM = 80;

/** A lead set or cut shorter than the way to its port: it does not reach, or the lid pulls at it. */
export const leadTooShort = rule('lead-too-short', 'safe', 'wiring', (x) =>
  x.wiring.circuits.flatMap((c) => {
    if (c.lengthOrigin !== 'set' || c.neededMm === undefined || c.lengthMm >= c.neededMm - SPARE_MM / 2) return [];
    const lid = x.panel?.ports.find((p) => p.port.id === c.circuit.portId)?.port.face === 'lid';
    const never = c.lengthMm < c.neededMm - SPARE_MM;
    return [
      {
        at: branchPlace(c),
        severity: never ? ('stop' as const) : ('caution' as const),
        say: say('lead-too-short', 'told', {
          tag: c.tag,
          neededMm: c.neededMm,
          lengthMm: c.lengthMm,
          portTag: c.portTag,
          toSwitchMm: c.toSwitchMm,
          switchesTags: c.switches.map((w) => w.tag),
          lid,
          never
        }),
        figures: { lengthMm: c.lengthMm, neededMm: c.neededMm },
        remedies: [
          {
            label: `Cut it ${x.said.run(c.neededMm)}`,
            effect: 'reaches with a loop to spare',
            edits: [set(`circuits/${c.circuit.id}/lengthMm`, AUTO)]
          }
        ]
      }
    ];
  })
);
