import { greatestW } from '../../demand/draw.ts';
import { panelPartOf } from '../../box/lookup.ts';
import { portPlace, rule, type Facts, type Remedy } from '../rule.ts';
import { waysIn } from '../ways-in.ts';

/** The hungriest of several devices on one module gets a port of its own: a free one that suits, or a new one. */
function ownPorts(x: Facts, portId: string): Remedy[] {
  const devices = x.box.devices.filter((d) => d.portId === portId);
  const [most] = devices.toSorted((a, b) => greatestW(b) - greatestW(a));
  if (!x.fit || devices.length < 2 || !most) return [];
  return waysIn(x, x.fit, most).map((r) => ({ ...r, label: `${most.name}: ${r.label}` }));
}

/** The devices on a USB or regulated port want more than its module gives. */
export const converterOverload = rule('converter-overload', 'safe', 'ports', (x) =>
  (x.panel?.ports ?? []).flatMap((p) => {
    const rated = p.part.converterRatedW;
    if (rated === null) return [];
    const wantedW = x.box.devices.filter((d) => d.portId === p.port.id).reduce((s, d) => s + greatestW(d), 0);
    if (wantedW <= rated) return [];
    return [
      {
        at: portPlace(p.port.id, p.tag),
        severity: 'stop' as const,
        short: `${p.tag} gives ${rated} W, not ${wantedW.toFixed(0)}`,
        title: `${p.tag} cannot give ${wantedW.toFixed(0)} W`,
        why: `Its module is rated ${rated} W (${panelPartOf(x.box, p.port)!.name}).`,
        figures: { wantedW, ratedW: rated },
        remedies: () => ownPorts(x, p.port.id)
      }
    ];
  })
);
