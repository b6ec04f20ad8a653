import { say } from '../words/say.ts';
import { CHEMISTRY } from '../../battery/chemistry.ts';
import { setTo } from '../../box/attr.ts';
import { recovery } from '../../judge/recovery.ts';
import { BATTERY_PLACE, rule, set } from '../rule.ts';

/** Nothing ends the discharge of a battery without protection. */
export const noCutoff = rule('no-cutoff', 'lasts', 'battery', (x) => {
  if (!x.bank || x.bank.part.hasProtection !== false || x.box.bank.disconnect.is === 'set') return [];
  const { bank } = x;
  const { loadedCutoffV } = CHEMISTRY[bank.chemistry];
  return [
    {
      at: BATTERY_PLACE,
      severity: 'note',
      say: say('no-cutoff', 'told', {}),
      figures: { capacityAh: x.bank.ratedAh },
      remedies: () => [
        {
          label: 'A low-voltage disconnect',
          effect: `opens at ${loadedCutoffV} V`,
          edits: [
            set(
              'bank/disconnect',
              setTo({
                cutV: loadedCutoffV,
                backV: Math.max(loadedCutoffV + 1, recovery({ ...x, bank }, loadedCutoffV).closesV)
              })
            )
          ]
        }
      ]
    }
  ];
});
