import { say } from '../words/say.ts';
import { AUTO } from '../../box/attr.ts';
import { carriedBackA, returnChain } from '../../wiring/returns.ts';
import { rule, set, branchPlace } from '../rule.ts';

/** A chained return carries the sum of all that lands on it, and no fuse watches it. */
export const returnSharedOverload = rule('return-shared-overload', 'safe', 'wiring', (x) => {
  const back = returnChain(x.box, x.wiring.tree);
  if (back.size === 0) return [];
  const amps = carriedBackA(back, new Map(x.wiring.circuits.map((c) => [c.circuit.id, c.loadA])));
  return x.wiring.circuits.flatMap((c) => {
    const sumA = amps.get(c.circuit.id) ?? 0;
    if (c.ampacityA === undefined || sumA <= c.ampacityA + 1e-9 || sumA <= c.loadA) return [];
    return [
      {
        at: branchPlace(c),
        severity: 'stop' as const,
        say: say('return-shared-overload', 'told', { tag: c.tag, sumA, portTag: c.portTag, ampacityA: c.ampacityA }),
        figures: { sumA, ampacityA: c.ampacityA },
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
