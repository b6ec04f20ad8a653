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
      short: apart ? `Packs ${gap.toFixed(1)} years apart` : 'Join only matched, full packs',
      title: apart ? `The packs are ${gap.toFixed(1)} years apart` : 'Join only matched packs, both full',
      why: apart
        ? 'An older pack has more resistance: the newer one carries the load and is worn out early. Pair packs bought within half a year, or use them one after the other by a changeover.'
        : 'Same model, bought within half a year, each charged full before they are joined; take + and − from opposite ends.',
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
