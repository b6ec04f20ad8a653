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
        short: `${tag} was on '${port.cameOn}'`,
        title: `${tag} came in on the face '${port.cameOn}', which no case has`,
        why: `The faces are front, back, left, right, lid and floor. It was put on the front at its old ${x.said.mms(', ', port.xMm, port.yMm)}; nothing else of it was changed.`,
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
