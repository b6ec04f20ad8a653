import { say } from '../words/say.ts';
import { rule, set, branchPlace } from '../rule.ts';

/** A return that lands on the battery side is not counted. */
export const shuntBypassed = rule('shunt-bypassed', 'lasts', 'wiring', (x) =>
  x.wiring.shunt
    ? x.wiring.circuits
        .filter((c) => c.circuit.returnTo === 'battery')
        .map((c) => ({
          at: branchPlace(c),
          severity: 'caution' as const,
          say: say('shunt-bypassed', 'told', { tag: c.tag, feeds: c.feeds, meanA: c.meanA }),
          figures: { missedA: c.meanA },
          remedies: [
            {
              label: 'Land it on the load side',
              effect: 'every amp is counted',
              edits: [set(`circuits/${c.circuit.id}/returnTo`, 'bus')]
            }
          ]
        }))
    : []
);
