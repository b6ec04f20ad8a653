import { say } from '../words/say.ts';
import { set } from '../../box/edit.ts';
import { lawCurrentA } from '../../network/law.ts';
import { devicePlace, rule } from '../rule.ts';

/** What comes out of an inverter is mains. */
export const inverterPresent = rule('inverter-present', 'safe', 'outing', (x) =>
  x.box.devices.flatMap((d, i) => {
    if (d.supply !== 'inverter') return [];
    const lostW = Math.max(0, x.demand.devices[i]!.meanW - x.demand.devices[i]!.outW);
    const amps = lawCurrentA(x.demand.devices[i]!.peakLaw, x.wiring.lowV);
    return [
      {
        at: devicePlace(d.id, d.name),
        severity: 'caution' as const,
        say: say('inverter-present', 'told', { name: d.name, currentA: amps, lostW }),
        figures: { peakA: amps, lostW },
        remedies: [
          {
            label: 'Feed it by USB-C instead',
            effect: 'no mains in the box, if it has such a socket',
            edits: [
              set(`devices/${d.id}/supply`, 'usb-c'),
              set(`devices/${d.id}/portId`, null),
              set(`devices/${d.id}/converterW`, null)
            ]
          }
        ]
      }
    ];
  })
);
