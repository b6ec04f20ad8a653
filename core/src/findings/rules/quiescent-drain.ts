import { AUTO } from '../../box/attr.ts';
import { standbyDraws } from '../../wiring/standby.ts';
import { BATTERY_PLACE, rule, set } from '../rule.ts';

const STORAGE_DAYS = 30;
const SHARE = 0.1;

/** What always-live circuits take in a month of storage. */
export const quiescentDrain = rule('quiescent-drain', 'lasts', 'wiring', (x) => {
  if (!x.bank) return [];
  const draws = standbyDraws(x.box, x.wiring);
  const currentA = draws.reduce((s, d) => s + d.currentA, 0);
  const monthAh = currentA * 24 * STORAGE_DAYS;
  if (monthAh <= SHARE * x.bank.ratedAh) return [];
  return [
    {
      at: BATTERY_PLACE,
      severity: 'caution',
      short: `Flat on the shelf in ${Math.floor(x.bank.ratedAh / currentA / 24)} days`,
      title: `Flat on the shelf in ${Math.floor(x.bank.ratedAh / currentA / 24)} days`,
      why: `${(currentA * 1000).toFixed(0)} mA flow even when the box is switched off: ${monthAh.toFixed(1)} Ah a month.`,
      figures: { currentA, monthAh },
      remedies: x.wiring.main.canSwitchOff
        ? [
            {
              label: 'Put them behind the master switch',
              effect: 'no drain when off',
              edits: draws.flatMap((d) => (d.circuit ? [set(`circuits/${d.circuit.id}/from`, AUTO)] : []))
            }
          ]
        : []
    }
  ];
});
