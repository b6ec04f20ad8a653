import { say } from '../words/say.ts';
import { portTag } from '../../panel/panel.ts';
import { movePort } from '../../panel/move-port.ts';
import { freeSpot } from '../../panel/panel.ts';
import { panelPartOf } from '../../box/lookup.ts';
import { portPlace, rule, set } from '../rule.ts';

/** A port came in on a face that a case has not; it waits on the front until somebody says where it belongs. */
export const portFaceLost = rule('port-face-lost', 'fits', 'ports', (x) =>
  x.box.ports.flatMap((port) => {
    if (port.cameOn === null) return [];
    const part = panelPartOf(x.box, port);
    const tag = portTag(x.panel, port.id) ?? port.name;
    return [
      {
        at: portPlace(port.id, tag),
        severity: 'stop' as const,
        say: say('port-face-lost', 'told', { tag, cameOn: port.cameOn, xMm: port.xMm, yMm: port.yMm }),
        remedies: () => {
          const spots =
            part && x.fit
              ? (['front', 'right', 'left', 'lid'] as const).flatMap((face) => {
                  const at = freeSpot(x.box, x.fit!, part, { ...port, face });
                  return at ? [{ face, at }] : [];
                })
              : [];
          return [
            ...spots.slice(0, 3).map((s) => ({
              label: `Put it on the ${s.face}`,
              effect: `at ${x.said.mms(', ', s.at.xMm, s.at.yMm)}, the nearest legal place`,
              edits: [...movePort(port.id, s.at, s.face), set(`ports/${port.id}/cameOn`, null)]
            })),
            {
              label: 'It is right where it is',
              effect: 'stays on the front',
              edits: [set(`ports/${port.id}/cameOn`, null)]
            }
          ];
        }
      }
    ];
  })
);
