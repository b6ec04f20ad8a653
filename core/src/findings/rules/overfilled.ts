import { CASE_PLACE, rule } from '../rule.ts';

const MOST_FRACTION = 0.7;

/** Wiring becomes a fight above 70 % fill. */
export const overfilled = rule('overfilled', 'fits', 'case', (x) =>
  x.fit && x.fit.fillFraction > MOST_FRACTION
    ? [
        {
          at: CASE_PLACE,
          severity: 'caution',
          short: `${Math.round(x.fit.fillFraction * 100)} % full inside`,
          title: `Bodies fill ${Math.round(x.fit.fillFraction * 100)} % of the case`,
          why: 'Above 70 % there is no room for wire, bends and hands.',
          figures: { fillFraction: x.fit.fillFraction, mostFraction: MOST_FRACTION }
        }
      ]
    : []
);
