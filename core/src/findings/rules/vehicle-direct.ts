import { say } from '../words/say.ts';
import { chargedStraight } from '../../charge/straight.ts';
import { CHEMISTRY } from '../../battery/chemistry.ts';
import { BATTERY_PLACE, rule, set } from '../rule.ts';

/** Charged straight off a vehicle or another battery: nothing there limits the current or knows this battery's voltage. */
export const vehicleDirect = rule('vehicle-direct', 'safe', 'battery', (x) => {
  const from = chargedStraight(x.box);
  if (!x.bank || !from) return [];
  const lithium = CHEMISTRY[x.bank.chemistry].isLithium;
  return [
    {
      at: BATTERY_PLACE,
      severity: lithium ? 'stop' : 'caution',
      say:
        from === 'vehicle'
          ? say('vehicle-direct', 'told', { lithium })
          : say('vehicle-direct', 'otherBattery', { lithium }),
      figures: {},
      remedies: [
        {
          label: 'Charge through a converter made for it',
          effect: 'limits amps and volts, and lets nothing back',
          edits: [set('charging/fedFrom', 'vehicle-converter')]
        }
      ]
    }
  ];
});
