import { CHEMISTRY } from '../../battery/chemistry.ts';
import { setTo } from '../../box/attr.ts';
import { BATTERY_PLACE, rule, set } from '../rule.ts';

/** Lithium charged below freezing is damaged for good. Automatic means indoors, above 5 °C. */
export const coldCharge = rule('cold-charge', 'safe', 'battery', (x) => {
  if (!x.bank || !CHEMISTRY[x.bank.chemistry].isLithium) return [];
  const c = x.box.charging.coldestC;
  if (c.is === 'unknown')
    return [
      {
        at: BATTERY_PLACE,
        severity: 'caution',
        short: 'How cold does it charge?',
        title: 'The coldest charging place is unknown',
        why: 'Below 0 °C charging plates the cells with metal and ruins them.',
        figures: { limitC: 0 },
        open: true,
        remedies: [
          { label: 'Indoors, above 5 °C', effect: 'safe for this battery', edits: [set('charging/coldestC', setTo(5))] }
        ]
      }
    ];
  if (c.is !== 'set' || c.value >= CHEMISTRY[x.bank.chemistry].chargeMinC) return [];
  return [
    {
      at: BATTERY_PLACE,
      severity: 'stop',
      short: `Charging at ${c.value} °C ruins it`,
      title: `Charging at ${c.value} °C ruins this battery`,
      why: 'Below 0 °C lithium plates the cells with metal: capacity is lost and a later internal short is possible. Warm it first, or take a battery that blocks cold charging.',
      figures: { coldestC: c.value, limitC: 0 },
      remedies: [
        {
          label: 'Charge indoors, above 5 °C',
          effect: 'written on the lid card',
          edits: [set('charging/coldestC', setTo(5))]
        }
      ]
    }
  ];
});
