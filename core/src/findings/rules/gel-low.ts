import { say } from '../words/say.ts';
import { CASE_PLACE, rule, set } from '../rule.ts';

const MONTH_DAYS = 30;

/** The gel in it is used up before the month is over. */
export const gelLow = rule('gel-low', 'dry', 'case', (x) => {
  const days = x.dry?.gelDays;
  if (days === undefined || days >= MONTH_DAYS) return [];
  const gelG = Math.ceil(x.dry!.gelG);
  return [
    {
      at: CASE_PLACE,
      severity: 'note',
      say: say('gel-low', 'told', { gelDays: days, gelG: x.box.dry.gelG, gelGGelG: gelG }),
      figures: { days, wantedG: x.dry!.gelG },
      remedies: [{ label: `Put ${gelG} g in`, effect: 'lasts a month', edits: [set('dry/gelG', gelG)] }]
    }
  ];
});
