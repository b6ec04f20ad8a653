import { say } from '../words/say.ts';
import { drawW, greatestW } from '../../demand/draw.ts';
import { devicesAt, wantedOfModuleW } from '../../demand/module-load.ts';
import { panelPartOf } from '../../box/lookup.ts';
import { listOf } from '../../quantity/list-of.ts';
import { portPlace, rule, set, type Facts, type Remedy } from '../rule.ts';
import { waysIn } from '../ways-in.ts';

/** As many of several devices as are too much for one module go to another, the hungriest first: a free port that suits, or a new one. */
function ownPorts(x: Facts, portId: string, ratedW: number): Remedy[] {
  const devices = devicesAt(x.box, portId).toSorted((a, b) => greatestW(b) - greatestW(a));
  let leftW = wantedOfModuleW(devices);
  const moved = devices.filter((d) => {
    const goes = leftW > ratedW;
    if (goes) leftW -= greatestW(d);
    return goes;
  });
  const [first, ...others] = moved;
  if (!x.fit || devices.length < 2 || !first) return [];
  return waysIn(x, x.fit, first).map((r) => {
    const to = r.edits.find((e) => e.path === `devices/${first.id}/portId`);
    return {
      ...r,
      label: `${listOf(moved.map((d) => d.name))}: ${r.label}`,
      edits: [
        ...r.edits,
        ...(to?.op === 'set' ? others.map((d) => set<string>(`devices/${d.id}/portId`, to.value)) : [])
      ]
    };
  });
}

/** A thing that charges over USB takes what the module gives, and no more: as it is, it charges slower. */
function slower(x: Facts, portId: string, ratedW: number): Remedy[] {
  const [device, ...others] = devicesAt(x.box, portId);
  if (!device || others.length > 0 || (device.supply !== 'usb-a' && device.supply !== 'usb-c')) return [];
  return [
    {
      label: `${device.name} takes ${ratedW} W there, and charges slower`,
      effect: 'the module gives no more; what must run at its full power does not',
      edits: [
        set(
          `devices/${device.id}/modes`,
          device.modes.map((m) =>
            drawW(m.draw) > ratedW ? { ...m, draw: { kind: 'power' as const, powerW: ratedW } } : m
          )
        )
      ]
    }
  ];
}

/** The devices on a USB or regulated port want more than its module gives. */
export const converterOverload = rule('converter-overload', 'safe', 'ports', (x) =>
  (x.panel?.ports ?? []).flatMap((p) => {
    const rated = p.part.converterRatedW;
    if (rated === null) return [];
    const wantedW = wantedOfModuleW(devicesAt(x.box, p.port.id));
    if (wantedW <= rated) return [];
    return [
      {
        at: portPlace(p.port.id, p.tag),
        severity: 'stop' as const,
        say: say('converter-overload', 'told', {
          tag: p.tag,
          ratedW: rated,
          wantedW,
          name: panelPartOf(x.box, p.port)!.name
        }),
        figures: { wantedW, ratedW: rated },
        remedies: () => [...ownPorts(x, p.port.id, rated), ...slower(x, p.port.id, rated)]
      }
    ];
  })
);
