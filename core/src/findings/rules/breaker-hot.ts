import { say } from '../words/say.ts';
import { AUTO } from '../../box/attr.ts';
import { breakerHotA, LOAD_SHARE } from '../../wiring/fuse.ts';
import { MAIN_PLACE, mainPath, rule, set } from '../rule.ts';

/** A thermal breaker trips early in a warm box. */
export const breakerHot = rule('breaker-hot', 'safe', 'wiring', (x) => {
  const m = x.wiring.main;
  if (m.fuseFamily !== 'breaker' || m.fuseA === undefined) return [];
  const airC = Math.max(25, x.wiring.ambientC);
  const bears = LOAD_SHARE * breakerHotA(m.fuseA, airC);
  if (m.loadA <= bears) return [];
  return [
    {
      at: MAIN_PLACE,
      severity: 'caution',
      say: say('breaker-hot', 'told', { fuseA: m.fuseA, airC, bearsA: bears, loadA: m.loadA }),
      figures: { loadA: m.loadA, bearsA: bears },
      remedies:
        m.fuseOrigin === 'set'
          ? [
              {
                label: 'Let Haversack choose the rating',
                effect: 'within what the wire takes',
                edits: [set(mainPath(x, 'fuse'), AUTO)]
              }
            ]
          : []
    }
  ];
});
