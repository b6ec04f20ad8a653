import { MAIN_PLACE, rule } from '../rule.ts';

/** A shunt should run at two thirds of its rating. @source electrical reference 10 */
export const shuntOverload = rule('shunt-overload', 'safe', 'wiring', (x) => {
  const rating = x.wiring.shunt?.ratingA;
  if (rating == null || x.wiring.main.loadA <= 0.67 * rating) return [];
  return [
    {
      at: MAIN_PLACE,
      severity: 'caution',
      short: `Shunt ${rating} A carries ${x.wiring.main.loadA.toFixed(0)} A`,
      title: 'The shunt runs hot',
      why: `${x.wiring.main.loadA.toFixed(1)} A flow; two thirds of ${rating} A is the limit for a steady count.`,
      figures: { loadA: x.wiring.main.loadA, ratingA: rating }
    }
  ];
});
