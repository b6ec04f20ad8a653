import { say } from '../words/say.ts';
import { panelPartOf } from '../../box/lookup.ts';
import type { Box, Device } from '../../box/schema.ts';
import { portSupply } from '../../demand/converter.ts';
import { devicesAt, wantedOfModuleW } from '../../demand/module-load.ts';
import { SUPPLY_WORDS } from '../../demand/edit-draw.ts';
import { devicePlace, rule, set } from '../rule.ts';
import { waysIn } from '../ways-in.ts';

/** What a port's module gives is enough for what is plugged in there and for one device more. */
function hasRoom(box: Box, portId: string, more: Device): boolean {
  const rated = panelPartOf(
    box,
    box.ports.find((p) => p.id === portId)
  )?.converterRatedW;
  return rated == null || wantedOfModuleW([...devicesAt(box, portId), more]) <= rated;
}

/** A device is plugged where its supply is not to be had. */
export const supplyMismatch = rule('supply-mismatch', 'safe', 'ports', (x) =>
  x.box.devices.flatMap((d, i) => {
    const part = panelPartOf(
      x.box,
      x.box.ports.find((p) => p.id === d.portId)
    );
    // a cord through a gland is wired inside
    if (part?.role === 'gland') return [];
    const wanted = portSupply(d.supply);
    if (!d.portId || !part || part.supply === d.supply || part.supply === wanted) return [];
    // 5 V for a USB plug comes from a shared converter as well as from a module: rail-volts judges the volts
    if (x.demand.devices[i]?.shared && part.supply === '12v' && d.supply !== 'usb-c') return [];
    const other = x.box.ports.find((p) => panelPartOf(x.box, p)?.supply === wanted && hasRoom(x.box, p.id, d));
    return [
      {
        at: devicePlace(d.id, d.name),
        severity: 'stop' as const,
        say: say('supply-mismatch', 'told', { name: d.name, wanted, supply: part.supply }),
        figures: {},
        remedies: () => [
          ...(other
            ? [
                {
                  label: `Use ${other.name || panelPartOf(x.box, other)!.name}`,
                  effect: `gives ${SUPPLY_WORDS[wanted]}`,
                  edits: [set(`devices/${d.id}/portId`, other.id)]
                }
              ]
            : []),
          ...(x.fit ? waysIn(x, x.fit, d) : [])
        ]
      }
    ];
  })
);
