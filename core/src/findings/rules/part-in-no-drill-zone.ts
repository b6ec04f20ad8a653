import { say } from '../words/say.ts';
import { movePort } from '../../panel/move-port.ts';
import { freeSpot } from '../../panel/panel.ts';
import { portPlace, rule } from '../rule.ts';

/** Cut-out, flange or nut crosses a rib, latch, hinge or gasket line. */
export const partInNoDrillZone = rule('part-in-no-drill-zone', 'fits', 'ports', (x) =>
  (x.panel?.zoneClashes ?? []).map((c) => {
    const p = x.panel!.ports.find((q) => q.port.id === c.portId)!;
    return {
      at: portPlace(p.port.id, p.tag),
      severity: 'stop' as const,
      say: say('part-in-no-drill-zone', 'told', { tag: p.tag, kind: c.zone.kind }),
      figures: { zoneXMm: c.zone.xMm, zoneYMm: c.zone.yMm },
      remedies: () => {
        const spot = freeSpot(x.box, x.fit!, p.part, p.port, p.port);
        return spot
          ? [
              {
                label: `Move to ${x.said.mms(', ', spot.xMm, spot.yMm)}`,
                effect: 'nearest place on flat wall',
                edits: movePort(p.port.id, spot)
              }
            ]
          : [];
      }
    };
  })
);
