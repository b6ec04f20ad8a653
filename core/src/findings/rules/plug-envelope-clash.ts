import { say } from '../words/say.ts';
import { plugClashes } from '../../panel/plug-room.ts';
import { otherFace } from '../other-face.ts';
import { portPlace, rule } from '../rule.ts';

/** A plug stands in the way of latch, handle or lid, or its lead has no room to bend over the ground. */
export const plugEnvelopeClash = rule('plug-envelope-clash', 'fits', 'ports', (x) => {
  if (!x.panel || !x.fit) return [];
  return plugClashes(x.box, x.panel, x.fit.part, x.said).map((clash) => {
    const p = x.panel!.ports.find((q) => q.port.id === clash.portId)!;
    return {
      at: portPlace(p.port.id, p.tag),
      severity: 'caution' as const,
      say: say('plug-envelope-clash', 'told', { tag: p.tag, what: clash.what, say: clash.say }),
      figures: { plugWidthMm: p.part.plugWidthMm },
      remedies: () => otherFace(x, p)
    };
  });
});
