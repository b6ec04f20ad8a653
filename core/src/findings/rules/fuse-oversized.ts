import { say } from '../words/say.ts';
import { branches, branchPath, branchPlace, rule, set } from '../rule.ts';
import { AUTO } from '../../box/attr.ts';
import type { FuseFamily } from '../../catalogue/part.ts';
import { countsA, heldA } from '../../wiring/fuse.ts';
import type { CircuitPlan } from '../../wiring/types.ts';
import { fuseOf } from '../../wiring/main-path.ts';
import { smallestFuse } from '../../wiring/sizing.ts';

/** What bears least behind a fuse, for good: its wire, or a part that is named. */
function bearsLeast(c: CircuitPlan): { words: string; amps: number } {
  const wire = { words: 'its wire', amps: c.ampacityA ?? Infinity };
  return c.weakest && c.weakest.ratingA < wire.amps ? { words: c.weakest.name, amps: c.weakest.ratingA } : wire;
}

/** What a fuse holds for minutes is more than something behind it takes. A part is set against the rating, as everywhere. */
const burns = (c: CircuitPlan, family: FuseFamily, ratingA: number): boolean =>
  heldA(family, ratingA) > (c.ampacityA ?? Infinity) + 1e-9 || ratingA > (c.weakest?.ratingA ?? Infinity) + 1e-9;

/** The smaller fuse ahead that keeps all of it whole, where its own does not. */
function savedBy(c: CircuitPlan): CircuitPlan['opensFirst'] {
  const first = c.opensFirst;
  if (first?.ratingA === undefined || first.tag === c.fuseTag) return undefined;
  return burns(c, first.family, first.ratingA) ? undefined : first;
}

/** Three times the load, or more than what hangs on it takes behind a smaller one, although a smaller one would do. */
export const fuseOversized = rule('fuse-oversized', 'safe', 'wiring', (x) =>
  branches(x).flatMap((c) => {
    if (c.fuseA === undefined || c.fuseOrigin !== 'set') return [];
    // with a smaller one ahead that opens first nothing burns until that one is changed; without one it is a stop of its own
    const over = burns(c, c.fuseFamily, c.fuseA);
    const ahead = over ? savedBy(c) : undefined;
    if (!ahead && (over || c.fuseA <= 3 * c.carriesA || c.assumedLoad)) return [];
    const smaller = smallestFuse(c.fuseFamily, fuseOf(x.box, x.catalogue, c.fuseFamily)?.ratingsA ?? [], {
      loadA: countsA(c),
      inrushA2s: c.inrushA2s
    });
    if (smaller === undefined || smaller >= c.fuseA) return [];
    const least = bearsLeast(c);
    return [
      {
        at: branchPlace(c),
        severity: ahead ? ('caution' as const) : ('note' as const),
        say: say('fuse-oversized', 'told', {
          ahead,
          fuseTag: c.fuseTag,
          smallerA: smaller,
          words: least.words,
          leastA: least.amps,
          fuseA: c.fuseA,
          carriesA: c.carriesA
        }),
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
