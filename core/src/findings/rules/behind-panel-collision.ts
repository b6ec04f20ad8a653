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
      short: `${p.tag} hits the ${p.behindName}`,
      title: `${p.tag} does not go in: ${x.said.mm(-p.clearMm, 1)} short`,
      why: (([needs, after]) =>
        `It needs ${needs} behind the wall with its terminals; the ${p.behindName} stands after ${after}.`)(
        x.said.mmApart(p.needMm, p.freeMm)
      ),
      figures: { needMm: p.needMm, freeMm: p.freeMm, clearMm: p.clearMm },
      remedies: () => depthRemedies(x.box, x.fit!, x.catalogue, p)
    }));
});
