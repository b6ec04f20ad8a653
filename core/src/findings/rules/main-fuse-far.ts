import { say } from '../words/say.ts';
import { mainFeed } from '../../box/feeds.ts';
import { AUTO } from '../../box/attr.ts';
import { fuseFirst } from '../fuse-first.ts';
import { unfusedLimitMm } from '../../wiring/placement.ts';
import { MAIN_PLACE, mainPath, rule, set } from '../rule.ts';

/** Unprotected wire ahead of the main fuse. */
export const mainFuseFar = rule('main-fuse-far', 'safe', 'wiring', (x) => {
  const m = x.wiring.main;
  const limit = unfusedLimitMm(mainFeed(x.box).sheathed);
  if (m.fuseOrigin === 'none' || m.fuseDistanceMm === undefined || m.fuseDistanceMm <= limit) return [];
  return [
    {
      at: MAIN_PLACE,
      severity: 'stop',
      say: say('main-fuse-far', 'told', {
        fuseDistanceMm: m.fuseDistanceMm,
        limitMm: limit,
        sheathed: mainFeed(x.box).sheathed
      }),
      figures: { distanceMm: m.fuseDistanceMm, limitMm: limit },
      remedies: [
        ...(m.holder
          ? [
              {
                label: 'Fit it where the holder usually goes',
                effect: `${x.said.run(m.holder.usualDistanceMm)} from the post`,
                edits: [set(mainPath(x, 'fuseFromStartMm'), AUTO)]
              }
            ]
          : []),
        ...fuseFirst(mainFeed(x.box), `feeds/${mainFeed(x.box).id}`)
      ]
    }
  ];
});
