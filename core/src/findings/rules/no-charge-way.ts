import { chargeSources } from '../../judge/charge-sources.ts';
import { AUTO } from '../../box/attr.ts';
import { BATTERY_PLACE, rule, set } from '../rule.ts';

/** Nothing can charge this battery where it is: the box is not finished. Read off what can charge it, not off one field. */
export const noChargeWay = rule('no-charge-way', 'safe', 'battery', (x) => {
  if (!x.bank || chargeSources(x.box, x.bank).length > 0) return [];
  return [
    {
      at: BATTERY_PLACE,
      severity: 'caution',
      short: 'No way to charge it',
      title: 'There is no way to charge this box',
      why: 'No inlet, no outlet and no open lid is meant for it, and neither sun nor a charger inside gives anything. Taken out for every charge, leads and fuse are undone and done again each time, and one day the wrong way round.',
      figures: {},
      remedies: [
        {
          label: 'Charge it with the lid open, clips on the posts',
          effect: 'no part to buy',
          edits: [set('charging/path', AUTO)]
        }
      ]
    }
  ];
});
