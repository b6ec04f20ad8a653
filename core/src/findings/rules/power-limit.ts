import { momentText } from '../../timeline/bars.ts';
import { BATTERY_PLACE, rule } from '../rule.ts';

/** The load asks for more than battery and wiring can pass at any voltage. */
export const powerLimit = rule('power-limit', 'lasts', 'outing', (x) => {
  if (x.outing?.reason !== 'power-limit') return [];
  return [
    {
      at: BATTERY_PLACE,
      severity: 'stop',
      short: 'The load collapses the voltage',
      title: 'The load is more than this battery can pass',
      why: `At ${momentText(x.box.outing, x.outing.endsAtH ?? 0)} no voltage exists at which battery and wiring could carry what is switched on. A larger battery, thicker wire or less load is needed.`,
      figures: { atH: x.outing.endsAtH ?? 0, resistanceMilliOhm: x.bank!.sagMilliOhm + x.wiring.main.commonMilliOhm }
    }
  ];
});
