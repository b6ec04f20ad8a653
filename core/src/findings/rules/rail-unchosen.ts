import { say } from '../words/say.ts';
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
        say: say('rail-unchosen', 'told', { tag: f.tag, outV }),
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
