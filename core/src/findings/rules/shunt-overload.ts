import { say } from '../words/say.ts';
import { MAIN_PLACE, rule } from '../rule.ts';

/** A shunt should run at two thirds of its rating. @source electrical reference 10 */
export const shuntOverload = rule('shunt-overload', 'safe', 'wiring', (x) => {
  const rating = x.wiring.shunt?.ratingA;
  if (rating == null || x.wiring.main.loadA <= 0.67 * rating) return [];
  return [
    {
      at: MAIN_PLACE,
      severity: 'caution',
      say: say('shunt-overload', 'told', { ratingA: rating, loadA: x.wiring.main.loadA }),
      figures: { loadA: x.wiring.main.loadA, ratingA: rating }
    }
  ];
});
