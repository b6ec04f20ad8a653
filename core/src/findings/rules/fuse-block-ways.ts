import { ofKind } from '../../catalogue/of-kind.ts';
import { say } from '../words/say.ts';
import { fusedInLine } from '../../wiring/switch-place.ts';
import { mainFeed } from '../../box/feeds.ts';
import { BOX_PLACE, mainPath, rule, usePart } from '../rule.ts';

/** No fuse block, or more circuits than it has ways. */
export const fuseBlockWays = rule('fuse-block-ways', 'safe', 'wiring', (x) => {
  // a chain has no block; a circuit fed from another one's port needs no way of its own
  if (mainFeed(x.box).ends !== 'fuse-block') return [];
  const wanted = x.wiring.circuits.filter(
    (c) => c.live === 'master' && c.upId === undefined && c.fuseOrigin !== 'none' && !fusedInLine(x.box, c)
  ).length;
  const block = x.wiring.block;
  if (wanted === 0 || (block && block.wayCount >= wanted)) return [];
  const larger = ofKind(x.catalogue, 'fuse-block')
    .filter((b) => b.wayCount >= wanted)
    .sort((a, b) => a.wayCount - b.wayCount || a.massKg - b.massKg);
  return [
    {
      at: BOX_PLACE,
      severity: 'stop',
      say: say('fuse-block-ways', 'told', { wayCount: block?.wayCount, wantedCount: wanted }),
      figures: { wantedCount: wanted, wayCount: block?.wayCount ?? 0 },
      remedies: larger.slice(0, 2).map((b) => ({
        label: b.name,
        effect: `${x.said.mms(' × ', b.lengthMm, b.widthMm, b.heightMm)}`,
        edits: usePart(b, mainPath(x, 'blockPartId'))
      }))
    }
  ];
});
