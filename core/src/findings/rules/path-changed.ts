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
        short: `${c.tag} changed since its check`,
        title: `${c.tag} is not what ${k.by || 'somebody'} checked on ${k.day}`,
        why: `Then: ${k.mark}. Now: ${pathMark(x.wiring, c)}. The fuse relied on that wire: check the path again.`,
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
