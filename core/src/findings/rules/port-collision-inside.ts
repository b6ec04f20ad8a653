import { say } from '../words/say.ts';
import { movePort } from '../../panel/move-port.ts';
import { freeSpot } from '../../panel/panel.ts';
import { PLACE_FACES } from '../../panel/place-port.ts';
import { otherFace } from '../other-face.ts';
import { portPlace, rule } from '../rule.ts';

/** Two bodies of ports meet inside the box. */
export const portCollisionInside = rule('port-collision-inside', 'fits', 'ports', (x) =>
  (x.panel?.clashes ?? [])
    .filter((c) => c.kind === 'behind' || c.kind === 'opposite')
    .map((c) => {
      const [a, b] = [c.aId, c.bId].map((id) => x.panel!.ports.find((p) => p.port.id === id)!);
      const staggers = () =>
        [b!, a!].flatMap((p) => {
          const spot = freeSpot(x.box, x.fit!, p.part, p.port, p.port);
          return spot
            ? [
                {
                  label: `Stagger ${p.tag}: ${x.said.mm(Math.round(Math.hypot(spot.xMm - p.port.xMm, spot.yMm - p.port.yMm)))} along its face`,
                  effect: `to ${x.said.mms(', ', spot.xMm, spot.yMm)}, clear of everything behind`,
                  edits: movePort(p.port.id, spot)
                }
              ]
            : otherFace(x, p, PLACE_FACES, `${p.tag} `);
        });
      return {
        at: portPlace(a!.port.id, `${a!.tag} and ${b!.tag}`),
        also: `${c.aId}-${c.bId}`,
        severity: 'stop' as const,
        say: say('port-collision-inside', 'told', { tag: a!.tag, otherTag: b!.tag, wantedMm: c.wantedMm }),
        figures: { wantedMm: c.wantedMm, depthAMm: a!.needMm, depthBMm: b!.needMm },
        remedies: staggers
      };
    })
);
