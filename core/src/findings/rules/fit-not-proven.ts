import { say } from '../words/say.ts';
import { CASE_PLACE, rule } from '../rule.ts';

/** The quick search ran out: neither yes nor no. */
export const fitNotProven = rule('fit-not-proven', 'fits', 'case', (x) =>
  x.fit?.state === 'not-proven'
    ? [
        {
          at: CASE_PLACE,
          severity: 'note',
          say: say('fit-not-proven', 'told', {}),
          figures: { nodeCount: x.fit.nodeCount }
        }
      ]
    : []
);
