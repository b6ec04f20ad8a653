import { partOf } from '../box/lookup.ts';
import type { Box } from '../box/schema.ts';
import { CONVERTERS } from '../demand/converter.ts';
import type { Demand } from '../demand/demand.ts';

export type Loss = { name: string; lossW: number };

/** Losses inside while the outing runs, as means; 0 for what is stowed. @source mechanical reference 9.4 */
export function lossesOf(box: Box, need: Demand): Loss[] {
  const { durationH } = box.outing;
  const converters = box.devices.flatMap((device, i): Loss[] => {
    const d = need.devices[i]!;
    // a converter in the device's own lead warms the air outside
    if (!d.shared && (device.supply === '12v' || CONVERTERS[device.supply].inLead)) return [];
    return [{ name: `Converter for ${device.name}`, lossW: ((d.meanW - d.outW) * d.onH) / durationH }];
  });
  const bodies = box.bodies.flatMap((b): Loss[] => {
    const part = partOf(box, 'body', b.partId);
    return part && b.held === 'fixed' ? [{ name: b.name, lossW: part.lossW }] : [];
  });
  return [...converters, ...bodies, { name: 'Meters, lamps, idle modules', lossW: need.box.energyWh / durationH }];
}
