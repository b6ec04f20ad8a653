import { movePort } from '../panel/move-port.ts';
import { freeSpot, type PortPlan } from '../panel/panel.ts';
import type { Facts, Remedy } from './rule.ts';

/** The same part on the first face that has a place for it and no hinge. */
export function otherFace(x: Facts, p: PortPlan): Remedy[] {
  if (!x.fit) return [];
  for (const face of ['front', 'right', 'left'] as const) {
    if (face === x.fit.part.hinge || face === p.port.face) continue;
    const at = freeSpot(x.box, x.fit, p.part, { ...p.port, face });
    if (!at) continue;
    return [
      {
        label: `Move to the ${face}`,
        effect: `at ${x.said.mms(', ', at.xMm, at.yMm)}`,
        edits: movePort(p.port.id, at, face)
      }
    ];
  }
  return [];
}
