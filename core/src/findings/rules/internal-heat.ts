import { say } from '../words/say.ts';
import { MOST_SHADE_RISE_K } from '../../case/heat-plan.ts';
import { CASE_PLACE, rule, set } from '../rule.ts';

/** The box warms itself more than its walls shed. */
export const internalHeat = rule('internal-heat', 'safe', 'case', (x) => {
  const h = x.heat;
  if (!h || h.shadeRiseK <= MOST_SHADE_RISE_K) return [];
  const most = [...h.losses].sort((a, b) => b.lossW - a.lossW)[0]!;
  const stow = x.box.bodies.filter((b) => b.held === 'fixed' && b.name === most.name);
  return [
    {
      at: CASE_PLACE,
      severity: 'caution',
      say: say('internal-heat', 'told', {
        shadeRiseK: h.shadeRiseK,
        lossW: h.lossW,
        name: most.name,
        mostLossW: most.lossW
      }),
      figures: { riseK: h.shadeRiseK, lossW: h.lossW },
      remedies: stow.map((b) => ({
        label: `Stow ${b.name}, run it outside the box`,
        effect: `${most.lossW.toFixed(1)} W less inside`,
        edits: [set(`bodies/${b.id}/held`, 'stowed')]
      }))
    }
  ];
});
