import { set } from '../../box/edit.ts';
import { CHEMISTRY } from '../../battery/chemistry.ts';
import { BATTERY_PLACE, rule } from '../rule.ts';

const LOW_C = 10;

/** Lead-acid charged in the cold at the voltage for a warm room never gets full. @source electrical reference 12: outside 10-35 °C */
export const noTempComp = rule('no-temp-comp', 'safe', 'battery', (x) => {
  const c = x.box.charging.coldestC;
  if (!x.bank || !CHEMISTRY[x.bank.chemistry].isLead || c.is !== 'set' || c.value >= LOW_C) return [];
  return [
    {
      at: BATTERY_PLACE,
      severity: 'caution',
      short: `Charging at ${x.said.degC(c.value)}: stays low`,
      title: `At ${x.said.degC(c.value)} an ordinary charger does not fill lead-acid`,
      why: `The voltage has to rise by ${x.said.mvPerDegree(24)} under ${x.said.degC(25)}. Use a charger with temperature compensation, or charge indoors.`,
      figures: { coldestC: c.value, limitC: LOW_C },
      remedies: [
        {
          label: 'Charge indoors',
          effect: 'no compensation needed',
          edits: [set('charging/coldestC', { is: 'auto' })]
        }
      ]
    }
  ];
});
