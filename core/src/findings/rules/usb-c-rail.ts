import { PD_CURRENT_A, PD_MARKED_CABLE_A } from '../../demand/converter.ts';
import { devicePlace, rule } from '../rule.ts';

/** More over USB-C than its rail or an ordinary cable gives. */
export const usbCRail = rule('usb-c-rail', 'lasts', 'outing', (x) =>
  x.demand.devices.flatMap((d) => {
    if (!d.rail?.markedCable) return [];
    const { volts, currentA, beyond } = d.rail;
    return [
      {
        at: devicePlace(d.deviceId, d.name),
        severity: beyond ? ('stop' as const) : ('note' as const),
        short: beyond ? `${d.name}: beyond USB-C` : `${d.name}: 5 A cable`,
        title: beyond ? `USB-C cannot give ${d.name} what it wants` : `${d.name} needs a cable marked for 5 A`,
        why: `It takes ${currentA.toFixed(1)} A at ${volts} V; USB-C gives ${PD_CURRENT_A} A on an ordinary cable and ${PD_MARKED_CABLE_A} A on a marked one.`,
        figures: { volts, currentA }
      }
    ];
  })
);
