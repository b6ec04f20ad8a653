import type { Box } from '../src/box/schema.ts';
import type { PartOf } from '../src/catalogue/part.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { saltmarshHideBox } from '../src/demo/boxes.ts';

export const BODIES = STARTER_CATALOGUE.filter((p): p is PartOf<'body'> => p.kind === 'body');

/** How a thing lies in a case that nobody said more of. */
const LYING = saltmarshHideBox().bodies[0]!;

/** A box with so many more things in it, of every kind there is. */
export function stuffed(box: Box, count: number): Box {
  const more = Array.from({ length: count }, (_, i) => BODIES[i % BODIES.length]!);
  return {
    ...box,
    parts: { ...box.parts, ...Object.fromEntries(more.map((p) => [p.id, p])) },
    bodies: [...box.bodies, ...more.map((p, i) => ({ ...LYING, id: `more-${i}`, name: `More ${i}`, partId: p.id }))]
  };
}
