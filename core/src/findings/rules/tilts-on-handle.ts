import { say } from '../words/say.ts';
import { apart } from '../../quantity/format.ts';
import { BAD_HANG_DEG, MOST_HANG_DEG } from '../../case/stance.ts';
import { slid } from '../../case/slide.ts';
import { CASE_PLACE, rule, set, type Facts, type Remedy } from '../rule.ts';

/** The centre of mass lies beside the handle. */
export const tiltsOnHandle = rule('tilts-on-handle', 'carry', 'case', (x) => {
  const deg = x.stance?.hangDeg;
  if (deg === undefined || deg <= MOST_HANG_DEG) return [];
  const off = x.stance?.offHandleMm ?? { xMm: 0, yMm: 0 };
  const [hangs, most] = apart(deg, MOST_HANG_DEG, 0);
  return [
    {
      at: CASE_PLACE,
      severity: deg > BAD_HANG_DEG ? 'caution' : 'note',
      say: say('tilts-on-handle', 'told', {
        hangs,
        offXMm: off.xMm,
        // a handle that swings front to back evens that out by itself
        offYMm: x.fit?.part.handleAt ? off.yMm : 0,
        most
      }),
      figures: { hangDeg: deg, offLengthwiseMm: off.xMm, offAcrossMm: off.yMm },
      remedies: () => slides(x, off)
    }
  ];
});

/** Everything inside slid towards the line of the handle as one piece, as far as it goes: both ways, or along the case alone. */
function slides(x: Facts, off: { xMm: number; yMm: number }): Remedy[] {
  const { fit } = x;
  const movedKg = fit?.bodies.filter((b) => fit.placed.some((p) => p.id === b.id)).reduce((s, b) => s + b.massKg, 0);
  if (!fit || !movedKg) return [];
  // the case and what is in its walls stays where it is: the rest goes further
  const times = -x.carry.massKg / movedKg;
  const along = { xMm: off.xMm * times, yMm: 0 };
  // a handle that swings front to back evens that out by itself
  const wishes = fit.part.handleAt ? [{ xMm: along.xMm, yMm: off.yMm * times }, along] : [along];
  return wishes.flatMap((wish): Remedy[] => {
    const to = slid(fit.space, fit.placed, wish);
    if (!to) return [];
    const ways = [
      to.byMm.xMm !== 0 && `${x.said.run(Math.abs(to.byMm.xMm))} to the ${to.byMm.xMm < 0 ? 'left' : 'right'}`,
      to.byMm.yMm !== 0 && `${x.said.run(Math.abs(to.byMm.yMm))} to the ${to.byMm.yMm < 0 ? 'front' : 'back'}`
    ].filter(Boolean);
    return [
      {
        label: `Slide everything ${ways.join(' and ')}`,
        effect: 'the mass under the handle',
        edits: to.placed.map(({ id, xMm, yMm, zMm, turn }) => set(`placements/${id}`, { xMm, yMm, zMm, turn }))
      }
    ];
  });
}
