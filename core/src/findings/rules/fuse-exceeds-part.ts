import { AUTO } from '../../box/attr.ts';
import { circuitPlace, rule, set } from '../rule.ts';

/** A branch fuse larger than the weakest switch, socket or fuse way behind it. */
export const fuseExceedsPart = rule('fuse-exceeds-part', 'safe', 'wiring', (x) =>
  x.wiring.circuits.flatMap((c) => {
    if (c.fuseA === undefined || !c.weakest || c.fuseA <= c.weakest.ratingA + 1e-9) return [];
    return [
      {
        at: circuitPlace(c.circuit.id, c.tag),
        severity: 'stop' as const,
        short: `${c.fuseTag} ${c.fuseA} A is too big for ${c.weakest.name}`.slice(0, 32),
        title: `${c.fuseTag} is too big for ${c.weakest.name}`,
        why: `${c.weakest.name} is rated ${c.weakest.ratingA.toFixed(1)} A; with a ${c.fuseA} A fuse it melts first.`,
        figures: { fuseA: c.fuseA, ratingA: c.weakest.ratingA },
        remedies:
          c.fuseOrigin === 'set' && c.windowA.min <= c.weakest.ratingA
            ? [
                {
                  label: 'Let Haversack choose the fuse',
                  effect: `between ${c.windowA.min.toFixed(1)} and ${(c.windowA.max ?? c.weakest.ratingA).toFixed(1)} A`,
                  edits: [set(`circuits/${c.circuit.id}/fuse`, AUTO)]
                }
              ]
            : []
      }
    ];
  })
);
