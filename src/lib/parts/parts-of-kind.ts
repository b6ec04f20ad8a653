import type { PartKind, PartOf } from '@haversack/core/catalogue/part';
import type { OpenBox } from '$lib/client/open-box.svelte.ts';

/** Parts of a kind to choose from: as they stand in the box first, then those of the list that it has no copy of. */
export function partsOfKind<K extends PartKind>(open: Pick<OpenBox, 'doc' | 'catalogue'>, kind: K): PartOf<K>[] {
  const here = Object.values(open.doc.parts).filter((p): p is PartOf<K> => p.kind === kind);
  const rest = open.catalogue.filter((p): p is PartOf<K> => p.kind === kind && !here.some((h) => h.id === p.id));
  return [...here, ...rest];
}

/** A part's name in a list, own ones marked. */
export const listedName = (p: { name: string; origin: string }): string =>
  p.origin === 'own' ? `${p.name} (own)` : p.name;
