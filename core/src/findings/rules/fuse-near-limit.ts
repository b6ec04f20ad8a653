import { say } from '../words/say.ts';
import { AUTO } from '../../box/attr.ts';
import { branches, branchPath, branchPlace, rule, set } from '../rule.ts';
import { LOAD_SHARE } from '../../wiring/fuse.ts';

/** A branch fuse too small for its load. */
export const fuseNearLimit = rule('fuse-near-limit', 'safe', 'wiring', (x) =>
  branches(x).flatMap((c) => {
    if (c.fuseA === undefined || c.fuseLoadA <= LOAD_SHARE * c.fuseA + 1e-9) return [];
    const stop = c.carriesA > c.fuseA;
    return [
      {
        at: branchPlace(c),
        severity: stop ? ('stop' as const) : ('caution' as const),
        say: say('fuse-near-limit', 'told', {
          fuseTag: c.fuseTag,
          fuseA: c.fuseA,
          carriesA: c.carriesA,
          stop,
          feeds: c.feeds,
          loadA: c.loadA,
          fuseLoadA: c.fuseLoadA
        }),
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
