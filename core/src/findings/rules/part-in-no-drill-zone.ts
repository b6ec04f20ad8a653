import { say } from '../words/say.ts';
import { moveAway } from '../other-face.ts';
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
      remedies: () => moveAway(x, p, 'nearest place on flat wall')
    };
  })
);
