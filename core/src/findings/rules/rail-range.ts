import { canGive, converterFor, converterTag, railLoadW } from '../../wiring/rails.ts';
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
        short: `${converterTag(f.tag)} cannot give ${outV} V`,
        title: `The converter of ${f.circuit.name || f.tag} cannot give ${outV} V`,
        why: `It gives ${leastOutV === mostOutV ? `${mostOutV} V` : `${leastOutV} to ${mostOutV} V`} (${part.name}). What hangs on it gets other volts than the plan says.`,
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
