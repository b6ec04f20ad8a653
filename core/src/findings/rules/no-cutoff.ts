import { CHEMISTRY } from '../../battery/chemistry.ts';
import { setTo } from '../../box/attr.ts';
import { BATTERY_PLACE, rule, set } from '../rule.ts';

/** Nothing ends the discharge of a battery without protection. */
export const noCutoff = rule('no-cutoff', 'lasts', 'battery', (x) => {
  if (!x.bank || x.bank.part.hasProtection !== false || x.box.bank.disconnect.is === 'set') return [];
  return [
    {
      at: BATTERY_PLACE,
      severity: 'note',
      short: 'Nothing stops a deep discharge',
      title: 'Nothing stops a deep discharge',
      why: 'This battery has no electronics that switch it off. Watch the voltmeter and pack up at the kept-back line, or fit a low-voltage disconnect.',
      figures: { capacityAh: x.bank.ratedAh },
      remedies: [
        {
          label: 'A low-voltage disconnect',
          effect: `opens at ${CHEMISTRY[x.bank.chemistry].loadedCutoffV} V`,
          edits: [
            set(
              'bank/disconnect',
              setTo({
                cutV: CHEMISTRY[x.bank.chemistry].loadedCutoffV,
                backV: CHEMISTRY[x.bank.chemistry].loadedCutoffV + 1
              })
            )
          ]
        }
      ]
    }
  ];
});
