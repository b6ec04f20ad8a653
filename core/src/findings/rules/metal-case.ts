import { CASE_PLACE, rule } from '../rule.ts';

/** A steel case shorts what touches it. */
export const metalCase = rule('metal-case', 'safe', 'case', (x) =>
  x.fit?.part.material === 'steel'
    ? [
        {
          at: CASE_PLACE,
          severity: 'caution',
          short: 'Line the steel case',
          title: 'Line the steel case',
          why: 'Bare steel shorts a loose ring or a tipped battery. Line floor and walls, put a bush or gland in every hole, and accept this finding when done.',
          figures: { wallMm: x.fit.part.wallMm }
        }
      ]
    : []
);
