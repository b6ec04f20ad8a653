import { say } from '../words/say.ts';
import { depthRemedies } from '../../panel/depth-remedies.ts';
import { portPlace, rule } from '../rule.ts';

/** The part or its terminals do not go in before what stands behind. */
export const behindPanelCollision = rule('behind-panel-collision', 'fits', 'ports', (x) => {
  if (!x.panel || !x.fit) return [];
  return x.panel.ports
    .filter((p) => p.part.hole.shape !== 'none' && p.clearMm < 0)
    .map((p) => ({
      at: portPlace(p.port.id, p.tag),
      severity: 'stop' as const,
      say: say('behind-panel-collision', 'told', {
        tag: p.tag,
        behindName: p.behindName,
        clearMm: p.clearMm,
        needMm: p.needMm,
        freeMm: p.freeMm
      }),
      figures: { needMm: p.needMm, freeMm: p.freeMm, clearMm: p.clearMm },
      remedies: () => depthRemedies(x.box, x.fit!, x.catalogue, p)
    }));
});
