import { say } from '../words/say.ts';
import { portTag } from '../../panel/panel.ts';
import { setTo } from '../../box/attr.ts';
import { mainFeed } from '../../box/feeds.ts';
import { panelPartOf, valueOf } from '../../box/lookup.ts';
import { chargePortId } from '../../box/plugged.ts';
import { circuitPlace, MAIN_PLACE, mainPath, rule, set, type Draft, type Facts } from '../rule.ts';

/** What goes together both ways round: the plug of electronics, a charger’s plug, what an outside battery is joined by. */
export const reversePolarity = rule('reverse-polarity', 'safe', 'ports', (x) => [
  ...ofPlugs(x),
  ...ofCharger(x),
  ...ofBatteryLead(x)
]);

const ofPlugs = (x: Facts): Draft[] =>
  x.wiring.circuits
    .filter((c) => c.fussy && c.portPart?.keyed === false)
    .map((c) => ({
      at: circuitPlace(c.circuit.id, c.portTag),
      severity: 'caution' as const,
      say: say('reverse-polarity', 'ofPlugs', { portTag: c.portTag, feeds: c.feeds }),
      figures: {}
    }));

/** A charger drives into a battery that is joined the wrong way round until something burns or opens. */
function ofCharger(x: Facts): Draft[] {
  const portId = chargePortId(x.box);
  const c = x.wiring.circuits.find((k) => k.circuit.portId === portId);
  if (!c || c.portPart?.keyed !== false) return [];
  return [
    {
      at: circuitPlace(c.circuit.id, c.portTag),
      also: 'charger',
      severity: 'note',
      say: say('reverse-polarity', 'charger', { portTag: c.portTag }),
      figures: {}
    }
  ];
}

/** Clips and lugs go on either post, and so does the lead of a plug that is not keyed. */
function ofBatteryLead(x: Facts): Draft[] {
  if (x.box.bank.stands !== 'outside') return [];
  const feed = mainFeed(x.box);
  const port = x.box.ports.find((p) => p.id === valueOf(feed.throughPortId, undefined));
  const tag = portTag(x.panel, port?.id);
  const way = valueOf(feed.wayIn, undefined);
  const loose = port === undefined && (way === 'clips' || way === 'lugs') ? way : undefined;
  if (!loose && panelPartOf(x.box, port)?.keyed !== false) return [];
  const die = x.wiring.circuits.filter((c) => c.fussy || c.portPart?.converterRatedW != null);
  return [
    {
      at: MAIN_PLACE,
      also: 'way-in',
      severity: loose === 'clips' && die.length > 0 ? 'caution' : 'note',
      say: say('reverse-polarity', 'wayIn', {
        loose,
        tag,
        diePorts: die.map((c) => `${c.portTag} ${c.feeds}`)
      }),
      figures: {},
      remedies: loose
        ? [
            {
              label: 'A keyed connector in the battery’s lead',
              effect: 'goes together one way only',
              edits: [set(mainPath(x, 'wayIn'), setTo('connector' as const))]
            }
          ]
        : []
    }
  ];
}
