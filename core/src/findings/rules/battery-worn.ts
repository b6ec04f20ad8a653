import { say } from '../words/say.ts';
import { bankLearnt } from '../../battery/learnt.ts';
import { BATTERY_PLACE, rule, set } from '../rule.ts';

/** What is left of the rated capacity where a battery counts as worn, and where nothing may be built on it. @source electrical reference 6 (life to 80 %); the second by rule of thumb */
const WORN_FRACTION = 0.8;
const SPENT_FRACTION = 0.7;

/** A pack at the end of its life by its years and cycles, and nobody measured what it still holds. */
export const batteryWorn = rule('battery-worn', 'lasts', 'battery', (x) => {
  const b = x.bank;
  if (!b || bankLearnt(x.box)?.capacityAh != null) return [];
  const worst = b.packs.reduce((w, p) => (p.healthFraction < w.healthFraction ? p : w));
  if (worst.healthFraction > WORN_FRACTION) return [];
  const years = Number(worst.ageYears.toFixed(1));
  const left = (worst.healthFraction * 100).toFixed(0);
  return [
    {
      at: BATTERY_PLACE,
      severity: worst.healthFraction <= SPENT_FRACTION ? 'caution' : 'note',
      say: say('battery-worn', 'told', { ageYears: years, left, packCount: b.count, chemistry: b.chemistry }),
      figures: { ageYears: worst.ageYears, healthFraction: worst.healthFraction },
      remedies: [
        {
          label: b.count > 1 ? 'New ones of the same kind' : 'A new one of the same kind',
          effect: `${Number(b.ratedAh.toFixed(1))} Ah again`,
          edits: [set('bank/ageYears', 0), set('bank/packs', [])]
        }
      ]
    }
  ];
});
