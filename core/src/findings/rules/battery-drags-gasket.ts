import { say } from '../words/say.ts';
import { BATTERY_PLACE, rule } from '../rule.ts';

/** Nearer to the rim than this, it rubs the gasket each time it is lifted in or out, mm. @source rule of thumb: padding gap of mechanical reference 2.3 */
const RIM_CLEAR_MM = 3;

/** Lifted straight up, the battery scrapes along the gasket: a cut or dirty gasket draws water in. */
export const batteryDragsGasket = rule('battery-drags-gasket', 'dry', 'case', (x) => {
  if (!x.fit || x.fit.part.seal.jet === 0) return [];
  const c = x.fit.part;
  return x.fit.placed
    .filter((p) => p.id.startsWith('battery-'))
    .flatMap((p) => {
      const clearMm = Math.min(p.xMm, p.yMm, c.rimLengthMm - p.xMm - p.lengthMm, c.rimWidthMm - p.yMm - p.widthMm);
      // one that crosses the wall does not go in at all: that is said of the fit
      if (clearMm >= RIM_CLEAR_MM || clearMm < 0) return [];
      return [
        {
          at: BATTERY_PLACE,
          also: p.id,
          severity: 'caution' as const,
          say: say('battery-drags-gasket', 'told', { clearMm }),
          figures: { clearMm, wantedMm: RIM_CLEAR_MM }
        }
      ];
    });
});
