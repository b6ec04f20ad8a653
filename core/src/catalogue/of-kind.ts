import type { Catalogue, Part, PartKind, PartOf } from './part.ts';

/** Gathered once for a catalogue: a hundred places ask on every edit. */
const known = new WeakMap<Catalogue, ReadonlyMap<PartKind, readonly Part[]>>();

function byKind(catalogue: Catalogue): ReadonlyMap<PartKind, readonly Part[]> {
  const ready = known.get(catalogue);
  if (ready) return ready;
  const kinds = new Map<PartKind, Part[]>();
  for (const part of catalogue) {
    const same = kinds.get(part.kind);
    if (same) same.push(part);
    else kinds.set(part.kind, [part]);
  }
  known.set(catalogue, kinds);
  return kinds;
}

/** The parts of one kind, in the order of the catalogue. */
export const ofKind = <K extends PartKind>(catalogue: Catalogue, kind: K): readonly PartOf<K>[] =>
  (byKind(catalogue).get(kind) ?? []) as readonly Part[] as readonly PartOf<K>[];
