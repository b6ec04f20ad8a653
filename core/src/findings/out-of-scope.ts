import { changed } from './changed.ts';
import type { Finding } from './rule.ts';

/** Cause of what only a thing that is refused brings about. */
export const OUT_OF_SCOPE = 'out of scope';

/**
 * What a refused thing, such as a starter, brings about hangs below its refusal. Found out by leaving it out: what is then no longer said
 * comes from it. Nothing is dropped, and its severity stays.
 * @param without findings of the same box without what is refused
 */
export function underTheRefused(found: readonly Finding[], without: readonly Finding[]): Finding[] {
  const still = new Set(without.map((f) => f.key));
  // an open question stays one of its own
  return found.map((f) => (still.has(f.key) || f.open ? f : changed(f, { cause: OUT_OF_SCOPE })));
}
