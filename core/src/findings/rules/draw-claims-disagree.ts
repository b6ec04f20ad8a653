import { say } from '../words/say.ts';
import { contradiction } from '../../demand/claims.ts';
import { portPartOf } from '../../demand/demand.ts';
import { devicePlace, rule } from '../rule.ts';

/** Two things known about one draw cannot both be true. */
export const drawClaimsDisagree = rule('draw-claims-disagree', 'lasts', 'outing', (x) =>
  x.box.devices.flatMap((d) => {
    const c = contradiction(d, portPartOf(x.box, d));
    if (!c) return [];
    return [
      {
        at: devicePlace(d.id, d.name),
        severity: 'caution' as const,
        say: say('draw-claims-disagree', 'told', {
          name: d.name,
          say: c.a.say,
          powerW: c.a.powerW,
          otherSay: c.b.say,
          otherW: c.b.powerW,
          times: c.factor
        }),
        figures: { moreW: c.a.powerW, lessW: c.b.powerW },
        asks: 'which draw is right',
        open: true
      }
    ];
  })
);
