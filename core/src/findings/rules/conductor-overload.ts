import { say } from '../words/say.ts';
import { apart } from '../../quantity/format.ts';
import { AUTO } from '../../box/attr.ts';
import { branches, branchPath, branchName, branchPlace, rule, set } from '../rule.ts';
import { BEARS } from '../../wiring/fuse.ts';
import { HEAT_INSIDE, tooHotFor } from '../heat-inside.ts';

/** The load alone overheats the wire, or comes near. */
export const conductorOverload = rule('conductor-overload', 'safe', 'wiring', (x) =>
  branches(x).flatMap((c) => {
    if (!c.wire || c.ampacityA === undefined) return [];
    const stop = c.carriesA > c.ampacityA;
    // of what comes and goes not the whole peak counts for good, as at its fuse
    if (!stop && c.fuseLoadA <= BEARS.wire * c.ampacityA + 1e-9) return [];
    const [draws, takes] = apart(c.carriesA, c.ampacityA, 1);
    const hot = tooHotFor(c.laid);
    return [
      {
        at: branchPlace(c),
        ...(hot ? { cause: HEAT_INSIDE } : {}),
        severity: stop ? ('stop' as const) : ('caution' as const),
        say: say('conductor-overload', 'told', {
          branch: branchName(c),
          wire: c.wire,
          feeds: c.feeds,
          loadA: c.loadA,
          carriesA: c.carriesA,
          draws,
          stop,
          hot,
          takes
        }),
        figures: { loadA: c.carriesA, ampacityA: c.ampacityA },
        remedies:
          c.wireOrigin === 'set'
            ? [
                {
                  label: 'Let Haversack choose the wire',
                  effect: 'thick enough for fuse and drop',
                  edits: [set(`${branchPath(c)}/wire`, AUTO)]
                }
              ]
            : []
      }
    ];
  })
);
