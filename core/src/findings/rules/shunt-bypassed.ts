import { rule, set, branchPlace } from '../rule.ts';

/** A return that lands on the battery side is not counted. */
export const shuntBypassed = rule('shunt-bypassed', 'lasts', 'wiring', (x) =>
  x.wiring.shunt
    ? x.wiring.circuits
        .filter((c) => c.circuit.returnTo === 'battery')
        .map((c) => ({
          at: branchPlace(c),
          severity: 'caution' as const,
          short: `The meter misses ${c.tag}`,
          title: `The meter does not count ${c.feeds}`,
          why: `Its return goes round the shunt: in ten hours the count is ${(c.meanA * 10).toFixed(1)} Ah wrong.`,
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
