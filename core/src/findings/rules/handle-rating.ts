import { say } from '../words/say.ts';
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
        say: say('handle-rating', 'onLid', { massKg: x.carry.massKg, lidHandleKg: LID_HANDLE_KG }),
        figures: { massKg: x.carry.massKg, ratedKg: LID_HANDLE_KG }
      }
    ];
  if (rated == null || x.carry.massKg <= rated) return [];
  return [
    {
      at: CASE_PLACE,
      severity: 'caution',
      say: say('handle-rating', 'rated', { ratedKg: rated, massKg: x.carry.massKg }),
      figures: { massKg: x.carry.massKg, ratedKg: rated }
    }
  ];
});
