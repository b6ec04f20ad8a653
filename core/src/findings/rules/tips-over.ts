import { say } from '../words/say.ts';
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
      say: say('tips-over', 'told', { tipDeg: deg, edge }),
      figures: { tipDeg: deg, wantedDeg: LEAST_TIP_DEG }
    }
  ];
});
