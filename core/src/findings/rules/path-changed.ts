import { say } from '../words/say.ts';
import { pathMark } from '../../wiring/path-mark.ts';
import { rule, set, branchPlace } from '../rule.ts';

/** A path that somebody checked has another wire or fuse since. */
export const pathChanged = rule('path-changed', 'safe', 'wiring', (x) =>
  x.box.checkedPaths.flatMap((k, i) => {
    const c = x.wiring.circuits.find((o) => o.circuit.id === k.circuitId);
    if (!c || pathMark(x.wiring, c) === k.mark) return [];
    return [
      {
        at: branchPlace(c),
        severity: 'caution' as const,
        say: say('path-changed', 'told', {
          tag: c.tag,
          by: k.by,
          day: k.day,
          mark: k.mark,
          now: pathMark(x.wiring, c)
        }),
        figures: {},
        remedies: [
          {
            label: 'Drop the old check',
            effect: 'the path waits for a new one',
            edits: [set('checkedPaths', x.box.checkedPaths.toSpliced(i, 1))]
          }
        ]
      }
    ];
  })
);
