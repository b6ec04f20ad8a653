import { say } from '../words/say.ts';
import { CHEMISTRY } from '../../battery/chemistry.ts';
import { AUTO } from '../../box/attr.ts';
import { BATTERY_PLACE, rule, set } from '../rule.ts';

/** Less is kept back than the chemistry's planning depth. */
export const dodDeep = rule('dod-deep', 'lasts', 'battery', (x) => {
  if (!x.bank || x.bank.assumedChemistry) return [];
  const wanted = 1 - CHEMISTRY[x.bank.chemistry].planningDepthFraction;
  if (x.bank.keepBackFraction >= wanted - 1e-6) return [];
  return [
    {
      at: BATTERY_PLACE,
      severity: 'caution',
      say: say('dod-deep', 'told', { keepBackFraction: x.bank.keepBackFraction, wantedFraction: wanted }),
      figures: { keepBackFraction: x.bank.keepBackFraction, wantedFraction: wanted },
      remedies: [
        {
          label: `Keep back ${Math.round(wanted * 100)} %`,
          effect: 'the chemistry’s planning depth',
          edits: [set('bank/keepBack', AUTO)]
        }
      ]
    }
  ];
});
