import { say } from '../words/say.ts';
import { partOf } from '../../box/lookup.ts';
import { BATTERY_PLACE, rule, set } from '../rule.ts';

/** It goes in lying: allowed for its chemistry, but its label decides. @source mechanical reference 2.2 */
export const batteryOnSide = rule('battery-on-side', 'fits', 'case', (x) => {
  const battery = partOf(x.box, 'battery', x.box.bank.partId);
  const lying = (x.fit?.placed ?? []).filter((p) => p.id.startsWith('battery-') && !p.turn.endsWith('h'));
  if (!battery || battery.anyWayUp === 'upright' || lying.length === 0) return [];
  const wide = lying.some((p) => p.turn.endsWith('w'));
  return [
    {
      at: BATTERY_PLACE,
      severity: 'note',
      say: say('battery-on-side', 'told', { wide, chemistry: battery.chemistry }),
      remedies: [
        {
          label: 'Only standing up',
          effect: 'searches again with the battery upright',
          edits: [set('bank/mayLie', false)]
        }
      ]
    }
  ];
});
