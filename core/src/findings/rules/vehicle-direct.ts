import { CHEMISTRY } from '../../battery/chemistry.ts';
import { BATTERY_PLACE, rule, set } from '../rule.ts';

/** Charged straight off a vehicle: nothing there limits the current or knows this battery's voltage. */
export const vehicleDirect = rule('vehicle-direct', 'safe', 'battery', (x) => {
  const { charging } = x.box;
  if (!x.bank || charging.path.is === 'none' || charging.fedFrom !== 'vehicle-direct') return [];
  const lithium = CHEMISTRY[x.bank.chemistry].isLithium;
  return [
    {
      at: BATTERY_PLACE,
      severity: lithium ? 'stop' : 'caution',
      short: 'Straight off a vehicle: no limit',
      title: 'Charged straight off a vehicle, nothing limits the current',
      why: lithium
        ? 'An empty lithium pack takes whatever wire and alternator pass: lead, plug and alternator overheat, and a modern alternator changes its voltage as it likes. A converter made for charging from a vehicle limits both.'
        : 'An empty pack takes whatever the wire passes, a full one is boiled or never filled by an alternator’s voltage, and with the engine off it feeds the vehicle back. A converter made for charging from a vehicle limits both.',
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
