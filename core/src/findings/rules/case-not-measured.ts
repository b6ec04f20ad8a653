import { say } from '../words/say.ts';
import { MEASURE_STEPS } from '../../case/measure.ts';
import { CASE_PLACE, rule } from '../rule.ts';

/** Figures of an own case that are still usual values. */
export const caseNotMeasured = rule('case-not-measured', 'fits', 'case', (x) => {
  const open = x.fit?.part.unmeasured ?? [];
  if (open.length === 0) return [];
  const steps = MEASURE_STEPS.filter((s) => open.includes(s.key));
  return [
    {
      at: CASE_PLACE,
      severity: steps.some((s) => s.needed) ? ('caution' as const) : ('note' as const),
      say: say('case-not-measured', 'told', {
        openCount: open.length,
        steps: steps.map((s) => s.title.toLowerCase())
      }),
      figures: { openCount: open.length },
      asks: 'measures',
      open: true
    }
  ];
});
