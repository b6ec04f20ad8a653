import { say } from '../words/say.ts';
import { CASE_PLACE, rule } from '../rule.ts';

const MOST_FRACTION = 0.7;

/** Wiring becomes a fight above 70 % fill. */
export const overfilled = rule('overfilled', 'fits', 'case', (x) =>
  x.fit && x.fit.fillFraction > MOST_FRACTION
    ? [
        {
          at: CASE_PLACE,
          severity: 'caution',
          say: say('overfilled', 'told', { fillFraction: x.fit.fillFraction }),
          figures: { fillFraction: x.fit.fillFraction, mostFraction: MOST_FRACTION }
        }
      ]
    : []
);
