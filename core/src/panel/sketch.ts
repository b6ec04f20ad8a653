import { faceSizeMm } from '../case/faces.ts';
import type { CaseFit } from '../case/fit.ts';
import type { PanelPlan, PortPlan } from './panel.ts';

/** What a small picture of a box shows: its case, what stands inside, its ports. Plain data. */
export type Sketch = Pick<CaseFit, 'part' | 'placed'> & { ports: PortPlan[] };

export const sketchOf = (plan: { fit: CaseFit | undefined; panel: PanelPlan | undefined }): Sketch | undefined =>
  plan.fit && { part: plan.fit.part, placed: plan.fit.placed, ports: plan.panel?.ports ?? [] };

/** Width of a sketch that shows front and right side, mm. */
const widthMm = (s: Sketch): number => faceSizeMm(s.part, 'front').widthMm + faceSizeMm(s.part, 'right').widthMm;

/** One scale for several sketches, so that they can be compared by eye: the widest goes into so many pixels. @param mostScale px per mm */
export const commonScale = (sketches: readonly (Sketch | undefined)[], widthPx: number, mostScale: number): number =>
  Math.min(mostScale, ...sketches.map((s) => (s ? widthPx / widthMm(s) : mostScale)));
