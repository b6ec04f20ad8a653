import { say } from '../words/say.ts';
import { BATTERY_PLACE, rule } from '../rule.ts';

/** The load asks for more than battery and wiring can pass at any voltage. */
export const powerLimit = rule('power-limit', 'lasts', 'outing', (x) => {
  if (x.outing?.reason !== 'power-limit') return [];
  return [
    {
      at: BATTERY_PLACE,
      severity: 'stop',
      say: say('power-limit', 'told', { outing: x.box.outing, endsAtH: x.outing.endsAtH }),
      figures: { atH: x.outing.endsAtH ?? 0, resistanceMilliOhm: x.bank!.sagMilliOhm + x.wiring.main.commonMilliOhm }
    }
  ];
});
