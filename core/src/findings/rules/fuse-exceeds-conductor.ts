import { say } from '../words/say.ts';
import { setTo } from '../../box/attr.ts';
import { countsA, heldA } from '../../wiring/fuse.ts';
import { fuseOf } from '../../wiring/main-path.ts';
import { pickSizes, smallestFuse } from '../../wiring/sizing.ts';
import { ampacityA as oneA, areaMm2 } from '../../wiring/conductor.ts';
import { wireSizeText } from '../../quantity/wire-size.ts';
import { HEAT_INSIDE, tooHotFor } from '../heat-inside.ts';
import { branches, branchPath, branchName, branchPlace, type Remedy, rule, set } from '../rule.ts';

/** A branch fuse larger than what its wire takes: the wire overheats first. */
export const fuseExceedsConductor = rule('fuse-exceeds-conductor', 'safe', 'wiring', (x) =>
  branches(x).flatMap((c) => {
    // in a chain the fuse of the one that feeds it stands for its wire
    const guard = c.fuseOrigin === 'none' && !c.sharesFuse ? undefined : c.guard;
    const fuseA = guard?.ratingA;
    if (!guard || fuseA === undefined || c.ampacityA === undefined) return [];
    const held = heldA(guard.family, fuseA);
    const first = c.opensFirst!;
    const firstA = first.ratingA ?? fuseA;
    if (heldA(first.family, firstA) <= c.ampacityA + 1e-9) return [];
    const own = c.fuseA !== undefined;
    const { ampacityA } = c;
    const cures = (): Remedy[] => {
      const remedies: Remedy[] = [];
      const ratings = fuseOf(x.box, x.catalogue, c.fuseFamily)?.ratingsA ?? [];
      const smaller = smallestFuse(c.fuseFamily, ratings, {
        loadA: countsA(c),
        inrushA2s: c.inrushA2s,
        limitA: Math.min(ampacityA, c.weakest?.ratingA ?? Infinity)
      });
      if ((own || guard.limits) && smaller !== undefined && smaller <= ampacityA)
        remedies.push({
          label: `Fit a ${smaller} A fuse`,
          effect: `it feeds ${c.carriesA.toFixed(2)} A`,
          edits: [set(`${branchPath(c)}/fuse`, setTo(smaller))]
        });
      const thicker = pickSizes(x.box.preferences.wireSystem).find(
        (s) => c.circuit.wireCount * oneA(s, c.laid) >= held && areaMm2(s) > areaMm2(c.wire!)
      );
      if (thicker)
        remedies.push({
          label: guard.limits ? wireSizeText(thicker) : `${wireSizeText(thicker)}, keep ${fuseA} A`,
          effect: `adds ${x.said.run(2 * c.lengthMm)} of wire`,
          edits: [set(`${branchPath(c)}/wire`, setTo(thicker))]
        });
      return remedies;
    };
    return [
      {
        at: branchPlace(c),
        severity: 'stop' as const,
        cause: tooHotFor(c.laid) ? HEAT_INSIDE : `fuse ${guard.tag}`,
        say: say('fuse-exceeds-conductor', 'told', {
          limits: guard.limits,
          tag: guard.tag,
          fuseA,
          wire: c.wire!,
          fuseTag: c.fuseTag,
          portTag: c.portTag,
          branch: branchName(c),
          ampacityA: c.ampacityA,
          own,
          firstA,
          firstTag: first.tag
        }),
        figures: { fuseA, ampacityA: c.ampacityA, loadA: c.loadA },
        remedies: cures
      }
    ];
  })
);
