import { say } from '../words/say.ts';
import { AUTO } from '../../box/attr.ts';
import { MAIN_PLACE, mainPath, rule, set } from '../rule.ts';
import { LOAD_SHARE } from '../../wiring/fuse.ts';

/** The main fuse is too small for what runs together. */
export const mainFuseNearLimit = rule('main-fuse-near-limit', 'safe', 'wiring', (x) => {
  const m = x.wiring.main;
  if (m.fuseA === undefined || m.fuseLoadA <= LOAD_SHARE * m.fuseA + 1e-9) return [];
  const stop = m.loadA > m.fuseA;
  return [
    {
      at: MAIN_PLACE,
      severity: stop ? 'stop' : 'caution',
      say: say('main-fuse-near-limit', 'told', { fuseA: m.fuseA, loadA: m.loadA, stop, fuseLoadA: m.fuseLoadA }),
      figures: { loadA: m.loadA, fuseA: m.fuseA },
      remedies:
        m.fuseOrigin === 'set'
          ? [
              {
                label: 'Let Haversack choose the fuse',
                effect: `at least ${(m.fuseLoadA / LOAD_SHARE).toFixed(1)} A`,
                edits: [set(mainPath(x, 'fuse'), AUTO), set(mainPath(x, 'wire'), AUTO)]
              }
            ]
          : []
    }
  ];
});
