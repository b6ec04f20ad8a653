import { freeSpot } from '../../panel/panel.ts';
import { portPlace, rule, set, type Remedy } from '../rule.ts';

/** The part or its terminals do not go in before what stands behind. */
export const behindPanelCollision = rule('behind-panel-collision', 'fits', 'ports', (x) => {
  if (!x.panel || !x.fit) return [];
  return x.panel.ports
    .filter((p) => p.part.hole.shape !== 'none' && p.clearMm < 0)
    .map((p) => {
      const remedies: Remedy[] = [];
      const flagGain = p.part.straightMm - p.part.flagMm;
      if (p.port.terminals === 'straight' && p.clearMm + flagGain >= 0)
        remedies.push({
          label: 'Use flag terminals',
          effect: `${(p.clearMm + flagGain).toFixed(1)} mm clear`,
          edits: [set(`ports/${p.port.id}/terminals`, 'flag')]
        });
      const spot = freeSpot(x.box, x.fit!, p.part, p.port, p.port);
      if (spot)
        remedies.push({
          label: `Move to ${spot.xMm}, ${spot.yMm} mm`,
          effect: 'room behind, edges and neighbours kept',
          edits: [set(`ports/${p.port.id}/xMm`, spot.xMm), set(`ports/${p.port.id}/yMm`, spot.yMm)]
        });
      for (const face of ['front', 'right', 'left', 'lid'] as const) {
        if (remedies.length >= 3 || spot || face === p.port.face) continue;
        const other = freeSpot(x.box, x.fit!, p.part, { ...p.port, face });
        if (other)
          remedies.push({
            label: `Move to the ${face}`,
            effect: `at ${other.xMm}, ${other.yMm} mm, clear behind`,
            edits: [
              set(`ports/${p.port.id}/face`, face),
              set(`ports/${p.port.id}/xMm`, other.xMm),
              set(`ports/${p.port.id}/yMm`, other.yMm)
            ]
          });
      }
      return {
        at: portPlace(p.port.id, p.tag),
        severity: 'stop' as const,
        short: `${p.tag} hits the ${p.behindName}`.slice(0, 32),
        title: `${p.tag} does not go in: ${(-p.clearMm).toFixed(1)} mm short`,
        why: `It needs ${p.needMm.toFixed(0)} mm behind the wall with its terminals; the ${p.behindName} stands after ${p.freeMm.toFixed(1)} mm.`,
        figures: { needMm: p.needMm, freeMm: p.freeMm, clearMm: p.clearMm },
        remedies
      };
    });
});
