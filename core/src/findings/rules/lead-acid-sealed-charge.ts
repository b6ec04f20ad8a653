import { say } from '../words/say.ts';
import { setTo } from '../../box/attr.ts';
import { CHEMISTRY } from '../../battery/chemistry.ts';
import { ventOpeningCm2 } from '../../battery/model.ts';
import { letsGasOut } from '../../sealing/as-built.ts';
import type { Edit } from '../../box/edits.ts';
import type { ChargeSource } from '../../judge/charge-sources.ts';
import { CASE_PLACE, rule, set, type Remedy } from '../rule.ts';

/** What keeps a source from charging while the case is shut, and what is given up for it. */
function lidOpen(s: ChargeSource): { edit: Edit; effect: string } {
  if (s.id === 'plugged') return { edit: set('charging/plugged', []), effect: 'not plugged in on the outing' };
  if (s.id === 'sun') return { edit: set('charging/solar/duringOuting', false), effect: 'no panel during the outing' };
  if (s.id === 'season-sun') return { edit: set('season/useSun', false), effect: 'no panel through the season' };
  if (s.id === 'charger')
    return { edit: set('charging/path', setTo('lid-open')), effect: 'printed on the card inside the lid' };
  const builtInId = s.id.slice('built-in-'.length);
  return { edit: set(`charging/builtIn/${builtInId}/lidShut`, 'no'), effect: `${s.name} runs with the lid open only` };
}

function labelOf(shut: readonly ChargeSource[]): string {
  if (shut.every((s) => s.id === 'sun')) return 'No panel during the outing';
  if (!shut.some((s) => s.id === 'charger')) return 'Nothing charges it with the lid shut';
  // what is given up stands on the button
  return shut.some((s) => s.id === 'sun' || s.id === 'season-sun')
    ? 'Charge with the lid open, always, and no panel'
    : 'Charge with the lid open, always';
}

/** Lead-acid that anything can charge while the case is shut: tight, or flooded in any closed case. A membrane vent does not count. */
export const leadAcidSealedCharge = rule('lead-acid-sealed-charge', 'safe', 'battery', (x) => {
  if (!x.bank || !CHEMISTRY[x.bank.chemistry].isLead || !x.fit || x.box.bank.stands === 'outside') return [];
  const flooded = x.bank.chemistry === 'flooded';
  const shut = x.judge.sources.filter((s) => s.whileShut);
  if (shut.length === 0) return [];
  const opening = ventOpeningCm2(x.bank.chemistry, x.bank.ratedAh);
  if (!flooded && letsGasOut(x.box, x.fit.part, opening.areaCm2)) return [];
  const ways = shut.map(lidOpen);
  const remedies: Remedy[] = [
    {
      label: labelOf(shut),
      effect: [...new Set(ways.map((w) => w.effect))].join('; '),
      edits: ways.map((w) => w.edit)
    }
  ];
  return [
    {
      at: CASE_PLACE,
      severity: 'stop',
      say: say('lead-acid-sealed-charge', 'told', {
        flooded,
        shutNames: shut.map((s) => s.name),
        areaCm2: opening.areaCm2
      }),
      figures: { openingCm2: opening.areaCm2, flowM3PerH: opening.flowM3PerH },
      remedies
    }
  ];
});
