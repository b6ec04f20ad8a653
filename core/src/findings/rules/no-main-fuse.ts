import { say } from '../words/say.ts';
import { mainHolders } from '../../judge/main-holders.ts';
import { branches, MAIN_PLACE, mainPath, rule, set, usePart } from '../rule.ts';
import { AUTO } from '../../box/attr.ts';

/** The battery reaches wire with nothing in between to open. */
export const noMainFuse = rule('no-main-fuse', 'safe', 'wiring', (x) => {
  const m = x.wiring.main;
  // one in the other lead is told as that
  if (m.returnFuse) return [];
  // a fuse somebody read is one, whichever holder it sits in
  if (!x.bank || m.fuseOrigin === 'unknown' || m.fuseOrigin === 'set' || (m.holder && m.fuseOrigin !== 'none'))
    return [];
  // where every lead goes straight to the post with a fuse of its own there is no main feed
  if (m.loadA === 0 && branches(x).every((c) => c.live === 'direct')) return [];
  const short = x.bank.shortCircuitA;
  const fused = branches(x).some((c) => c.fuseOrigin !== 'none');
  const holders = mainHolders(x, x.bank.part, m.loadA, short).map((h) => h.holder);
  return [
    {
      at: MAIN_PLACE,
      severity: 'stop',
      say: say('no-main-fuse', 'told', { fused, shortA: short }),
      figures: { shortCircuitA: short },
      remedies: holders.slice(0, 2).map((h) => ({
        label: h.name,
        effect: `${x.said.run(h.usualDistanceMm)} from the post`,
        edits: [...usePart(h, mainPath(x, 'holderPartId')), set(mainPath(x, 'fuse'), AUTO)]
      }))
    }
  ];
});
