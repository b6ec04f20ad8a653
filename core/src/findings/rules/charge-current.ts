import { CHEMISTRY } from '../../battery/chemistry.ts';
import { setTo } from '../../box/attr.ts';
import { chargerA } from '../../wiring/charger.ts';
import { BATTERY_PLACE, rule, set } from '../rule.ts';

/** The charger pushes more than the cells like. */
export const chargeCurrent = rule('charge-current', 'safe', 'battery', (x) => {
  const a = x.bank && chargerA(x.box, x.bank);
  if (!x.bank || a === undefined) return [];
  const d = CHEMISTRY[x.bank.chemistry];
  const recommended = d.chargeRecommendedRate * x.bank.ratedAh;
  const most = d.chargeMaxRate * x.bank.ratedAh;
  if (a <= recommended + 1e-9) return [];
  return [
    {
      at: BATTERY_PLACE,
      severity: a > most ? 'stop' : 'caution',
      short: `Charger ${a} A is too strong`,
      title: `A ${a} A charger is too strong`,
      why: `${recommended.toFixed(1)} A is recommended and ${most.toFixed(1)} A the most for ${x.bank.ratedAh} Ah of this kind.`,
      figures: { chargerA: a, recommendedA: recommended, mostA: most },
      remedies: [
        {
          label: `Charge with ${Math.max(1, Math.floor(recommended))} A`,
          effect: 'gentle to the cells',
          edits: [set('charging/chargerA', setTo(Math.max(1, Math.floor(recommended))))]
        }
      ]
    }
  ];
});
