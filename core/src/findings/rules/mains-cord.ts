import { chargerName } from '../../box/source-leads.ts';
import { chargedOnOuting } from '../../box/plugged.ts';
import { SEAL_WORDS } from '../../sealing/sealing.ts';
import { momentText } from '../../timeline/bars.ts';
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
      short: 'Charger on the mains outdoors',
      title: 'The charger on the outing brings the mains outdoors',
      why: `From ${momentText(outing, first.startH)} on it hangs on the mains on an outing that is built for ${SEAL_WORDS[outing.seal].toLowerCase()}. Mains can kill, and chargers are made for dry rooms: under a roof, off the ground, behind an earth leakage breaker, or not at all. Local codes decide about it.`,
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
  );
