import { say } from '../words/say.ts';
import { remove } from '../../box/edit.ts';
import { partOf } from '../../box/lookup.ts';
import { BATTERY_PLACE, rule } from '../rule.ts';

/** A body put by hand in a way that it must not lie. */
export const batteryWrongWayUp = rule('battery-wrong-way-up', 'safe', 'case', (x) =>
  (x.fit?.bodies ?? []).flatMap((b) => {
    const at = x.box.placements[b.id];
    if (!at || b.turns.includes(at.turn)) return [];
    const battery = b.kind === 'battery' ? partOf(x.box, 'battery', x.box.bank.partId) : undefined;
    return [
      {
        at: battery ? BATTERY_PLACE : { kind: 'body' as const, id: b.id, label: b.name },
        also: b.id,
        severity: battery?.anyWayUp === 'upright' ? ('stop' as const) : ('caution' as const),
        say: say('battery-wrong-way-up', 'told', { name: b.name, anyWayUp: battery?.anyWayUp }),
        remedies: [
          {
            label: 'Stand it up',
            effect: 'its place by hand is taken away',
            edits: [remove(`placements/${b.id}`)]
          }
        ]
      }
    ];
  })
);
