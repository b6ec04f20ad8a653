import { plugClashes } from '../../panel/plug-room.ts';
import { freeSpot } from '../../panel/panel.ts';
import { portPlace, rule, set } from '../rule.ts';

/** A plug stands in the way of latch, handle or lid, or its lead has no room to bend over the ground. */
export const plugEnvelopeClash = rule('plug-envelope-clash', 'fits', 'ports', (x) => {
  if (!x.panel || !x.fit) return [];
  return plugClashes(x.panel, x.fit.part).map((clash) => {
    const p = x.panel!.ports.find((q) => q.port.id === clash.portId)!;
    const faces = (['front', 'right', 'left'] as const).filter((f) => f !== x.fit!.part.hinge && f !== p.port.face);
    const face = faces.find((f) => freeSpot(x.box, x.fit!, p.part, { ...p.port, face: f }));
    const at = face && freeSpot(x.box, x.fit!, p.part, { ...p.port, face });
    return {
      at: portPlace(p.port.id, p.tag),
      severity: 'caution' as const,
      short: `Plug in ${p.tag} meets the ${clash.what}`.slice(0, 32),
      title: `The plug in ${p.tag} meets the ${clash.what}`,
      why: clash.say,
      figures: { plugWidthMm: p.part.plugWidthMm },
      remedies:
        face && at
          ? [
              {
                label: `Move to the ${face}`,
                effect: `at ${at.xMm}, ${at.yMm} mm`,
                edits: [
                  set(`ports/${p.port.id}/face`, face),
                  set(`ports/${p.port.id}/xMm`, at.xMm),
                  set(`ports/${p.port.id}/yMm`, at.yMm)
                ]
              }
            ]
          : []
    };
  });
});
