import { say } from '../words/say.ts';
import { CASE_PLACE, rule } from '../rule.ts';

/** A steel case shorts what touches it. */
export const metalCase = rule('metal-case', 'safe', 'case', (x) =>
  x.fit?.part.material === 'steel'
    ? [
        {
          at: CASE_PLACE,
          severity: 'caution',
          say: say('metal-case', 'told', {}),
          figures: { wallMm: x.fit.part.wallMm }
        }
      ]
    : []
);
