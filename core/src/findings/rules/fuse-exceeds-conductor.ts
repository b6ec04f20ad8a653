import { setTo } from '../../box/attr.ts';
import { fuseOf } from '../../wiring/main-path.ts';
import { pickSizes, smallestFuse } from '../../wiring/sizing.ts';
import { ampacityA, areaMm2 } from '../../wiring/conductor.ts';
import { wireSizeText } from '../../quantity/wire-size.ts';
import { circuitPlace, rule, set, type Remedy } from '../rule.ts';

/** A branch fuse larger than what its wire takes: the wire overheats first. */
export const fuseExceedsConductor = rule('fuse-exceeds-conductor', 'safe', 'wiring', (x) =>
  x.wiring.circuits.flatMap((c) => {
    if (c.fuseA === undefined || c.ampacityA === undefined || c.fuseA <= c.ampacityA + 1e-9) return [];
    const remedies: Remedy[] = [];
    const ratings = fuseOf(x.box, x.catalogue, c.fuseFamily)?.ratingsA ?? [];
    const smaller = smallestFuse(c.fuseFamily, ratings, {
      loadA: c.loadA,
      inrushA2s: c.inrushA2s,
      limitA: Math.min(c.ampacityA, c.weakest?.ratingA ?? Infinity)
    });
    if (smaller !== undefined && smaller <= c.ampacityA)
      remedies.push({
        label: `Fit a ${smaller} A fuse`,
        effect: `it feeds ${c.loadA.toFixed(2)} A`,
        edits: [set(`circuits/${c.circuit.id}/fuse`, setTo(smaller))]
      });
    const laid = {
      insulationC: x.wiring.insulationC,
      ambientC: Math.max(30, x.wiring.ambientC),
      bundledCount: x.wiring.bundledCount,
      cca: x.wiring.cca
    };
    const thicker = pickSizes(x.box.preferences.wireSystem).find(
      (s) => ampacityA(s, laid) >= c.fuseA! && areaMm2(s) > areaMm2(c.wire!)
    );
    if (thicker)
      remedies.push({
        label: `Or ${wireSizeText(thicker)}, keep ${c.fuseA} A`,
        effect: `adds ${((2 * c.lengthMm) / 1000).toFixed(1)} m of wire`,
        edits: [set(`circuits/${c.circuit.id}/wire`, setTo(thicker))]
      });
    return [
      {
        at: circuitPlace(c.circuit.id, c.tag),
        severity: 'stop' as const,
        short: `${c.fuseTag} ${c.fuseA} A is too big for ${wireSizeText(c.wire!)}`,
        title: `${c.fuseTag} is too big for its wire`,
        why: `A short at ${c.portTag} could carry ${c.fuseA} A for minutes. ${wireSizeText(c.wire!)} overheats above ${c.ampacityA.toFixed(1)} A, before the fuse opens.`,
        figures: { fuseA: c.fuseA, ampacityA: c.ampacityA, loadA: c.loadA },
        remedies
      }
    ];
  })
);
