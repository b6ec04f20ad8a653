import { durationText } from '../../quantity/format.ts';
import { BATTERY_PLACE, rule } from '../rule.ts';

const SPARE_SHARE = 1.2;

/** It lasts, but with less than a fifth to spare. */
export const runtimeTight = rule('runtime-tight', 'lasts', 'outing', (x) => {
  const o = x.outing;
  if (!o || o.lastsH < o.wantedH || o.lastsH >= SPARE_SHARE * o.wantedH) return [];
  return [
    {
      at: BATTERY_PLACE,
      severity: 'note',
      short: `Only ${durationText(o.lastsH - o.wantedH)} to spare`,
      title: `Only ${durationText(o.lastsH - o.wantedH)} to spare`,
      why: `A fifth more than wanted covers what guesses miss. The chance of lasting is about ${Math.round(o.chanceFraction * 100)} %; measuring the largest draw says more.`,
      figures: { lastsH: o.lastsH, wantedH: o.wantedH, chanceFraction: o.chanceFraction }
    }
  ];
});
