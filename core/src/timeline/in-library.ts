import { ofKind } from '../catalogue/of-kind.ts';
import type { Catalogue, PartOf } from '../catalogue/part.ts';

/** What people call a thing of the library. */
const ALSO_CALLED: Readonly<Record<string, string>> = {
  fridge: 'cool box',
  freezer: 'cool box',
  cooler: 'cool box',
  'camera dummy': 'camera on external power',
  'dummy battery': 'camera on external power'
};

const wordsOf = (name: string): string[] => name.toLowerCase().split(/[\s,]+/);

/** The library's device whose name begins with what was typed, holds it as a word, or holds all of its words. */
export function inLibrary(catalogue: Catalogue, typed: string): PartOf<'device'> | undefined {
  const wanted = ALSO_CALLED[typed.toLowerCase()] ?? typed.toLowerCase();
  const words = wordsOf(wanted);
  const library = ofKind(catalogue, 'device');
  return (
    library.find((p) => p.name.toLowerCase().startsWith(wanted)) ??
    library.find((p) => wordsOf(p.name).includes(wanted)) ??
    library.find((p) => words.every((w) => wordsOf(p.name).includes(w)))
  );
}
