import { BATTERY_PLACE, rule, set } from '../rule.ts';

/** A panel without, or with an unknown, controller. */
export const solarDirect = rule('solar-direct', 'safe', 'battery', (x) => {
  const s = x.box.charging.solar;
  if (!s || s.controller === 'pwm' || s.controller === 'mppt') return [];
  const unknown = s.controller === 'unknown';
  return [
    {
      at: BATTERY_PLACE,
      severity: unknown ? 'caution' : 'stop',
      short: unknown ? 'What controls the panel?' : 'Panel straight on the battery',
      title: unknown ? 'The panel’s controller is unknown' : 'A panel must not hang straight on the battery',
      why: `${unknown ? 'Without one it' : 'It'} can push ${s.openV.toFixed(1)} V: nothing ends the charge and the battery is ruined.`,
      figures: { openV: s.openV },
      asks: 'controller',
      open: unknown,
      remedies: [
        {
          label: 'A PWM controller between',
          effect: 'simple, some power lost',
          edits: [set('charging/solar/controller', 'pwm')]
        },
        {
          label: 'An MPPT controller between',
          effect: 'about a third more from the panel',
          edits: [set('charging/solar/controller', 'mppt')]
        }
      ]
    }
  ];
});
