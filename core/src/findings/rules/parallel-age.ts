import { say } from '../words/say.ts';
import { set } from '../../box/edit.ts';
import { BATTERY_PLACE, rule } from '../rule.ts';

const GAP_YEARS = 0.5;

/** What a parallel bank asks for before it is joined; a caution when the packs differ in age. @source electrical reference 6, parallel rules */
export const parallelAge = rule('parallel-age', 'safe', 'battery', (x) => {
  const b = x.bank;
  if (!b || b.count < 2 || x.box.bank.arrangement !== 'parallel') return [];
  const ages = b.packs.map((p) => p.ageYears);
  const gap = Math.max(...ages) - Math.min(...ages);
  const apart = gap > GAP_YEARS;
  return [
    {
      at: BATTERY_PLACE,
      severity: apart ? 'caution' : 'note',
      say: say('parallel-age', 'told', { apart, gapYears: gap }),
      figures: { packCount: b.count, gapYears: gap },
      remedies: apart
        ? [
            {
              label: 'One after the other, by a changeover',
              effect: 'each works alone',
              edits: [set('bank/arrangement', 'changeover')]
            }
          ]
        : []
    }
  ];
});
