import { say } from '../words/say.ts';
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
      say: say('condensation', 'told', {
        condensesG: d.condensesG,
        closeC: x.box.dry.closeC,
        closeHumidityFraction: x.box.dry.closeHumidityFraction,
        dewC: d.dewC,
        coldestC: d.coldestC
      }),
      figures: { condensesG: d.condensesG, dewC: d.dewC },
      remedies: [
        { label: `Put ${gelG} g of silica gel in`, effect: 'keeps the air at 40 %', edits: [set('dry/gelG', gelG)] }
      ]
    }
  ];
});
