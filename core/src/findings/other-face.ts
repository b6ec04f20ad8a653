import type { Face } from '../catalogue/part.ts';
import { movePort } from '../panel/move-port.ts';
import { freeSpot, type PortPlan } from '../panel/panel.ts';
import { PLACE_FACES } from '../panel/place-port.ts';
import type { Facts, Remedy } from './rule.ts';

/** The same part on the first face that has a place for it and no hinge. */
export function otherFace(
  x: Facts,
  p: PortPlan,
  faces: readonly Face[] = ['front', 'right', 'left'],
  what = ''
): Remedy[] {
  if (!x.fit) return [];
  for (const face of faces) {
    if (face === x.fit.part.hinge || face === p.port.face) continue;
    const at = freeSpot(x.box, x.fit, p.part, { ...p.port, face });
    if (!at) continue;
    return [
      {
        label: `Move ${what}to the ${face}`,
        effect: `at ${x.said.mms(', ', at.xMm, at.yMm)}`,
        edits: movePort(p.port.id, at, face)
      }
    ];
  }
  return [];
}

/**
 * A port away from what it meets: to the nearest free place of its own face; where that has none, to another face.
 * @param names the port where the finding is about more than one
 */
export function moveAway(x: Facts, p: PortPlan, effect: string, names = false): Remedy[] {
  const what = names ? `${p.tag} ` : '';
  const spot = freeSpot(x.box, x.fit!, p.part, p.port, p.port);
  if (!spot) return otherFace(x, p, PLACE_FACES, what);
  return [
    {
      label: `Move ${what}to ${x.said.mms(', ', spot.xMm, spot.yMm)}`,
      effect,
      edits: movePort(p.port.id, spot)
    }
  ];
}
