import { AUTO } from '../../box/attr.ts';
import { branches, branchPath, branchPlace, rule, set } from '../rule.ts';
import { atMost, LOAD_SHARE } from '../../wiring/fuse.ts';

/** A branch fuse too small for its load. */
export const fuseNearLimit = rule('fuse-near-limit', 'safe', 'wiring', (x) =>
  branches(x).flatMap((c) => {
    if (c.fuseA === undefined || c.fuseLoadA <= LOAD_SHARE * c.fuseA + 1e-9) return [];
    const stop = c.carriesA > c.fuseA;
    return [
      {
        at: branchPlace(c),
        severity: stop ? ('stop' as const) : ('caution' as const),
        short: `${c.fuseTag} ${c.fuseA} A feeds ${c.carriesA.toFixed(1)} A`,
        title: stop ? `${c.fuseTag} opens in normal use` : `${c.fuseTag} runs near its limit`,
        why: `${c.feeds}${c.carriesA > c.loadA ? ' and what hangs behind it' : ''} can draw ${c.carriesA.toFixed(2)} A; ${atMost(c.carriesA, c.fuseLoadA)}.`,
        figures: { loadA: c.carriesA, fuseA: c.fuseA },
        remedies:
          c.fuseOrigin === 'set'
            ? [
                {
                  label: 'Let Haversack choose the fuse',
                  effect: `at least ${c.windowA.min.toFixed(1)} A`,
                  edits: [set(`${branchPath(c)}/fuse`, AUTO)]
                }
              ]
            : []
      }
    ];
  })
);
