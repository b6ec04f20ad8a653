import { CHEMISTRY } from '../../battery/chemistry.ts';
import { AUTO } from '../../box/attr.ts';
import { BATTERY_PLACE, rule, set } from '../rule.ts';

/** Chargers are set no closer. @source electrical reference 11 */
const TOLERANCE_V = 0.3;
/** So far below the full voltage a battery still fills most of the way. @source rule of thumb: 13.8 V fills iron phosphate to about 95 % */
const MOSTLY_V = 0.9;

/** A charger made for another chemistry. */
export const chargeVoltage = rule('charge-voltage', 'safe', 'battery', (x) => {
  const v = x.box.charging.chargerV;
  if (!x.bank || v.is !== 'set') return [];
  const d = CHEMISTRY[x.bank.chemistry];
  const high = v.value > d.absorbV + TOLERANCE_V;
  if (!high && v.value >= d.absorbV - TOLERANCE_V) return [];
  // between the resting voltage and the full one it fills most of the way and harms nothing
  const mostly = !high && v.value >= d.absorbV - MOSTLY_V;
  return [
    {
      at: BATTERY_PLACE,
      severity: high ? 'stop' : mostly ? 'note' : 'caution',
      short: `Charger ${v.value} V, wants ${d.absorbV} V`,
      title: `The charger gives ${v.value} V; this battery wants ${d.absorbV} V`,
      why: high
        ? 'Too high a voltage overcharges it.'
        : mostly
          ? `It fills to about nine tenths, slowly at the end, and is not harmed${d.isLead ? '; once a month it wants its full voltage' : ''}.`
          : 'Too low a voltage never fills it.',
      figures: { chargerV: v.value, wantedV: d.absorbV },
      remedies: [{ label: 'Use a matched charger', effect: `${d.absorbV} V`, edits: [set('charging/chargerV', AUTO)] }]
    }
  ];
});
