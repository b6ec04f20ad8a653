import { contradiction } from '../../demand/claims.ts';
import { portPartOf } from '../../demand/demand.ts';
import { devicePlace, rule } from '../rule.ts';
import { capital } from '../../quantity/capital.ts';

/** Two things known about one draw cannot both be true. */
export const drawClaimsDisagree = rule('draw-claims-disagree', 'lasts', 'outing', (x) =>
  x.box.devices.flatMap((d) => {
    const c = contradiction(d, portPartOf(x.box, d));
    if (!c) return [];
    return [
      {
        at: devicePlace(d.id, d.name),
        severity: 'caution' as const,
        short: `${d.name}: claims disagree`,
        title: `What is known about ${d.name} does not agree`,
        why: `${capital(c.a.say)}: ${c.a.powerW.toFixed(1)} W. But ${c.b.say}: ${c.b.powerW.toFixed(1)} W, ${c.factor.toFixed(1)} times less. Measure it once more, at the 12 V lead, while it does what it will do outside.`,
        figures: { moreW: c.a.powerW, lessW: c.b.powerW },
        asks: 'which draw is right',
        open: true
      }
    ];
  })
);
