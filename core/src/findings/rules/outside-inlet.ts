import { panelPartOf } from '../../box/lookup.ts';
import { addPort } from '../../panel/add-port.ts';
import { BATTERY_PLACE, catalogueOf, rule, type Remedy } from '../rule.ts';

/** A battery outside has to get its cable into the case. */
export const outsideInlet = rule('outside-inlet', 'fits', 'battery', (x) => {
  if (x.box.bank.arrangement !== 'outside' || !x.fit) return [];
  const charging = x.box.circuits.filter((c) => c.purpose === 'charge').map((c) => c.portId);
  const entry = x.box.ports.find((p) => {
    const role = panelPartOf(x.box, p)?.role;
    return (role === 'inlet' || role === 'gland') && !charging.includes(p.id);
  });
  if (entry) return [];
  const gland = catalogueOf(x, 'panel').find((p) => p.role === 'gland');
  const remedies: Remedy[] = [];
  for (const face of gland ? (['right', 'left', 'back'] as const) : []) {
    const added = addPort(x.box, x.fit, gland!, face, { name: 'Battery lead' });
    if (added.crowded) continue;
    remedies.push({
      label: `Add ${gland!.name}`,
      effect: `on the ${face}, sealed round the cable`,
      edits: added.edits
    });
    break;
  }
  return [
    {
      at: BATTERY_PLACE,
      severity: 'caution',
      short: 'No way in for the battery lead',
      title: 'The outside battery’s lead has no way into the case',
      why: 'It needs an inlet or a gland of its own on a face: through the charge inlet it would meet the charger’s fuse and rating.',
      figures: { leadMm: x.box.bank.leadMm },
      remedies
    }
  ];
});
