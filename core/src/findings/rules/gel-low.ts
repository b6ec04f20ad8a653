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
      short: `Gel lasts ${days.toFixed(0)} days`,
      title: `The silica gel lasts ${days.toFixed(0)} days`,
      why: `${x.box.dry.gelG} g take up what ${days.toFixed(0)} days bring in; a month wants ${gelG} g. Or dry it more often, two hours at ${x.said.degC(110)} to ${x.said.degC(120)}.`,
      figures: { days, wantedG: x.dry!.gelG },
      remedies: [{ label: `Put ${gelG} g in`, effect: 'lasts a month', edits: [set('dry/gelG', gelG)] }]
    }
  ];
});
