import { fittedPart } from '../box/lookup.ts';
import type { Box } from '../box/schema.ts';
import type { PartOf } from '../catalogue/part.ts';
import type { NewPart } from './net-builder.ts';

/** A switch in the circuit: the port it sits in, its own tag and its part. */
export type Lever = { portId: string; tag: string; part: PartOf<'panel'> | undefined };

/** A switch by its port; one in the same body with a socket has a tag of its own, 'P4s'. Undefined when there is no such port. */
export function leverAt(
  box: Box,
  tags: Readonly<Record<string, string>>,
  portId: string | undefined
): Lever | undefined {
  const port = portId === undefined ? undefined : box.ports.find((p) => p.id === portId);
  if (!port) return undefined;
  const part = fittedPart(box, port);
  const tag = tags[port.id] ?? port.id;
  return { portId: port.id, tag: part?.role !== 'switch' && part?.also.includes('switch') ? `${tag}s` : tag, part };
}

/** A switch as it stands in the netlist. */
export const leverPart = ({ tag, part, portId }: Lever): NewPart & { throughMilliOhm: number } => ({
  id: tag,
  kind: 'switch',
  label: `Switch ${tag}`,
  terminals: ['in', 'out'],
  ratingA: part?.ratingA ?? null,
  throughMilliOhm: part?.contactMilliOhm ?? 0,
  ref: { kind: 'port', id: portId }
});
