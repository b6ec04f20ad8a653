import { circuitPlace, rule, set } from '../rule.ts';
import { AUTO } from '../../box/attr.ts';

const FAST = 3.5;
const OPENS = 1.6;

/** A short at the far end of a cold, nearly empty box must still open the fuse quickly. */
export const faultTooWeak = rule('fault-too-weak', 'safe', 'wiring', (x) =>
  x.wiring.circuits.flatMap((c) => {
    const guard = c.fuseOrigin === 'none' && !c.sharesFuse ? undefined : c.guard;
    const fuseA = guard?.ratingA;
    if (!x.bank || !guard || fuseA === undefined || c.weakFaultA >= FAST * fuseA) return [];
    const stop = c.weakFaultA < OPENS * fuseA;
    return [
      {
        at: circuitPlace(c.circuit.id, c.tag),
        severity: stop ? ('stop' as const) : ('caution' as const),
        short: `A short at ${c.portTag} may not open ${guard.tag}`.slice(0, 32),
        title: `A short at ${c.portTag} opens ${guard.tag} slowly`,
        why: `Cold and nearly empty the battery drives ${c.weakFaultA.toFixed(0)} A there: ${(c.weakFaultA / fuseA).toFixed(1)} times the fuse, ${FAST} are wanted.`,
        figures: { faultA: c.weakFaultA, fuseA },
        remedies:
          c.wireOrigin === 'set' || c.fuseOrigin === 'set'
            ? [
                {
                  label: 'Let Haversack choose wire and fuse',
                  effect: 'thicker wire, smaller fuse',
                  edits: [set(`circuits/${c.circuit.id}/wire`, AUTO), set(`circuits/${c.circuit.id}/fuse`, AUTO)]
                }
              ]
            : []
      }
    ];
  })
);
