import type { Box, Device } from '../box/schema.ts';
import type { Catalogue, PartOf } from '../catalogue/part.ts';
import { wantedOfModuleW } from '../demand/module-load.ts';
import { madeForV } from '../demand/on-rail.ts';
import { converterFor, railByPort } from '../wiring/rails.ts';

/** One converter in place of one in each lead. */
export type RailIdea = {
  outV: number;
  /** The smallest of the catalogue that gives it for good; undefined when none does. */
  part: PartOf<'body'> | undefined;
  circuitIds: string[];
  deviceIds: string[];
  watts: number;
};

/** Taken while no device says what it wants. @source two lithium cells: what most cameras are fed with */
const USUAL_V = 7.4;

/**
 * The voltage that most devices on ports ask a converter for, with the circuits that would hang on one shared converter; for a
 * box where none does, a rail with nothing on it.
 */
export function railIdea(box: Box, catalogue: Catalogue): RailIdea {
  const there = railByPort(box);
  const byVolts = new Map<number, Device[]>();
  for (const d of box.devices) {
    const volts = d.supply === 'dc-converter' || d.supply === 'regulated-12v' ? madeForV(d) : undefined;
    if (volts === undefined || d.portId === null || there.has(d.portId)) continue;
    byVolts.set(volts, [...(byVolts.get(volts) ?? []), d]);
  }
  // a port that also feeds something else stays where it is
  const alone = (devices: Device[]): Device[] =>
    devices.filter((d) => box.devices.filter((o) => o.portId === d.portId).every((o) => devices.includes(o)));
  const [best] = [...byVolts]
    .map(([outV, devices]) => ({ outV, devices: alone(devices) }))
    .toSorted((a, b) => b.devices.length - a.devices.length || a.outV - b.outV);
  const devices = best?.devices ?? [];
  const outV = best?.outV ?? USUAL_V;
  const ports = new Set(devices.map((d) => d.portId));
  const watts = wantedOfModuleW(devices);
  return {
    outV,
    part: converterFor(catalogue, outV, watts),
    circuitIds: box.circuits.filter((c) => c.purpose === 'load' && ports.has(c.portId)).map((c) => c.id),
    deviceIds: devices.map((d) => d.id),
    watts
  };
}
