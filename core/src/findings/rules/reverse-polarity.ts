import { portTag } from '../../panel/panel.ts';
import { setTo } from '../../box/attr.ts';
import { mainFeed } from '../../box/feeds.ts';
import { panelPartOf, valueOf } from '../../box/lookup.ts';
import { listOf } from '../../quantity/list-of.ts';
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
      short: `${c.portTag} can be plugged reversed`,
      title: `${c.portTag} can be plugged in reversed`,
      why: `${c.feeds} does not survive reversed polarity. Mark both halves, check with a meter, or take a keyed connector.`,
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
      short: `${c.portTag} takes a reversed charger`,
      title: `A charger can be plugged into ${c.portTag} reversed`,
      why: `Plugs of this kind are sold with + on either contact. Before another charger is plugged in, set a meter on it: the same contact must be + on both halves.`,
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
  const loose = port === undefined && (way === 'clips' || way === 'lugs');
  if (!loose && panelPartOf(x.box, port)?.keyed !== false) return [];
  const die = x.wiring.circuits.filter((c) => c.fussy || c.portPart?.converterRatedW != null);
  const what = loose ? (way === 'clips' ? 'The clips' : 'The lugs') : `The battery’s plug at ${tag ?? 'its port'}`;
  return [
    {
      at: MAIN_PLACE,
      also: 'way-in',
      severity: way === 'clips' && loose && die.length > 0 ? 'caution' : 'note',
      short: `${loose ? `Battery ${way}` : (tag ?? 'The way in')} may go on reversed`,
      title: `${what} can go on the wrong way round`,
      why: `Everything behind gets + on −${
        die.length > 0
          ? `: ${listOf(die.map((c) => `${c.portTag} ${c.feeds}`))} would not survive it, and no fuse is fast enough`
          : ''
      }. Red to +, checked with a meter before the box is switched on; a keyed connector goes together one way only.`,
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
