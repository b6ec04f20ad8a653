import { BAD_HANG_DEG, MOST_HANG_DEG } from '../../case/stance.ts';
import { CASE_PLACE, rule } from '../rule.ts';

/** The centre of mass lies beside the handle. */
export const tiltsOnHandle = rule('tilts-on-handle', 'carry', 'case', (x) => {
  const deg = x.stance?.hangDeg;
  if (deg === undefined || deg <= MOST_HANG_DEG) return [];
  const offMm = x.carry.centreMm ? x.carry.centreMm.xMm - x.fit!.part.rimLengthMm / 2 : 0;
  return [
    {
      at: CASE_PLACE,
      severity: deg > BAD_HANG_DEG ? 'caution' : 'note',
      short: `Hangs ${deg.toFixed(0)}° askew`,
      title: `It hangs ${deg.toFixed(0)}° askew on its handle`,
      why: `The mass lies ${Math.abs(offMm).toFixed(0)} mm to the ${offMm < 0 ? 'left' : 'right'} of the middle; ${MOST_HANG_DEG}° is a good limit. Slide the battery towards the handle line, or put something heavy opposite.`,
      figures: { hangDeg: deg, offMm }
    }
  ];
});
