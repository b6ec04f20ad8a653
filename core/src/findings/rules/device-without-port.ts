import { portSupply } from '../../demand/converter.ts';
import { panelPartOf } from '../../box/lookup.ts';
import { addPort } from '../../panel/add-port.ts';
import { catalogueOf, devicePlace, rule, set, type Remedy } from '../rule.ts';

/** Something runs and has nowhere to plug in. */
export const deviceWithoutPort = rule('device-without-port', 'fits', 'ports', (x) => {
  const { fit, box } = x;
  if (!fit) return [];
  return box.devices
    .filter((d) => !box.ports.some((p) => p.id === d.portId))
    .map((d) => {
      const remedies: Remedy[] = [];
      const wanted = portSupply(d.supply);
      const existing = box.ports.find(
        (p) => panelPartOf(box, p)?.supply === wanted && !box.devices.some((o) => o.portId === p.id)
      );
      if (existing)
        remedies.push({
          label: `Plug it into ${existing.name || panelPartOf(box, existing)!.name}`,
          effect: 'a free port of the right kind',
          edits: [set(`devices/${d.id}/portId`, existing.id)]
        });
      const part = catalogueOf(x, 'panel').find((p) => p.role === 'outlet' && p.supply === wanted);
      const place =
        part &&
        (['front', 'right', 'left'] as const)
          .map((face) => ({ face, port: addPort(box, fit, part, face, { name: d.name }) }))
          .find((o) => !o.port.crowded);
      if (part && place)
        remedies.push({
          label: `Add ${part.name}`,
          effect: `on the ${place.face}, at ${place.port.xMm}, ${place.port.yMm} mm, with its own fuse`,
          edits: [...place.port.edits, set(`devices/${d.id}/portId`, place.port.portId)]
        });
      return {
        at: devicePlace(d.id, d.name),
        severity: 'caution' as const,
        short: `${d.name.slice(0, 20)} has no port`,
        title: `${d.name} has no port`,
        why: 'Nothing on the faces is there for it to plug into.',
        figures: {},
        remedies
      };
    });
});
