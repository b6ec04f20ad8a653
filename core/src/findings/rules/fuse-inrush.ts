import { say } from '../words/say.ts';
import { AUTO } from '../../box/attr.ts';
import { INRUSH_SHARE, meltingA2s } from '../../wiring/fuse.ts';
import { branches, branchPath, branchPlace, rule, set } from '../rule.ts';

/** Switching on wears the fuse out. */
export const fuseInrush = rule('fuse-inrush', 'safe', 'wiring', (x) =>
  branches(x).flatMap((c) => {
    const melt = c.fuseA === undefined ? undefined : meltingA2s(c.fuseFamily, c.fuseA);
    if (melt === undefined || c.inrushA2s <= INRUSH_SHARE * melt) return [];
    return [
      {
        at: branchPlace(c),
        // chosen by Haversack it is the largest that still protects what stands behind it
        severity: c.fuseOrigin === 'auto' ? ('note' as const) : ('caution' as const),
        say: say('fuse-inrush', 'told', {
          fuseTag: c.fuseTag,
          inrushA2s: c.inrushA2s,
          fuseA: c.fuseA,
          meltA2s: melt,
          fuseOrigin: c.fuseOrigin,
          name: c.weakest?.name
        }),
        figures: { inrushA2s: c.inrushA2s, meltA2s: melt },
        remedies:
          c.fuseOrigin === 'set'
            ? [
                {
                  label: 'Let Haversack choose the fuse',
                  effect: 'one that stands the inrush',
                  edits: [set(`${branchPath(c)}/fuse`, AUTO)]
                }
              ]
            : []
      }
    ];
  })
);
