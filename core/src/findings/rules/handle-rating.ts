import { CASE_PLACE, rule } from '../rule.ts';

/** More than the handle is made for. */
export const handleRating = rule('handle-rating', 'carry', 'case', (x) => {
  const rated = x.fit?.part.handleRatedKg;
  if (rated == null || x.carry.massKg <= rated) return [];
  return [
    {
      at: CASE_PLACE,
      severity: 'caution',
      short: `Handle bears ${rated} kg`,
      title: `The handle bears ${rated} kg`,
      why: `The box weighs ${x.carry.massKg.toFixed(1)} kg. A strap round the case carries it instead.`,
      figures: { massKg: x.carry.massKg, ratedKg: rated }
    }
  ];
});
