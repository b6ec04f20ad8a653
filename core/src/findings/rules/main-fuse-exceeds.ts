import { say } from '../words/say.ts';
import { swapPart } from '../../panel/place-port.ts';
import { AUTO } from '../../box/attr.ts';
import { largerSwitch } from '../switches.ts';
import { heldA } from '../../wiring/fuse.ts';
import { HEAT_INSIDE, tooHotFor } from '../heat-inside.ts';
import { MAIN_PLACE, mainPath, rule, set, type Remedy } from '../rule.ts';

/** The main fuse is larger than its wire or a part behind it bears. */
export const mainFuseExceeds = rule('main-fuse-exceeds', 'safe', 'wiring', (x) => {
  const m = x.wiring.main;
  if (m.fuseA === undefined) return [];
  const wireBad =
    m.ampacityA !== undefined && m.fuseFamily !== undefined && heldA(m.fuseFamily, m.fuseA) > m.ampacityA + 1e-9;
  const partBad = m.weakest !== undefined && m.fuseA > m.weakest.ratingA;
  if (!wireBad && !partBad) return [];
  /** The weakest of them gives the finding its name; the other is told behind it. */
  const wireFirst = wireBad && (!partBad || m.ampacityA! <= m.weakest!.ratingA);
  const limit = Math.min(m.ampacityA ?? Infinity, m.weakest?.ratingA ?? Infinity);
  const remedies = (): Remedy[] => {
    const out: Remedy[] = [];
    if (m.fuseOrigin === 'set')
      out.push({
        label: 'Let Haversack choose the fuse',
        effect: `at most ${limit.toFixed(0)} A`,
        edits: [set(mainPath(x, 'fuse'), AUTO)]
      });
    if (wireBad && m.wireOrigin === 'set')
      out.push({
        label: 'Let Haversack choose the wire',
        effect: `carries ${m.fuseA} A`,
        edits: [set(mainPath(x, 'wire'), AUTO)]
      });
    const larger = partBad && !wireBad ? largerSwitch(x, m.fuseA ?? 0) : undefined;
    const swap =
      larger && x.fit && m.masterPortId && m.masterPart?.ratingA === m.weakest?.ratingA
        ? swapPart(x.box, x.fit, m.masterPortId, larger)
        : undefined;
    if (swap) out.push({ label: larger!.name, effect: `bears ${larger!.ratingA} A`, edits: swap.edits });
    return out;
  };
  return [
    {
      at: MAIN_PLACE,
      severity: 'stop',
      cause: wireFirst && tooHotFor(m.laid) ? HEAT_INSIDE : 'fuse F0',
      say: say('main-fuse-exceeds', 'told', {
        wireFirst,
        fuseA: m.fuseA,
        wire: wireBad ? { size: m.wire!, ampacityA: m.ampacityA! } : undefined,
        part: partBad ? m.weakest : undefined
      }),
      figures: { fuseA: m.fuseA, limitA: limit },
      remedies
    }
  ];
});
