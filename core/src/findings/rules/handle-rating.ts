import { CASE_PLACE, rule } from '../rule.ts';

/** A lid held by its latch is trusted with this. @source mechanical reference 10 (rule of thumb) */
const LID_HANDLE_KG = 5;

/** More than the handle, or the latch under it, is made for. */
export const handleRating = rule('handle-rating', 'carry', 'case', (x) => {
  const rated = x.fit?.part.handleRatedKg;
  if (x.fit?.part.handleOnLid && x.carry.massKg > LID_HANDLE_KG && (rated == null || x.carry.massKg <= rated))
    return [
      {
        at: CASE_PLACE,
        severity: 'note',
        short: 'The latch carries the box',
        title: `The handle is on the lid: the latch carries ${x.said.kg(x.carry.massKg, 1)}`,
        why: `Above ${x.said.kg(LID_HANDLE_KG)} a latch may spring open on a stumble. A strap round case and lid takes the load off it.`,
        figures: { massKg: x.carry.massKg, ratedKg: LID_HANDLE_KG }
      }
    ];
  if (rated == null || x.carry.massKg <= rated) return [];
  return [
    {
      at: CASE_PLACE,
      severity: 'caution',
      short: `Handle bears ${x.said.kg(rated)}`,
      title: `The handle bears ${x.said.kg(rated)}`,
      why: `The box weighs ${x.said.kg(x.carry.massKg, 1)}. A strap round the case carries it instead.`,
      figures: { massKg: x.carry.massKg, ratedKg: rated }
    }
  ];
});
