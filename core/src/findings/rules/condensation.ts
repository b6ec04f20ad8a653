import { CASE_PLACE, rule, set } from '../rule.ts';

/** Under this the film is too thin to matter, g. @source rule of thumb */
const FILM_G = 0.03;

/** Air closed in sweats on the coldest hour. */
export const condensation = rule('condensation', 'dry', 'case', (x) => {
  const d = x.dry;
  if (!d || d.condensesG < FILM_G || x.box.dry.gelG !== null) return [];
  const gelG = Math.max(5, Math.ceil(d.gelG));
  return [
    {
      at: CASE_PLACE,
      severity: 'note',
      short: `${d.condensesG.toFixed(2)} g sweat inside`,
      title: `${d.condensesG.toFixed(2)} g of water sweat out inside`,
      why: `Air closed in at ${x.said.degC(x.box.dry.closeC)} and ${Math.round(x.box.dry.closeHumidityFraction * 100)} % has its dew point at ${x.said.degC(d.dewC, 0)}; the coldest hour is ${x.said.degC(d.coldestC)}. Close the box in dry air, or put gel in.`,
      figures: { condensesG: d.condensesG, dewC: d.dewC },
      remedies: [
        { label: `Put ${gelG} g of silica gel in`, effect: 'keeps the air at 40 %', edits: [set('dry/gelG', gelG)] }
      ]
    }
  ];
});
