import type { PartOf } from '../catalogue/part.ts';
import type { Solid } from '../case/faces.ts';

const STEP_DEG = 2;
const UNTIL_DEG = 60;

/**
 * Whether what hangs under a hinged lid hits something inside while the lid swings shut.
 * The hinge lies on the rim, at the back or at the left.
 * @returns the opening angle in degrees at which it hits first on its way down; undefined when it passes. Closed (0°) is
 * left out: that is told apart as a depth that is missing.
 */
export function lidSwingMeets(c: PartOf<'case'>, hung: Solid, other: Solid, gapMm: number): number | undefined {
  const along = c.hinge === 'back' ? 0 : 1; // axis of the hinge line
  const across = c.hinge === 'back' ? 1 : 0;
  if (hung.low[along]! >= other.high[along]! + gapMm || other.low[along]! >= hung.high[along]! + gapMm)
    return undefined;
  const size = c.hinge === 'back' ? c.rimWidthMm : 0;
  // distance from the hinge line, inwards, and height over the rim
  const out = (v: number) => (c.hinge === 'back' ? size - v : v);
  const near = Math.min(out(hung.low[across]!), out(hung.high[across]!));
  const far = Math.max(out(hung.low[across]!), out(hung.high[across]!));
  const bottom = hung.low[2] - c.depthMm;
  const otherNear = Math.min(out(other.low[across]!), out(other.high[across]!)) - gapMm;
  const otherFar = Math.max(out(other.low[across]!), out(other.high[across]!)) + gapMm;
  const [otherLow, otherHigh] = [other.low[2] - c.depthMm - gapMm, other.high[2] - c.depthMm + gapMm];
  for (let deg = UNTIL_DEG; deg >= STEP_DEG; deg -= STEP_DEG) {
    const t = (deg * Math.PI) / 180;
    for (let k = 0; k <= 4; k++) {
      // points along the underside of what hangs
      const r = near + ((far - near) * k) / 4;
      const x = r * Math.cos(t) - bottom * Math.sin(t);
      const z = r * Math.sin(t) + bottom * Math.cos(t);
      if (x > otherNear && x < otherFar && z > otherLow && z < otherHigh) return deg;
    }
  }
  return undefined;
}
