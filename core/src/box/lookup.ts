import type { Part, PartKind, PartOf } from '../catalogue/part.ts';
import type { Attr } from './attr.ts';
import type { Box, Port } from './schema.ts';

/** The box's own copy of a part, when it is there and of the wanted kind. */
export function partOf<K extends PartKind>(
  box: Pick<Box, 'parts'>,
  kind: K,
  partId: string | null | undefined
): PartOf<K> | undefined {
  const part: Part | undefined = partId ? box.parts[partId] : undefined;
  return part?.kind === kind ? (part as PartOf<K>) : undefined;
}

export const panelPartOf = (box: Pick<Box, 'parts'>, port: Port | undefined) => partOf(box, 'panel', port?.partId);

/** The part in a port, with the contacts that were measured at this very one. */
export function fittedPart(box: Pick<Box, 'parts'>, port: Port | undefined): PartOf<'panel'> | undefined {
  const part = panelPartOf(box, port);
  return part && port && port.contactMilliOhm !== null ? { ...part, contactMilliOhm: port.contactMilliOhm } : part;
}

/** The set value, or the automatic one; undefined for none and unknown. */
export function valueOf<T>(attribute: Attr<T>, automatic: T | undefined): T | undefined {
  if (attribute.is === 'set') return attribute.value;
  return attribute.is === 'auto' ? automatic : undefined;
}

const TAG: Record<PartOf<'panel'>['role'], string> = {
  outlet: 'P',
  inlet: 'I',
  switch: 'S',
  meter: 'M',
  gland: 'G',
  vent: 'V',
  lamp: 'L',
  blank: 'B'
};

/** Short tags in the order ports stand in the document: P1, P2, S1, M1 … ; the master switch is S0. */
export function portTags(box: Pick<Box, 'ports' | 'parts'>, masterPortId?: string): Record<string, string> {
  const counts: Record<string, number> = {};
  const tags: Record<string, string> = {};
  for (const port of box.ports) {
    const letter = TAG[panelPartOf(box, port)?.role ?? 'blank'];
    if (port.id === masterPortId) {
      tags[port.id] = 'S0';
      continue;
    }
    counts[letter] = (counts[letter] ?? 0) + 1;
    tags[port.id] = `${letter}${counts[letter]}`;
  }
  return tags;
}

/** The first free id of a row: p1, p2 … */
export function freeId(prefix: string, taken: readonly { id: string }[]): string {
  const used = new Set(taken.map((t) => t.id));
  let n = taken.length + 1;
  while (used.has(`${prefix}${n}`)) n++;
  return `${prefix}${n}`;
}
