import { contradiction, notCounted, takeClaim } from '../../demand/claims.ts';
import { portPartOf } from '../../demand/demand.ts';
import { fixed } from '../../quantity/format.ts';
import { say } from '../words/say.ts';
import { devicePlace, rule, type Draft, type Facts } from '../rule.ts';

/** Two things known about one draw cannot both be true, or one of them and what the plan counts with. */
export const drawClaimsDisagree = rule('draw-claims-disagree', 'lasts', 'outing', (x) =>
  x.box.devices.flatMap((d) => {
    const c = contradiction(d, portPartOf(x.box, d));
    if (!c) return counted(x, d);
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

/** What somebody found out of a draw does not go with what is counted. */
function counted(x: Facts, device: Facts['box']['devices'][number]): Draft[] {
  const port = portPartOf(x.box, device);
  const odd = notCounted(device, port);
  if (!odd) return [];
  const { powerW, say: known } = odd.known;
  return [
    {
      at: devicePlace(device.id, device.name),
      also: 'counted',
      // hours that are too few are no danger
      severity: powerW > odd.countedW ? 'caution' : 'note',
      say: say('draw-claims-disagree', 'counted', { name: device.name, known, powerW, countedW: odd.countedW }),
      figures: { knownW: powerW, countedW: odd.countedW },
      remedies: [
        {
          label: `Count ${device.name} with ${fixed(powerW, 1)} W`,
          effect: known,
          edits: takeClaim(device, port, odd.claim),
          // what is so, whatever follows from it
          answer: true
        }
      ]
    }
  ];
}
