import { apart } from '../../quantity/format.ts';
import { circuitPlace, rule } from '../rule.ts';
import { BEARS } from '../../wiring/fuse.ts';

/** More through a plug than it is made for. */
export const connectorOverload = rule('connector-overload', 'safe', 'wiring', (x) =>
  x.wiring.circuits.flatMap((c) => {
    const rating = c.portPart?.ratingA;
    if (rating == null || c.portPart?.role === 'meter' || c.portPart?.role === 'lamp') return [];
    // a converter is made for all of its own current; contacts age
    const share = c.portPart?.converterRatedW ? 1 : BEARS.contact;
    if (c.loadA <= share * rating + 1e-9) return [];
    const stop = c.loadA > rating;
    const [runs, bears] = apart(c.loadA, rating, 1);
    return [
      {
        at: circuitPlace(c.circuit.id, c.tag),
        severity: stop ? ('stop' as const) : ('caution' as const),
        short: `${c.portTag} ${bears} A carries ${runs} A`,
        title: `${c.portTag} carries ${runs} A of ${bears} A`,
        why: stop
          ? 'Its plastic softens and the contact burns.'
          : 'Contacts age; a connector should carry 80 % of its rating at most.',
        figures: { loadA: c.loadA, ratingA: rating }
      }
    ];
  })
);
