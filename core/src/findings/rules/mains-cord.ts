import { say } from '../words/say.ts';
import { chargerName } from '../../box/source-leads.ts';
import { chargedOnOuting } from '../../box/plugged.ts';
import { BATTERY_PLACE, rule, set, type Draft, type Facts } from '../rule.ts';

/** A charger that lives in the box brings the mains into it; one on the outing brings them outdoors. */
export const mainsCord = rule('mains-cord', 'safe', 'battery', (x) => [...outdoors(x), ...inTheBox(x)]);

/** Mains where it may be wet: a charger plugged in on an outing that is not kept dry. */
function outdoors(x: Facts): Draft[] {
  const { charging, outing } = x.box;
  const first = chargedOnOuting(x.box).toSorted((a, b) => a.startH - b.startH)[0];
  if (!first || charging.fedFrom !== 'mains' || outing.seal === 'dry-store') return [];
  return [
    {
      at: BATTERY_PLACE,
      also: 'outdoors',
      severity: 'caution',
      say: say('mains-cord', 'outdoors', { outing, startH: first.startH }),
      figures: { atH: first.startH },
      remedies: [
        {
          label: 'Charge from a vehicle, through a converter made for it',
          effect: 'no mains outdoors',
          edits: [set('charging/fedFrom', 'vehicle-converter')]
        },
        { label: 'Not plugged in on the outing', effect: 'charged at home', edits: [set('charging/plugged', [])] }
      ]
    }
  ];
}

const inTheBox = (x: Facts): Draft[] =>
  x.box.charging.builtIn.flatMap((c) =>
    c.input === 'dc'
      ? []
      : [
          {
            at: BATTERY_PLACE,
            also: c.id,
            severity: 'caution' as const,
            say: say('mains-cord', 'inTheBox', { name: c.name, input: c.input }),
            figures: {},
            open: c.input === 'unknown',
            asks: `what feeds ${chargerName(c)}`
          }
        ]
  );
