import { chargeSources, type ChargeSource } from '../../judge/charge-sources.ts';
import { AUTO, setTo } from '../../box/attr.ts';
import { capital } from '../../quantity/capital.ts';
import { BATTERY_PLACE, portPlace, rule, set, type Draft, type Facts } from '../rule.ts';

/** Nothing can charge this battery where it is: the box is not finished. Read off what can charge it, not off one field. */
export const noChargeWay = rule('no-charge-way', 'safe', 'battery', (x) => {
  if (!x.bank) return [];
  const sources = chargeSources(x.box, x.bank);
  if (sources.length > 0) return oneWay(x, sources);
  return [
    {
      at: BATTERY_PLACE,
      severity: 'caution',
      short: 'No way to charge it',
      title: 'There is no way to charge this box',
      why: 'No inlet, no outlet and no open lid is meant for it, and neither sun nor a charger inside gives anything. Taken out for every charge, leads and fuse are undone and done again each time, and one day the wrong way round.',
      figures: {},
      remedies: [
        {
          label: 'Charge it with the lid open, clips on the posts',
          effect: 'no part to buy',
          edits: [set('charging/path', AUTO)]
        }
      ]
    }
  ];
});

/** Ports that only give: a converter behind the panel lets nothing back. */
function oneWay(x: Facts, sources: readonly ChargeSource[]): Draft[] {
  const ids = new Set(sources.flatMap((s) => s.portId ?? []));
  return x.wiring.circuits.flatMap((c): Draft[] => {
    const part = c.portPart;
    if (!ids.has(c.circuit.portId) || !part) return [];
    const converts = part.converterRatedW !== null || (part.supply !== null && part.supply !== '12v');
    const gives = converts ? part.name : c.rail ? `the converter to ${c.rail.outV} V ahead of it` : undefined;
    if (gives === undefined) return [];
    return [
      {
        at: portPlace(c.circuit.portId, c.portTag),
        severity: 'stop',
        short: `Nothing goes in at ${c.portTag}`,
        title: `The battery cannot be charged through ${c.portTag}`,
        why: `${capital(gives)} only gives: a charger plugged in there charges nothing, and pushes against its output.`,
        remedies: [
          {
            label: 'Charge it with the lid open, clips on the posts',
            effect: 'no part to buy',
            edits: [set('charging/path', setTo('lid-open'))]
          }
        ]
      }
    ];
  });
}
