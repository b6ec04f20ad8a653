import { CASE_PLACE, rule, set } from '../rule.ts';

/** Air inside beyond what batteries like. */
export const hotBox = rule('hot-box', 'safe', 'case', (x) => {
  const t = x.wiring.ambientC;
  if (!x.fit || t <= 45) return [];
  return [
    {
      at: CASE_PLACE,
      severity: t > 60 ? 'stop' : 'caution',
      short: `${t.toFixed(0)} °C inside`,
      title: `It gets ${t.toFixed(0)} °C inside`,
      why: `${t > 60 ? 'Above 60 °C nothing in the box may be used.' : 'Above 45 °C lithium must not be charged and every battery ages fast.'} Shade or a pale cover does most.`,
      figures: { insideC: t, airC: x.box.outing.airC },
      remedies: x.box.outing.inSun
        ? [{ label: 'Keep it in the shade', effect: 'takes the sun’s share away', edits: [set('outing/inSun', false)] }]
        : []
    }
  ];
});
