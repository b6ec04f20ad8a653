import { say } from '../words/say.ts';
import { HEAT_INSIDE } from '../heat-inside.ts';
import type { HeatPlan } from '../../case/heat-plan.ts';
import { outingWarmestC, seasonAirC } from '../../sun/season-air.ts';
import { CASE_PLACE, rule, set, type Draft, type Facts } from '../rule.ts';

/** Above this batteries and modules must not be used at all, °C. @source mechanical reference 9.2 */
const NO_USE_C = 60;
/** Outsides that take up more of the sun than this count as dark. @source mechanical reference 9.1 */
const DARK = 0.7;

/** Something charges it while it is warmer inside than that: on the outing by the air of the outing, in the weeks alone by theirs. */
function chargesAbove({ box, judge }: Facts, h: HeatPlan, limitC: number): boolean {
  const riseK = h.insideC - h.airC;
  const insideC = {
    outing: outingWarmestC(box) + riseK,
    season: (seasonAirC(box)?.warmestC ?? -Infinity) + riseK,
    home: -Infinity
  };
  return judge.sources.some((s) => insideC[s.when] > limitC);
}

/** Air inside beyond what the battery bears, at the warmest hour. */
export const hotBox = rule('hot-box', 'safe', 'case', (x) => {
  const h = x.heat;
  if (!h || !x.fit) return [];
  const { chargeC, useC } = h.limits ?? { chargeC: 40, useC: NO_USE_C };
  const t = h.insideC;
  const charges = chargesAbove(x, h, chargeC);
  const dark = x.box.outing.inSun && x.fit.part.absorptanceFraction > DARK;
  const tooHot = t > Math.min(useC, NO_USE_C);
  if (!tooHot && !(h.limits && (t > chargeC || dark))) return [];
  const severity = tooHot || (h.limits && charges && t > chargeC) ? 'stop' : 'caution';
  const draft: Draft = {
    at: CASE_PLACE,
    severity,
    cause: HEAT_INSIDE,
    say: say('hot-box', 'told', {
      insideC: t,
      useC,
      noUseC: NO_USE_C,
      hasBattery: h.limits !== undefined,
      chargeC,
      charges
    }),
    figures: { insideC: t, airC: h.airC, chargeC, useC },
    remedies: x.box.outing.inSun
      ? [
          {
            label: 'Keep it in the shade',
            effect: `${x.said.degC(h.airC + h.shadeRiseK, 0)} inside`,
            edits: [set('outing/inSun', false)]
          }
        ]
      : []
  };
  return [draft];
});
