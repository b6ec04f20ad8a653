import { AUTO } from '../../box/attr.ts';
import { BARE_MM } from '../../wiring/placement.ts';
import { branchPath, circuitPlace, rule, set } from '../rule.ts';

/** A lead straight off the battery whose fuse sits too far out. */
export const directFuseFar = rule('direct-fuse-far', 'safe', 'wiring', (x) =>
  [...x.wiring.circuits, ...x.wiring.feeds].flatMap((c) =>
    c.live !== 'direct' || c.upId !== undefined || c.fuseDistanceMm === undefined || c.fuseDistanceMm <= BARE_MM
      ? []
      : [
          {
            at: circuitPlace(c.circuit.id, c.tag),
            severity: 'stop' as const,
            short: `${c.fuseTag} is ${c.fuseDistanceMm.toFixed(0)} mm from the post`.slice(0, 32),
            title: `${c.fuseTag} sits ${c.fuseDistanceMm.toFixed(0)} mm from the battery`,
            why: `${c.tag} is taken straight off the post: wire ahead of its fuse has nothing that opens; ${BARE_MM} mm at most.`,
            figures: { distanceMm: c.fuseDistanceMm, limitMm: BARE_MM },
            remedies: [
              {
                label: 'The holder at the ring',
                effect: '100 mm from the post',
                edits: [set(`${branchPath(c)}/fuseFromStartMm`, AUTO)]
              }
            ]
          }
        ]
  )
);
