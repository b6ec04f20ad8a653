import { clockText } from '../../quantity/format.ts';
import { devicePlace, rule } from '../rule.ts';

/** A device gives up within the outing although charge is left. */
export const deviceUndervoltage = rule('device-undervoltage', 'lasts', 'outing', (x) =>
  (x.outing?.run.events ?? [])
    .filter((e) => e.reason === 'device')
    .map((e) => {
      const device = x.box.devices.find((d) => d.id === e.loadId)!;
      return {
        at: devicePlace(device.id, device.name),
        severity: 'caution' as const,
        short: `${device.name.slice(0, 18)} stops at ${clockText(e.timeH)}`,
        title: `${device.name} stops at ${clockText(e.timeH)}`,
        why: `It gets ${e.volts.toFixed(2)} V and needs ${device.minV} V. A regulator port, a thicker or shorter wire, or a fuller battery keeps it going.`,
        figures: { volts: e.volts, minV: device.minV ?? 0, timeH: e.timeH }
      };
    })
);
