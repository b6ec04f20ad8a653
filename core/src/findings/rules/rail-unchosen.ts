import { rule, usePart, branchPlace } from '../rule.ts';
import { converterFor, railLoadW } from '../../wiring/rails.ts';

/** A shared voltage without a converter in the kit. */
export const railUnchosen = rule('rail-unchosen', 'safe', 'wiring', (x) =>
  x.wiring.feeds.flatMap((f) => {
    if (!f.gives || f.gives.part) return [];
    const { outV } = f.gives;
    const part = converterFor(x.catalogue, outV, railLoadW(x.wiring, f.circuit.id));
    return [
      {
        at: branchPlace(f),
        severity: 'note' as const,
        short: `${f.tag}: choose its converter`,
        title: `Which converter gives ${outV} V is not chosen`,
        why: 'It is in no kit and takes no room yet. Wires behind it that are left to Haversack are as thick as the largest one wants.',
        figures: { outV },
        remedies: part
          ? [
              {
                label: part.name,
                effect: `gives ${part.converterRatedW} W`,
                edits: usePart(part, `feeds/${f.circuit.id}/converter/partId`)
              }
            ]
          : []
      }
    ];
  })
);
