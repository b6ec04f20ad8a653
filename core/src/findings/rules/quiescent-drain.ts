import { say } from '../words/say.ts';
import { AUTO } from '../../box/attr.ts';
import { DAYS_A_MONTH } from '../../quantity/constants.ts';
import { standbyDraws } from '../../wiring/standby.ts';
import { masterSwitch } from '../master-switch.ts';
import { BATTERY_PLACE, rule, set } from '../rule.ts';

/** Days after which a box that lies by is looked after anyway; twice as long is worth a word. @source rule of thumb: a season */
const SOON_DAYS = 90;
const WORD_DAYS = 150;
const MONTH_H = DAYS_A_MONTH * 24;

/** What always-live circuits take in a month of storage. */
export const quiescentDrain = rule('quiescent-drain', 'lasts', 'wiring', (x) => {
  if (!x.bank) return [];
  const draws = standbyDraws(x.box, x.wiring);
  const currentA = draws.reduce((s, d) => s + d.currentA, 0);
  const monthAh = currentA * MONTH_H;
  const days = currentA > 0 ? x.bank.ratedAh / currentA / 24 : Infinity;
  if (days >= WORD_DAYS) return [];
  return [
    {
      at: BATTERY_PLACE,
      severity: days < SOON_DAYS ? 'caution' : 'note',
      say: say('quiescent-drain', 'told', { emptyDays: days, currentA, monthAh }),
      figures: { currentA, monthAh },
      remedies: () =>
        x.wiring.main.canSwitchOff
          ? [
              {
                label: 'Put them behind the master switch',
                effect: 'no drain when off',
                edits: draws.flatMap((d) => (d.circuit ? [set(`circuits/${d.circuit.id}/from`, AUTO)] : []))
              }
            ]
          : masterSwitch(x)
    }
  ];
});
