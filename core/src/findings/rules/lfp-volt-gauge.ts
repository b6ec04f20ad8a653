import { say } from '../words/say.ts';
import { panelPartOf } from '../../box/lookup.ts';
import { BATTERY_PLACE, rule } from '../rule.ts';

/** A voltmeter alone says little about an iron-phosphate battery. */
export const lfpVoltGauge = rule('lfp-volt-gauge', 'lasts', 'ports', (x) => {
  if (x.bank?.chemistry !== 'lfp' || x.bank.assumedChemistry) return [];
  const meters = x.box.ports.filter((p) => panelPartOf(x.box, p)?.role === 'meter');
  if (meters.length === 0 || x.box.wiring.shuntPartId !== null) return [];
  return [
    {
      at: BATTERY_PLACE,
      severity: 'note',
      say: say('lfp-volt-gauge', 'told', {}),
      figures: { highV: 13.33, lowV: 13.03 }
    }
  ];
});
