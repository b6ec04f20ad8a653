import { say } from '../words/say.ts';
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
        say: say('usb-c-rail', 'told', { beyond, name: d.name, currentA, railV: volts }),
        figures: { volts, currentA }
      }
    ];
  })
);
