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
      short: `${open.length} sizes of the case are guessed`,
      title: `${open.length} ${open.length === 1 ? 'size' : 'sizes'} of the case not measured yet`,
      why: `Usual values stand in for: ${steps.map((s) => s.title.toLowerCase()).join('; ')}. Measure them before you drill.`,
      figures: { openCount: open.length },
      asks: 'measures',
      open: true
    }
  ];
});
