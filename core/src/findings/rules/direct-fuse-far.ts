import { say } from '../words/say.ts';
import { AUTO } from '../../box/attr.ts';
import { fuseFirst } from '../fuse-first.ts';
import { BARE_MM } from '../../wiring/placement.ts';
import { branchPath, rule, set, branchPlace } from '../rule.ts';

/** A lead straight off the battery whose fuse sits too far out. */
export const directFuseFar = rule('direct-fuse-far', 'safe', 'wiring', (x) =>
  [...x.wiring.circuits, ...x.wiring.feeds].flatMap((c) =>
    c.live !== 'direct' || c.upId !== undefined || c.fuseDistanceMm === undefined || c.fuseDistanceMm <= BARE_MM
      ? []
      : [
          {
            at: branchPlace(c),
            severity: 'stop' as const,
            say: say('direct-fuse-far', 'told', { fuseTag: c.fuseTag, fuseDistanceMm: c.fuseDistanceMm, tag: c.tag }),
            figures: { distanceMm: c.fuseDistanceMm, limitMm: BARE_MM },
            remedies: [
              {
                label: 'The holder at the ring',
                effect: `${x.said.run(100)} from the post`,
                edits: [set(`${branchPath(c)}/fuseFromStartMm`, AUTO)]
              },
              ...fuseFirst(c.circuit, branchPath(c))
            ]
          }
        ]
  )
);
