import { say } from '../words/say.ts';
import { chargeSources, type ChargeSource } from '../../judge/charge-sources.ts';
import { AUTO, setTo } from '../../box/attr.ts';
import { coveredPorts } from '../../wiring/cutoff.ts';
import { startOf } from '../../wiring/tree.ts';
import { rootCause } from '../roots.ts';
import { BATTERY_PLACE, portPlace, rule, set, type Draft, type Facts, type Remedy } from '../rule.ts';

/** Nothing can charge this battery where it is: the box is not finished. Read off what can charge it, not off one field. */
export const noChargeWay = rule('no-charge-way', 'safe', 'battery', (x) => {
  if (!x.bank) return [];
  const sources = chargeSources(x.box, x.bank);
  if (sources.length > 0) {
    const closed = oneWay(x, sources);
    return closed.length > 0 ? closed : behindCutoff(x, sources);
  }
  return [
    {
      at: BATTERY_PLACE,
      severity: 'caution',
      say: say('no-charge-way', 'told', {}),
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

const LID_OPEN: Remedy = {
  label: 'Charge it with the lid open, clips on the posts',
  effect: 'no part to buy',
  edits: [set('charging/path', setTo('lid-open'))]
};

/**
 * Where the charger comes in behind the low-voltage cut-off: once that has opened nothing reaches the battery, and without a
 * charge it never closes again. An inlet that Haversack places is taken off ahead of it.
 */
function behindCutoff(x: Facts, sources: readonly ChargeSource[]): Draft[] {
  const { disconnect, disconnectIn } = x.box.bank;
  if (disconnect.is !== 'set') return [];
  const covered = coveredPorts(x.box, x.wiring.tree);
  const ids = new Set(sources.flatMap((s) => s.portId ?? []));
  return x.wiring.circuits.flatMap((c): Draft[] => {
    const { circuit } = c;
    const said = disconnectIn.is === 'set' || circuit.purpose === 'load' || circuit.from.is === 'set';
    if (!ids.has(circuit.portId) || !said || (covered && !covered.has(circuit.portId))) return [];
    const ahead: Remedy[] =
      circuit.purpose === 'charge' && circuit.from.is === 'set'
        ? [
            {
              label: `${c.tag} from ahead of it`,
              effect: 'charges whatever the cut-off does',
              edits: [set(`circuits/${circuit.id}/from`, AUTO)]
            }
          ]
        : [];
    return [
      {
        at: portPlace(circuit.portId, c.portTag),
        also: 'cut-off',
        severity: 'caution',
        say: say('no-charge-way', 'cutOff', {
          portTag: c.portTag,
          cutV: disconnect.value.cutV,
          backV: disconnect.value.backV
        }),
        figures: { cutV: disconnect.value.cutV, backV: disconnect.value.backV },
        remedies: [...ahead, LID_OPEN]
      }
    ];
  });
}

/** Ports that only give: a converter behind the panel lets nothing back. */
function oneWay(x: Facts, sources: readonly ChargeSource[]): Draft[] {
  const ids = new Set(sources.flatMap((s) => s.portId ?? []));
  return x.wiring.circuits.flatMap((c): Draft[] => {
    const part = c.portPart;
    if (!ids.has(c.circuit.portId) || !part) return [];
    const converts = part.converterRatedW !== null || (part.supply !== null && part.supply !== '12v');
    if (!converts && !c.rail && startOf(x.wiring.tree, c.circuit.id) !== 'load-terminal') return [];
    return [
      {
        at: portPlace(c.circuit.portId, c.portTag),
        severity: 'stop',
        cause: rootCause('no-charge-way')!,
        say: say('no-charge-way', 'oneWay', {
          portTag: c.portTag,
          converts,
          name: part.name,
          outV: c.rail?.outV
        }),
        remedies: [LID_OPEN]
      }
    ];
  });
}
