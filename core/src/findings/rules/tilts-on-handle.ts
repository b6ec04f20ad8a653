import { apart } from '../../quantity/format.ts';
import { BAD_HANG_DEG, MOST_HANG_DEG } from '../../case/stance.ts';
import { CASE_PLACE, rule } from '../rule.ts';

/** The centre of mass lies beside the handle. */
export const tiltsOnHandle = rule('tilts-on-handle', 'carry', 'case', (x) => {
  const deg = x.stance?.hangDeg;
  if (deg === undefined || deg <= MOST_HANG_DEG) return [];
  const off = x.stance?.offHandleMm ?? { xMm: 0, yMm: 0 };
  const says = [
    Math.abs(off.xMm) >= 1 && `${x.said.mm(Math.abs(off.xMm), 0)} to the ${off.xMm < 0 ? 'left' : 'right'}`,
    x.fit?.part.handleAt &&
      Math.abs(off.yMm) >= 1 &&
      `${x.said.mm(Math.abs(off.yMm), 0)} to the ${off.yMm < 0 ? 'front' : 'back'}`
  ].filter(Boolean);
  const [hangs, most] = apart(deg, MOST_HANG_DEG, 0);
  return [
    {
      at: CASE_PLACE,
      severity: deg > BAD_HANG_DEG ? 'caution' : 'note',
      short: `Hangs ${hangs}° askew`,
      title: `It hangs ${hangs}° askew on its handle`,
      why: `The mass lies ${says.join(' and ')} of the handle; ${most}° is a good limit. Slide the battery towards the handle line, or put something heavy opposite.`,
      figures: { hangDeg: deg, offLengthwiseMm: off.xMm, offAcrossMm: off.yMm }
    }
  ];
});
