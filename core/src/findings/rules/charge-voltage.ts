import { CHEMISTRY } from '../../battery/chemistry.ts';
import { AUTO } from '../../box/attr.ts';
import { BATTERY_PLACE, rule, set } from '../rule.ts';

/** A charger made for another chemistry. */
export const chargeVoltage = rule('charge-voltage', 'safe', 'battery', (x) => {
  const v = x.box.charging.chargerV;
  if (!x.bank || v.is !== 'set') return [];
  const d = CHEMISTRY[x.bank.chemistry];
  if (Math.abs(v.value - d.absorbV) <= 0.3) return [];
  return [
    {
      at: BATTERY_PLACE,
      severity: 'stop',
      short: `Charger ${v.value} V, wants ${d.absorbV} V`,
      title: `The charger gives ${v.value} V; this battery wants ${d.absorbV} V`,
      why: v.value > d.absorbV ? 'Too high a voltage overcharges it.' : 'Too low a voltage never fills it.',
      figures: { chargerV: v.value, wantedV: d.absorbV },
      remedies: [{ label: 'Use a matched charger', effect: `${d.absorbV} V`, edits: [set('charging/chargerV', AUTO)] }]
    }
  ];
});
