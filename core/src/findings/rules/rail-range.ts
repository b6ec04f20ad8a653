import { say } from '../words/say.ts';
import { canGive, converterFor, railLoadW } from '../../wiring/rails.ts';
import { rule, usePart, branchPlace } from '../rule.ts';

/** A shared converter that cannot be set to the volts it is to give. */
export const railRange = rule('rail-range', 'safe', 'wiring', (x) =>
  x.wiring.feeds.flatMap((f) => {
    const part = f.gives?.part;
    if (!f.gives || !part || canGive(part, f.gives.outV) !== false) return [];
    const { outV } = f.gives;
    const { leastOutV, mostOutV } = part;
    const other = converterFor(x.catalogue, outV, railLoadW(x.wiring, f.circuit.id));
    return [
      {
        at: branchPlace(f),
        severity: 'stop' as const,
        say: say('rail-range', 'told', {
          tag: f.tag,
          outV,
          name: f.circuit.name,
          leastOutV,
          mostOutV,
          partName: part.name
        }),
        figures: { outV, leastOutV: leastOutV!, mostOutV: mostOutV! },
        remedies: other
          ? [
              {
                label: other.name,
                effect: `gives ${outV} V, ${other.converterRatedW} W`,
                edits: usePart(other, `feeds/${f.circuit.id}/converter/partId`)
              }
            ]
          : []
      }
    ];
  })
);
