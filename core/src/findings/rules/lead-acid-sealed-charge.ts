import { ventOpeningCm2 } from '../../battery/model.ts';
import { setTo } from '../../box/attr.ts';
import { CHEMISTRY } from '../../battery/chemistry.ts';
import { CASE_PLACE, rule, set } from '../rule.ts';

/** Lead-acid charged in a gas-tight case: hydrogen. A membrane vent does not count. */
export const leadAcidSealedCharge = rule('lead-acid-sealed-charge', 'safe', 'battery', (x) => {
  if (!x.bank || !CHEMISTRY[x.bank.chemistry].isLead || !x.fit?.part.gasTight) return [];
  const path = x.box.charging.path;
  if (path.is === 'none' || (path.is === 'set' && path.value === 'lid-open')) return [];
  const opening = ventOpeningCm2(x.bank.chemistry, x.bank.ratedAh);
  return [
    {
      at: CASE_PLACE,
      severity: 'stop',
      short: 'Lead-acid charging, closed case',
      title: 'Lead-acid must not be charged in a closed tight case',
      why: `Charging makes hydrogen; at 4 % in air it explodes, within hours in a small case. It would need two openings of ${opening.areaCm2.toFixed(2)} cm² each, one low and one high. A membrane vent is not a counted opening.`,
      figures: { openingCm2: opening.areaCm2, flowM3PerH: opening.flowM3PerH },
      remedies: [
        {
          label: 'Charge with the lid open, always',
          effect: 'printed on the card inside the lid',
          edits: [set('charging/path', setTo('lid-open'))]
        }
      ]
    }
  ];
});
