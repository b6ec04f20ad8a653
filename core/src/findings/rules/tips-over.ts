import { LEAST_TIP_DEG } from '../../case/stance.ts';
import { CASE_PLACE, rule } from '../rule.ts';

/** A knock puts it over. */
export const tipsOver = rule('tips-over', 'carry', 'case', (x) => {
  if (!x.stance) return [];
  const { edge, deg } = x.stance.tipsFirst;
  if (deg >= LEAST_TIP_DEG) return [];
  return [
    {
      at: CASE_PLACE,
      severity: 'caution',
      short: `Tips over at ${deg.toFixed(0)}°`,
      title: `It tips over to the ${edge} at ${deg.toFixed(0)}°`,
      why: `A slope or a knock puts it over; ${LEAST_TIP_DEG}° is the least to want. Lay the battery lower, or nearer to the middle.`,
      figures: { tipDeg: deg, wantedDeg: LEAST_TIP_DEG }
    }
  ];
});
