import { AUTO } from '../../box/attr.ts';
import { wireSizeText } from '../../quantity/wire-size.ts';
import { adiabaticA2s, knownSize } from '../../wiring/conductor.ts';
import { letThroughA2s } from '../../wiring/fuse.ts';
import { circuitPlace, rule, set } from '../rule.ts';

/** Insulation stands this once. @source IEC 60364-4-43, PVC */
const FINAL_C = 160;

/** In a heavy short the fuse lets more heat through than the insulation of its wire soaks up. */
export const adiabaticFail = rule('adiabatic-fail', 'safe', 'wiring', (x) =>
  x.wiring.circuits.flatMap((c) => {
    const g = c.guard;
    if (!g || g.ratingA === undefined || !c.wire || !knownSize(c.wire)) return [];
    const lets = letThroughA2s(g.family, g.ratingA);
    const stands = c.circuit.wireCount ** 2 * adiabaticA2s(c.wire, x.wiring.insulationC, FINAL_C);
    if (lets <= stands) return [];
    return [
      {
        at: circuitPlace(c.circuit.id, c.tag),
        severity: 'stop' as const,
        short: `${g.tag} is too slow for ${wireSizeText(c.wire)}`.slice(0, 32),
        title: `${g.tag} is too slow for the wire of ${c.tag}`,
        why: `In a heavy short it lets ${lets.toFixed(0)} A²s through; ${wireSizeText(c.wire)} stands ${stands.toFixed(0)} A²s.`,
        figures: { letsA2s: lets, standsA2s: stands },
        remedies: [
          {
            label: 'Let Haversack choose wire and fuse',
            effect: 'thicker wire, quicker fuse',
            edits: [set(`circuits/${c.circuit.id}/wire`, AUTO), set(`circuits/${c.circuit.id}/fuse`, AUTO)]
          }
        ]
      }
    ];
  })
);
