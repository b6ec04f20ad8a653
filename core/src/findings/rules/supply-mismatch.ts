import { devicePlace, rule, set } from '../rule.ts';
import { panelPartOf } from '../../box/lookup.ts';

/** A device is plugged where its supply is not to be had. */
export const supplyMismatch = rule('supply-mismatch', 'safe', 'ports', (x) =>
  x.box.devices.flatMap((d) => {
    const part = panelPartOf(
      x.box,
      x.box.ports.find((p) => p.id === d.portId)
    );
    if (!d.portId || !part || part.supply === d.supply || (part.supply === '12v' && d.supply === 'regulated-12v'))
      return [];
    const other = x.box.ports.find((p) => panelPartOf(x.box, p)?.supply === d.supply);
    return [
      {
        at: devicePlace(d.id, d.name),
        severity: 'stop' as const,
        short: `${d.name.slice(0, 18)} does not plug in`,
        title: `${d.name} does not plug into its port`,
        why: `It wants ${d.supply}; the port (${part.name}) gives ${part.supply ?? 'nothing'}.`,
        figures: {},
        remedies: other
          ? [
              {
                label: `Use ${other.name || panelPartOf(x.box, other)!.name}`,
                effect: `gives ${d.supply}`,
                edits: [set(`devices/${d.id}/portId`, other.id)]
              }
            ]
          : []
      }
    ];
  })
);
