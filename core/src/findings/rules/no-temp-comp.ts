import { say } from '../words/say.ts';
import { set } from '../../box/edit.ts';
import { fedOutside } from '../../charge/straight.ts';
import { CHEMISTRY } from '../../battery/chemistry.ts';
import { BATTERY_PLACE, rule } from '../rule.ts';

const LOW_C = 10;

/** Lead-acid charged in the cold at the voltage for a warm room never gets full. @source electrical reference 12: outside 10-35 °C */
export const noTempComp = rule('no-temp-comp', 'safe', 'battery', (x) => {
  if (!x.bank || !CHEMISTRY[x.bank.chemistry].isLead) return [];
  const { coldestC: said } = x.box.charging;
  // a room that nobody spoke of is no cold place; a solar controller goes by its own temperature
  const outOfDoors = x.judge.sources.filter(
    (s) => !s.id.endsWith('sun') && (s.when === 'outing' || said.is === 'set' || fedOutside(x.box))
  );
  const cold = outOfDoors.flatMap((s) => (s.coldestC !== undefined && s.coldestC < LOW_C ? [s] : []));
  const worst = cold.toSorted((a, b) => a.coldestC! - b.coldestC!)[0];
  if (!worst) return [];
  const c = Math.round(worst.coldestC! * 10) / 10;
  const asSaid = said.is === 'set' && worst.when === 'home';
  return [
    {
      at: BATTERY_PLACE,
      severity: asSaid ? 'caution' : 'note',
      say: say('no-temp-comp', 'told', { atC: c, name: worst.name }),
      figures: { coldestC: c, limitC: LOW_C },
      remedies: asSaid
        ? [
            {
              label: 'Charge indoors',
              effect: 'no compensation needed',
              edits: [set('charging/coldestC', { is: 'auto' })]
            }
          ]
        : []
    }
  ];
});
