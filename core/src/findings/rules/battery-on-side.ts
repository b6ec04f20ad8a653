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
      short: 'Battery lies on its side',
      title: `The battery lies on its ${wide ? 'wide face' : 'end'}`,
      why:
        battery.chemistry === 'agm' || battery.chemistry === 'gel'
          ? 'Sealed lead-acid may lie, never upside down; upright is better for it.'
          : `Packs of flat cells may usually lie on the narrow side${wide ? ', often not on the wide face' : ''}: read the label or ask the maker.`,
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
