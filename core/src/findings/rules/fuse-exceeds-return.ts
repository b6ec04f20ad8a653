import { say } from '../words/say.ts';
import { HEAT_INSIDE, tooHotFor } from '../heat-inside.ts';
import { rule, set, branchPlace } from '../rule.ts';
import { AUTO } from '../../box/attr.ts';
import { returnWays } from '../../wiring/returns.ts';

/** A return that other circuits lie on carries their faults too: no fuse of theirs may be larger than what it takes. */
export const fuseExceedsReturn = rule('fuse-exceeds-return', 'safe', 'wiring', (x) => {
  const ways = returnWays(x.box, x.wiring.tree);
  return x.wiring.circuits.flatMap((c) => {
    const through = x.wiring.circuits.filter(
      (o) => o !== c && ways.get(o.circuit.id)?.includes(c.circuit.id) && o.opensFirst?.ratingA !== undefined
    );
    const worst = through.sort((a, b) => b.opensFirst!.ratingA! - a.opensFirst!.ratingA!)[0];
    if (!worst || c.ampacityA === undefined || worst.opensFirst!.ratingA! <= c.ampacityA + 1e-9) return [];
    return [
      {
        at: branchPlace(c),
        severity: 'stop' as const,
        cause: tooHotFor(c.laid) ? HEAT_INSIDE : `fuse ${worst.opensFirst!.tag}`,
        say: say('fuse-exceeds-return', 'told', {
          tag: c.tag,
          opensFirstTag: worst.opensFirst!.tag,
          portTag: worst.portTag,
          ratingA: worst.opensFirst!.ratingA,
          ampacityA: c.ampacityA
        }),
        figures: { fuseA: worst.opensFirst!.ratingA!, ampacityA: c.ampacityA },
        remedies: [
          {
            label: 'Returns to a bus bar instead',
            effect: 'each return carries its own circuit',
            edits: [set('wiring/returns', AUTO)]
          }
        ]
      }
    ];
  });
});
