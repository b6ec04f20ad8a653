import { movePort } from '../../panel/move-port.ts';
import { plugClashes } from '../../panel/plug-room.ts';
import { freeSpot, type PortPlan } from '../../panel/panel.ts';
import { portPlace, rule, type Facts, type Remedy } from '../rule.ts';

/** A plug stands in the way of latch, handle or lid, or its lead has no room to bend over the ground. */
export const plugEnvelopeClash = rule('plug-envelope-clash', 'fits', 'ports', (x) => {
  if (!x.panel || !x.fit) return [];
  return plugClashes(x.panel, x.fit.part, x.said).map((clash) => {
    const p = x.panel!.ports.find((q) => q.port.id === clash.portId)!;
    return {
      at: portPlace(p.port.id, p.tag),
      severity: 'caution' as const,
      short: `Plug in ${p.tag} meets the ${clash.what}`,
      title: `The plug in ${p.tag} meets the ${clash.what}`,
      why: clash.say,
      figures: { plugWidthMm: p.part.plugWidthMm },
      remedies: () => movedOff(x, p)
    };
  });
});

/** The same part on the first face that has a place for it and no hinge. */
function movedOff(x: Facts, p: PortPlan): Remedy[] {
  for (const face of ['front', 'right', 'left'] as const) {
    if (face === x.fit!.part.hinge || face === p.port.face) continue;
    const at = freeSpot(x.box, x.fit!, p.part, { ...p.port, face });
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
