import { say } from '../words/say.ts';
import { SELECTIVE_RATIO } from '../../wiring/fuse.ts';
import { rule, branchPlace } from '../rule.ts';

/** A fault in one branch may open the main fuse and darken the box. */
export const selectivityPoor = rule('selectivity-poor', 'safe', 'wiring', (x) => {
  const mainA = x.wiring.main.fuseA;
  if (mainA === undefined) return [];
  const loads = x.wiring.circuits.filter((c) => c.live !== 'direct' && c.circuit.purpose === 'load');
  return x.wiring.circuits.flatMap((c) => {
    // what is taken off ahead of the main fuse cannot open it, and no more comes through a converter than it gives
    if (c.live === 'direct' || c.rail || c.fuseA === undefined || mainA / c.fuseA >= SELECTIVE_RATIO - 1e-9) return [];
    // where nothing else hangs behind it, either fuse darkens the same
    if (loads.every((o) => o === c)) return [];
    const caution = mainA / c.fuseA < 2;
    return [
      {
        at: branchPlace(c),
        severity: caution ? ('caution' as const) : ('note' as const),
        say: say('selectivity-poor', 'told', { tag: c.tag, mainA, fuseA: c.fuseA, fuseTag: c.fuseTag }),
        figures: { mainA, fuseA: c.fuseA }
      }
    ];
  });
});
