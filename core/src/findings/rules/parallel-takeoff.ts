import { say } from '../words/say.ts';
import { packSources } from '../../battery/parallel-plan.ts';
import { packCurrents, unevenness, type TakeOff } from '../../battery/parallel.ts';
import { BATTERY_PLACE, rule, set } from '../rule.ts';

const UNEVEN = 1.2;

/** One pack of a row works harder than the others. @source electrical reference 12: max/min above 1.2 */
export const parallelTakeoff = rule('parallel-takeoff', 'lasts', 'battery', (x) => {
  const b = x.bank;
  const { takeOff, arrangement } = x.box.bank;
  if (!b || b.count < 2 || arrangement !== 'parallel' || takeOff === 'bus') return [];
  const packs = packSources(b);
  const loadA = Math.max(1, x.wiring.main.loadA);
  const ratio = (how: TakeOff): number =>
    unevenness(packCurrents(packs, { linkOhm: b.linkMilliOhm / 1000, takeOff: how, loadA }));
  const now = ratio(takeOff);
  if (now <= UNEVEN) return [];
  const better = (['opposite', 'bus'] as const).find((how) => how !== takeOff && ratio(how) < now);
  return [
    {
      at: BATTERY_PLACE,
      severity: 'note',
      say: say('parallel-takeoff', 'told', { ratio: now, loadA, linkMilliOhm: b.linkMilliOhm }),
      figures: { ratio: Math.min(now, 99) },
      remedies: better
        ? [
            {
              label: better === 'opposite' ? 'Take plus and minus off opposite ends' : 'Equal leads to a common bus',
              effect: Number.isFinite(ratio(better)) ? `${ratio(better).toFixed(2)} to 1` : 'more alike',
              edits: [set('bank/takeOff', better)]
            }
          ]
        : []
    }
  ];
});
