import { branches, branchPath, circuitPlace, rule, set } from '../rule.ts';
import { AUTO } from '../../box/attr.ts';
import { fuseOf } from '../../wiring/main-path.ts';
import { smallestFuse } from '../../wiring/sizing.ts';

/** Three times the load, although a smaller one would do. */
export const fuseOversized = rule('fuse-oversized', 'safe', 'wiring', (x) =>
  branches(x).flatMap((c) => {
    if (c.fuseA === undefined || c.fuseOrigin !== 'set' || c.fuseA <= 3 * c.carriesA || c.assumedLoad) return [];
    const smaller = smallestFuse(c.fuseFamily, fuseOf(x.box, x.catalogue, c.fuseFamily)?.ratingsA ?? [], {
      loadA: c.carriesA,
      inrushA2s: c.inrushA2s
    });
    if (smaller === undefined || smaller >= c.fuseA) return [];
    return [
      {
        at: circuitPlace(c.circuit.id, c.tag),
        severity: 'note' as const,
        short: `${c.fuseTag} could be ${smaller} A`,
        title: `${c.fuseTag} could be ${smaller} A`,
        why: `It feeds ${c.carriesA.toFixed(2)} A; ${c.fuseA} A protects the wire but hardly the device.`,
        figures: { fuseA: c.fuseA, smallerA: smaller },
        remedies: [
          {
            label: `Fit ${smaller} A`,
            effect: 'carries load and inrush',
            edits: [set(`${branchPath(c)}/fuse`, AUTO)]
          }
        ]
      }
    ];
  })
);
