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
        short: `${c.fuseTag} wears out when switched on`,
        title: `${c.fuseTag} wears out each time it is switched on`,
        why: `The inrush is ${c.inrushA2s.toFixed(1)} A²s; a ${c.fuseA} A fuse stands ${(INRUSH_SHARE * melt).toFixed(1)} A²s again and again.${c.fuseOrigin === 'auto' ? ` A larger one would not protect ${c.weakest?.name ?? 'its wire'}: carry spares, or take a connector that bears more.` : ''}`,
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
