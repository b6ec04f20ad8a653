import { greatestW } from '../../demand/draw.ts';
import { panelPartOf } from '../../box/lookup.ts';
import { portPlace, rule } from '../rule.ts';

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
        figures: { wantedW, ratedW: rated }
      }
    ];
  })
);
