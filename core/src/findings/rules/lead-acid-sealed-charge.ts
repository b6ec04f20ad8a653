import { setTo } from '../../box/attr.ts';
import { CHEMISTRY } from '../../battery/chemistry.ts';
import { ventOpeningCm2 } from '../../battery/model.ts';
import { CASE_PLACE, rule, set, type Remedy } from '../rule.ts';
import { capital } from '../../quantity/capital.ts';

/** Lead-acid that anything can charge while the case is shut: tight, or flooded in any closed case. A membrane vent does not count. */
export const leadAcidSealedCharge = rule('lead-acid-sealed-charge', 'safe', 'battery', (x) => {
  if (!x.bank || !CHEMISTRY[x.bank.chemistry].isLead || !x.fit || x.box.bank.stands === 'outside') return [];
  const flooded = x.bank.chemistry === 'flooded';
  if (!x.fit.part.gasTight && !flooded) return [];
  const shut = x.judge.sources.filter((s) => s.whileShut);
  if (shut.length === 0) return [];
  const opening = ventOpeningCm2(x.bank.chemistry, x.bank.ratedAh);
  const only = shut.every((s) => s.id === 'charger');
  const remedies: Remedy[] = only
    ? [
        {
          label: 'Charge with the lid open, always',
          effect: 'printed on the card inside the lid',
          edits: [set('charging/path', setTo('lid-open'))]
        }
      ]
    : [];
  if (!only && shut.every((s) => s.id === 'sun'))
    remedies.push({
      label: 'No panel during the outing',
      effect: 'charged with the lid open',
      edits: [set('charging/solar/duringOuting', false)]
    });
  return [
    {
      at: CASE_PLACE,
      severity: 'stop',
      short: 'Lead-acid charging, closed case',
      title: flooded
        ? 'A flooded battery must not be charged in a closed case'
        : 'Lead-acid must not be charged in a closed tight case',
      why: `${capital(shut.map((s) => s.name).join(', '))} can charge it while the lid is shut. Charging makes hydrogen; at 4 % in air it explodes, within hours in a small case.${flooded ? ' A flooded one gives off acid mist, too: a compartment of its own, open to the outside.' : ` It would need two openings of ${opening.areaCm2.toFixed(2)} cm² each, one low and one high. A membrane vent is not a counted opening.`}`,
      figures: { openingCm2: opening.areaCm2, flowM3PerH: opening.flowM3PerH },
      remedies
    }
  ];
});
