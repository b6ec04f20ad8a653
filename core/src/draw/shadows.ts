import type { CaseFit } from '../case/fit.ts';
import type { Hint } from './fold-labels.ts';
import type { FoldOutLayout } from './fold-out.ts';
import { silhouettes } from '../panel/silhouettes.ts';
import { lengthText } from '../quantity/format.ts';
import type { LengthUnit } from '../quantity/length.ts';

/** Nearer than the shallowest port there is: no room for any, mm. */
const SHALLOWEST_MM = 25;

export type Shadow = { hint: Hint; tight: boolean };

/** Silhouettes of what stands behind each face on the paper, each with how far behind. */
export const shadowsOf = (at: FoldOutLayout, fit: CaseFit, unit: LengthUnit): Shadow[] =>
  silhouettes(fit)
    .map((s, nth) => {
      const tight = s.distanceMm < SHALLOWEST_MM;
      const away = `${lengthText(Math.max(0, s.distanceMm), unit, 0)} ${unit} to ${s.name}`;
      const shape = {
        x: at.px(s.face, s.x1Mm),
        y: at.py(s.face, s.y2Mm),
        w: (s.x2Mm - s.x1Mm) * at.scale,
        h: (s.y2Mm - s.y1Mm) * at.scale
      };
      return { hint: { id: `behind ${nth}`, shape, text: tight ? `${away}, no room` : away, insideOnly: true }, tight };
    })
    .filter(({ hint: { shape } }) => shape.w > 0 && shape.h > 0);
