import { say } from '../words/say.ts';
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
      say: say('runtime-tight', 'told', { lastsH: o.lastsH, wantedH: o.wantedH, chanceFraction: o.chanceFraction }),
      figures: { lastsH: o.lastsH, wantedH: o.wantedH, chanceFraction: o.chanceFraction }
    }
  ];
});
