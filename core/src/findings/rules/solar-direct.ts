import { say } from '../words/say.ts';
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
      say: say('solar-direct', 'told', { unknown, openV: s.openV }),
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
