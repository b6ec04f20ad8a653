import { AUTO } from '../../box/attr.ts';
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
            short: `${c.fuseTag} is ${x.said.run(c.fuseDistanceMm, BARE_MM)} from the post`,
            title: `${c.fuseTag} sits ${x.said.run(c.fuseDistanceMm, BARE_MM)} from the battery`,
            why: `${c.tag} is taken straight off the post: wire ahead of its fuse has nothing that opens; ${x.said.run(BARE_MM, c.fuseDistanceMm)} at most.`,
            figures: { distanceMm: c.fuseDistanceMm, limitMm: BARE_MM },
            remedies: [
              {
                label: 'The holder at the ring',
                effect: `${x.said.run(100)} from the post`,
                edits: [set(`${branchPath(c)}/fuseFromStartMm`, AUTO)]
              }
            ]
          }
        ]
  )
);
