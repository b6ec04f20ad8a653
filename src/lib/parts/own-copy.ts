import type { Part } from '@haversack/core/catalogue/part';

const LONGEST_ID = 64;
const LONGEST_NAME = 120;

/** An own part after the pattern of another, under an id that nothing has; own ones are changed in place. */
export function ownCopy(part: Part, all: readonly Part[]): Part {
  if (part.origin === 'own') return part;
  let n = 1;
  const id = () => `own-${part.id}-${n}`.slice(0, LONGEST_ID);
  while (all.some((p) => p.id === id())) n++;
  return { ...part, origin: 'own', id: id(), name: `My ${part.name}`.slice(0, LONGEST_NAME) };
}
