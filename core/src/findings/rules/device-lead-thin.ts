import { say } from '../words/say.ts';
import { setTo } from '../../box/attr.ts';
import { wireSizeText } from '../../quantity/wire-size.ts';
import { ampacityA, knownSize } from '../../wiring/conductor.ts';
import { countsA } from '../../wiring/fuse.ts';
import { leadWire } from '../../wiring/net-extras.ts';
import { fuseOf } from '../../wiring/main-path.ts';
import { pickSizes, smallestFuse } from '../../wiring/sizing.ts';
import type { CircuitPlan } from '../../wiring/types.ts';
import { branchPath, devicePlace, rule, set, type Facts, type Remedy } from '../rule.ts';

/** A fuse that carries what hangs there and is no more than the lead bears. */
function fuseForLead(x: Facts, c: CircuitPlan, bearsA: number): Remedy[] {
  const fuseA = smallestFuse(c.fuseFamily, fuseOf(x.box, x.catalogue, c.fuseFamily)?.ratingsA ?? [], {
    loadA: countsA(c),
    inrushA2s: c.inrushA2s,
    limitA: bearsA
  });
  if (fuseA === undefined || fuseA > bearsA) return [];
  return [
    {
      label: c.fuseA === undefined ? `A fuse of ${fuseA} A for ${c.tag}` : `Fit a ${fuseA} A fuse`,
      effect: `it feeds ${c.carriesA.toFixed(2)} A`,
      edits: [set(`${branchPath(c)}/fuse`, setTo(fuseA))]
    }
  ];
}

/** The fuse of a port also stands for the lead that is plugged into it. */
export const deviceLeadThin = rule('device-lead-thin', 'safe', 'wiring', (x) =>
  x.box.devices.flatMap((d) => {
    const c = x.wiring.circuits.find((k) => k.circuit.portId === d.portId);
    const size = d.lead && leadWire(d.lead);
    const guard = c?.opensFirst;
    const fuseA = guard?.ratingA;
    if (!c || !guard || !size || !knownSize(size) || fuseA === undefined) return [];
    const laid = { insulationC: x.wiring.insulationC, ambientC: 30, bundledCount: 2 };
    const bears = ampacityA(size, laid);
    if (fuseA <= bears) return [];
    const thicker = pickSizes(x.box.preferences.wireSystem).find((s) => ampacityA(s, laid) >= fuseA);
    return [
      {
        at: devicePlace(d.id, d.name),
        severity: 'stop' as const,
        cause: `fuse ${guard.tag}`,
        say: say('device-lead-thin', 'told', { tag: guard.tag, fuseA, name: d.name, size, bearsA: bears }),
        figures: { fuseA, bearsA: bears },
        remedies: [
          ...fuseForLead(x, c, bears),
          ...(thicker
            ? [
                {
                  label: `A lead of ${wireSizeText(thicker)}`,
                  effect: `bears ${ampacityA(thicker, laid).toFixed(0)} A`,
                  edits: [set(`devices/${d.id}/lead/wire`, setTo(thicker))]
                }
              ]
            : [])
        ]
      }
    ];
  })
);
