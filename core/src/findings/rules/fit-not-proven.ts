import { CASE_PLACE, rule } from '../rule.ts';

/** The quick search ran out: neither yes nor no. */
export const fitNotProven = rule('fit-not-proven', 'fits', 'case', (x) =>
  x.fit?.state === 'not-proven'
    ? [
        {
          at: CASE_PLACE,
          severity: 'note',
          short: 'Fit is not proven either way',
          title: 'Whether it goes in is not proven',
          why: `The search found neither a way nor a proof in the time it had. Put one body by hand, or try a case with a little more room.`,
          figures: { nodeCount: x.fit.nodeCount }
        }
      ]
    : []
);
