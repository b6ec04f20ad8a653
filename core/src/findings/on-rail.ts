import { AUTO } from '../box/attr.ts';
import type { Device } from '../box/schema.ts';
import { madeForV, type OnRail } from '../demand/on-rail.ts';
import type { CircuitPlan } from '../wiring/types.ts';
import { waysIn } from './ways-in.ts';
import { set, type Draft, type Facts, type Remedy } from './rule.ts';

/** What '12 V' electronics bear and want as a rule; beyond it has to be read. @source rule of thumb: made for a car, 10.5 to 15 V */
const USUAL_12V = { leastV: 10.5, mostV: 15 } as const;
/** A device made for one voltage bears and wants it within a tenth. @source rule of thumb: adapters of cameras and instruments */
const MADE_FOR = { leastShare: 0.9, mostShare: 1.1 } as const;

type Bears = { leastV: number; mostV: number; leastKnown: boolean; mostKnown: boolean; says: string };

/** What a device bears where it hangs on a shared voltage; by what it is made for where nobody read its label. */
export function bearsOf(d: Device): Bears {
  // 12 V is a range, not a figure: a car's
  const made = d.supply === 'usb-a' || d.supply === 'dc-converter' ? madeForV(d) : undefined;
  const usual =
    made === undefined ? USUAL_12V : { leastV: MADE_FOR.leastShare * made, mostV: MADE_FOR.mostShare * made };
  return {
    leastV: d.minV ?? usual.leastV,
    mostV: d.maxV ?? usual.mostV,
    leastKnown: d.minV !== null,
    mostKnown: d.maxV !== null,
    says: made === undefined ? 'it is a 12 V device' : `it is made for ${made} V`
  };
}

/** The voltage that devices on a rail are made for, where they agree on one. */
function wantedBy(x: Facts, feedId: string): number | undefined {
  const wanted = x.box.devices.flatMap((d, i) =>
    x.demand.devices[i]?.shared?.rail.feedId === feedId ? [madeForV(d)] : []
  );
  return new Set(wanted).size === 1 ? wanted[0] : undefined;
}

/** The volts that everything on the rail is made for. */
export function setVolts(x: Facts, { rail }: OnRail): Remedy[] {
  const volts = wantedBy(x, rail.feedId);
  return volts === undefined || volts === rail.outV
    ? []
    : [
        {
          label: `Set ${rail.name || 'the converter'} to ${volts} V`,
          effect: 'what everything on it is made for',
          edits: [set(`feeds/${rail.feedId}/converter/outV`, volts)]
        }
      ];
}

/** Off the shared voltage: its circuit from the main feed where it hangs there alone, else a port of its own. */
export function offTheRail(x: Facts, d: Device, circuit: CircuitPlan | undefined): Remedy[] {
  const alone = circuit && x.box.devices.every((o) => o === d || o.portId !== d.portId);
  if (!alone) return x.fit ? waysIn(x, x.fit, d) : [];
  const path = `circuits/${circuit.circuit.id}` as const;
  return [
    {
      label: `${circuit.tag} from the main feed`,
      effect: 'the battery’s own voltage',
      edits: [set(`${path}/from`, AUTO), set(`${path}/fuse`, AUTO), set(`${path}/wire`, AUTO)]
    }
  ];
}

type OnOne = { d: Device; on: OnRail; circuit: CircuitPlan | undefined };

/** Every device on a shared voltage; one behind a USB module of its own port is judged by what the module gets. */
export function eachOn(x: Facts, look: (one: OnOne) => Draft[]): Draft[] {
  return x.box.devices.flatMap((d, i) => {
    const on = x.demand.devices[i]?.shared;
    if (!on) return [];
    return look({ d, on, circuit: x.wiring.circuits.find((c) => c.circuit.portId === d.portId) });
  });
}

/** Behind a USB module of the port’s own. */
export const hasModule = (c: CircuitPlan | undefined): boolean => c?.portPart?.converterRatedW != null;
