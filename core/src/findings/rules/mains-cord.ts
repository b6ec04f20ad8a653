import { chargerName } from '../../box/source-leads.ts';
import { BATTERY_PLACE, rule } from '../rule.ts';

/** A charger that lives in the box brings the mains into it. */
export const mainsCord = rule('mains-cord', 'safe', 'battery', (x) =>
  x.box.charging.builtIn.flatMap((c) =>
    c.input === 'dc'
      ? []
      : [
          {
            at: BATTERY_PLACE,
            also: c.id,
            severity: 'caution' as const,
            short: c.input === 'unknown' ? `What feeds ${c.name || 'the charger'}?` : 'A mains cord into the box',
            title:
              c.input === 'unknown'
                ? `What feeds ${chargerName(c)} is unknown`
                : `${c.name || 'The charger'} brings the mains into the box`,
            why: 'Mains can kill, and a box that gets wet outdoors is the wrong place for it: strain relief, an earth leakage breaker, never outdoors, unplugged before the lid is opened. Local codes and a licensed electrician decide about it; Haversack plans the 12 V side only.',
            figures: {},
            open: c.input === 'unknown',
            asks: `what feeds ${chargerName(c)}`
          }
        ]
  )
);
